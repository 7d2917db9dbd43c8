import type { Point } from '@/core';
import type { SheetHandle } from '@/core/edit';
import { openDial } from '../frame/dial-state';
import { choose, run, takeTool } from '../state/actions';
import { get, set } from '../state/store';
import { pressToDraw } from './draw-press';
import { pressFreehand } from './freehand-press';
import { Drag } from './gestures';
import { pressLettering } from './lettering-press';
import { pressPathNode, trackDraft } from './path-press';
import { pickUnder, pressToPick } from './pick-press';
import { pressToPickUp } from './pick-up-press';
import { setPointer } from './pointer-state';
import { pressBesidePoints } from './points-press';
import { pressProfile } from './profile-press';
import { isOffLine, removeStop } from './stops';
import { type Press, surface } from './surface';
import { panBy } from './view';

function pan(e: Press): void {
  let last = surface.inView(e);
  surface.hold(e, {
    move(_, p) {
      panBy(p.x - last.x, p.y - last.y);
      last = p;
    },
    up() {},
  });
}

/** The dial, for what lies under the pointer unless that is chosen already. */
async function pressForDial(e: Press): Promise<void> {
  const at = { x: e.clientX, y: e.clientY };
  await pickUnder(surface.inView(e));
  openDial(at);
}

/** Adds a row, a column or both to the mesh at hand, where it is pressed. */
function pressMeshLines(e: Press): void {
  const { card, chosen } = get();
  if (card?.list !== 'coats' || chosen.length !== 1) {
    takeTool('pick');
    return;
  }
  const at = surface.onSheet(surface.inView(e));
  void run('Add mesh lines', { do: 'add-mesh-lines', coat: { id: chosen[0], coat: card.id }, at });
}

/** What the pointer does on the sheet: picks, drags, draws. Geometry is left to the studio. */
export const sheetHandlers = {
  onPointerDown(e: Press): void {
    // Words that are typed keep the keys, whatever is pressed on them.
    if (!get().typing) surface.element?.focus({ preventScroll: true });
    if (e.button === 1 || (e.button === 0 && surface.spaceHeld)) {
      pan(e);
      return;
    }
    if (e.button === 2) {
      void pressForDial(e);
      return;
    }
    if (e.button !== 0) return;
    // A press beside the faces lets go of them.
    if (get().tool === 'faces') takeTool('pick');
    const { tool } = get();
    if (tool === 'lettering') void pressLettering(e);
    else if (tool === 'pick' || tool === 'tidy') pressToPick(e);
    else if (tool === 'points') pressBesidePoints(e);
    else if (tool === 'mesh-lines') pressMeshLines(e);
    else if (tool === 'pick-up') void pressToPickUp(e);
    else if (tool === 'profile') pressProfile(e);
    else if (tool === 'freehand') pressFreehand(e);
    else if (tool === 'path') pressPathNode(e);
    else pressToDraw(e, tool);
  },
  onMouseDown(e: { preventDefault(): void }): void {
    if (get().typing) e.preventDefault();
  },
  onPointerMove(e: Press): void {
    surface.move(e);
    if (!surface.active && get().tool === 'path') trackDraft(e);
  },
  onPointerUp: (e: Press): void => surface.up(e),
  onPointerLeave: (): void => setPointer({ place: null }),
  onContextMenu: (e: { preventDefault(): void }): void => e.preventDefault(),
};

/** A press on a grip of the overlay, which is dragged from there on. */
function pressGrip(
  e: Press,
  label: string,
  gesture: (from: Point, to: Point, e: Press) => Parameters<Drag['move']>[0],
  onClick?: () => void,
  /** Takes a release over; the drag is given up then. */
  onRelease?: (p: Point) => (() => void) | null,
): void {
  e.stopPropagation();
  if (e.button !== 0) return;
  const start = surface.inView(e);
  const from = surface.onSheet(start);
  const drag = new Drag(label);
  let moved = false;
  surface.hold(e, {
    move(ev, p) {
      moved ||= Math.hypot(p.x - start.x, p.y - start.y) >= 3;
      if (moved || !onClick) drag.move(gesture(from, surface.onSheet(p), ev), ev.ctrlKey || ev.metaKey);
    },
    exact: (numbers) => drag.setExact(numbers),
    up(_, p) {
      const instead = moved ? onRelease?.(p) : null;
      if (instead) void drag.end(false).then(instead);
      else void drag.end().then(() => !moved && onClick?.());
    },
    cancel: () => void drag.end(false),
  });
}

export const pressTurn = (e: Press): void =>
  pressGrip(e, 'Turn', (from, to, ev) => ({
    type: 'turn',
    ids: get().chosen,
    from,
    to,
    straight: ev.shiftKey,
  }));

export const pressScale = (e: Press, side: readonly [number, number]): void =>
  pressGrip(e, 'Scale', (_, to, ev) => ({
    type: 'scale',
    ids: get().chosen,
    side,
    to,
    keepShape: ev.shiftKey,
    fromCentre: ev.altKey,
    along: get().scaleAlong,
  }));

/** Chooses a grip; with Shift it is added to those chosen or taken from them. A handle of a node leaves the choice. */
function chooseGrip(handle: string, more: boolean): void {
  const { grips } = get();
  if (/^(?:left|right|up|down)-/.test(handle)) return;
  if (!more && grips.includes(handle)) return;
  const rest = grips.filter((g) => g !== handle);
  set({ grips: more ? (rest.length < grips.length ? rest : [...grips, handle]) : [handle] });
  // What goes with the grip is in the report.
  const { chosen, card } = get();
  choose(chosen, card);
}

export const pressHandle = (e: Press, h: SheetHandle): void => {
  const { chosen } = get();
  const { card, id: handle, part: id = chosen[0] } = h;
  const alike = h.part ? { alike: chosen.filter((c) => c !== id) } : {};
  if (card.list === 'coats' && e.button === 0) chooseGrip(handle, e.shiftKey);
  const { grips } = get();
  const also = grips.includes(handle) ? grips.filter((g) => g !== handle) : [];
  pressGrip(
    e,
    'Drag handle',
    (_, to) => ({ type: 'handle', id, card, handle, to, ...alike, ...(also.length ? { also } : {}) }),
    card.list === 'steps'
      ? () => void run('Single out', { do: 'press-handle', id, card, handle })
      : undefined,
    (p) => (isOffLine(h, p) ? () => removeStop(h) : null),
  );
};
