import type { Point } from '@/core';
import type { PointRef, SheetPoint, SheetSegment } from '@/core/edit';
import { choose, run } from '../state/actions';
import { get, set } from '../state/store';
import { studioEngine } from '../state/studio';
import { far, isDouble } from './double';
import { Drag } from './gestures';
import { setPointer } from './pointer-state';
import { type Press, surface } from './surface';

export const samePoint = (a: PointRef, b: PointRef): boolean =>
  a.part === b.part && a.contour === b.contour && a.node === b.node;

const refOf = ({ part, contour, node }: PointRef): PointRef => ({ part, contour, node });
const isChosen = (p: PointRef): boolean => get().points.some((q) => samePoint(p, q));

/** Drags the chosen points, `lead` first; a press that does not move is a click. */
function dragChosen(e: Press, lead: PointRef, onClick?: () => void): void {
  const from = surface.inView(e);
  const start = surface.onSheet(from);
  let drag: Drag | null = null;
  surface.hold(e, {
    move(ev, p) {
      if (!drag && !far(p, from)) return;
      drag ??= new Drag('Move points');
      const to = surface.onSheet(p);
      const refs = [lead, ...get().points.filter((q) => !samePoint(q, lead))];
      drag.move(
        { type: 'points', refs, dx: to.x - start.x, dy: to.y - start.y, straight: ev.shiftKey },
        ev.ctrlKey || ev.metaKey,
      );
    },
    exact: (numbers) => drag?.setExact(numbers),
    up: () => (drag ? void drag.end() : onClick?.()),
    cancel: () => void drag?.end(false),
  });
}

/** A press on a node chooses it, with Shift beside the others, and drags what is chosen. */
export function pressPoint(e: Press, p: SheetPoint): void {
  if (e.button !== 0) return;
  e.stopPropagation();
  const ref = refOf(p);
  const { points } = get();
  const was = isChosen(ref);
  if (e.shiftKey) set({ points: was ? points.filter((q) => !samePoint(q, ref)) : [...points, ref] });
  else if (!was) set({ points: [ref] });
  if (isChosen(ref)) dragChosen(e, ref, () => was && !e.shiftKey && set({ points: [ref] }));
}

/** A press on a segment drags its whole edge; a second press soon after puts a node there. */
export function pressSegment(e: Press, s: SheetSegment): void {
  if (e.button !== 0) return;
  e.stopPropagation();
  const ref = refOf(s);
  const place = surface.inView(e);
  if (isDouble(place)) {
    const at = surface.onSheet(place);
    void run('Insert point', { do: 'insert-point', ref, at }).then(() =>
      set({ points: [{ ...ref, node: ref.node + 1 }] }),
    );
    return;
  }
  const all = get().report?.points.filter((p) => p.part === s.part && p.contour === s.contour) ?? [];
  const ends = [ref, { ...ref, node: (ref.node + 1) % all.length }];
  if (e.shiftKey) set({ points: [...get().points, ...ends.filter((r) => !isChosen(r))] });
  else if (!ends.every(isChosen)) set({ points: ends });
  dragChosen(e, ref);
}

/** Drags one handle of a node; Alt leaves the other where it is. */
export function pressPointHandle(e: Press, p: SheetPoint, side: 'in' | 'out'): void {
  if (e.button !== 0) return;
  e.stopPropagation();
  const drag = new Drag('Bend');
  surface.hold(e, {
    move: (ev, at) =>
      drag.move({
        type: 'point-handle',
        ref: refOf(p),
        side,
        to: surface.onSheet(at),
        free: ev.altKey,
        straight: ev.shiftKey,
      }),
    exact: (numbers) => drag.setExact(numbers),
    up: () => void drag.end(),
    cancel: () => void drag.end(false),
  });
}

/** A press beside all points: a dragged rectangle chooses points, a click another part. */
export function pressBesidePoints(e: Press): void {
  const from = surface.inView(e);
  const before = e.shiftKey ? get().points : [];
  surface.hold(e, {
    move: (_, p) => setPointer({ marquee: { a: from, b: p } }),
    up(_, p) {
      setPointer({ marquee: null });
      if (!far(p, from)) {
        set({ points: [] });
        void choosePart(from, e.shiftKey);
        return;
      }
      const [a, b] = [surface.onSheet(from), surface.onSheet(p)];
      const within = (v: number, u: number, w: number) => v >= Math.min(u, w) && v <= Math.max(u, w);
      const inside = (get().report?.points ?? []).filter(
        (q) => within(q.x, a.x, b.x) && within(q.y, a.y, b.y),
      );
      const fresh = inside.map(refOf).filter((q) => !before.some((r) => samePoint(q, r)));
      set({ points: [...before, ...fresh] });
    },
    cancel: () => setPointer({ marquee: null }),
  });
}

async function choosePart(at: Point, add: boolean): Promise<void> {
  const { chosen, scope, view } = get();
  const p = surface.onSheet(at);
  const [id] = await studioEngine().studio.pick(scope, p.x, p.y, 4 / view.zoom);
  if (!id) {
    if (!add) choose([]);
  } else choose(add ? [...new Set([...chosen, id])] : [id]);
}
