import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Design,
  evaluate,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
  paints,
  renderPixels,
} from '@/core';
import { runs } from '../../share';
import { designOf } from '../designs';

const side = 160;

/** A part with depth of one kind. */
const kinds: Readonly<Record<string, Partial<Part>>> = {
  slab: {
    coats: [
      makeCoat('fill', { paint: paints.lit.defaults, steps: [makeStep('slab', { angle: 70, depth: 30 })] }),
      makeCoat('fill', { paint: { kind: 'solid', colour: '#f3d9a0' } }),
    ],
  },
  chamfer: {
    coats: [
      makeCoat('fill', {
        paint: paints.lit.defaults,
        steps: [makeStep('chamfer', { width: 18, rise: 14 })],
      }),
    ],
  },
  ...Object.fromEntries(
    [
      makeFinish('bevel', { width: 14 }),
      makeFinish('edge-light', {}),
      makeFinish('glow', {}),
      makeFinish('sheen', { by: 'lamp' }),
      makeFinish('soft-shadow', { by: 'lamp', over: 14, softness: 8 }),
      makeFinish('soft-shadow', { by: 'lamp', falls: 'inside', over: 8, softness: 6 }),
      makeFinish('blur', { way: 'edge', softness: 8, reach: 20 }),
      makeFinish('blur', { way: 'along', softness: 14, direction: 35 }),
      makeFinish('blur', { way: 'around', turn: 16 }),
      makeFinish('blur', { way: 'away', stretch: 0.2 }),
    ].map((finish, i) => [
      `${finish.kind} ${i}`,
      { coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#c98f3a' } })], finishes: [finish] },
    ]),
  ),
};

/** A star in the middle of the sheet, all of it turned by quarters with its lamp. */
function turned(values: Partial<Part>, direction: number, quarters: number): Design {
  const star = makePart(makeSource('star', { radius: 48, inner: 0.55, points: 5 }), {
    id: 's',
    place: { ...origin, turn: 11 },
    ...values,
  });
  const group = makePart(
    { kind: 'group' },
    { id: 'g', children: ['s'], place: { ...origin, x: side / 2, y: side / 2, turn: 90 * quarters } },
  );
  const d = designOf(side, group, star);
  const lamp = { direction: (direction + 90 * quarters) % 360, height: 40 };
  return { ...d, sheets: [{ ...d.sheets[0], ground: '#8090a0', lamp }] };
}

const picture = (d: Design, width = side) => renderPixels(evaluate(d, 's'), width).data;

/** Root mean square and greatest difference of two pictures, the second read where `from` says. */
function apart(a: Uint8ClampedArray, b: Uint8ClampedArray, from: (x: number, y: number) => number) {
  let [sum, most] = [0, 0];
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++)
      for (let k = 0; k < 3; k++) {
        const d = Math.abs(a[4 * (side * y + x) + k] - b[4 * from(x, y) + k]);
        sum += d * d;
        most = Math.max(most, d);
      }
  return { rms: Math.sqrt(sum / (3 * side * side)), most };
}

describe.each(Object.entries(kinds))('%s', (_, values) => {
  it('turned by quarters with its lamp is the picture turned', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 0, max: 359 }), (quarters, direction) => {
        const [still, round] = [0, quarters].map((q) => picture(turned(values, direction, q)));
        const back = (x: number, y: number): number => {
          let [u, v] = [x, y];
          for (let q = 0; q < quarters; q++) [u, v] = [v, side - 1 - u];
          return side * v + u;
        };
        const { rms, most } = apart(round, still, back);
        expect(rms).toBeLessThan(0.6);
        // Creases are sampled in a pattern of their own, which does not turn.
        expect(most).toBeLessThan(30);
      }),
      { numRuns: runs(30, 3) },
    );
  });

  it('drawn twice as large it is the picture twice as large', () => {
    const d = turned(values, 315, 0);
    const [small, large] = [picture(d), picture(d, 2 * side)];
    const halved = new Uint8ClampedArray(small.length);
    for (let y = 0; y < side; y++)
      for (let x = 0; x < side; x++)
        for (let k = 0; k < 4; k++) {
          const at = (dx: number, dy: number) => large[4 * (2 * side * (2 * y + dy) + 2 * x + dx) + k];
          halved[4 * (side * y + x) + k] = (at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1)) / 4;
        }
    const { rms, most } = apart(halved, small, (x, y) => side * y + x);
    expect(rms).toBeLessThan(1);
    expect(most).toBeLessThan(24);
  });
});
