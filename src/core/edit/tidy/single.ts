import { isToWorkBy } from '../../document/painted';
import { referencesOf } from '../../document/part-references';
import type { Design } from '../../document/types';
import { isLine } from '../../geometry/cubic';
import { applyTo } from '../../geometry/matrix';
import { contourArea, pathLength } from '../../geometry/measure';
import { type Contour, type Path, segmentAt, segmentCount } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import { removeParts } from '../arrange-parts';
import { drawnContours } from '../points/carried';
import { changePoints } from '../points/change';
import { type PointRef, withContours } from '../points/refs';
import { sheetOf, worldOf } from '../tree';
import { exact, type Finding, type Laid } from './types';

const alone = (c: Contour): Path => ({ contours: [c], fillRule: 'nonzero' });
const shown = (v: number): string => String(Number(v.toPrecision(3)));

/** Contours thinner than the tolerance; those of drawn paths can be dropped. */
export function slivers(design: Design, laid: readonly Laid[], tolerance: number): Finding[] {
  return laid.flatMap((l) =>
    l.path.contours.flatMap((c, i): Finding[] => {
      if (!c.closed) return [];
      const around = pathLength(alone(c));
      const wide = around > 0 ? (2 * Math.abs(contourArea(c))) / around : 0;
      if (wide > tolerance) return [];
      const part = design.parts[l.id];
      const drawn = drawnContours(part)?.length === l.path.contours.length && !part.steps.length;
      return [
        {
          id: `sliver ${l.id} ${i}`,
          kind: 'sliver',
          parts: [l.id],
          message: `${l.name} has a sliver ${shown(wide)} wide${drawn ? '' : ', which its recipe makes'}.`,
          at: { x: c.xy[0], y: c.xy[1] },
          size: wide,
          mend: (d) =>
            drawn
              ? withContours(
                  d,
                  l.id,
                  (drawnContours(d.parts[l.id]) ?? []).filter((_, k) => k !== i),
                )
              : d,
        },
      ];
    }),
  );
}

/** Whether a node lies on the straight line between its neighbours. */
function needless(c: Contour, node: number): boolean {
  const n = segmentCount(c);
  const before = c.closed ? (node + n - 1) % n : node - 1;
  if (before < 0 || node >= n) return false;
  const [a, b] = [segmentAt(c, before), segmentAt(c, node)];
  if (!isLine(a) || !isLine(b)) return false;
  const [ux, uy, vx, vy] = [a[6] - a[0], a[7] - a[1], b[6] - b[0], b[7] - b[1]];
  const [lu, lv] = [Math.hypot(ux, uy), Math.hypot(vx, vy)];
  return lu < exact || lv < exact || (Math.abs(ux * vy - uy * vx) < 1e-6 * lu * lv && ux * vx + uy * vy > 0);
}

/** Faults of drawn paths: ends that look closed, points that say nothing, contours without length. */
export function pathFaults(
  design: Design,
  sheetId: string,
  ids: readonly string[],
  tolerance: number,
): Finding[] {
  return ids.flatMap((id) => {
    const part = design.parts[id];
    const world = worldOf(design, id);
    const place = (x: number, y: number): Point => applyTo(world, { x, y });
    return (drawnContours(part) ?? []).flatMap((c, contour): Finding[] => {
      const [x0, y0] = c.xy;
      const [x1, y1] = c.xy.slice(-2);
      if (pathLength(alone(c)) < exact)
        return [
          {
            id: `stray ${id} ${contour}`,
            kind: 'stray',
            parts: [id],
            message: `${part.name} has a point without a line.`,
            at: place(x0, y0),
            size: 0,
            mend(d) {
              const left = withContours(
                d,
                id,
                (drawnContours(d.parts[id]) ?? []).filter((_, k) => k !== contour),
              );
              return drawnContours(left.parts[id])?.length ? left : removeParts(d, sheetId, [id]).design;
            },
          },
        ];
      const out: Finding[] = [];
      const [p, q] = [place(x0, y0), place(x1, y1)];
      const gap = Math.hypot(p.x - q.x, p.y - q.y);
      const refs: PointRef[] = [{ part: id, contour, node: 0 }];
      if (!c.closed && gap <= tolerance && c.xy.length > 14)
        out.push({
          id: `open ${id} ${contour}`,
          kind: 'open end',
          parts: [id],
          message: `${part.name} looks closed but its ends are ${shown(gap)} apart.`,
          at: q,
          size: gap,
          mend: (d) => changePoints(d, sheetId, refs, { do: 'close' }).design,
        });
      const idle = Array.from({ length: segmentCount(c) }, (_, node) => node).filter((node) =>
        needless(c, node),
      );
      if (idle.length && idle.length < segmentCount(c) - 1)
        out.push({
          id: `needless ${id} ${contour}`,
          kind: 'needless point',
          parts: [id],
          message: `${part.name} has ${idle.length === 1 ? 'a point' : `${idle.length} points`} in a straight line.`,
          at: place(c.xy[6 * idle[0]], c.xy[6 * idle[0] + 1]),
          size: 0,
          mend: (d) =>
            changePoints(
              d,
              sheetId,
              idle.map((node) => ({ part: id, contour, node })),
              { do: 'remove' },
            ).design,
        });
      return out;
    });
  });
}

/** Parts that show nothing: hidden, wholly clear, or without an outline. */
export function leftovers(
  design: Design,
  sheetId: string,
  ids: readonly string[],
  empty: ReadonlySet<string>,
): Finding[] {
  const { width, height } = sheetOf(design, sheetId);
  const used = new Set(Object.values(design.parts).flatMap((p) => referencesOf(p).map((r) => r.id)));
  return ids.flatMap((id): Finding[] => {
    const part = design.parts[id];
    if (used.has(id) || isToWorkBy(part)) return [];
    const why = part.hidden
      ? 'is hidden'
      : part.opacity === 0
        ? 'is wholly clear'
        : empty.has(id)
          ? 'comes to nothing'
          : null;
    return why
      ? [
          {
            id: `leftover ${id}`,
            kind: 'leftover',
            parts: [id],
            message: `${part.name} ${why}.`,
            at: {
              x: Math.min(width, Math.max(0, part.place.x)),
              y: Math.min(height, Math.max(0, part.place.y)),
            },
            size: 0,
            mend: (d) => removeParts(d, sheetId, [id]).design,
          },
        ]
      : [];
  });
}
