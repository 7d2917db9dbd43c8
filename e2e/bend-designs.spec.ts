import { type Design, evaluatePart, makeCoat, type Part, pinsFrom } from '@/core';
import { gridFrame } from '@/core/bend/grid/grid-map';
import { pinsOver } from '@/core/bend/pins/pin-map';
import { worldOf } from '@/core/edit/tree';
import { applyTo } from '@/core/geometry/matrix';
import { demoNamed, openBare } from './copies';
import { expectLike, Hand } from './hand';
import { expect, inWhole, test } from './test';

test.describe.configure({ timeout: 240_000 });

const partNamed = (design: Design, name: string): Part => {
  const found = Object.values(design.parts).find((p) => p.name === name);
  if (!found) throw new Error(`There is no part “${name}”.`);
  return found;
};

/** Presses the pins of a demo design's card onto its part, then says by numbers where each stands and goes. */
async function pinUp(e: Hand, design: Design, name: string): Promise<void> {
  const part = partNamed(design, name);
  const { finishBounds, stages } = evaluatePart(design, part);
  const card = [...part.steps, ...part.finishes].find((c) => c.kind.startsWith('bend-pins'));
  const at = part.steps.findIndex((c) => c.id === card?.id);
  const bounds = card && (at < 0 ? finishBounds.get(card.id) : stages[at]?.bounds);
  if (!card || !bounds) throw new Error(`“${name}” has no pins.`);
  const world = worldOf(design, part.id);
  const pins = pinsOver(pinsFrom(card.params.pins as number[]), gridFrame(bounds));
  for (const p of pins) {
    await e.page.mouse.click(...(await e.at(...onSheet(applyTo(world, p)))));
    await e.settled();
  }
  // A press is as exact as the screen: by numbers each stands where it is to.
  for (const [i, p] of pinsFrom(card.params.pins as number[]).entries()) {
    await e.page.getByTestId(`handle-pin-${i}`).click();
    await e.settled();
    const percent = (v: number) => Number((v * 100).toFixed(6));
    await e.fill({ 'Stands at x': percent(p.x), 'Stands at y': percent(p.y) });
    if (p.toX !== p.x || p.toY !== p.y)
      await e.fill({ 'Goes to x': percent(p.toX), 'Goes to y': percent(p.toY) });
    if (p.turns) await e.fill({ Turn: p.turn, Size: percent(p.scale), Radius: percent(p.radius) });
  }
  await e.page.keyboard.press('Escape');
}

const onSheet = (p: { x: number; y: number }): [number, number] => [p.x, p.y];

const bare = () => ({ finishes: [] });

inWhole(
  'standing waves: lines folded at 60 degrees, waved, drawn by pins, and put to two tones',
  async ({ page }) => {
    const e = new Hand(page);
    const name = 'Standing waves';
    const design = demoNamed(name);
    await openBare(e, name, { 'Deep lines': bare, 'Middle lines': bare, Crests: bare });
    for (const [part, wave] of [
      ['Deep lines', { 'Wave length': 900, Height: 70, Direction: -30 }],
      ['Middle lines', { 'Wave length': 1100, Height: 90, Direction: -30, Phase: 120 }],
      ['Crests', { 'Wave length': 740, Height: 54, Direction: -30, Phase: 240 }],
    ] as const) {
      await e.choose(part);
      await e.step('Bend', 'Mirrored repetition', { Scale: 25, Angle: 60 });
      await e.step('Bend', 'Wave as painted', wave, 'Wave');
      if (part !== 'Crests') {
        await e.step('Bend', 'Bend pins as painted', {}, 'Bend pins');
        await pinUp(e, design, part);
      } else
        await e.step('Bend', 'Threshold', {
          Level: 93,
          Softness: 3,
          'Dark, hex or RGB': '#fbf1d600',
          'Light, hex or RGB': '#fbf1d6',
        });
      if (part === 'Deep lines') continue;
      const [y, softness, opacity] = part === 'Crests' ? [14, 22, 55] : [26, 36, 50];
      await e.shadow({
        'Shift x': 0,
        'Shift y': y,
        Softness: softness,
        Opacity: opacity,
        'Colour, hex or RGB': '#14213d',
      });
    }
    await expectLike(e, name);
  },
);

inWhole('woven rings: stripes through pins twice, with a bevel and a grained shadow', async ({ page }) => {
  const e = new Hand(page);
  const name = 'Woven rings';
  const design = demoNamed(name);
  const plain = (p: Part) => ({ steps: [], finishes: [], coats: p.coats });
  await openBare(e, name, { Warp: plain, Weft: plain });
  for (const part of ['Warp', 'Weft']) {
    await e.choose(part);
    await e.stage('Bend');
    await e.tool('Bend pins').click();
    await e.settled();
    await pinUp(e, design, part);
    await e.card('Bend pins').click();
    await e.fill({ Times: 2 });
    await e.stage('Depth');
    await e.tool('Bevel').click();
    await e.settled();
    await e.fill({ Width: 7, Height: 5 });
    await e.shadow({
      'Shift x': 10,
      'Shift y': 22,
      Softness: 26,
      Opacity: 55,
      'Colour, hex or RGB': '#5a3a63',
      Grain: 35,
    });
  }
  await expectLike(e, name);
});

inWhole('lantern spots: a soft tile drawn out by pins, as a pattern in bricks', async ({ page }) => {
  const e = new Hand(page);
  const name = 'Lantern spots';
  const design = demoNamed(name);
  await openBare(e, name, {
    Lantern: () => ({ finishes: [] }),
    Glow: () => ({ finishes: [] }),
    Lights: () => ({
      coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#808080' } })],
      finishes: [],
    }),
  });
  await e.choose('Lantern');
  await e.part('Lantern').press('ArrowRight');
  await e.choose('Glow');
  await e.stage('Depth');
  await e.tool('Blur').click();
  await e.settled();
  await e.pickOption('Way', 'At the edge');
  await e.fill({ Softness: 12, Reach: 30 });
  await e.choose('Lantern');
  await e.step('Bend', 'Bend pins as painted', {}, 'Bend pins');
  await pinUp(e, design, 'Lantern');
  await e.choose('Lights');
  await e.stage('Colour');
  await e.tool('Pattern').click();
  await e.settled();
  await e.pickOption('Repeats', 'Lantern');
  await e.pickOption('Layout', 'Brick');
  await e.fill({ 'Spacing x': 40, 'Spacing y': 40 });
  await e.shadow({ 'Shift x': 0, 'Shift y': 30, Softness: 34, Opacity: 60, 'Colour, hex or RGB': '#05070f' });
  await expectLike(e, name);
  await expect(page.getByRole('treeitem', { name: 'Lantern' })).toBeVisible();
});

inWhole(
  'the aurora’s bands: one of four colours, copies tinted, each bent in a way of its own, blurred and shadowed',
  async ({ page }) => {
    const e = new Hand(page);
    const name = 'Aurora backdrop';
    await openBare(e, name, { 'Violet band': bare, 'Blue band': bare, 'Green band': bare });
    const tint = async (colour: string, amount: number) => {
      await e.stage('Depth');
      await e.tool('Tint').click();
      await e.settled();
      await e.fill({ 'Colour, hex or RGB': colour, Amount: amount });
    };
    const soften = async (softness: number) => {
      await e.stage('Depth');
      await e.tool('Blur').click();
      await e.settled();
      await e.fill({ Softness: softness });
      await e.shadow({
        'Shift x': 0,
        'Shift y': 34,
        Softness: 46,
        Opacity: 40,
        'Colour, hex or RGB': '#14213d',
      });
    };
    await e.choose('Violet band');
    await tint('#a06bd0', 100);
    await e.step('Bend', 'Wave as painted', { 'Wave length': 1350, Height: 90, Phase: 40 }, 'Wave');
    await soften(9);
    await e.choose('Blue band');
    await tint('#3fa3c9', 80);
    await e.step('Bend', 'Bow as painted', { Turn: 42 }, 'Bow');
    await soften(6);
    await e.choose('Green band');
    await e.step('Bend', 'Bend grid as painted', {}, 'Bend grid');
    await e.pickOption('Start from', 'Ribbon');
    await e.fill({ Strength: 200 });
    await soften(5);
    await expectLike(e, name);
  },
);

inWhole(
  'the moth: mottled wings in clips, brushed lines, rough lettering and paper out of focus',
  async ({ page }) => {
    const e = new Hand(page);
    const name = 'Moth plate';
    const noSteps = () => ({ steps: [] });
    await openBare(e, name, {
      Stains: () => ({ steps: [], finishes: [] }),
      Frame: noSteps,
      'Right upper wing mottle': noSteps,
      'Right upper wing veil': bare,
      'Right upper wing edge': noSteps,
      'Tarn Lanternwing': noSteps,
      Moth: bare,
    });
    const mottle = (fields: Record<string, number>, crowd: string) => async () => {
      await e.step('Bend', 'Mottle', {}, 'Along a path');
      await e.pickOption('Crowd', crowd);
      await e.fill(fields);
    };
    await e.choose('Stains');
    await mottle(
      { Spots: 150, Size: 190, 'Size varies': 80, Strongly: 35, Shrink: 20, Fade: 30, Chance: 4 },
      'At the rim',
    )();
    await e.stage('Depth');
    await e.tool('Blur').click();
    await e.settled();
    await e.fill({ Softness: 90 });
    await e.choose('Frame');
    await e.step('Bend', 'Brush', {}, 'Along a path');
    await e.pickOption('Laid', 'Repeated');
    await e.fill({ Width: 16 });
    await e.choose('Tarn Lanternwing');
    await e.step('Bend', 'Rough edge', { Amount: 0.8, Size: 12 }, 'Wave');
    await e.choose('Moth');
    await e.shadow({
      'Shift x': 16,
      'Shift y': 34,
      Softness: 40,
      Opacity: 35,
      'Colour, hex or RGB': '#5a3a63',
    });
    // Into the moth, and into the clip of one of its wings.
    await e.part('Moth').press('ArrowRight');
    await e.choose('Right upper wing');
    await e.part('Right upper wing').press('ArrowRight');
    await e.choose('Right upper wing mottle');
    await mottle(
      { Spots: 900, Size: 15, 'Size varies': 70, Strongly: 75, Shrink: 60, Fade: 40, Chance: 7 },
      'In the heart',
    )();
    await e.choose('Right upper wing edge');
    await e.step('Bend', 'Rough edge', { Amount: 5, Size: 34 }, 'Wave');
    await e.choose('Right upper wing veil');
    await e.stage('Depth');
    await e.tool('Fade').click();
    await e.settled();
    await e.fill({ 'Start x': 0, 'Start y': 100, 'End x': 100, 'End y': 0, From: 0, To: 100 });
    await expectLike(e, name);
  },
);
