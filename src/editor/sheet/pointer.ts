import { openDial } from '../frame/dial-state';
import { get } from '../state/store';
import { handTool } from '../tools';
import { pickUnder } from './pick-press';
import { setPointer } from './pointer-state';
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
    handTool(get().tool).press(e);
  },
  onMouseDown(e: { preventDefault(): void }): void {
    if (get().typing) e.preventDefault();
  },
  onPointerMove(e: Press): void {
    surface.move(e);
    if (!surface.active) handTool(get().tool).hover?.(e);
  },
  onPointerUp: (e: Press): void => surface.up(e),
  onPointerLeave: (): void => setPointer({ place: null }),
  onContextMenu: (e: { preventDefault(): void }): void => e.preventDefault(),
};
