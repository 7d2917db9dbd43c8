import { newPartName } from '@/core';
import { draftText, type PenPoint } from '@/core/edit';
import { run } from '../state/actions';
import { get, say } from '../state/store';
import { studioEngine } from '../state/studio';
import { setPointer } from './pointer-state';
import { type Press, surface } from './surface';

/** Follows the pen, shows its way, and says where it went once it is let go. */
function followPen(e: Press, done: (points: readonly PenPoint[]) => void): void {
  const points: PenPoint[] = [];
  const take = (ev: Press) =>
    points.push({ ...surface.onSheet(surface.inView(ev)), pressure: ev.pressure || 0.5 });
  const show = () =>
    setPointer({
      draft: {
        points: [],
        d: draftText(
          points.map(({ x, y }) => ({ x, y, out: null })),
          false,
        ),
      },
    });
  take(e);
  surface.hold(e, {
    move(ev) {
      take(ev);
      show();
    },
    up() {
      setPointer({ draft: null });
      done(points);
    },
    cancel: () => setPointer({ draft: null }),
  });
}

/** Draws freely: the pointer's way becomes few curves when it is let go. */
export const pressFreehand = (e: Press): void =>
  followPen(e, (points) => {
    const { view, smoothness } = get();
    void run('Draw freehand', {
      do: 'draw-free',
      points,
      tolerance: smoothness / view.zoom,
      reach: 8 / view.zoom,
      name: newPartName('path'),
    });
  });

/** Leaves out of the chosen parts, or of what lies where the stroke begins, what it goes over. */
export const pressEraser = (e: Press): void =>
  followPen(e, async (points) => {
    const { chosen, scope, view, smoothness, eraserWidth } = get();
    const { x, y } = points[0];
    const under = chosen.length ? [] : await studioEngine().studio.pick(scope, x, y, 4 / view.zoom);
    const ids = chosen.length ? chosen : under.slice(0, 1);
    if (!ids.length) {
      say('Choose what is erased from, or begin on it.');
      return;
    }
    const tolerance = smoothness / view.zoom;
    await run('Erase', { do: 'erase', ids, points, tolerance, width: eraserWidth });
  });
