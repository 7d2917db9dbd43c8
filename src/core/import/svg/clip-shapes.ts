import type { Bounds, FillRule, Path } from '../../geometry/path';
import { PathSyntaxError, parsePath } from '../../geometry/svg-path';
import { lengthOf, positionOf } from './values';

interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

const listOf = (text: string): string[] =>
  text
    .trim()
    .split(/[\s,]+/)
    .filter(Boolean);

/** Four values by the rule of CSS for one, two, three or four of them: above, right, below, left. */
const four = <T>([a, b = a, c = a, d = b]: readonly T[]): readonly [T, T, T, T] => [a, b, c, d];

/** An ellipse by its middle and half its sides, clockwise from its right. */
const ellipsePath = (cx: number, cy: number, rx: number, ry: number): string =>
  `M${cx + rx} ${cy}A${rx} ${ry} 0 1 1 ${cx - rx} ${cy}A${rx} ${ry} 0 1 1 ${cx + rx} ${cy}Z`;

/** A rectangle with its corners rounded as `round` says (CSS Backgrounds 3, 4.5: cut down together until they fit). */
function roundedPath({ x, y, w, h }: Box, round: string): string {
  const [across, down = across] = round.split('/').map((side) => four(listOf(side)));
  const rx = across[0] === undefined ? [0, 0, 0, 0] : across.map((v) => Math.max(0, lengthOf(v, w, 0)));
  const ry = down[0] === undefined ? [0, 0, 0, 0] : down.map((v) => Math.max(0, lengthOf(v, h, 0)));
  const f = Math.min(
    1,
    ...[w / (rx[0] + rx[1]), w / (rx[2] + rx[3]), h / (ry[1] + ry[2]), h / (ry[3] + ry[0])].filter(
      (v) => v > 0,
    ),
  );
  const [tl, tr, br, bl] = rx.map((v, i) => ({ x: v * f, y: ry[i] * f }));
  const bend = (r: { x: number; y: number }, tx: number, ty: number) =>
    r.x && r.y ? `A${r.x} ${r.y} 0 0 1 ${tx} ${ty}` : `L${tx} ${ty}`;
  return [
    `M${x + tl.x} ${y}H${x + w - tr.x}`,
    bend(tr, x + w, y + tr.y),
    `V${y + h - br.y}`,
    bend(br, x + w - br.x, y + h),
    `H${x + bl.x}`,
    bend(bl, x, y + h - bl.y),
    `V${y + tl.y}`,
    bend(tl, x + tl.x, y),
    'Z',
  ].join('');
}

/** Where the middle of a round shape lies that says so after “at”, or in the middle of its box. */
function middleOf(said: string | undefined, { x, y, w, h }: Box): readonly [number, number] {
  const [a, b] = positionOf(said ?? '');
  return [x + lengthOf(a, w, 0), y + lengthOf(b, h, 0)];
}

/** A radius: a length, or as far as to the nearest or the farthest side. */
function radius(said: string | undefined, near: number, far: number, of: number): number {
  if (said === undefined || said === 'closest-side') return near;
  return said === 'farthest-side' ? far : lengthOf(said, of, 0);
}

type Draw = (args: string, box: Box) => string;

const round = (rule: (radii: readonly string[], box: Box, at: readonly [number, number]) => string): Draw => {
  return (args, box) => {
    const [, said = '', at] = /^(.*?)(?:\bat\b(.*))?$/i.exec(args) ?? [];
    return rule(listOf(said), box, middleOf(at, box));
  };
};

/** The functions of basic shapes (CSS Shapes 1, section 3) as path text. */
const draws: Readonly<Record<string, Draw>> = {
  circle: round(([said], { x, y, w, h }, [cx, cy]) => {
    const sides = [cx - x, x + w - cx, cy - y, y + h - cy].map(Math.abs);
    const r = radius(said, Math.min(...sides), Math.max(...sides), Math.hypot(w, h) / Math.SQRT2);
    return ellipsePath(cx, cy, r, r);
  }),
  ellipse: round(([across, down = across], { x, y, w, h }, [cx, cy]) => {
    const sides = (a: number, b: number) => [Math.min(a, b), Math.max(a, b)] as const;
    const rx = radius(across, ...sides(Math.abs(cx - x), Math.abs(x + w - cx)), w);
    const ry = radius(down, ...sides(Math.abs(cy - y), Math.abs(y + h - cy)), h);
    return ellipsePath(cx, cy, rx, ry);
  }),
  inset(args, { x, y, w, h }) {
    const [sides, corners = ''] = args.split(/\bround\b/i);
    const [top, right, bottom, left] = four(listOf(sides));
    const [t, b] = [lengthOf(top, h, 0), lengthOf(bottom, h, 0)];
    const [l, r] = [lengthOf(left, w, 0), lengthOf(right, w, 0)];
    return roundedPath({ x: x + l, y: y + t, w: Math.max(0, w - l - r), h: Math.max(0, h - t - b) }, corners);
  },
  rect(args, { x, y, w, h }) {
    const [sides, corners = ''] = args.split(/\bround\b/i);
    const [top, right, bottom, left] = four(listOf(sides));
    const [t, l] = [lengthOf(top, h, 0), lengthOf(left, w, 0)];
    const [b, r] = [lengthOf(bottom, h, h), lengthOf(right, w, w)];
    return roundedPath({ x: x + l, y: y + t, w: Math.max(0, r - l), h: Math.max(0, b - t) }, corners);
  },
  xywh(args, { x, y, w, h }) {
    const [sides, corners = ''] = args.split(/\bround\b/i);
    const [sx, sy, sw, sh] = listOf(sides);
    const own = {
      x: x + lengthOf(sx, w, 0),
      y: y + lengthOf(sy, h, 0),
      w: lengthOf(sw, w, 0),
      h: lengthOf(sh, h, 0),
    };
    return roundedPath(own, corners);
  },
  polygon(args, { x, y, w, h }) {
    const points = args.split(',').map((pair) => {
      const [px, py] = listOf(pair);
      return `${x + lengthOf(px, w, 0)} ${y + lengthOf(py, h, 0)}`;
    });
    return `M${points.join('L')}Z`;
  },
};

/** The box that a shape of CSS lies in, by its word; that of the stroke where none is said (CSS Masking 1, 5.1). */
export const clipBoxOf = (text: string): 'fill-box' | 'stroke-box' | 'view-box' => {
  const said = /\b(fill-box|content-box|padding-box|view-box)\b/.exec(text.replace(/\([\s\S]*\)/, ''))?.[1];
  if (said === 'view-box') return said;
  return said === undefined ? 'stroke-box' : 'fill-box';
};

/** The outline of a clip that is a shape of CSS, in the coordinates of its box; null for what is none. */
export function clipShapePath(text: string, box: Bounds): Path | null {
  const found = /([a-z]+)\(([\s\S]*)\)/i.exec(text);
  if (!found) return null;
  const [, name, all] = found;
  const kind = name.toLowerCase();
  const [, rule, args] = /^\s*(?:(nonzero|evenodd)\s*,)?\s*([\s\S]*)$/.exec(all) ?? [];
  const fillRule: FillRule = rule === 'evenodd' ? 'evenodd' : 'nonzero';
  const own = { x: box.x0, y: box.y0, w: box.x1 - box.x0, h: box.y1 - box.y0 };
  const inside = kind === 'path' ? /^(["'])([\s\S]*)\1\s*$/.exec(args)?.[2] : undefined;
  const d = inside ?? draws[kind]?.(args, own);
  if (d === undefined) return null;
  try {
    const path = parsePath(d, fillRule);
    if (inside === undefined) return path;
    const contours = path.contours.map((c) => ({
      ...c,
      xy: c.xy.map((v, i) => v + (i % 2 ? own.y : own.x)),
    }));
    return { ...path, contours };
  } catch (e) {
    if (e instanceof PathSyntaxError) return null;
    throw e;
  }
}
