import type { Point } from '@/core';
import { newPartName } from '@/core';
import { draftText } from '@/core/edit';
import { run } from '../state/actions';
import { get } from '../state/store';
import { setPointer } from './pointer-state';
import { type Press, surface } from './surface';

/** Draws freely: the pointer's way becomes few curves when it is let go. */
export function pressFreehand(e: Press): void {
  const points: (Point & { pressure: number })[] = [];
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
      const { view, smoothness } = get();
      void run('Draw freehand', {
        do: 'draw-free',
        points,
        tolerance: smoothness / view.zoom,
        reach: 8 / view.zoom,
        name: newPartName('path'),
      });
    },
    cancel: () => setPointer({ draft: null }),
  });
}
