import { applyPatch, type Design, PatchError, Places, type StoredChange } from '@/core';
import type { Unsent, Waiting } from './kept';

/** A design with changes on top, and those of them that do not fit any more. */
export function onTop(
  design: Design,
  changes: readonly Waiting[],
): { design: Design; fit: Waiting[]; misfits: Waiting[] } {
  const fit: Waiting[] = [];
  const misfits: Waiting[] = [];
  let at = design;
  for (const c of changes) {
    const next = tryApply(at, c.patch);
    if (next) {
      at = next;
      fit.push(c);
    } else misfits.push(c);
  }
  return { design: at, fit, misfits };
}

/** A design after a patch, or null where it does not fit. */
export function tryApply(design: Design, patch: Waiting['patch']): Design | null {
  try {
    return applyPatch(design, patch);
  } catch (e) {
    if (!(e instanceof PatchError)) throw e;
    return null;
  }
}

/** A design with as much of some changes as can be put on it, operation by operation. */
export function forced(design: Design, changes: readonly Waiting[]): Design {
  let at = design;
  for (const { patch } of changes) for (const o of patch) if (o.op !== 'test') at = tryApply(at, [o]) ?? at;
  return at;
}

/** What has become of the work that a window left, held against what is stored. */
export interface Returned {
  /** Changes that can be sent on, in order. */
  readonly fit: readonly Waiting[];
  /** Changes that others’ work stands in the way of. */
  readonly misfits: readonly Waiting[];
  /** The design with those that fit. */
  readonly design: Design;
}

/**
 * Sorts the work that a window left: what the server has already is passed over, the rest is tried one by one.
 * @param stored all changes after the oldest base, oldest first
 */
export function sortReturned(document: Design, stored: readonly StoredChange[], unsent: Unsent): Returned {
  const known = new Set(stored.map((c) => c.changeId));
  const own = new Set(unsent.own);
  const fit: Waiting[] = [];
  const misfits: Waiting[] = [];
  let design = document;
  for (const c of unsent.changes) {
    if (known.has(c.changeId)) continue;
    const others = new Places(
      ...stored.filter((f) => f.seq > c.base && !own.has(f.clientId)).map((f) => f.patch),
    );
    const next = others.touchedBy(c.patch) ? null : tryApply(design, c.patch);
    if (next) {
      design = next;
      fit.push(c);
    } else misfits.push(c);
  }
  return { fit, misfits, design };
}

/**
 * The design as a window had it when it left: the stored one taken back to where its work begins, and from there on
 * what it did, and what it took in of others, in the order in which it saw them. Null where that cannot be told.
 */
export function asLeft(document: Design, stored: readonly StoredChange[], unsent: Unsent): Design | null {
  const first = Math.min(...unsent.changes.map((c) => c.base));
  const later = stored.filter((c) => c.seq > first);
  let at: Design | null = document;
  for (const c of later.toReversed()) at = at && tryApply(at, c.inverse);
  const own = new Set(unsent.own);
  const known = new Map(later.map((c) => [c.changeId, c]));
  const others = later.filter((c) => !own.has(c.clientId));
  // What the server has of this window and the window no longer keeps was done before what it still keeps.
  const left = new Set(unsent.changes.map((c) => c.changeId));
  const done = later.filter((c) => own.has(c.clientId) && !left.has(c.changeId));
  for (const c of done) at = at && tryApply(at, c.patch);
  let seen = 0;
  for (const c of unsent.changes) {
    for (; seen < others.length && others[seen].seq <= c.base; seen++)
      at = at && tryApply(at, others[seen].patch);
    at = at && tryApply(at, known.get(c.changeId)?.patch ?? c.patch);
  }
  return at;
}
