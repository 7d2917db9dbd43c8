import type { Point } from '@/core';
import { draftText, freePath } from '@/core/edit';
import { partNameFor } from '../fields/words';
import { choose, takeTool } from '../state/actions';
import { commit } from '../state/history';
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
      const { design, sheetId, view, smoothness } = get();
      if (!design) return;
      const made = freePath(
        design,
        sheetId,
        points,
        smoothness / view.zoom,
        8 / view.zoom,
        partNameFor('path'),
      );
      if (!made.chosen.length) return;
      commit('Draw freehand', made.design);
      takeTool('freehand');
      choose(made.chosen);
    },
    cancel: () => setPointer({ draft: null }),
  });
}
