import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { combine, evaluatePart, pathArea, primitives, transformPath } from '@/core';
import { solidOf } from '@/core/depth/solid';
import { farOf, type View } from '@/core/depth/view';
import { type Cubic, cubicPoint } from '@/core/geometry/cubic';
import { rotation } from '@/core/geometry/matrix';
import { containsPoint } from '@/core/geometry/measure';
import { boundsPath, cubicsOf, type Path, pathBounds } from '@/core/geometry/path';
import type { Outline } from '@/core/outline/types';
import { takeShippedFaces } from '../../faces';
import { runs, sampled } from '../../share';
import { words } from '../designs';

takeShippedFaces();

const whole = (s: ReturnType<typeof solidOf>): Path =>
  combine(
    'union',
    [...s.back, ...s.sides, ...s.front].map((p) => p.path),
  );
const along = (angle: number, depth: number): View => ({
  kind: 'along',
  dx: depth * Math.cos((angle * Math.PI) / 180),
  dy: depth * Math.sin((angle * Math.PI) / 180),
});
const one = (path: Path): Outline => [{ path }];
/** How wide a path is across a direction: its bounds once that lies level. */
const acrossWidth = (path: Path, angle: number): number => {
  const b = pathBounds(transformPath(path, rotation(-angle)));
  return b ? b.y1 - b.y0 : 0;
};

const convex = fc.oneof(
  fc
    .record({ w: fc.integer({ min: 20, max: 300 }), h: fc.integer({ min: 20, max: 300 }) })
    .map(({ w, h }) => primitives.ellipse.outline({ width: w, height: h })),
  fc
    .integer({ min: 3, max: 9 })
    .map((sides) => primitives.polygon.outline({ ...primitives.polygon.defaults, sides })),
);

describe('the silhouette of a solid', () => {
  it('of a convex shape is its Minkowski sum with a segment: its area and as much as it is wide across, times the depth', () => {
    // Steiner’s formula for a segment: A + depth · width across (Schneider, Convex Bodies, 2nd ed., 5.1).
    fc.assert(
      fc.property(
        convex,
        fc.integer({ min: -180, max: 180 }),
        fc.integer({ min: 1, max: 300 }),
        (path, angle, depth) => {
          const wanted = Math.abs(pathArea(path)) + depth * acrossWidth(path, angle);
          const made = solidOf(one(path), along(angle, depth));
          // No side of a convex shape lies over another.
          const sum = [...made.front, ...made.sides].reduce((all, p) => all + Math.abs(pathArea(p.path)), 0);
          expect(Math.abs(sum - wanted) / wanted).toBeLessThan(1e-9);
          expect(Math.abs(pathArea(whole(made)) - wanted) / wanted).toBeLessThan(5e-6);
        },
      ),
      { numRuns: runs(400, 25) },
    );
  });

  it('is what ten shifts leave, and the steps of these filled up', () => {
    // Common practice, no source: a shift of (−1, +1) ten times makes a side at 45°.
    const square = boundsPath({ x0: 0, y0: 0, x1: 80, y1: 60 });
    const shifts = Array.from({ length: 11 }, (_, i) => transformPath(square, [1, 0, 0, 1, -i, i]));
    const slab = whole(solidOf(one(square), along(135, 10 * Math.SQRT2)));
    // On either side each step leaves half a unit square.
    expect(pathArea(slab) - pathArea(combine('union', shifts))).toBeCloseTo(10, 6);
  });

  it('toward a point is the hull of both ends of a convex shape', () => {
    // A disc of radius r and its image about V: two arcs and two tangents.
    const r = 100;
    const path = primitives.ellipse.outline({ width: 2 * r, height: 2 * r });
    const [d, rest] = [400, 0.5];
    const made = whole(solidOf(one(path), { kind: 'toward', x: d, y: 0, rest }));
    const [r2, gap] = [r * rest, d * (1 - rest)];
    const lean = Math.asin((r - r2) / gap);
    const tangents = Math.cos(lean) * gap * (r + r2);
    const wanted = tangents + r * r * (Math.PI / 2 + lean) + r2 * r2 * (Math.PI / 2 - lean);
    expect(Math.abs(pathArea(made) - wanted) / wanted).toBeLessThan(3e-4);
  });
});

/** Letters with and without holes, a piece each. */
function letters(face: string, text: string): Outline {
  const part = words('a', 0, 0, { face, text, size: 200 });
  return evaluatePart({ parts: { a: part } }, part).outline;
}

const chordsOf = (s: Cubic) => Array.from({ length: 33 }, (_, i) => cubicPoint(s, i / 32));

/** How deep below a place of the picture the first side lies, 0–1, or null where none does; by casting a ray. */
function caster(outline: Outline, view: View) {
  const lines = outline.flatMap(({ path }) =>
    [...cubicsOf(path)].map(chordsOf).flatMap((ps) => ps.slice(1).map((q, i) => [ps[i], q] as const)),
  );
  return (x: number, y: number): number | null => {
    // Places of the front that come to lie here as the depth grows from 0 to 1.
    const end =
      view.kind === 'along'
        ? { x: x - view.dx, y: y - view.dy }
        : { x: view.x + (x - view.x) / view.rest, y: view.y + (y - view.y) / view.rest };
    const [ux, uy] = [end.x - x, end.y - y];
    let first: number | null = null;
    for (const [p, q] of lines) {
      const a = ux * (p.y - y) - uy * (p.x - x);
      const b = ux * (q.y - y) - uy * (q.x - x);
      if (a <= 0 === b <= 0) continue;
      const k = a / (a - b);
      const t = ((p.x + (q.x - p.x) * k - x) * ux + (p.y + (q.y - p.y) * k - y) * uy) / (ux * ux + uy * uy);
      if (t > 0 && t <= 1 && (first === null || t < first)) first = t;
    }
    return first;
  };
}

/** The same by the sides: that of the nearest that is drawn there. */
function drawn(sides: Outline, x: number, y: number): Path | null {
  for (let i = sides.length - 1; i >= 0; i--)
    if (containsPoint(sides[i].path, { x, y })) return sides[i].path;
  return null;
}

/** Where along the ray a side lies by its own edge. */
function depthOn(side: Path, view: View, x: number, y: number): number {
  return (
    caster([{ path: { ...side, contours: [{ closed: false, xy: side.contours[0].xy.slice(0, 8) }] } }], view)(
      x,
      y,
    ) ?? Number.NaN
  );
}

describe('the sides of a solid', () => {
  const texts = [
    ['league-spartan-800', 'ABDOPQR'],
    ['lilita-one', 'aegkms8'],
    ['abril-fatface', 'BSTWgy&'],
    ['pacifico', 'lorem'],
  ] as const;
  const views = [
    ...Array.from({ length: 8 }, (_, k) => along(20 + 45 * k, 60)),
    ...Array.from({ length: 8 }, (_, k): View => {
      const a = (k * Math.PI) / 4 + 0.3;
      return { kind: 'toward', x: 330 + 420 * Math.cos(a), y: -70 + 260 * Math.sin(a), rest: 0.75 };
    }),
  ];
  const cases = texts.flatMap(([face, text]) => views.map((view, k) => ({ face, text, view, k })));

  it.each(sampled(cases, 3).map((c) => [`${c.text} in ${c.face}, view ${c.k}`, c] as const))(
    'are those that rays meet first: %s',
    (_, { face, text, view }) => {
      const outline = letters(face, text);
      const { sides, front } = solidOf(outline, view);
      const cast = caster(outline, view);
      const b = [...sides, ...front].reduce(
        (all, { path }) => {
          const own = pathBounds(path);
          return own
            ? {
                x0: Math.min(all.x0, own.x0),
                y0: Math.min(all.y0, own.y0),
                x1: Math.max(all.x1, own.x1),
                y1: Math.max(all.y1, own.y1),
              }
            : all;
        },
        { x0: 1e9, y0: 1e9, x1: -1e9, y1: -1e9 },
      );
      const [n, m] = [64, 28];
      let seen = 0;
      let wrong = 0;
      for (let j = 0; j < m; j++)
        for (let i = 0; i < n; i++) {
          const x = b.x0 + ((i + 0.5) * (b.x1 - b.x0)) / n;
          const y = b.y0 + ((j + 0.5) * (b.y1 - b.y0)) / m;
          if (front.some((p) => containsPoint(p.path, { x, y }))) continue;
          const t = cast(x, y);
          // Away from edges: what lies around is the same side, or as empty.
          const near = [-0.3, 0.3].flatMap((d) => [cast(x + d, y), cast(x, y + d)]);
          if (near.some((v) => (v === null) !== (t === null) || Math.abs((v ?? 0) - (t ?? 0)) > 0.05))
            continue;
          const side = drawn(sides, x, y);
          seen++;
          if ((side === null) !== (t === null)) wrong++;
          else if (side && t !== null && !(Math.abs(depthOn(side, view, x, y) - t) < 0.01)) wrong++;
        }
      expect(seen).toBeGreaterThan(100);
      expect(wrong).toBe(0);
    },
  );

  it('share their corners with the front, the far end and each other, bit for bit', () => {
    const outline = letters('lilita-one', 'aegB8');
    for (const view of [along(30, 50), { kind: 'toward', x: 900, y: 400, rest: 0.6 } as const]) {
      const { sides, front, back } = solidOf(outline, view);
      const nodes = (list: Outline) =>
        new Set(
          list.flatMap(({ path }) =>
            path.contours.flatMap(({ xy }) =>
              xy.flatMap((v, i) => (i % 6 === 0 && i + 1 < xy.length ? [`${v} ${xy[i + 1]}`] : [])),
            ),
          ),
        );
      const [fronts, backs] = [nodes(front), nodes(back)];
      for (const { path } of sides) {
        const { xy } = path.contours[0];
        const corner = (i: number) => `${xy[6 * i]} ${xy[6 * i + 1]}`;
        expect([
          fronts.has(corner(0)),
          fronts.has(corner(1)),
          backs.has(corner(2)),
          backs.has(corner(3)),
        ]).toEqual([true, true, true, true]);
      }
    }
  });

  it('turn and grow with what they are made of', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3 }), fc.integer({ min: 0, max: 359 }), (quarter, angle) => {
        const star = primitives.polygon.outline({ ...primitives.polygon.defaults, sides: 5 });
        const turned = solidOf(
          one(transformPath(star, rotation(90 * quarter))),
          along(angle + 90 * quarter, 70),
        );
        const plain = solidOf(one(star), along(angle, 70));
        expect(turned.sides.length).toBe(plain.sides.length);
        const areas = (s: typeof plain) => s.sides.map((p) => pathArea(p.path)).sort((a, b) => a - b);
        for (const [i, v] of areas(turned).entries()) expect(v).toBeCloseTo(areas(plain)[i], 6);
      }),
      { numRuns: runs(100, 10) },
    );
  });

  it('all lie behind a front that holds the vanishing point, but those of its holes', () => {
    const ring = combine('subtract', [
      primitives.ellipse.outline({ width: 400, height: 400 }),
      primitives.ellipse.outline({ width: 200, height: 200 }),
    ]);
    const inside = solidOf(one(primitives.ellipse.outline({ width: 400, height: 400 })), {
      kind: 'toward',
      x: 10,
      y: 5,
      rest: 0.5,
    });
    expect(inside.sides).toEqual([]);
    const hole = solidOf(one(ring), { kind: 'toward', x: 10, y: 5, rest: 0.5 });
    expect(hole.sides.length).toBeGreaterThan(3);
    const far = farOf({ kind: 'toward', x: 10, y: 5, rest: 0.5 }, 100, 0);
    // The hole's sides reach half way in.
    expect(drawn(hole.sides, (far.x + 100) / 2, 2)).not.toBeNull();
  });
});
