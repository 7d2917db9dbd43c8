import { type Guide, type Point, radians } from '@/core';
import { guideAngle, guideFoot } from '@/core/edit';
import { changeSheet } from '../state/actions';
import { get, set } from '../state/store';
import { isDouble } from './double';
import { type Active, type Press, surface } from './surface';
import { roundingHere, toView } from './view';

/** How near a press must come to a guide, CSS pixels. */
const reach = 4;

/** The guide near a place of the view. */
export function guideNear(p: Point): Guide | undefined {
  const { design, sheetId, view } = get();
  const sheet = design?.sheets.find((s) => s.id === sheetId);
  return sheet?.guides.find((g) => {
    if (g.locked) return false;
    const foot = toView(view, guideFoot(g, sheet));
    const a = radians(guideAngle(g));
    return Math.abs(-Math.sin(a) * (p.x - foot.x) + Math.cos(a) * (p.y - foot.y)) <= reach;
  });
}

/** Moves a guide; dragged off the sheet's view it goes. */
export function moveGuide(guide: Guide, start: Point): Active {
  let at = guide.at;
  const proof = guide.slant ? { proof: [] } : {};
  const show = () =>
    set({
      hits: [{ ...guide, what: 'guide', from: -1e5, to: 1e5, at, shift: 0, ...proof }],
      readout: String(at),
    });
  return {
    move(_, p) {
      const q = surface.onSheet(p);
      const from = surface.onSheet(start);
      // A slanted guide keeps the place along it where it was taken.
      const grain = roundingHere();
      at = Math.round((guide.at + (guide.axis === 'x' ? q.x - from.x : q.y - from.y)) / grain) * grain;
      show();
    },
    exact(numbers) {
      if (numbers) [at] = numbers;
      show();
    },
    up(_, p) {
      set({ hits: [], readout: '' });
      const out = p.x < 0 || p.y < 0;
      if (!out && at === guide.at) return;
      changeSheet(out ? 'Remove guide' : 'Move guide', (s) => ({
        ...s,
        guides: out
          ? s.guides.filter((g) => g.id !== guide.id)
          : s.guides.map((g) => (g.id === guide.id ? { ...g, at } : g)),
      }));
    },
    cancel: () => set({ hits: [], readout: '' }),
  };
}

/** Asks for a guide's number beside a place of the view. */
export function askGuide({ id }: Guide, at: Point): void {
  const { viewSize } = get();
  const place = { x: Math.min(at.x + 8, viewSize.width - 224), y: Math.min(at.y + 8, viewSize.height - 56) };
  set({ guideAsked: { id, at: { x: Math.max(8, place.x), y: Math.max(8, place.y) } } });
}

/** Moves a guide that is taken by its mark on a ruler; a second press at once asks for its number. */
export function pressGuide(e: Press, guide: Guide): void {
  const at = surface.inView(e);
  if (isDouble(at)) askGuide(guide, at);
  else surface.hold(e, moveGuide(guide, at));
}
