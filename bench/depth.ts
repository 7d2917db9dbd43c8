import sharp from 'sharp';
import {
  type Design,
  evaluate,
  evaluatePart,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
  paints,
  renderBands,
  renderPixels,
} from '@/core';
import { designOf } from '../test/core/designs';
import { takeShippedFaces } from '../test/faces';
import { median, ms, quantile, type Row, timeRuns } from './measure';

takeShippedFaces();

const twenty = 'HollinTarnObservator';

/** Twenty letters with one coat that gives them thickness by the light. */
const words = (kind: 'slab' | 'vanish', params: object): Part =>
  makePart(makeSource('lettering', { face: 'lilita-one', text: twenty, size: 160 }), {
    id: 'a',
    place: { ...origin, x: 100, y: 1000 },
    coats: [makeCoat('fill', { paint: paints.lit.defaults, steps: [makeStep(kind, params as never)] })],
  });

/** A step of a drag: the depth or the vanishing point is another each time, the words are as they were. */
function thicknessRow(kind: 'slab' | 'vanish'): Row {
  const base = words(kind, {});
  const at = (i: number): Part => {
    const params =
      kind === 'slab' ? { angle: 30 + i * 1.3, depth: 60 } : { pointX: 900 + 7 * i, pointY: 500, rest: 0.7 };
    const [coat] = base.coats;
    const step = { ...coat.steps[0], params: { ...coat.steps[0].params, ...params } };
    return { ...base, coats: [{ ...coat, steps: [step] }] };
  };
  const runs = timeRuns(60, (i) => evaluatePart({ parts: {} }, at(i)), 10);
  return [
    `${kind} of 20 letters by the light, a drag step`,
    `median ${ms(median(runs))}, p95 ${ms(quantile(runs, 0.95))}`,
    'goal 8 ms',
    '–',
  ];
}

/** A step of a drag of the ball: twenty letters with thickness, turned in space, sides by the light. */
function spaceRow(): Row {
  const at = (i: number): Part =>
    makePart(makeSource('lettering', { face: 'lilita-one', text: twenty, size: 160 }), {
      id: 'a',
      place: { ...origin, x: 100, y: 1000 },
      steps: [makeStep('in-space', { tilt: 20, swing: 25 + i / 3, distance: 1800, depth: 60 })],
      coats: [makeCoat('fill', { paint: paints.lit.defaults })],
    });
  const runs = timeRuns(60, (i) => evaluatePart({ parts: {} }, at(i)), 10);
  return [
    'a solid of 20 letters turned in space, a drag step',
    `median ${ms(median(runs))}, p95 ${ms(quantile(runs, 0.95))}`,
    'goal 16 ms',
    '–',
  ];
}

/** Twenty letters given a chamfer, each worked out anew. */
function chamferRow(): Row {
  const at = (i: number): Part =>
    makePart(makeSource('lettering', { face: 'lilita-one', text: twenty, size: 160 }), {
      id: 'a',
      coats: [
        makeCoat('fill', {
          paint: paints.lit.defaults,
          steps: [makeStep('chamfer', { width: 20 + i / 7, rise: 20 })],
        }),
      ],
    });
  const runs = timeRuns(6, (i) => evaluatePart({ parts: {} }, at(i)), 2);
  return ['chamfer of 20 letters as faces', ms(median(runs)), '–', '–'];
}

/** A wide blur over all of a large picture, against libvips on a picture of the same size. */
async function wideBlurRow(): Promise<Row> {
  const side = 8192;
  const sigma = 200;
  const part = makePart(makeSource('star', { radius: 900, points: 7 }), {
    id: 'p',
    place: { ...origin, x: 1024, y: 1024 },
    coats: [makeCoat('fill', { paint: paints.linear.defaults })],
    finishes: [makeFinish('blur', { softness: (2 * sigma * 2048) / side })],
  });
  const scene = evaluate(designOf(2048, part), 's');
  const before = process.memoryUsage().rss;
  let most = 0;
  const start = performance.now();
  for (const band of renderBands(scene, side / 2048)) {
    if (band.rows) most = Math.max(most, process.memoryUsage().rss - before);
  }
  const own = performance.now() - start;
  const flat = { create: { width: side, height: side, channels: 4, background: '#9a6b1f80' } } as const;
  const from = performance.now();
  await sharp(flat).blur(sigma).raw().toBuffer();
  const theirs = performance.now() - from;
  return [
    `blur of σ ${sigma} at ${side}²`,
    `${ms(own)}, ${Math.round(most / 1e6)} MB more than before`,
    `sharp ${ms(theirs)}; goal 1.5 × and 1 GB`,
    `${(own / theirs).toFixed(2)} ×`,
  ];
}

/** Twelve parts that the lamp lights. */
export function litParts(): Design {
  const parts = Array.from({ length: 12 }, (_, i) =>
    makePart(makeSource(i % 2 ? 'ellipse' : 'star'), {
      id: `p${i}`,
      place: { ...origin, x: 250 + (i % 4) * 500, y: 350 + Math.floor(i / 4) * 600 },
      coats: [
        makeCoat('fill', {
          paint: paints.lit.defaults,
          steps: [makeStep('slab', { angle: 30 * i, depth: 90 })],
        }),
      ],
    }),
  );
  return designOf(2000, ...parts);
}

/** The lamp turned over twelve lit parts: worked out and drawn at 1024². */
function lampRow(): Row {
  const d = litParts();
  const turned = (i: number): Design => ({
    ...d,
    sheets: [{ ...d.sheets[0], lamp: { direction: (i * 7) % 360, height: 40 } }],
  });
  const worked = timeRuns(40, (i) => evaluate(turned(i), 's'), 5);
  const drawn = timeRuns(10, (i) => renderPixels(evaluate(turned(i), 's'), 1024), 2);
  return [
    'the lamp turned over 12 lit parts',
    `worked out ${ms(median(worked))}, with all of it drawn at 1024² ${ms(median(drawn))}`,
    'goal 33 ms to pixels',
    '–',
  ];
}

/** Twenty letters with a rim each, drawn anew every time; what the rim adds to the letters alone. */
function bevelRow(width: number, goal: string, runs: number): Row {
  const letters = (finishes: Part['finishes'], i: number): Part =>
    makePart(makeSource('lettering', { face: 'lilita-one', text: twenty, size: 190 }), {
      id: 'a',
      place: { ...origin, x: 60 + i / 100, y: 1000 },
      coats: [makeCoat('fill')],
      finishes,
    });
  const draw = (finishes: Part['finishes']) =>
    median(
      timeRuns(runs, (i) => renderPixels(evaluate(designOf(2048, letters(finishes, i)), 's'), width), 1),
    );
  const [bare, bevelled] = [
    draw([]),
    draw([makeFinish('bevel', { width: 16, rise: 16, profile: 'chamfer' })]),
  ];
  return [
    `bevel of 20 letters at ${width}², 16 samples at creases`,
    `${ms(bevelled - bare)} more than the letters alone`,
    goal,
    '–',
  ];
}

export const depthRows = async (): Promise<Row[]> => [
  thicknessRow('slab'),
  thicknessRow('vanish'),
  spaceRow(),
  lampRow(),
  bevelRow(1024, 'goal 150 ms', 7),
  bevelRow(4096, 'goal 1.2 s', 3),
  chamferRow(),
  await wideBlurRow(),
];
