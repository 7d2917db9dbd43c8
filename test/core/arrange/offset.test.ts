import { beforeAll, describe, expect, it } from 'vitest';
import { asArc } from '@/core/arrange/arc';
import { combine } from '@/core/arrange/combine';
import { offsetPath, strokeArea } from '@/core/arrange/offset';
import type { Join } from '@/core/arrange/outline';
import { arcCubics, cubicPoint, isLine } from '@/core/geometry/cubic';
import { translation } from '@/core/geometry/matrix';
import { containsPoint } from '@/core/geometry/measure';
import { contourOf, type Path, pathBounds, segmentsOf, transformPath } from '@/core/geometry/path';
import { faceById } from '@/core/lettering/face';
import { takeShippedFaces } from '../../faces';
import { sampled } from '../../share';
import { circle, numbers, polygon, regular, ring } from '../shapes';

beforeAll(takeShippedFaces);

const round = { join: 'round' as Join, miterLimit: 4 };

/** Distance from a point to the outline of a path, by brute force over fine chords. */
function distances(path: Path): (x: number, y: number) => number {
  const chords = path.contours.flatMap((c) =>
    segmentsOf(c).flatMap((s) => {
      const points = Array.from({ length: 49 }, (_, i) => cubicPoint(s, i / 48));
      return points.slice(1).map((q, i) => [points[i], q] as const);
    }),
  );
  return (x, y) =>
    Math.min(
      ...chords.map(([p, q]) => {
        const [dx, dy] = [q.x - p.x, q.y - p.y];
        const l = dx * dx + dy * dy;
        const u = l ? Math.min(1, Math.max(0, ((x - p.x) * dx + (y - p.y) * dy) / l)) : 0;
        return Math.hypot(x - p.x - u * dx, y - p.y - u * dy);
      }),
    );
}

/** A closed smooth outline about the origin that bulges and dents at random. */
function blob(seed: number, nodes: number, dents: number): Path {
  const next = numbers(seed);
  const at = Array.from({ length: nodes }, (_, i) => {
    const a = (2 * Math.PI * i) / nodes;
    const r = 50 * (1 - dents * next());
    return { x: r * Math.cos(a), y: r * Math.sin(a) };
  });
  const cubics = at.map((p, i) => {
    const [o, q, r] = [-1, 1, 2].map((k) => at[(i + k + nodes) % nodes]);
    const k = 0.18;
    return [
      ...[p.x, p.y, p.x + k * (q.x - o.x), p.y + k * (q.y - o.y)],
      ...[q.x - k * (r.x - p.x), q.y - k * (r.y - p.y), q.x, q.y],
    ] as unknown as Parameters<typeof contourOf>[0][number];
  });
  return { contours: [contourOf(cubics, true)], fillRule: 'nonzero' };
}

const letter = (face: string, text: string): Path => {
  const instance = faceById(face)?.at({});
  if (!instance) throw new Error(face);
  const order = { from: 0, to: text.length, rightToLeft: false, script: 'Latn', features: [] };
  const [glyph] = instance.shape(text, order);
  const path = combine('union', [instance.outline(glyph.id)]);
  const b = pathBounds(path);
  if (!b) throw new Error(text);
  const k = 100 / Math.max(b.x1 - b.x0, b.y1 - b.y0);
  return {
    ...path,
    contours: path.contours.map((c) => ({
      ...c,
      xy: c.xy.map((v, i) => (v - (i % 2 ? b.y0 : b.x0)) * k),
    })),
  };
};

/** Places where what a path covers is not what the distance to a shape tells; those at its very edge aside. */
function wrong(
  shape: Path,
  result: Path,
  d: number,
  covers: (inside: boolean, far: number, d: number) => boolean,
): string[] {
  const b = pathBounds(shape);
  if (!b) return [];
  const far = distances(shape);
  const next = numbers(7);
  const out: string[] = [];
  for (let i = 0; i < 300; i++) {
    const x = b.x0 - 40 + (b.x1 - b.x0 + 80) * next();
    const y = b.y0 - 40 + (b.y1 - b.y0 + 80) * next();
    const away = far(x, y);
    if (Math.abs(away - d) < 0.02) continue;
    const p = { x, y };
    if (containsPoint(result, p) !== covers(containsPoint(shape, p), away, d))
      out.push(`${x.toFixed(2)} ${y.toFixed(2)}`);
  }
  return out;
}

const shapes: readonly (readonly [string, () => Path])[] = [
  ...[1, 2, 3, 4, 5, 6].map((n) => [`blob ${n}`, () => blob(n, 9, 0.6)] as const),
  ...[7, 8, 9].map((n) => [`jagged blob ${n}`, () => blob(n, 14, 0.8)] as const),
  ['star', () => regularStar(7, 50, 18)],
  ['C of a ring', () => openRing(40, 22, 0.5)],
  ['nearly closed ring', () => openRing(40, 22, 0.12)],
  ['ring', () => ring(0, 0, 45, 12)],
  ['notch', () => polygon([0, 0], [100, 0], [100, 80], [52, 80], [50, 20], [48, 80], [0, 80])],
  [
    'keyhole',
    () => ({
      contours: [...circle(0, 0, 50).contours, ...regular(3, 0, 0, 9).contours],
      fillRule: 'evenodd',
    }),
  ],
  ...['g', 'k', '&', 'e'].flatMap((c) =>
    ['pacifico', 'league-spartan-800', 'eb-garamond-500'].map(
      (f) => [`${c} of ${f}`, () => letter(f, c)] as const,
    ),
  ),
];

function regularStar(n: number, r: number, inner: number): Path {
  return polygon(
    ...Array.from({ length: 2 * n }, (_, i): [number, number] => {
      const a = (Math.PI * i) / n;
      const l = i % 2 ? inner : r;
      return [l * Math.cos(a), l * Math.sin(a)];
    }),
  );
}

/** A ring with a gap, its ends cut straight. */
function openRing(r: number, inner: number, gap: number): Path {
  const turn = 2 * Math.PI - 2 * gap;
  const out = arcCubics(0, 0, r, gap, turn);
  const back = arcCubics(0, 0, inner, -gap, -turn);
  const [o, b] = [out[out.length - 1], back[0]];
  const [e, s] = [back[back.length - 1], out[0]];
  const line = (x0: number, y0: number, x1: number, y1: number) => [x0, y0, x0, y0, x1, y1, x1, y1] as const;
  return {
    contours: [
      contourOf([...out, line(o[6], o[7], b[0], b[1]), ...back, line(e[6], e[7], s[0], s[1])], true),
    ],
    fillRule: 'nonzero',
  };
}

const made: readonly (readonly [
  string,
  (shape: Path, d: number) => Path,
  (inside: boolean, far: number, d: number) => boolean,
])[] = [
  ['outwards', (shape, d) => offsetPath(shape, d, round), (inside, far, d) => inside || far <= d],
  ['inwards', (shape, d) => offsetPath(shape, -d, round), (inside, far, d) => inside && far >= d],
  [
    'on both sides',
    (shape, d) => strokeArea(shape, { ...round, width: 2 * d, cap: 'round' }),
    (_, far, d) => far <= d,
  ],
];

/** All distances, or some. */
const radii = sampled([0.8, 3, 7, 15, 31], 1);

describe('offsets and strokes are told by distance alone', () => {
  it.each(shapes)('%s', (_, make) => {
    const shape = make();
    for (const d of radii)
      for (const [where, work, covers] of made)
        expect(wrong(shape, work(shape, d), d, covers), `${d} ${where}`).toEqual([]);
  });
});

describe('parallels keep what they are parallel to', () => {
  it('arcs and lines of a rounded outline stay arcs and lines, however often it is offset and stroked', () => {
    const corners = regularStar(5, 300, 170);
    // Two arcs at each of five tips, one in each dent, and the lines between.
    const rounded = offsetPath(offsetPath(corners, 60, round), -34, round);
    const kinds = (path: Path) =>
      path.contours.flatMap(segmentsOf).map((s) => (isLine(s) ? 'line' : asArc(s) ? 'arc' : 'curve'));
    expect(kinds(rounded).filter((k) => k === 'curve')).toEqual([]);
    for (const move of [translation(0, 0), translation(1234.567, -89.0123)]) {
      const stroke = strokeArea(transformPath(rounded, move), { ...round, width: 9, cap: 'butt' });
      expect(kinds(stroke)).not.toContain('curve');
      expect(stroke.contours.map((c) => segmentsOf(c).length)).toEqual([25, 25]);
    }
  });

  it('of curves that come again elsewhere are the same, to rounding', () => {
    const shape = blob(12, 11, 0.7);
    const style = { ...round, width: 13, cap: 'round' as const };
    const [here, there] = [shape, transformPath(shape, translation(777.7, -5000.1))].map((p) =>
      strokeArea(p, style),
    );
    const back = transformPath(there, translation(-777.7, 5000.1));
    expect(back.contours.map((c) => c.xy.length)).toEqual(here.contours.map((c) => c.xy.length));
    for (const [i, c] of back.contours.entries())
      for (const [k, v] of c.xy.entries()) expect(Math.abs(v - here.contours[i].xy[k])).toBeLessThan(1e-6);
  });
});
