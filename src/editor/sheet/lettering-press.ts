import type { Point } from '@/core';
import { run } from '../state/actions';
import { idle } from '../state/history';
import { get, say } from '../state/store';
import { studioEngine } from '../state/studio';
import { beginTyping, endTyping, select } from '../state/typing';
import { onHeld, onLetters, pressLetters } from './letter-grips';
import { type Press, surface } from './surface';
import { toView } from './view';

/** Height of new lettering, CSS pixels: it can be read at any zoom. */
const seen = 64;
/** How far beside the words a press still sets the caret, CSS pixels. */
const reach = 12;

const words = new Intl.Segmenter(undefined, { granularity: 'word' });

/** Distance of a place from a stretch of line, CSS pixels. */
function farFrom(p: Point, a: Point, b: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const t = Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(a.x + t * dx - p.x, a.y + t * dy - p.y);
}

/** Index of the text whose caret is nearest to a place of the view, and how far off that is. */
export function caretNear(p: Point): { index: number; far: number } | null {
  const { report, view } = get();
  const carets = report?.lettering?.carets;
  if (!carets?.length) return null;
  let best = { index: 0, far: Number.POSITIVE_INFINITY };
  carets.forEach(([foot, head], index) => {
    const far = farFrom(p, toView(view, foot), toView(view, head));
    if (far < best.far) best = { index, far };
  });
  return best;
}

/** Whether a place of the view lies on a letter's box or close to it. */
const onWords = (p: Point): boolean => onLetters(get().report?.lettering?.letters ?? [], p, reach);

/** A second press between letters of the chosen words types in them too; says whether it was taken. */
export function pressBetweenLetters(p: Point): boolean {
  const { chosen, report } = get();
  if (!report?.lettering || !onWords(p)) return false;
  beginTyping(chosen[0], caretNear(p)?.index);
  return true;
}

function selectWord(text: string, index: number): void {
  for (const { index: from, segment } of words.segment(text))
    if (index >= from && index < from + segment.length) {
      select(from, from + segment.length);
      return;
    }
}

/**
 * A press while words are typed: on them it sets the caret, and selects as it is dragged; twice it selects a
 * word. Anywhere else typing ends. Says whether it was taken.
 */
export function pressWhileTyping(e: Press, double: boolean): boolean {
  const { typing, design } = get();
  if (!typing) return false;
  const p = surface.inView(e);
  if (typing.held && onHeld(p)) {
    pressLetters(e, 'shift');
    return true;
  }
  const near = caretNear(p);
  if (!near || (near.far > reach && !onWords(p))) {
    void endTyping();
    return false;
  }
  const source = design?.parts[typing.id]?.source;
  if (double && source?.kind === 'lettering') {
    selectWord(source.text, near.index);
    return true;
  }
  const anchor = e.shiftKey ? typing.from : near.index;
  select(Math.min(anchor, near.index), Math.max(anchor, near.index));
  surface.hold(e, {
    move(_, q) {
      const at = caretNear(q)?.index ?? anchor;
      select(Math.min(anchor, at), Math.max(anchor, at));
    },
    up() {},
  });
  return true;
}

/** A press with the lettering tool: on lettering it edits that, elsewhere new words are begun. */
export async function pressLettering(e: Press): Promise<void> {
  const p = surface.inView(e);
  const at = surface.onSheet(p);
  const { scope, view, design } = get();
  await endTyping();
  const [under] = await studioEngine().studio.pick(scope, at.x, at.y, reach / view.zoom);
  if (under && design?.parts[under]?.source.kind === 'lettering') {
    beginTyping(under);
    return;
  }
  await run('Lettering', { do: 'add-lettering', parent: scope, at, size: Math.round(seen / view.zoom) });
  await idle();
  const [id] = get().chosen;
  if (!id || design?.parts[id]) say('Words cannot be put here.');
  else beginTyping(id);
}
