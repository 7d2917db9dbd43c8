import { colourAlong } from '@/core/colour/gradient';
import { flattenCubic } from '@/core/geometry/flatten';
import { applyTo, identity, invert, type Matrix, multiply } from '@/core/geometry/matrix';
import { type Path, segmentsOf, transformPath } from '@/core/geometry/path';
import type { BlendMode, MaskBy, Scene, SceneNode, ScenePaint } from '@/core/scene/types';

/** Premultiplied colour. */
export type Pixel = [number, number, number, number];

const lum = (c: number[]) => 0.3 * c[0] + 0.59 * c[1] + 0.11 * c[2];
const clip = (c: number[]): number[] => {
  const l = lum(c);
  const n = Math.min(...c);
  const x = Math.max(...c);
  let out = c;
  if (n < 0) out = out.map((v) => l + ((v - l) * l) / (l - n));
  if (x > 1) out = out.map((v) => l + ((v - l) * (1 - l)) / (x - l));
  return out;
};
const setLum = (c: number[], l: number) => clip(c.map((v) => v + l - lum(c)));
const sat = (c: number[]) => Math.max(...c) - Math.min(...c);
const setSat = (c: number[], s: number): number[] => {
  const n = Math.min(...c);
  const x = Math.max(...c);
  return x > n ? c.map((v) => ((v - n) * s) / (x - n)) : [0, 0, 0];
};

const hardLight = (b: number, s: number) => (s <= 0.5 ? b * 2 * s : b + (2 * s - 1) - b * (2 * s - 1));

/** One channel, as W3C Compositing and Blending Level 1, section 10.1, writes it down. */
const separable: Partial<Record<BlendMode, (b: number, s: number) => number>> = {
  normal: (_, s) => s,
  multiply: (b, s) => b * s,
  screen: (b, s) => b + s - b * s,
  overlay: (b, s) => hardLight(s, b),
  darken: Math.min,
  lighten: Math.max,
  'color-dodge': (b, s) => (b === 0 ? 0 : s === 1 ? 1 : Math.min(1, b / (1 - s))),
  'color-burn': (b, s) => (b === 1 ? 1 : s === 0 ? 0 : 1 - Math.min(1, (1 - b) / s)),
  'hard-light': hardLight,
  'soft-light': (b, s) => {
    if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b);
    const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b);
    return b + (2 * s - 1) * (d - b);
  },
  difference: (b, s) => Math.abs(b - s),
  exclusion: (b, s) => b + s - 2 * b * s,
};

/** The mixed colour of straight backdrop and source colours (section 10). */
function mix(mode: BlendMode, b: number[], s: number[]): number[] {
  const one = separable[mode];
  if (one) return b.map((v, i) => one(v, s[i]));
  if (mode === 'hue') return setLum(setSat(s, sat(b)), lum(b));
  if (mode === 'saturation') return setLum(setSat(b, sat(s)), lum(b));
  if (mode === 'color') return setLum(s, lum(b));
  return setLum(b, lum(s));
}

/** Source over backdrop in a blend mode (section 5.1 and 9.1.4), premultiplied in and out. */
export function compositeReference(mode: BlendMode, s: Pixel, d: Pixel): Pixel {
  const [as, ab] = [s[3], d[3]];
  const straight = (p: Pixel) => (p[3] > 0 ? p.slice(0, 3).map((v) => v / p[3]) : [0, 0, 0]);
  const [cs, cb] = [straight(s), straight(d)];
  const mixed = mix(mode, cb, cs);
  const out = cs.map((v, i) => as * (1 - ab) * v + as * ab * mixed[i] + (1 - as) * ab * cb[i]);
  return [out[0], out[1], out[2], as + ab - as * ab];
}

/** Which circle of those growing from a focus to the unit circle passes through a place: found by halving. */
function focal(x: number, y: number, fx: number, fy: number): number {
  let [low, high] = [0, 64];
  for (let k = 0; k < 60; k++) {
    const t = (low + high) / 2;
    if (Math.hypot(x - fx * (1 - t), y - fy * (1 - t)) > t) low = t;
    else high = t;
  }
  return high;
}

function paintAt(paint: ScenePaint, matrix: Matrix, x: number, y: number): Pixel {
  let c: readonly number[];
  if (paint.kind === 'solid') c = paint.colour;
  else if (paint.kind === 'image') throw new Error('Pictures have a reference of their own.');
  else {
    const back = invert(multiply(matrix, paint.matrix)) ?? identity;
    const p = applyTo(back, { x, y });
    const turn = Math.atan2(p.y, p.x) / (2 * Math.PI);
    const t =
      paint.kind === 'linear'
        ? p.x
        : paint.kind === 'radial'
          ? focal(p.x, p.y, ...(paint.focus ?? ([0, 0] as const)))
          : turn - Math.floor(turn);
    const whole = Math.floor(t);
    const spread = { pad: Math.min(1, Math.max(0, t)), repeat: t - whole, reflect: 0 };
    spread.reflect = whole % 2 === 0 ? t - whole : 1 - (t - whole);
    c = colourAlong(paint.stops, paint.interpolation, spread[paint.spread]);
  }
  return [c[0] * c[3], c[1] * c[3], c[2] * c[3], c[3]];
}

type Polyline = { x: number; y: number }[];
const polylines = new WeakMap<Path, Map<string, Polyline[]>>();

/** Closed contours of a placed path as fine chords; kept, since every row of samples asks again. */
function polylinesOf(path: Path, matrix: Matrix): Polyline[] {
  const known = polylines.get(path) ?? new Map<string, Polyline[]>();
  polylines.set(path, known);
  const key = matrix.join();
  const lines =
    known.get(key) ??
    transformPath(path, matrix).contours.map((c) => {
      const start = { x: c.xy[0], y: c.xy[1] };
      return [start, ...[...segmentsOf(c)].flatMap((s) => flattenCubic(s, 0.002)), start];
    });
  known.set(key, lines);
  return lines;
}

/** Crossings of a path's edges with one sample row, as [x, direction]. */
function crossings(path: Path, matrix: Matrix, y: number): [number, number][] {
  const out: [number, number][] = [];
  for (const points of polylinesOf(path, matrix))
    for (let i = 1; i < points.length; i++) {
      const [a, b] = [points[i - 1], points[i]];
      if (a.y <= y === b.y <= y) continue;
      out.push([a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x), b.y > a.y ? 1 : -1]);
    }
  return out.sort((p, q) => p[0] - q[0]);
}

function inside(list: readonly [number, number][], x: number, rule: Path['fillRule']): boolean {
  let w = 0;
  for (const [at, d] of list) if (at <= x) w += d;
  return rule === 'evenodd' ? w % 2 !== 0 : w !== 0;
}

type Row = Pixel[];

const bare = (length: number): Row => Array.from({ length }, () => [0, 0, 0, 0]);

/** Where a node lies, whatever it is painted with. */
function lying(n: SceneNode): SceneNode {
  const plain = { opacity: 1, blend: 'normal' } as const;
  if (n.type === 'shape') return { ...n, ...plain, paint: { kind: 'solid', colour: [0, 0, 0, 1] } };
  return n.type === 'group' ? { ...n, ...plain, knockout: false, children: n.children.map(lying) } : n;
}

/** How much of a sample a mask lets through (CSS Masking 1, section 5; luminance as Filter Effects 1 has it). */
const passed = (p: Pixel, by: MaskBy): number =>
  by !== 'luminance' ? (by === 'alpha' ? p[3] : 1 - p[3]) : 0.2125 * p[0] + 0.7154 * p[1] + 0.0721 * p[2];

/** Draws nodes onto one row of samples: every sample is a picture of its own, so nothing can bleed. */
function drawRow(nodes: readonly SceneNode[], matrix: Matrix, row: Row, y: number, step: number): void {
  const covered = (path: Path) => {
    const list = crossings(path, matrix, y);
    return (i: number) => inside(list, (i + 0.5) * step, path.fillRule);
  };
  for (const n of nodes) {
    if (n.type === 'mesh' || n.type === 'grain' || n.type === 'rim')
      throw new Error('Surfaces are checked on their own.');
    if (n.type === 'bent') throw new Error('What was bent is checked on its own.');
    if (n.type === 'filter') throw new Error('Filters are checked against the erf profile instead.');
    if (n.type === 'shape') {
      const hit = covered(n.path);
      let [pixel, s]: [number, Pixel] = [-1, [0, 0, 0, 0]];
      for (let i = 0; i < row.length; i++) {
        if (!hit(i)) continue;
        const x = Math.floor((i + 0.5) * step);
        // The paint of a pixel is that at its middle, as the raster has it.
        if (x !== pixel)
          s = paintAt(n.paint, matrix, x + 0.5, Math.floor(y) + 0.5).map((v) => v * n.opacity) as Pixel;
        pixel = x;
        row[i] = compositeReference(n.blend, s, row[i]);
      }
      continue;
    }
    const inner = multiply(matrix, n.matrix);
    const alone = n.isolated || n.blend !== 'normal';
    const start = alone ? bare(row.length) : row.map((p) => [...p] as Pixel);
    for (const members of n.knockout ? n.children.map((c) => [c]) : [n.children]) {
      if (n.knockout) {
        const shape = bare(row.length);
        drawRow(members.map(lying), inner, shape, y, step);
        shape.forEach((p, i) => {
          start[i] = start[i].map((v) => v * (1 - p[3])) as Pixel;
        });
      }
      drawRow(members, inner, start, y, step);
    }
    if (n.mask) {
      const mask = bare(row.length);
      drawRow(n.mask.children, inner, mask, y, step);
      const { by } = n.mask;
      mask.forEach((p, i) => {
        start[i] = start[i].map((v) => v * passed(p, by)) as Pixel;
      });
    }
    const clipped = n.clip
      ? (
          (list) => (i: number) =>
            inside(list, (i + 0.5) * step, n.clip?.fillRule ?? 'nonzero')
        )(crossings(n.clip, inner, y))
      : () => true;
    for (let i = 0; i < row.length; i++) {
      if (!clipped(i)) continue;
      if (alone) row[i] = compositeReference(n.blend, start[i].map((v) => v * n.opacity) as Pixel, row[i]);
      else row[i] = row[i].map((v, k) => v + (start[i][k] - v) * n.opacity) as Pixel;
    }
  }
}

/** The truth by brute force for some rows of a scene's pixels: 32 × 32 samples a pixel, each composited on its own, then averaged. */
export function supersample(scene: Scene, rows: readonly number[], samples = 32): Float64Array {
  const wide = Math.round(scene.width);
  const out = new Float64Array(4 * wide * rows.length);
  const g = scene.ground ?? [0, 0, 0, 0];
  rows.forEach((y, k) => {
    for (let s = 0; s < samples; s++) {
      const row: Row = Array.from({ length: wide * samples }, () => [
        g[0] * g[3],
        g[1] * g[3],
        g[2] * g[3],
        g[3],
      ]);
      drawRow(scene.nodes, identity, row, y + (s + 0.5) / samples, 1 / samples);
      row.forEach((p, i) => {
        const at = 4 * (wide * k + Math.floor(i / samples));
        for (let c = 0; c < 4; c++) out[at + c] += p[c] / (samples * samples);
      });
    }
  });
  return out;
}
