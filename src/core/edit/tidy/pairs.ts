import { sameJson } from '../../document/patch';
import type { Design } from '../../document/types';
import { boundsMiddle, type Path } from '../../geometry/path';
import { removeParts } from '../arrange-parts';
import { roundOf } from '../snap';
import { moveParts } from '../transform';
import { exact, type Finding, type Laid } from './types';

/** Outlines as text with rounding taken off, for finding equal ones whatever node they start at. */
function shapeKey(path: Path): string {
  const contours = path.contours.map(({ xy, closed }) => {
    const nodes: string[] = [];
    for (let i = 0; i < xy.length - (closed ? 2 : 0); i += 6)
      nodes.push(`${Math.round(xy[i] / exact)},${Math.round(xy[i + 1] / exact)}`);
    return nodes.sort().join(' ');
  });
  return contours.sort().join(';');
}

/** Equal outlines on top of each other; the upper goes where the looks are equal too. */
export function doubles(design: Design, sheetId: string, laid: readonly Laid[]): Finding[] {
  const first = new Map<string, Laid>();
  const out: Finding[] = [];
  for (const l of laid) {
    // What stands in another holder lies there for a reason.
    const key = `${l.parent} ${shapeKey(l.path)}`;
    const below = first.get(key);
    if (!below) {
      first.set(key, l);
      continue;
    }
    const look = (id: string) => design.parts[id].coats.map(({ id: _, ...coat }) => coat);
    const alike = sameJson(look(below.id), look(l.id));
    out.push({
      id: `double ${below.id} ${l.id}`,
      kind: 'double',
      parts: [below.id, l.id],
      message: `${l.name} lies exactly on ${below.name}${alike ? '' : ', in another look'}.`,
      at: boundsMiddle(l.bounds),
      size: 0,
      ...(alike ? {} : { seen: true }),
      mend: (d) => removeParts(d, sheetId, [l.id]).design,
    });
  }
  return out;
}

/** Neighbours by a value that differ by less than the tolerance though not by nothing. */
function nearPairs<T>(
  list: readonly T[],
  value: (t: T) => number,
  tolerance: number,
  take: (a: T, b: T, off: number) => void,
): void {
  const sorted = [...list].sort((a, b) => value(a) - value(b));
  for (let i = 0; i + 1 < sorted.length; i++) {
    const off = value(sorted[i + 1]) - value(sorted[i]);
    if (off > exact && off <= tolerance) take(sorted[i], sorted[i + 1], off);
  }
}

const shown = (v: number): string => String(Number(v.toPrecision(3)));

/** Centres that all but stand in one line, and edges that all but meet. */
export function nearMisses(laid: readonly Laid[], tolerance: number): Finding[] {
  const out: Finding[] = [];
  const order = new Map(laid.map((l, i) => [l.id, i]));
  // The upper of the two gives way.
  const upper = (a: Laid, b: Laid) => ((order.get(a.id) ?? 0) > (order.get(b.id) ?? 0) ? [b, a] : [a, b]);
  for (const axis of ['x', 'y'] as const) {
    nearPairs(
      laid,
      (l) => boundsMiddle(l.bounds)[axis],
      tolerance,
      (a, b, off) => {
        const [stays, moves] = upper(a, b);
        const shift = boundsMiddle(stays.bounds)[axis] - boundsMiddle(moves.bounds)[axis];
        out.push({
          id: `centre ${axis} ${stays.id} ${moves.id}`,
          kind: 'near centre',
          parts: [stays.id, moves.id],
          message: `The centres of ${stays.name} and ${moves.name} miss each other by ${shown(off)} ${axis === 'x' ? 'across' : 'down'}.`,
          at: boundsMiddle(moves.bounds),
          size: off,
          mend: (d) => moveParts(d, [moves.id], axis === 'x' ? shift : 0, axis === 'y' ? shift : 0),
        });
      },
    );
    const [lo, hi, from, to] =
      axis === 'x' ? (['x0', 'x1', 'y0', 'y1'] as const) : (['y0', 'y1', 'x0', 'x1'] as const);
    const edges = laid.flatMap((l) => [
      { l, at: l.bounds[lo], far: false },
      { l, at: l.bounds[hi], far: true },
    ]);
    nearPairs(
      edges,
      (e) => e.at,
      tolerance,
      (a, b, off) => {
        // Only a far edge beside a near one is a gap or an overlap.
        if (a.l === b.l || a.far === b.far) return;
        if (a.l.bounds[from] > b.l.bounds[to] || b.l.bounds[from] > a.l.bounds[to]) return;
        const [stays, moves] = upper(a.l, b.l);
        const shift = moves === a.l ? off : -off;
        const across =
          (Math.max(a.l.bounds[from], b.l.bounds[from]) + Math.min(a.l.bounds[to], b.l.bounds[to])) / 2;
        out.push({
          id: `edge ${axis} ${stays.id} ${moves.id}`,
          kind: 'near edge',
          parts: [stays.id, moves.id],
          message: `${stays.name} and ${moves.name} ${a.far ? 'leave a gap' : 'overlap'} by ${shown(off)}.`,
          at: axis === 'x' ? { x: a.at, y: across } : { x: across, y: a.at },
          size: off,
          mend: (d) => moveParts(d, [moves.id], axis === 'x' ? shift : 0, axis === 'y' ? shift : 0),
        });
      },
    );
  }
  return out;
}

/** Circles looked at for touching; beyond that many pairs would be too many. */
const mostCircles = 400;

/** Circles that all but touch. */
export function nearTouches(design: Design, laid: readonly Laid[], tolerance: number): Finding[] {
  const circles = laid.flatMap((l) => {
    const c = roundOf(design, l.id);
    return c ? [{ ...c, id: l.id }] : [];
  });
  if (circles.length > mostCircles) return [];
  const out: Finding[] = [];
  circles.forEach((b, i) => {
    for (const a of circles.slice(0, i)) {
      const d = Math.hypot(b.x - a.x, b.y - a.y);
      for (const goal of [a.r + b.r, Math.abs(a.r - b.r)]) {
        const off = goal - d;
        if (d < 1e-9 || goal < 1e-9 || Math.abs(off) <= exact || Math.abs(off) > tolerance) continue;
        const [ux, uy] = [(b.x - a.x) / d, (b.y - a.y) / d];
        out.push({
          id: `touch ${a.id} ${b.id}`,
          kind: 'near touch',
          parts: [a.id, b.id],
          message: `${a.name} and ${b.name} miss touching by ${shown(Math.abs(off))}.`,
          at: { x: a.x + ux * a.r, y: a.y + uy * a.r },
          size: Math.abs(off),
          mend: (dd) => moveParts(dd, [b.id], ux * off, uy * off),
        });
        break;
      }
    }
  });
  return out;
}
