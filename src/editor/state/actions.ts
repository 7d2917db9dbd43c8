import {
  applyPatch,
  type Design,
  diffJson,
  makeId,
  type Part,
  PatchError,
  type PatchOperation,
  type Sheet,
} from '@/core';
import { type CardRef, childrenOf, parentOf, withPart } from '@/core/edit';
import type { StudioCommand } from '@/worker/studio';
import { ApiError, api, type Change, type StoredChange } from './api';
import { get, say, set } from './store';
import { choice, hasEngine, showFrame, startEngine, studioEngine } from './studio';
import { clientId, sync } from './sync';

function must(): Design {
  const { design } = get();
  if (!design) throw new Error('No design is open.');
  return design;
}

/** Rebuilds what can be undone and redone from the stored changes. */
function historyOf(changes: readonly Change[]): { undo: Change[]; redo: Change[] } {
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

/** Changes of the past that can still be undone. */
const historyLength = 500;

/** Brings back what can be undone; what was done meanwhile comes after it. */
async function loadHistory(id: string, seq: number, recovered: readonly Change[]): Promise<void> {
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

/** Opens a design in the editor. */
export async function openDesign(id: string): Promise<void> {
  // The workers load while the design is on its way.
  if (!hasEngine()) startEngine();
  const stored = await api.get(id);
  const { design, recovered } = sync.begin(id, stored.document, stored.seq, takeForeign);
  const sheetId = design.sheets[0].id;
  set({
    designId: id,
    design,
    sheetId,
    chosen: [],
    scope: null,
    card: null,
    tool: 'pick',
    save: recovered.length ? 'saving' : 'saved',
    saveMessage: '',
    undo: [],
    redo: [],
  });
  studioEngine().board.onFailure = say;
  showFrame(await studioEngine().studio.open(design, sheetId, choice()), false);
  await loadHistory(id, stored.seq, recovered);
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
  if (card && card.list !== 'source' && !part?.[card.list].some((c) => c.id === card.id)) next.card = null;
  set(next);
}

async function send(patch: readonly PatchOperation[]): Promise<void> {
  showFrame(await studioEngine().studio.change(patch, choice()), false);
}

function takeForeign(patch: readonly PatchOperation[]): void {
  const design = applyPatch(must(), patch);
  set({ design, notice: 'Another window changed this design.' });
  keepChoiceSound(design);
  void send(patch);
}

/** Keeps a change: in the history, in the studio unless it is there already, and on the server. */
export function commit(label: string, next: Design, known = false): void {
  const before = must();
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
  set((s) => ({ design: next, undo: [...s.undo, change].slice(-historyLength), redo: [] }));
  keepChoiceSound(next);
  sync.add(change);
  if (!known) void send(patch);
}

function step(from: 'undo' | 'redo'): void {
  const change = get()[from].at(-1);
  if (!change) {
    say(from === 'undo' ? 'Nothing to undo.' : 'Nothing to redo.');
    return;
  }
  const patch = from === 'undo' ? change.inverse : change.patch;
  const inverse = from === 'undo' ? change.patch : change.inverse;
  let design: Design;
  try {
    design = applyPatch(must(), patch);
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
  void send(patch);
  say(`${from === 'undo' ? 'Undone' : 'Redone'}: ${change.label}`);
}

export const undo = (): void => step('undo');
export const redo = (): void => step('redo');

/** Chooses parts, and optionally a card of the recipe of a single one. */
export function choose(ids: readonly string[], card: CardRef | null = null): void {
  const { design } = get();
  const one = ids.length === 1 ? design?.parts[ids[0]] : null;
  const kept = card ?? (one ? { list: 'source' as const } : null);
  set({ chosen: ids, card: kept });
  if (hasEngine() && design)
    void studioEngine()
      .studio.choose(choice())
      .then((report) => set({ report, faults: report.faults }));
}

/** Chooses parts wherever they are: the group they stand in is entered. */
export function chooseInside(ids: readonly string[]): void {
  const { design } = get();
  if (design && ids.length) set({ scope: parentOf(design, ids[0]) });
  choose(ids);
}

export const chooseCard = (card: CardRef): void => choose(get().chosen, card);

/** Enters a group or combination, or leaves the one entered. */
export function enter(id: string): void {
  set({ scope: id });
  choose([]);
}

export function leave(): void {
  const { scope, design, tool } = get();
  if (tool !== 'pick') set({ tool: 'pick' });
  else if (scope && design) {
    set({ scope: parentOf(design, scope) });
    choose([scope]);
  } else choose([]);
}

/** Runs a command that needs geometry, keeps its result and chooses what it says. */
export async function run(label: string, command: StudioCommand): Promise<void> {
  const { patch, chosen } = await studioEngine().studio.run(command);
  if (!patch.length) {
    if (command.do === 'combine') say('Choose two or more parts to combine.');
    return;
  }
  const next = applyPatch(must(), patch);
  commit(label, next);
  choose(chosen);
}

/** Changes one part and keeps the change. */
export function changePart(label: string, id: string, change: (part: Part) => Part): void {
  const design = must();
  const part = design.parts[id];
  if (part) commit(label, withPart(design, change(part)));
}

/** Changes all chosen parts alike. */
export function changeChosen(label: string, change: (part: Part) => Part): void {
  let design = must();
  for (const id of get().chosen) if (design.parts[id]) design = withPart(design, change(design.parts[id]));
  commit(label, design);
}

export function changeSheet(label: string, change: (sheet: Sheet) => Sheet): void {
  const design = must();
  commit(label, { ...design, sheets: design.sheets.map((s) => (s.id === get().sheetId ? change(s) : s)) });
}

export const renameDesign = (name: string): void => {
  const text = name.trim();
  if (text) commit('Rename', { ...must(), name: text.slice(0, 200) });
};

/** Chooses the next or previous part of the level at hand. */
export function walkParts(by: 1 | -1): void {
  const { design, sheetId, scope, chosen } = get();
  if (!design) return;
  const level = childrenOf(design, sheetId, scope);
  if (!level.length) return;
  const at = chosen.length ? level.indexOf(chosen[0]) : by > 0 ? -1 : level.length;
  choose([level[(at + by + level.length) % level.length]]);
}

/** The cards of a part's recipe in the order of evaluation. */
export function cardsOf(part: Part): CardRef[] {
  return [
    { list: 'source' },
    ...part.steps.map((c): CardRef => ({ list: 'steps', id: c.id })),
    ...part.coats.map((c): CardRef => ({ list: 'coats', id: c.id })),
    ...part.finishes.map((c): CardRef => ({ list: 'finishes', id: c.id })),
  ];
}

export const sameCard = (a: CardRef | null, b: CardRef | null): boolean =>
  a?.list === b?.list && (a?.list === 'source' || (!!a && !!b && 'id' in a && 'id' in b && a.id === b.id));

export function walkCards(by: 1 | -1): void {
  const { design, chosen, card } = get();
  const part = chosen.length === 1 ? design?.parts[chosen[0]] : null;
  if (!part) return;
  const cards = cardsOf(part);
  const at = cards.findIndex((c) => sameCard(c, card));
  chooseCard(cards[(at + by + cards.length) % cards.length]);
}

/** Starts over from what is stored, giving up what was not sent. */
export async function takeTheirs(): Promise<void> {
  sync.drop();
  await openDesign(get().designId);
}

/** Keeps this window's work as a design of its own; returns its id. */
export async function keepAsCopy(): Promise<string> {
  const design = must();
  const made = await api.create({
    document: { ...design, name: `${design.name} (this window)`.slice(0, 200) },
  });
  sync.drop();
  return made.id;
}
