import { describe, expect, it } from 'vitest';
import {
  type Coat,
  evaluate,
  makeCoat,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Paint,
  paints,
  primitives,
  renderPixels,
} from '@/core';
import type { Rgba } from '@/core/colour/colour';
import { decodeChannel, encodeChannel } from '@/core/colour/spaces';
import { facingAt, type Side, sideOf } from '@/core/depth/side';
import { acrossSide } from '@/core/depth/side-paint';
import { solidOf } from '@/core/depth/solid';
import type { View } from '@/core/depth/view';
import { cubicPoint } from '@/core/geometry/cubic';
import type { Point } from '@/core/geometry/vector';
import { paintColour } from '@/core/scene/paint-colour';
import { designOf } from '../designs';

const blob = primitives.ellipse.outline({ width: 300, height: 170 });
const sidesOf = (view: View): Side[] =>
  solidOf([{ path: blob }], view).sides.map(({ path }) => {
    const side = sideOf(path);
    if (!side) throw new Error('This is no side.');
    return side;
  });
const views: View[] = [
  { kind: 'along', dx: 40, dy: 70 },
  { kind: 'along', dx: -55, dy: 3 },
  { kind: 'toward', x: 60, y: 420, rest: 0.6 },
  { kind: 'toward', x: -260, y: 30, rest: 0.3 },
];
/** A place on a side: along its edge and toward its far end, 0–1. */
function placeOn({ edge, far }: Side, t: number, s: number): Point {
  const [p, q] = [cubicPoint(edge, t), cubicPoint(far, t)];
  return { x: p.x + (q.x - p.x) * s, y: p.y + (q.y - p.y) * s };
}

describe('the paint across a side', () => {
  it.each(views.map((v, i) => [`${v.kind} ${i}`, v] as const))(
    'is within a step of 8 bits of the colour of its edge, all the way to the far end: %s',
    (_, view) => {
      const shade = (side: Side, t: number): Rgba => {
        const n = facingAt(side, t);
        const v = 0.2 + 0.8 * Math.max(0, -0.6 * n.x + 0.8 * n.y);
        return [v, v * v, 1 - v, 1];
      };
      const sides = sidesOf(view);
      expect(sides.length).toBeGreaterThan(1);
      let most = 0;
      for (const side of sides) {
        const paint = acrossSide(side, (t) => shade(side, t));
        for (let i = 1; i < 60; i++)
          for (const s of [0, 0.4, 1]) {
            const got = paintColour(paint, placeOn(side, i / 60, s));
            shade(side, i / 60).forEach((v, k) => {
              most = Math.max(most, Math.abs(v - got[k]));
            });
          }
      }
      expect(most * 255).toBeLessThan(0.75);
    },
  );
});

const lamp = { direction: 20, height: 35 };
const lit = (values: Partial<Extract<Paint, { kind: 'lit' }>> = {}): Paint => ({
  ...paints.lit.defaults,
  ...values,
});

/** A rectangle with a slab beneath it, lit; the colour at places of the sheet. */
function colours(coat: Coat, turn: number, at: readonly (readonly [number, number])[], flip = false) {
  const part = makePart(makeSource('rectangle', { width: 100, height: 100 }), {
    id: 'a',
    place: { ...origin, x: 200, y: 200, turn, scaleX: flip ? -1 : 1 },
    coats: [coat],
  });
  const d = designOf(400, part);
  const { data } = renderPixels(
    evaluate({ ...d, sheets: [{ ...d.sheets[0], ground: null, lamp }] }, 's'),
    400,
  );
  return at.map(([x, y]) => [...data.subarray(4 * (400 * y + x), 4 * (400 * y + x) + 4)]);
}

describe('a colour by the light', () => {
  const [light, shade, ambient] = [[217, 164, 65], [58, 42, 16], 0.25] as const;
  /** Lambert’s law in linear light, by its formula. */
  const expected = (nx: number, ny: number, nz: number): number[] => {
    const [a, h] = [(lamp.direction * Math.PI) / 180, (lamp.height * Math.PI) / 180];
    const cos = nx * Math.sin(a) * Math.cos(h) - ny * Math.cos(a) * Math.cos(h) + nz * Math.sin(h);
    const k = ambient + (1 - ambient) * Math.max(0, cos);
    return light.map((v, i) => {
      const [p, q] = [decodeChannel(shade[i] / 255), decodeChannel(v / 255)];
      return 255 * encodeChannel(p + (q - p) * k);
    });
  };
  const close = (got: readonly number[], wanted: readonly number[]) => {
    for (const [i, v] of wanted.entries()) expect(Math.abs(got[i] - v)).toBeLessThan(0.6);
  };
  const slab = (angle: number) =>
    makeCoat('fill', { paint: lit(), steps: [makeStep('slab', { angle, depth: 60 })] });

  it('is Lambert’s on every side and on the front, by the lamp of the sheet', () => {
    // Down to the right: the right and the lower side are seen.
    const [right, below, front] = colours(slab(45), 0, [
      [265, 215],
      [215, 265],
      [200, 200],
    ]);
    close(right, expected(1, 0, 0));
    close(below, expected(0, 1, 0));
    close(front, expected(0, 0, 1));
    // Up to the left: the others.
    const [left, above] = colours(slab(225), 0, [
      [135, 185],
      [185, 135],
    ]);
    close(left, expected(-1, 0, 0));
    close(above, expected(0, -1, 0));
  });

  it('stays where the lamp is when the part is turned or mirrored', () => {
    const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)];
    // A place on the right side as the part has it, turned by 30°.
    const at = (x: number, y: number): [number, number] => [
      Math.round(200 + c * x - s * y),
      Math.round(200 + s * x + c * y),
    ];
    const [right, below] = colours(slab(45), 30, [at(65, 15), at(15, 65)]);
    close(right, expected(c, s, 0));
    close(below, expected(-s, c, 0));
    const [mirrored] = colours(slab(45), 0, [[135, 215]], true);
    close(mirrored, expected(-1, 0, 0));
  });

  it('takes a light of its own in place of the lamp', () => {
    const own = makeCoat('fill', {
      paint: lit({ lamp: 'own', ...lamp, direction: 110 }),
      steps: [makeStep('slab', { angle: 45, depth: 60 })],
    });
    const [right] = colours(own, 0, [[265, 215]]);
    const turned = (110 - lamp.direction) * (Math.PI / 180);
    close(right, expected(Math.cos(-turned), Math.sin(-turned), 0));
  });

  it('never shows through itself, however little of it shows', () => {
    const half = { ...slab(45), opacity: 0.5 };
    const [right, front] = colours(half, 0, [
      [265, 215],
      [200, 200],
    ]);
    expect([right[3], front[3]]).toEqual([128, 128]);
  });
});

describe('gradients over a solid', () => {
  const stops = [
    { at: 0, colour: '#ff0000' },
    { at: 1, colour: '#0000ff' },
  ];
  const coat = (run: 'depth' | 'facing', source: 'rectangle' | 'ellipse') => ({
    source,
    coat: makeCoat('fill', {
      run,
      paint: { ...paints.linear.defaults, stops, interpolation: 'srgb' },
      steps: [makeStep('slab', { angle: 90, depth: 100, makes: 'sides' })],
    }),
  });

  it('run evenly from the front to the far end, on curved sides too', () => {
    for (const kind of ['rectangle', 'ellipse'] as const) {
      const part = makePart(makeSource(kind, { width: 100, height: 100 }), {
        id: 'a',
        place: { ...origin, x: 200, y: 100 },
        coats: [coat('depth', kind).coat],
      });
      const { data } = renderPixels(evaluate(designOf(400, part), 's'), 400);
      for (const x of [165, 200, 233]) {
        const dx = (x + 0.5 - 200) / 50;
        const edge = 100 + (kind === 'ellipse' ? 50 * Math.sqrt(1 - dx * dx) : 50);
        for (const s of [0.1, 0.5, 0.9]) {
          const y = Math.floor(edge + 100 * s);
          const share = (y + 0.5 - edge) / 100;
          const [r, , b] = data.subarray(4 * (400 * y + x));
          expect(Math.abs(r - 255 * (1 - share))).toBeLessThan(1.2);
          expect(Math.abs(b - 255 * share)).toBeLessThan(1.2);
        }
      }
    }
  });

  it('go once round by the way that sides face, from the top clockwise', () => {
    const part = makePart(makeSource('rectangle', { width: 100, height: 100 }), {
      id: 'a',
      place: { ...origin, x: 200, y: 100 },
      coats: [coat('facing', 'rectangle').coat],
    });
    const { data } = renderPixels(evaluate(designOf(400, part), 's'), 400);
    // Downwards is half way round.
    expect([...data.subarray(4 * (400 * 200 + 200), 4 * (400 * 200 + 200) + 3)]).toEqual([128, 0, 128]);
  });
});
