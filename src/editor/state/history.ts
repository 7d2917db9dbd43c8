import {
  applyPatch,
  type Change,
  type Design,
  diffJson,
  makeId,
  PatchError,
  type PatchOperation,
  type StoredChange,
} from '@/core';
import { settleLinks } from '@/core/edit';
import { cardAt } from '../bench/cards';
import { ApiError, api } from './api';
import { get, say, set } from './store';
import { choice, hasEngine, showFrame, studioEngine } from './studio';
import { clientId, sync } from './sync';

/** Changes of the past that can still be undone. */
const historyLength = 500;

/** The open design. @throws Error where none is open. */
export function openedDesign(): Design {
  const { design } = get();
  if (!design) throw new Error('No design is open.');
  return design;
}

/** What the studio was last told of. */
let told: Design | null = null;
let telling: Promise<void> | null = null;

async function tellOn(): Promise<void> {
  while (told && hasEngine() && told !== openedDesign()) {
    const next = openedDesign();
    const patch = diffJson(told, next);
    told = next;
    if (patch.length) showFrame(await studioEngine().studio.change(patch, choice()), live !== null);
  }
}

/** Brings the studio up to the design shown here; changes that follow each other fast go together. */
export function tell(): Promise<void> {
  telling ??= tellOn().finally(() => {
    telling = null;
    // A change may have come just as the last answer did.
    if (!dragging && told && told !== get().design) void tell();
  });
  return telling;
}

/** Says that the studio has this design already. */
export function studioHas(design: Design): void {
  told = design;
}

/** Rebuilds what can be undone and redone from the stored changes. */
export function historyOf(changes: readonly Change[]): { undo: Change[]; redo: Change[] } {
  const undo: Change[] = [];
  let redo: Change[] = [];
  for (const c of changes) {
    if (c.role === 'do') {
      undo.push(c);
      redo = [];
    } else if (c.role === 'undo') {
      const was = undo.pop();
      if (was) redo.push(was);
    } else {
      const was = redo.pop();
      if (was) undo.push(was);
    }
  }
  return { undo: undo.slice(-historyLength), redo };
}

/** Brings back what can be undone; what was done meanwhile comes after it. */
export async function loadHistory(id: string, seq: number, recovered: readonly Change[]): Promise<void> {
  let changes: readonly StoredChange[];
  try {
    ({ changes } = await api.changes(id, Math.max(0, seq - historyLength)));
  } catch (e) {
    if (!(e instanceof ApiError)) throw e;
    say('What was done in earlier visits could not be loaded, so it cannot be undone here.');
    return;
  }
  const past = historyOf([...changes.filter((c) => c.seq <= seq), ...recovered]);
  set((s) =>
    s.designId === id
      ? { undo: [...past.undo, ...s.undo], redo: s.undo.length || s.redo.length ? s.redo : past.redo }
      : {},
  );
}

function keepChoiceSound(design: Design): void {
  const { chosen, scope, card } = get();
  const left = chosen.filter((id) => design.parts[id]);
  const next = {
    chosen: left.length === chosen.length ? chosen : left,
    scope: scope && design.parts[scope] ? scope : null,
    card,
  };
  const part = left.length === 1 ? design.parts[left[0]] : null;
  if (card && card.list !== 'source' && !(part && cardAt(part, card))) next.card = null;
  set(next);
}

/** A change under way whose steps are kept as one: a scrub, a drag of the colour picker. */
let live: { readonly before: Design; label: string; readonly only: string | null } | null = null;
let running: Promise<void> = Promise.resolve();

/**
 * From here to `endLive` all changes show at once and are kept as one; with a label, those that have it. What was
 * under way under another label is kept first.
 */
export function beginLive(only: string | null = null): void {
  if (live && live.only !== only) keepSoFar();
  live ??= { before: openedDesign(), label: '', only };
}

function keepSoFar(): void {
  const was = live;
  live = null;
  if (was) record(was.label, was.before, openedDesign());
}

/** Keeps what was changed since `beginLive` as one change, unless something else is under way by now. */
export async function endLive(only: string | null = null): Promise<void> {
  await running;
  if (live && live.only !== only) return;
  keepSoFar();
  takeWaiting();
}

/** Runs one piece of work that ends in a change after those before it. */
export function inTurn(work: () => Promise<void>): Promise<void> {
  const next = running.then(work);
  running = next.catch(() => {});
  return next;
}

/** Resolves once every command and drag so far is taken in, here and in the studio. */
export async function quiet(): Promise<void> {
  await running;
  await idle();
  await tell();
}

function record(label: string, before: Design, next: Design): void {
  const patch = diffJson(before, next);
  if (!patch.length) return;
  const change: Change = {
    changeId: makeId(),
    clientId,
    role: 'do',
    label,
    patch,
    inverse: diffJson(next, before),
  };
  set((s) => ({ undo: [...s.undo, change].slice(-historyLength), redo: [] }));
  sync.add(change);
}

/** Takes over a changed design: in the history, in the studio and on the server. */
export function commit(label: string, wanted: Design): void {
  const before = openedDesign();
  if (wanted === before) return;
  if (dragging) {
    const patch = diffJson(before, wanted);
    void idle().then(() => commitPatch(label, patch));
    return;
  }
  const next = settleLinks(before, wanted);
  set({ design: next });
  keepChoiceSound(next);
  if (live) keepLive(label, before, next);
  else record(label, before, next);
  void tell();
}

/** Goes on with the change under way; what does not belong to it, such as a look kept while words are typed, is one of its own. */
function keepLive(label: string, before: Design, next: Design): void {
  if (!live) return;
  const { only } = live;
  if (only === null || only === label) {
    live.label = label;
    return;
  }
  if (live.label) record(live.label, live.before, before);
  record(label, before, next);
  live = { before: next, label: '', only };
}

function commitPatch(label: string, patch: readonly PatchOperation[]): void {
  try {
    commit(label, applyPatch(openedDesign(), patch));
  } catch (e) {
    if (!(e instanceof PatchError)) throw e;
    say('The drag has changed this; try it once more.');
  }
}

/** A drag of the sheet is under way: what else would change the design waits until it ends. */
let dragging = false;
const waiting: (readonly PatchOperation[])[] = [];
const waiters: (() => void)[] = [];

/** Resolves once no drag is under way, its last answer from the studio taken in. */
export async function idle(): Promise<void> {
  while (dragging) await new Promise<void>((resolve) => waiters.push(resolve));
}

/** Begins a drag, after the one before has ended. Returns the design it starts from. */
export async function beginDrag(): Promise<Design> {
  while (dragging) await idle();
  dragging = true;
  return openedDesign();
}

/**
 * Ends a drag that the studio has followed. `made` is kept as one change from `before`;
 * null gives it up, and the studio goes back to `before` from `studioAt`.
 */
export function endDrag(label: string, before: Design, made: Design | null, studioAt: Design): void {
  const next = made && settleLinks(before, made);
  dragging = false;
  studioHas(studioAt);
  set({ design: next ?? before });
  if (next) {
    keepChoiceSound(next);
    record(label, before, next);
  }
  void tell();
  takeWaiting();
  for (const go of waiters.splice(0)) go();
}

function takeWaiting(): void {
  for (const patch of waiting.splice(0)) takeForeign(patch);
}

/** Takes in a change made in another window. */
export function takeForeign(patch: readonly PatchOperation[]): void {
  if (dragging || live) {
    waiting.push(patch);
    return;
  }
  const design = applyPatch(openedDesign(), patch);
  set({ design, notice: 'Another window changed this design.' });
  keepChoiceSound(design);
  void tell();
}

function step(from: 'undo' | 'redo'): void {
  if (dragging) {
    void idle().then(() => step(from));
    return;
  }
  // What is under way, such as words typed a moment ago, is a change to be taken back as well.
  if (live) {
    void endLive(live.only).then(() => step(from));
    return;
  }
  const change = get()[from].at(-1);
  if (!change) {
    say(from === 'undo' ? 'Nothing to undo.' : 'Nothing to redo.');
    return;
  }
  const patch = from === 'undo' ? change.inverse : change.patch;
  const inverse = from === 'undo' ? change.patch : change.inverse;
  let design: Design;
  try {
    design = applyPatch(openedDesign(), patch);
  } catch (e) {
    if (!(e instanceof PatchError)) throw e;
    say('Another window has changed this since; it cannot be taken back here.');
    return;
  }
  set((s) =>
    from === 'undo'
      ? { design, undo: s.undo.slice(0, -1), redo: [...s.redo, change] }
      : { design, redo: s.redo.slice(0, -1), undo: [...s.undo, change] },
  );
  keepChoiceSound(design);
  sync.add({ changeId: makeId(), clientId, role: from, label: change.label, patch, inverse });
  void tell();
  say(`${from === 'undo' ? 'Undone' : 'Redone'}: ${change.label}`);
}

export const undo = (): void => step('undo');
export const redo = (): void => step('redo');
