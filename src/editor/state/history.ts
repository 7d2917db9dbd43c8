import {
  applyPatch,
  type Change,
  type Design,
  diffJson,
  guarded,
  makeId,
  PatchError,
  type PatchOperation,
  Places,
  type StoredChange,
  soundJson,
} from '@/core';
import { settleLinks } from '@/core/edit';
import { cardAt } from '../bench/cards';
import { ApiError, api } from './api';
import { reportDefect } from './defects';
import { turns } from './phase';
import { pushDesign, studioHas } from './push-design';
import { get, say, set } from './store';
import { clientId, onArrivals, sync } from './sync';

export { pushDesign, studioHas } from './push-design';

/** Changes of the past that can still be undone. */
const historyLength = 500;

/** Milliseconds after which words that are still typed are kept so far. */
const keepEvery = 5000;

/** The open design. @throws Error where none is open. */
export function openedDesign(): Design {
  const { design } = get();
  if (!design) throw new Error('No design is open.');
  return design;
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
    changes = await api.changes(id, Math.max(0, seq - historyLength));
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

/**
 * From here to `endLive` all changes show at once and are kept as one; with a label, those that have it. What was
 * under way under another label is kept first.
 */
export function beginLive(only: string | null = null): void {
  const { phase } = turns;
  // The drag leads; what is changed meanwhile waits for it.
  if (phase.at === 'drag') return;
  if (phase.at === 'live') {
    const due = only !== null && phase.label !== '' && performance.now() - phase.since > keepEvery;
    if (phase.only === only && !due) return;
    keepSoFar();
  }
  turns.enter({ at: 'live', before: openedDesign(), label: '', only, since: performance.now() });
}

/** Keeps what was changed in the live change so far, and ends it. */
function keepSoFar(): void {
  const { phase } = turns;
  if (phase.at !== 'live') return;
  try {
    if (phase.label) record(phase.label, phase.before, openedDesign());
  } finally {
    turns.settle();
  }
}

/** Whether something was changed that is not kept yet. */
export const isUnderWay = (): boolean => turns.phase.at === 'live' && turns.phase.label !== '';

/** Keeps at once what is under way: the window may be about to go. */
export const keepNow = (): void => keepSoFar();

let running: Promise<void> = Promise.resolve();

/** Keeps what was changed since `beginLive` as one change, unless something else is under way by now. */
export async function endLive(only: string | null = null): Promise<void> {
  await running;
  if (turns.phase.at === 'live' && turns.phase.only === only) keepSoFar();
}

/** Runs one piece of work that ends in a change after those before it. */
export function inTurn(work: () => Promise<void>): Promise<void> {
  const next = running.then(work);
  // What goes wrong is told by whoever asked for it; what comes after goes on.
  running = next.catch(() => {});
  return next;
}

/** Resolves once every command and drag so far is taken in, here and in the studio. */
export async function quiet(): Promise<void> {
  await running;
  await turns.idle();
  await pushDesign();
}

/** The changes of this window after which others have changed the same: they cannot be taken back any more. */
const overtaken = new WeakSet<Change>();

function record(label: string, before: Design, next: Design): void {
  const patch = diffJson(before, next);
  if (!patch.length) return;
  const change: Change = {
    changeId: makeId(),
    clientId,
    role: 'do',
    label,
    patch: guarded(patch, before),
    inverse: guarded(diffJson(next, before), next),
  };
  set((s) => ({ undo: [...s.undo, change].slice(-historyLength), redo: [] }));
  sync.add(change);
}

/** A design as it can be kept: texts of halves of characters or NUL lose these. */
function soundDesign(before: Design, wanted: Design): Design {
  const patch = diffJson(before, wanted);
  const sound = soundJson(patch);
  if (sound === patch) return wanted;
  say('The text held something that is no character; it was left out.');
  return applyPatch(before, sound);
}

/** Takes over a changed design: in the history, in the studio and on the server. */
export function commit(label: string, wanted: Design): void {
  const before = openedDesign();
  if (wanted === before) return;
  if (turns.dragging) {
    const patch = diffJson(before, wanted);
    void turns.idle().then(() => commitPatch(label, patch));
    return;
  }
  const next = settleLinks(before, soundDesign(before, wanted));
  set({ design: next });
  keepChoiceSound(next);
  if (turns.phase.at === 'live') keepLive(label, before, next);
  else record(label, before, next);
  void pushDesign();
}

/** Goes on with the change under way; what does not belong to it, such as a look kept while words are typed, is one of its own. */
function keepLive(label: string, before: Design, next: Design): void {
  const { phase } = turns;
  if (phase.at !== 'live') return;
  const { only } = phase;
  if (only === null || only === label) {
    turns.enter({ ...phase, label });
    return;
  }
  if (phase.label) record(phase.label, phase.before, before);
  record(label, before, next);
  turns.enter({ ...phase, before: next, label: '' });
}

function commitPatch(label: string, patch: readonly PatchOperation[]): void {
  try {
    commit(label, applyPatch(openedDesign(), patch));
  } catch (e) {
    if (!(e instanceof PatchError)) throw e;
    say('The drag has changed this; try it once more.');
  }
}

/** Resolves once no drag is under way, its last answer from the studio taken in. */
export const idle = (): Promise<void> => turns.idle();

/** Begins a drag, after the one before has ended. Returns the design it starts from. */
export async function beginDrag(): Promise<Design> {
  while (turns.dragging) await turns.idle();
  keepSoFar();
  turns.enter({ at: 'drag' });
  return openedDesign();
}

/**
 * Ends a drag that the studio has followed. `made` is kept as one change from `before`;
 * null gives it up, and the studio goes back to `before` from `studioAt`, or is given it whole where that is null.
 */
export function endDrag(label: string, before: Design, made: Design | null, studioAt: Design | null): void {
  if (!turns.dragging) return;
  try {
    const next = made && settleLinks(before, made);
    studioHas(studioAt);
    set({ design: next ?? before });
    if (next) {
      keepChoiceSound(next);
      record(label, before, next);
    }
  } finally {
    turns.settle();
    void pushDesign();
  }
}

// What others do is shown when nothing is under way here.
turns.onChange((phase) => {
  if (phase.at === 'rest') sync.release();
  else sync.hold();
});

onArrivals({
  foreign(patch) {
    const design = applyPatch(openedDesign(), patch);
    const places = new Places(patch);
    for (const list of [get().undo, get().redo])
      for (const c of list) if (places.touchedBy(c.patch)) overtaken.add(c);
    set({ design, notice: 'Another window changed this design.' });
    keepChoiceSound(design);
    void pushDesign();
  },
  rebuilt(design, without) {
    const gone = new Set(without);
    const left = (list: readonly Change[]) => list.filter((c) => !gone.has(c.changeId));
    set((s) => ({ design, undo: left(s.undo), redo: left(s.redo) }));
    keepChoiceSound(design);
    void pushDesign();
  },
});

function step(from: 'undo' | 'redo'): void {
  if (turns.dragging) {
    void turns.idle().then(() => step(from));
    return;
  }
  // What is under way, such as words typed a moment ago, is a change to be taken back as well.
  if (turns.phase.at === 'live') {
    void endLive(turns.phase.only).then(() => step(from));
    return;
  }
  const change = get()[from].at(-1);
  if (!change) {
    say(from === 'undo' ? 'Nothing to undo.' : 'Nothing to redo.');
    return;
  }
  const patch = from === 'undo' ? change.inverse : change.patch;
  const inverse = from === 'undo' ? change.patch : change.inverse;
  const design = overtaken.has(change) ? null : fitting(patch);
  if (!design) {
    // What came before it can still be taken back.
    set((s) => ({ [from]: s[from].slice(0, -1) }));
    say(`Another window has changed this since: “${change.label}” cannot be taken back here.`);
    return;
  }
  set((s) =>
    from === 'undo'
      ? { design, undo: s.undo.slice(0, -1), redo: [...s.redo, change] }
      : { design, redo: s.redo.slice(0, -1), undo: [...s.undo, change] },
  );
  keepChoiceSound(design);
  sync.add({ changeId: makeId(), clientId, role: from, label: change.label, patch, inverse });
  void pushDesign();
  say(`${from === 'undo' ? 'Undone' : 'Redone'}: ${change.label}`);
}

/** The open design after a patch, or null where that does not fit any more. */
function fitting(patch: readonly PatchOperation[]): Design | null {
  try {
    return applyPatch(openedDesign(), patch);
  } catch (e) {
    if (!(e instanceof PatchError)) reportDefect(e);
    return null;
  }
}

export const undo = (): void => step('undo');
export const redo = (): void => step('redo');
