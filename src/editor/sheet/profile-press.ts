import { set } from '../state/store';
import { studioEngine } from '../state/studio';
import { type Press, surface } from './surface';

/** Draws a line on the sheet whose colours the panel charts. */
export function pressProfile(e: Press): void {
  const from = surface.onSheet(surface.inView(e));
  let asked = 0;
  const take = async (to: typeof from) => {
    const turn = ++asked;
    const colours = await studioEngine().studio.coloursAlong(from, to);
    if (turn === asked) set({ profile: { from, to, colours } });
  };
  surface.hold(e, {
    move: (_, p) => void take(surface.onSheet(p)),
    up: (_, p) => void take(surface.onSheet(p)),
  });
}
