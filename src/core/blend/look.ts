import { isGradient } from '../coat';
import type { Coat, Gradient, Paint, Solid, Stop } from '../coat/types';
import { formatHex, isHex, parseHex } from '../colour/colour';
import { colourAlong } from '../colour/gradient';

export const mixNumber = (a: number, b: number, t: number): number => a + (b - a) * t;

/** The colour between two hex colours, worked out in OKLab. */
export const mixColour = (a: string, b: string, t: number): string =>
  t <= 0
    ? a
    : t >= 1
      ? b
      : formatHex(
          colourAlong(
            [
              { at: 0, colour: parseHex(a) },
              { at: 1, colour: parseHex(b) },
            ],
            'oklab',
            t,
          ),
        );

/** The colour a gradient has at a place of its line. */
const colourAt = (g: Gradient, at: number): string =>
  formatHex(
    colourAlong(
      g.stops.map((s) => ({ at: s.at, colour: parseHex(s.colour) })),
      g.interpolation,
      at,
    ),
  );

function mixStops(a: Gradient, b: Gradient, t: number): Stop[] {
  if (a.stops.length === b.stops.length)
    return a.stops.map((s, i) => ({
      at: mixNumber(s.at, b.stops[i].at, t),
      colour: mixColour(s.colour, b.stops[i].colour, t),
    }));
  const places = [...new Set([...a.stops, ...b.stops].map((s) => s.at))].sort((p, q) => p - q);
  return places.map((at) => ({ at, colour: mixColour(colourAt(a, at), colourAt(b, at), t) }));
}

/** A gradient of one colour, to blend a plain colour with. */
const plainGradient = (like: Gradient, colour: string): Gradient => ({
  ...like,
  stops: like.stops.map((s) => ({ ...s, colour })),
});

const isColour = (v: unknown): v is string => typeof v === 'string' && isHex(v);

/** Values of one form mixed member by member; what cannot be mixed is the nearer end's. */
function mixValues(a: unknown, b: unknown, t: number): unknown {
  if (typeof a === 'number' && typeof b === 'number') return mixNumber(a, b, t);
  if (isColour(a) && isColour(b)) return mixColour(a, b, t);
  if (Array.isArray(a) && Array.isArray(b) && a.length === b.length)
    return a.map((v, i) => mixValues(v, b[i], t));
  if (isRecord(a) && isRecord(b))
    return Object.fromEntries(Object.keys(a).map((k) => [k, mixValues(a[k], b[k], t)]));
  return t < 0.5 ? a : b;
}

const isRecord = (v: unknown): v is Record<string, unknown> =>
  typeof v === 'object' && v !== null && !Array.isArray(v);

/** Members that count something and so cannot lie between two numbers. */
const counts = (p: Paint): unknown =>
  p.kind === 'mesh' ? [p.rows, p.columns] : p.kind === 'stripes' ? [p.stripes, p.colours.length] : p.kind;

const isFlat = (p: Paint): p is Solid | Gradient => p.kind === 'solid' || isGradient(p);

/**
 * The paint between two: colours in OKLab; between a line and a circle the nearer end's form, and
 * between paints that have nothing in common the nearer one.
 */
export function mixPaint(a: Paint, b: Paint, t: number): Paint {
  if (a.kind === 'solid' && b.kind === 'solid')
    return { kind: 'solid', colour: mixColour(a.colour, b.colour, t) };
  if (t <= 0) return a;
  if (t >= 1) return b;
  if (!isFlat(a) || !isFlat(b))
    return a.kind === b.kind && String(counts(a)) === String(counts(b))
      ? (mixValues(a, b, t) as Paint)
      : t < 0.5
        ? a
        : b;
  const like = (t < 0.5 ? [a, b] : [b, a]).find((p): p is Gradient => p.kind !== 'solid') as Gradient;
  const [p, q] = [a, b].map((x) => (x.kind === 'solid' ? plainGradient(like, x.colour) : x));
  const together = p.kind === q.kind && p.fixed === q.fixed;
  const { stops: _, ...ends } = p;
  const mixed = together ? (mixValues(ends, { ...q, stops: undefined }, t) as typeof ends) : {};
  return { ...like, ...mixed, stops: mixStops(p, q, t) } as Gradient;
}

function mixCoat(a: Coat, b: Coat, t: number): Coat {
  const near = t < 0.5 ? a : b;
  const common = {
    on: a.on || b.on,
    paint: mixPaint(a.paint, b.paint, t),
    opacity: mixNumber(visibleShare(a), visibleShare(b), t),
  };
  if (a.kind !== 'stroke' || b.kind !== 'stroke') return { ...near, ...common };
  return {
    ...near,
    ...common,
    kind: 'stroke',
    width: mixNumber(a.width, b.width, t),
    dashOffset: mixNumber(a.dashOffset, b.dashOffset, t),
    dashes:
      a.dashes.length === b.dashes.length
        ? a.dashes.map((v, i) => mixNumber(v, b.dashes[i], t))
        : (t < 0.5 ? a : b).dashes,
  } as Coat;
}

const visibleShare = (c: Coat): number => (c.on ? c.opacity : 0);

/** The coats between two lists: like kinds in order; a coat without a partner fades. */
export function mixCoats(a: readonly Coat[], b: readonly Coat[], t: number): Coat[] {
  const out: Coat[] = [];
  for (const kind of ['fill', 'stroke'] as const) {
    const [p, q] = [a.filter((c) => c.kind === kind), b.filter((c) => c.kind === kind)];
    for (let i = 0; i < Math.max(p.length, q.length); i++) {
      if (p[i] && q[i]) out.push(mixCoat(p[i], q[i], t));
      else if (p[i]) out.push({ ...p[i], opacity: p[i].opacity * (1 - t) });
      else out.push({ ...q[i], opacity: q[i].opacity * t });
    }
  }
  return out;
}
