import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Blend,
  cubicPoint,
  type Design,
  evaluatePart,
  formatHex,
  fromOklab,
  joinOutline,
  makeCoat,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
  type Path,
  parseHex,
  parsePath,
  pathArea,
  pathBounds,
  pathLength,
  segmentsOf,
  toOklab,
} from '@/core';
import { mixColour } from '@/core/blend/look';
import { blendPaths } from '@/core/blend/match';
import { blendParts, moveParts, releaseParts } from '@/core/edit';
import { asPieces, pathsOf } from '@/core/outline/pieces';
import { readDesign } from '@/core/reading';
import { designOf, difference, solid, withPart } from '../designs';
import { circle, flipped, moved, rect, regular, turned } from '../shapes';

const disc = (id: string, x: number, size: number, colour: string, extra: Partial<Part> = {}): Part =>
  makePart(makeSource('ellipse', { width: size, height: size }), {
    id,
    name: id,
    coats: [solid(colour)],
    place: { ...origin, x, y: 100 },
    ...extra,
  });

const blendOf = (d: Design, ids: string[], values: Partial<Blend> = {}, along = false) => {
  const { design, chosen } = blendParts(d, 's', ids, along);
  const part = design.parts[chosen[0]];
  const source = { ...part.source, ...values } as Part['source'];
  return { design: withPart(design, part.id, { source }), id: part.id };
};
const copies = (d: Design, id: string): readonly Path[] => pathsOf(evaluatePart(d, d.parts[id]).outline);
const centres = (list: readonly Path[]) =>
  list.map((p) => {
    const b = pathBounds(p);
    return b ? { x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2, r: (b.x1 - b.x0) / 2 } : null;
  });

describe('outlines between two paths', () => {
  const shapes: [string, Path][] = [
    ['circle', circle(0, 0, 50)],
    ['square', rect(-40, -40, 80, 80)],
    ['pentagon', regular(5, 10, 0, 45, 0.3)],
    ['open curve', parsePath('M0 0C30 -40 60 40 90 0')],
    ['two contours', parsePath('M0 0H40V40H0ZM50 0H60V10H50Z')],
  ];

  it.each(shapes.flatMap(([n, p]) => shapes.map(([m, q]) => [n, m, p, q] as const)))(
    'from %s to %s: the ends are exact',
    (_, __, p, q) => {
      const between = blendPaths(p, q);
      for (const [t, end] of [
        [0, p],
        [1, q],
      ] as const) {
        const got = between(t);
        expect(Math.abs(pathArea(got) - pathArea(end))).toBeLessThan(1e-6 * Math.max(1, pathArea(end)));
        const [a, b] = [pathBounds(got), pathBounds(end)];
        // A contour without a partner is a point then.
        if (p.contours.length === q.contours.length && a && b)
          for (const k of ['x0', 'y0', 'x1', 'y1'] as const) expect(a[k]).toBeCloseTo(b[k], 6);
      }
    },
  );

  it('of two circles are circles of the radius between, however they start and turn', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 359 }),
        fc.boolean(),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        (a, flip, t) => {
          const big = turned(circle(200, 30, 80), a, 200, 30);
          const p = blendPaths(circle(0, 0, 20), flip ? moved(flipped(moved(big, -200, 0)), 200, 0) : big)(t);
          const [x, y, r] = [200 * t, 30 * t, 20 + 60 * t];
          for (const s of segmentsOf(p.contours[0]))
            for (const u of [0, 0.3, 0.5, 0.8]) {
              const q = cubicPoint(s, u);
              // Nodes turn evenly too, so the chord is less than the arc: with a turn of up to an eighth.
              const d = Math.hypot(q.x - x, q.y - y);
              expect(d).toBeLessThan(r * 1.0004);
              expect(d).toBeGreaterThan(r * 0.92);
            }
        },
      ),
      { numRuns: 100 },
    );
  });

  it('do not twist: a square to a turned square never crosses itself, node goes to nearest node', () => {
    for (let a = 0; a < 360; a += 15) {
      const p = blendPaths(rect(-40, -40, 80, 80), turned(rect(-60, -60, 120, 120), a))(0.5);
      expect(p.contours[0].xy.length).toBe(2 + 6 * 4);
      // Half way between squares turned by at most an eighth the area stays near (100/2)² · cos² of half that.
      expect(pathArea(p)).toBeGreaterThan(100 * 100 * 0.84);
    }
  });

  it('of contours with sides as good as nothing begin and end as these, whatever lies at the same share', () => {
    const side = fc.oneof(
      fc.constant(0),
      fc.double({ min: 1e-9, max: 1e-6, noNaN: true }),
      fc.integer({ min: 1, max: 40 }),
    );
    const steps = fc.array(fc.tuple(side, fc.integer({ min: 0, max: 7 })), { minLength: 2, maxLength: 12 });
    const contour = (list: readonly (readonly [number, number])[]): Path => {
      let [x, y] = [0, 0];
      const d = list.map(([l, eighth]) => {
        x += l * Math.cos((eighth * Math.PI) / 4);
        y += l * Math.sin((eighth * Math.PI) / 4);
        return `L${x} ${y}`;
      });
      return parsePath(`M0 0${d.join('')}`);
    };
    fc.assert(
      fc.property(steps, steps, (one, other) => {
        const [a, b] = [contour(one), contour(other)];
        const between = blendPaths(a, b);
        expect(pathLength(between(0))).toBeCloseTo(pathLength(a), 4);
        expect(pathLength(between(1))).toBeCloseTo(pathLength(b), 4);
        expect(pathLength(between(0.5))).toBeLessThan(pathLength(a) + pathLength(b) + 1);
      }),
      { numRuns: 400 },
    );
  });

  it('have no more nodes than both ends together', () => {
    const p = blendPaths(regular(7, 0, 0, 40), circle(0, 0, 60))(0.4);
    expect((p.contours[0].xy.length - 2) / 6).toBeLessThanOrEqual(11);
  });
});

describe('a blend', () => {
  const two = designOf(400, disc('a', 50, 40, '#9a6b1f'), disc('b', 350, 100, '#1f2b38'));

  it('spaces copies evenly and keeps circles circles: centres and radii to 1e-9', () => {
    const { design, id } = blendOf(two, ['a', 'b'], { count: 4 });
    const got = centres(copies(design, id));
    expect(got.length).toBe(6);
    got.forEach((c, i) => {
      expect(c?.x).toBeCloseTo(50 + 60 * i, 9);
      expect(c?.r).toBeCloseTo(20 + 6 * i, 9);
    });
    expect(() => readDesign(design)).not.toThrow();
  });

  it('runs colours in OKLab, widths and opacity evenly', () => {
    const stroke = (width: number) => makeCoat('stroke', { width });
    const d = designOf(
      400,
      disc('a', 50, 40, '#ff0000', { coats: [solid('#ff0000'), stroke(2)], opacity: 1 }),
      disc('b', 350, 40, '#0000ff', { coats: [solid('#0000ff'), stroke(10)], opacity: 0.2 }),
    );
    const { design, id } = blendOf(d, ['a', 'b'], { count: 1 });
    const out = releaseParts(design, 's', [id]);
    const middle = out.design.parts[out.chosen[1]];
    const [p, q] = ['#ff0000', '#0000ff'].map((c) => toOklab(parseHex(c).slice(0, 3) as never));
    const half = fromOklab(p.map((v, i) => (v + q[i]) / 2) as never);
    const clip = (v: number) => Math.min(1, Math.max(0, v));
    const [fill, line] = middle.coats;
    expect(fill.paint).toEqual({
      kind: 'solid',
      colour: formatHex([clip(half[0]), clip(half[1]), clip(half[2]), 1]),
    });
    expect(line.kind === 'stroke' && line.width).toBe(6);
    expect(middle.opacity).toBeCloseTo(0.6, 12);
  });

  it('by distance takes as many as fit, eased they crowd to one end', () => {
    const by = (values: Partial<Blend>) => {
      const { design, id } = blendOf(two, ['a', 'b'], values);
      return centres(copies(design, id)).map((c) => c?.x ?? 0);
    };
    expect(by({ spacing: 'distance', distance: 50 }).length).toBe(7);
    const eased = by({ count: 5, ease: 0.5 });
    const gaps = eased.slice(1).map((x, i) => x - eased[i]);
    expect(gaps.every((g, i) => i === 0 || g > gaps[i - 1])).toBe(true);
    expect(by({ count: 0 }).length).toBe(2);
  });

  it('along a spine goes from end to end of it, centres on the path', () => {
    const spine = makePart(
      makeSource('path', { contours: [{ closed: false, xy: [60, 300, 60, 100, 340, 100, 340, 300] }] }),
      { id: 'spine' },
    );
    const d = designOf(400, disc('a', 50, 20, '#9a6b1f'), disc('b', 350, 20, '#1f2b38'), spine);
    const { design, id } = blendOf(d, ['a', 'b', 'spine'], { count: 9 }, true);
    const got = centres(copies(design, id));
    expect(got.length).toBe(11);
    expect([got[0]?.x, got[0]?.y]).toEqual([60, 300]);
    expect(got[5]?.x).toBeCloseTo(200, 6);
    expect(got[5]?.y).toBeCloseTo(150, 6);
    const gap = (i: number) =>
      Math.hypot((got[i + 1]?.x ?? 0) - (got[i]?.x ?? 0), (got[i + 1]?.y ?? 0) - (got[i]?.y ?? 0));
    for (let i = 1; i < 10; i++) expect(gap(i) / gap(0)).toBeCloseTo(1, 1);
    expect(design.parts.spine.construction).toBe(true);
  });

  it('of groups blends their members one by one, and what has no partner fades', () => {
    const group = (id: string, x: number, children: string[]) =>
      makePart({ kind: 'group' }, { id, children, place: { ...origin, x } });
    const d = designOf(
      800,
      disc('a1', 50, 30, '#ff0000', { place: { ...origin, x: 50, y: 40 } }),
      disc('a2', 50, 30, '#00ff00', { place: { ...origin, x: 50, y: 90 } }),
      disc('b1', 80, 30, '#ff0000', { place: { ...origin, x: 80, y: 60 } }),
      disc('b2', 80, 30, '#0000ff', { place: { ...origin, x: 80, y: 120 } }),
      disc('b3', 80, 30, '#123456', { place: { ...origin, x: 80, y: 200 } }),
      group('a', 0, ['a1', 'a2']),
      group('b', 400, ['b1', 'b2', 'b3']),
    );
    const { design, id } = blendOf(d, ['a', 'b'], { count: 1 });
    const released = releaseParts(design, 's', [id]);
    const middle = released.design.parts[released.chosen[1]];
    const inside = middle.children.map((c) => released.design.parts[c]);
    expect(inside.map((p) => p.place.y)).toEqual([50, 105, 200]);
    expect(inside[2].opacity).toBe(0.5);
    const [fill] = inside[1].coats;
    expect(fill.paint.kind === 'solid' && fill.paint.colour).toBe(mixColour('#00ff00', '#0000ff', 0.5));
    expect(difference(released.design, design)).toBe(0);
    expect(() => readDesign(released.design)).not.toThrow();
  });

  it('whose end only moves works out no shape and no look again', () => {
    const { design, id } = blendOf(two, ['a', 'b'], { count: 5 });
    const drawn = (of: Design) =>
      evaluatePart(of, of.parts[id]).nodes.flatMap((n) => (n.type === 'group' ? n.children : []));
    const before = drawn(design);
    const after = drawn(moveParts(design, ['b'], 40, 10));
    expect(before.length).toBe(7);
    expect(after.every((n, i) => n === before[i])).toBe(true);
  });

  it('follows its ends, blends three and more, unlike parts and steps, and is released as it looks', () => {
    const d = designOf(
      400,
      disc('a', 50, 60, '#9a6b1f'),
      makePart(makeSource('star', { points: 5 }), {
        id: 'b',
        coats: [solid('#203060')],
        place: { ...origin, x: 200, y: 200, scaleX: 0.4, scaleY: 0.4, turn: 30 },
        steps: [makeStep('round-corners', { radius: 4 })],
      }),
      disc('c', 350, 90, '#b23a48'),
    );
    const { design, id } = blendOf(d, ['a', 'b', 'c'], { count: 3 });
    expect(copies(design, id).length).toBe(9);
    const far = moveParts(design, ['c'], 0, 120);
    expect(difference(far, design)).toBeGreaterThan(50);
    const released = releaseParts(design, 's', [id]).design;
    expect(Object.keys(released.parts).length).toBe(9);
    expect(difference(released, design)).toBe(0);
    expect(() => readDesign(released)).not.toThrow();
    expect(joinOutline(asPieces(copies(design, id))).contours.length).toBe(9);
  });
});
