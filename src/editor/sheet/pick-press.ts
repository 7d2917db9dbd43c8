import { applyPatch, type Part, type Point } from '@/core';
import type { CoatRef } from '@/core/edit';
import { choose, enter } from '../state/actions';
import { reportDefect } from '../state/defects';
import { idle } from '../state/history';
import { get, set } from '../state/store';
import { studioEngine } from '../state/studio';
import { workOnTile } from '../state/tile';
import { far, isDouble } from './double';
import { Drag } from './gestures';
import { askGuide, guideNear, moveGuide } from './guide-press';
import { pressBetweenLetters, pressWhileTyping } from './lettering-press';
import { setPointer } from './pointer-state';
import { type Active, type Press, surface } from './surface';

/** How near a press must come to a part, CSS pixels. */
const reach = 4;

/** Moves what is chosen, or copies of it; a press that does not move is a click. */
function moveParts(from: Point, onClick: (() => void) | null): Active {
  const start = surface.onSheet(from);
  let drag: Drag | null = null;
  let pending: Promise<void> | null = null;
  let latest: Parameters<Drag['move']> | null = null;
  let exact: readonly number[] | null = null;
  const begin = async (copy: boolean) => {
    await idle();
    const { design, chosen } = get();
    if (!design) return;
    if (!copy) {
      drag = new Drag('Move');
      return;
    }
    const { patch, chosen: copies } = await studioEngine().studio.run({ do: 'duplicate', ids: chosen });
    drag = new Drag('Copy', applyPatch(design, patch));
    set({ chosen: copies });
    await studioEngine().studio.change(patch, { ids: copies, card: get().card });
  };
  const send = () => {
    if (latest && drag) {
      drag.exact = exact;
      drag.move({ ...latest[0], ids: get().chosen } as (typeof latest)[0], latest[1]);
    }
  };
  return {
    move(e, p) {
      if (!pending && !far(p, from)) return;
      pending ??= begin(e.altKey).then(send);
      const at = surface.onSheet(p);
      latest = [
        { type: 'move', ids: get().chosen, dx: at.x - start.x, dy: at.y - start.y, straight: e.shiftKey },
        e.ctrlKey || e.metaKey,
      ];
      send();
    },
    exact(numbers) {
      exact = numbers;
      send();
    },
    up() {
      if (!pending) onClick?.();
      else void pending.catch(reportDefect).then(() => drag?.end());
    },
    cancel: () => void pending?.catch(reportDefect).then(() => drag?.end(false)),
  };
}

/** Picks all parts that lie within a dragged rectangle. */
function marquee(from: Point): Active {
  const before = get().chosen;
  return {
    move: (_, p) => setPointer({ marquee: { a: from, b: p } }),
    up(e, p) {
      setPointer({ marquee: null });
      if (!far(p, from)) {
        if (!e.shiftKey) choose([]);
        return;
      }
      const [a, b] = [surface.onSheet(from), surface.onSheet(p)];
      const area = {
        x0: Math.min(a.x, b.x),
        y0: Math.min(a.y, b.y),
        x1: Math.max(a.x, b.x),
        y1: Math.max(a.y, b.y),
      };
      void studioEngine()
        .studio.within(get().scope, area)
        .then((ids) => choose(e.shiftKey ? [...new Set([...before, ...ids])] : ids));
    },
  };
}

/** The topmost pattern that a part is painted with. */
function patternOf(part: Part | undefined): CoatRef | null {
  const coat = part?.coats.filter((c) => c.on && c.paint.kind === 'pattern' && c.paint.tile).at(-1);
  return part && coat ? { id: part.id, coat: coat.id } : null;
}

/** Enters a part, and chooses the member that lies at a place of the sheet. */
async function goInto(id: string, at: Point): Promise<void> {
  enter(id);
  const inside = await studioEngine().studio.memberAt(id, at.x, at.y, reach / get().view.zoom);
  if (get().scope === id && inside) choose([inside]);
}

/** What a press means, once the studio has said what lies under it; null where it is done. */
function meaning(ids: readonly string[], from: Point, shift: boolean, double: boolean): Active | null {
  const { chosen, design } = get();
  const under = ids.find((id) => chosen.includes(id));
  if (double && ids.length && design?.parts[under ?? ids[0]]?.children.length) {
    void goInto(under ?? ids[0], surface.onSheet(from));
    return null;
  }
  const pattern = double && design ? patternOf(design.parts[under ?? ids[0]]) : null;
  if (pattern) {
    void workOnTile(pattern);
    return null;
  }
  // Parts come before guides.
  const guide = ids.length ? undefined : guideNear(from);
  if (guide && double) {
    askGuide(guide, from);
    return null;
  }
  if (guide) return moveGuide(guide, from);
  if (!ids.length) return marquee(from);
  if (shift) {
    // What is chosen already stays so while it is dragged, and goes by a press that does not move.
    const [id] = ids;
    if (chosen.includes(id)) return moveParts(from, () => choose(chosen.filter((c) => c !== id)));
    choose([...chosen, id]);
    return moveParts(from, null);
  }
  if (under) {
    // A second press at the same place goes down to what lies beneath.
    const below = ids[(ids.indexOf(under) + 1) % ids.length];
    return moveParts(from, () => choose([chosen.length > 1 ? under : below]));
  }
  choose([ids[0]]);
  return moveParts(from, null);
}

/** Chooses what lies under a place of the view, unless something there is chosen already. */
export async function pickUnder(p: Point): Promise<void> {
  const at = surface.onSheet(p);
  const { scope, view } = get();
  const ids = await studioEngine().studio.pick(scope, at.x, at.y, reach / view.zoom);
  const { chosen } = get();
  if (ids.some((id) => chosen.includes(id))) return;
  choose(ids.slice(0, 1));
}

/** Picks what is under the pointer, and drags it. */
export function pressToPick(e: Press): void {
  const from = surface.inView(e);
  const at = surface.onSheet(from);
  const { scope, view } = get();
  const press = { ...e } as Press;
  const double = isDouble(from);
  if (pressWhileTyping(e, double) || (double && pressBetweenLetters(from))) return;
  const moves: { e: Press; p: Point }[] = [];
  let released: { e: Press; p: Point } | null = null;
  let given = false;
  // Until the studio has said what is here, moves wait.
  surface.hold(e, {
    move: (ev, p) => moves.push({ e: ev, p }),
    up: (ev, p) => {
      released = { e: ev, p };
    },
    cancel: () => {
      given = true;
    },
  });
  void studioEngine()
    .studio.pick(scope, at.x, at.y, reach / view.zoom)
    .then((ids) => {
      if (given) return;
      const next = meaning(ids, from, press.shiftKey, double);
      if (!released) {
        if (next) surface.hold(press, next, true);
        else surface.active = null;
      }
      for (const m of moves) next?.move(m.e, m.p);
      if (released) next?.up(released.e, released.p);
    });
}
