import { readFileSync } from 'node:fs';
import path from 'node:path';
import {
  type Design,
  evaluate,
  type Lettering,
  makeCoat,
  makeDesign,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
  paints,
  renderPixels,
  sceneToSvg,
} from '@/core';
import { openSubsetter, type Subsetter } from '@/core/shaping';
import { demoDesigns } from '../demo';
import { takeShippedFaces } from '../test/faces';
import { averaged, expectAlike, widthFor } from '../test/pictures';
import { slowToDraw } from '../test/share';
import { expect, inWhole, oneIn, type Page, test } from './test';

takeShippedFaces();

let subsetter: Subsetter;
test.beforeAll(async () => {
  subsetter = await openSubsetter(
    readFileSync(path.resolve(import.meta.dirname, '../public/fonts/subset.wasm')),
  );
});

/** Holds our picture of a design against Chromium’s of its SVG. */
async function expectDrawnAlike(page: Page, design: Design, words: boolean, width = 320): Promise<void> {
  const scene = evaluate(design, design.sheets[0].id);
  const text = sceneToSvg(scene, design.name, { subsetter: words ? subsetter : null });
  if (words) expect(text).toContain('<text');
  const svg = Buffer.from(text).toString('base64');
  const ours = renderPixels(scene, width);
  const [w, h] = [4 * ours.width, 4 * ours.height];
  await page.setViewportSize({ width: w, height: h });
  // Decoded as a picture, as a page that embeds the file shows it.
  await page.setContent(
    `<body style="margin:0"><img src="data:image/svg+xml;base64,${svg}" width="${w}" height="${h}" style="display:block">`,
  );
  await page.evaluate(() => document.images[0].decode());
  expectAlike(await averaged(await page.screenshot(), width), ours.data, width);
}

for (const [name, make] of Object.entries(demoDesigns))
  (slowToDraw.includes(name) ? inWhole : oneIn(5))(
    `${name}: our raster against our SVG drawn by Chromium`,
    async ({ page }) => {
      test.setTimeout(150_000);
      await expectDrawnAlike(page, make(), false, widthFor(name));
    },
  );

const set = (values: Partial<Lettering>): Design => {
  const part = makePart(makeSource('lettering', { size: 110, alignment: 'centre', ...values }), {
    coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#14213d' } })],
    place: { ...origin, x: 400, y: 400 },
  });
  const d = makeDesign('Words', { width: 800, height: 800, ground: '#ffffff' });
  return { ...d, parts: { [part.id]: part }, sheets: [{ ...d.sheets[0], parts: [part.id] }] };
};

/** Lettering whose text has to stand where its outlines do. */
const samples: Readonly<Record<string, Design>> = {
  'words with ligatures and kerning': set({ face: 'eb-garamond-500', text: 'office Tarn\nAVATAR flight' }),
  'spaced, stretched and leaning': set({
    face: 'zilla-slab-700',
    text: 'Hollin & Tarn',
    tracking: 0.08,
    stretchX: 0.8,
    slantX: 10,
    slantY: -5,
  }),
  'letters on a circle': set({
    face: 'league-spartan-800',
    text: 'UNDER THE STARS',
    follows: 'circle',
    radius: 260,
  }),
  'letters kerned by eye': set({ face: 'abril-fatface', text: 'TAVERN', kerning: 'optical' }),
  'a variable face': set({ face: 'source-sans', text: 'Observatory', axes: { wght: 730 } }),
  'a script from the right': set({ face: 'amiri-700', text: 'مرصد التارن' }),
  'a wrapped and justified text': set({
    face: 'eb-garamond-500',
    text: 'The dome opens at dusk and closes when the last star is gone',
    lines: 'wrapped',
    frameWidth: 700,
    alignment: 'justify',
    size: 80,
  }),
  'small capitals and old figures': set({
    face: 'eb-garamond-500',
    text: 'Tarn 1987',
    features: { smcp: 1, onum: 1 },
  }),
};

const shown = (part: Part): Design => {
  const d = makeDesign('Depth', { width: 800, height: 800, ground: '#efe6d2' });
  return { ...d, parts: { [part.id]: part }, sheets: [{ ...d.sheets[0], parts: [part.id] }] };
};
const thick = (kind: 'slab' | 'vanish', params: object, values: object = {}) =>
  makeCoat('fill', { paint: paints.lit.defaults, steps: [makeStep(kind, params as never)], ...values });
const front = makeCoat('fill', { paint: { kind: 'solid', colour: '#f3d9a0' } });
const star = (values: Partial<Part>): Design =>
  shown(
    makePart(makeSource('star', {}), {
      place: { ...origin, x: 400, y: 380, scaleX: 2, scaleY: 2 },
      ...values,
    }),
  );

/** Solids and lights, as vectors where a format has them. */
const depths: Readonly<Record<string, Design>> = {
  'letters that vanish': shown(
    makePart(makeSource('lettering', { face: 'lilita-one', text: 'Tarn8', size: 220 }), {
      place: { ...origin, x: 110, y: 360 },
      coats: [thick('vanish', { pointX: 420, pointY: 520, rest: 0.6 }), front],
    }),
  ),
  'a solid in space': shown(
    makePart(makeSource('lettering', { face: 'lilita-one', text: 'Ta8', size: 300 }), {
      place: { ...origin, x: 150, y: 460 },
      coats: [makeCoat('fill', { paint: paints.lit.defaults })],
      steps: [
        makeStep('in-space', {
          tilt: 25,
          swing: 38,
          roll: -6,
          distance: 1500,
          pivotX: 250,
          pivotY: -110,
          depth: 90,
        }),
      ],
    }),
  ),
  'a gradient that recedes with its part': star({
    coats: [makeCoat('fill', { paint: { ...paints.linear.defaults, x1: 0, y1: 0, x2: 1, y2: 1 } })],
    finishes: [makeFinish('turn-painted', { swing: 55, distance: 300 })],
  }),
  'a slab that shows in part': star({
    coats: [thick('slab', { angle: 70, depth: 50 }, { opacity: 0.6 }), front],
  }),
  'sides that fade along their depth': star({
    coats: [
      thick(
        'slab',
        { angle: 70, depth: 50, makes: 'sides' },
        {
          run: 'depth',
          paint: {
            ...paints.linear.defaults,
            stops: [
              { at: 0, colour: '#14213d' },
              { at: 1, colour: '#14213d00' },
            ],
          },
        },
      ),
      front,
    ],
  }),
  'glow, sheen and a floor shadow': star({
    coats: [front],
    finishes: [
      makeFinish('sheen', {}),
      makeFinish('floor-shadow', {}),
      makeFinish('glow', { colour: '#b0513f', blend: 'multiply' }),
    ],
  }),
  'blurs along a direction, about a place and toward the edge': shown(
    makePart(makeSource('star', {}), {
      place: { ...origin, x: 400, y: 380, scaleX: 2, scaleY: 1.6, turn: 20 },
      coats: [front],
      finishes: [
        makeFinish('blur', { way: 'edge', softness: 20, reach: 30 }),
        makeFinish('blur', { way: 'around', turn: 10 }),
        makeFinish('blur', { way: 'along', softness: 30, direction: 40 }),
      ],
    }),
  ),
  'a shadow into it, an edge light, and one left out beneath': star({
    coats: [front],
    finishes: [
      makeFinish('soft-shadow', { falls: 'inside', shiftX: 8, shiftY: 8 }),
      makeFinish('edge-light', {}),
      makeFinish('soft-shadow', { hollow: true, shiftX: 30, shiftY: 30 }),
    ],
  }),
};

for (const [name, design] of Object.entries(depths))
  oneIn(4)(`${name}: our raster against our SVG drawn by Chromium`, async ({ page }) => {
    await expectDrawnAlike(page, design, false);
  });

for (const [name, design] of Object.entries(samples))
  oneIn(4)(`${name}: text in the SVG, drawn by Chromium in the fonts it carries`, async ({ page }) => {
    await expectDrawnAlike(page, design, true);
  });

for (const name of ['supper-room-lettering', 'observatory-lock-up', 'moon-phase-badge'])
  oneIn(3)(`${name}: with its lettering as text`, async ({ page }) => {
    await expectDrawnAlike(page, demoDesigns[name](), true);
  });
