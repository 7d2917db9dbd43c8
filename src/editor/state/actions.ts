import {
  applyPatch,
  clipText,
  drawersOf,
  makeId,
  makeSheet,
  type Part,
  type Sheet,
  type StoredDesign,
  usualDrawing,
} from '@/core';
import {
  type CardRef,
  type Command,
  childrenOf,
  commands,
  familyOf,
  parentOf,
  type Sameness,
  withPart,
} from '@/core/edit';
import type { Aside } from '../sync/ports';
import { ApiError, answered, api } from './api';
import { reportDefect } from './defects';
import { commit, idle, inTurn, keepNow, loadHistory, openedDesign, pushDesign, studioHas } from './history';
import { type InHand, pickInHand } from './in-hand';
import { studioLoads } from './push-design';
import { atRest, get, proofStage, say, set, wallAtRest } from './store';
import { choice, hasEngine, showFrame, startEngine, studioEngine, takenIn } from './studio';
import { sync } from './sync';

let ahead: { readonly id: string; readonly answer: Promise<{ status: number; data: unknown }> } | null = null;

/** Starts the workers and has them fetch a design, before anything is on screen. */
export function loadAhead(id: string): void {
  if (!hasEngine()) startEngine();
  studioLoads();
  ahead = { id, answer: studioEngine().studio.load(id) };
}

/** Has nothing of the design before shown, or changed, while another one is on its way. */
function leaveDesign(next: string): void {
  studioEngine().board.empty();
  const { design, designId } = get();
  if (!design || designId === next) return;
  keepNow();
  set({ designId: '', design: null, sheetId: '', ...atRest, report: null, faults: [], findings: null });
}

/** Opens a design in the editor; resolves when its picture is on the way. */
export async function openDesign(id: string): Promise<void> {
  if (ahead?.id !== id) loadAhead(id);
  leaveDesign(id);
  const { status, data } = (await ahead?.answer) ?? { status: 0, data: null };
  ahead = null;
  const stored = answered<StoredDesign>(status, data);
  const { design, recovered } = await sync.open(id, stored.document, stored.seq);
  // Before the window has it: what is told from now on is told on top of this one, not of the design before.
  studioHas(stored.document);
  const sheetId = design.sheets[0].id;
  set({
    designId: id,
    design,
    sheetId,
    ...atRest,
    findings: null,
    wall: wallAtRest,
    undo: [],
    redo: [],
  });
  studioEngine().board.onFailure = say;
  showFrame(await studioEngine().studio.open(sheetId, choice()), false);
  // What an earlier visit could not send comes on top.
  await pushDesign();
  loadHistory(id, stored.seq, recovered).catch(reportDefect);
}

/** Chooses parts, and optionally a card of the recipe of a single one. */
export function choose(ids: readonly string[], card: CardRef | null = null): void {
  const { design } = get();
  const one = ids.length === 1 ? design?.parts[ids[0]] : null;
  const kept = card ?? (one ? { list: 'source' as const } : null);
  const { card: before, chosen: was, grips } = get();
  const stays = sameCard(before, kept) && ids.length === was.length && ids.every((id, i) => id === was[i]);
  set({ chosen: ids, card: kept, grips: stays ? grips : [] });
  if (hasEngine() && design)
    void studioEngine()
      .studio.choose(choice())
      .then((report) => set((s) => takenIn(s.report, report)));
}

/** Takes a tool in hand; what it needs to know of the chosen parts is asked for. */
export function takeTool(tool: InHand): void {
  const { chosen, card } = get();
  set({ tool, points: [] });
  choose(chosen, card);
}

/** Lays the tool in hand down. */
export const layDown = (): void => takeTool(pickInHand);

/** Chooses all parts that are like the chosen one. */
export function chooseLike(by: Sameness): void {
  const { chosen } = get();
  if (chosen.length !== 1) {
    say('Choose one part first.');
    return;
  }
  void studioEngine()
    .studio.like(chosen[0], by)
    .then((ids) => {
      choose(ids);
      say(ids.length === 1 ? 'No other part is like it.' : `${ids.length} parts chosen.`);
    });
}

/** Chooses parts wherever they are: the group they stand in is entered. */
export function chooseInside(ids: readonly string[]): void {
  const { design } = get();
  if (design && ids.length) set({ scope: parentOf(design, ids[0]) });
  choose(ids);
}

export function chooseCard(card: CardRef): void {
  choose(get().chosen, card);
  // Beside the wall its controls come forward.
  if (get().stage === proofStage) set((s) => ({ wall: { ...s.wall, pane: 'card' } }));
}

/** Enters a group or combination, or leaves the one entered. */
export function enter(id: string): void {
  set({ scope: id });
  choose([]);
}

export function leave(): void {
  const { scope, design, tool } = get();
  if (!tool.rests) layDown();
  else if (scope && design) {
    set({ scope: parentOf(design, scope) });
    choose([scope]);
  } else choose([]);
}

/** Runs a command that needs geometry, keeps its result and chooses what it says. */
export const run = (label: string, command: Command): Promise<void> =>
  inTurn(async () => {
    await idle();
    const { patch, chosen, card, said } = await studioEngine().studio.run(command);
    if (!patch.length) {
      const needs = commands[command.do].needs?.(command);
      if (needs) say(needs);
      return;
    }
    commit(label, applyPatch(openedDesign(), patch));
    if (said) say(said);
    choose(chosen, card);
    if (commands[command.do].pointsGo?.(command)) set({ points: [] });
  });

/** Changes one part and keeps the change. */
export function changePart(label: string, id: string, change: (part: Part) => Part): void {
  const design = openedDesign();
  const part = design.parts[id];
  if (part) commit(label, withPart(design, change(part)));
}

/** Changes several parts alike. */
export function changeParts(label: string, ids: readonly string[], change: (part: Part) => Part): void {
  const design = openedDesign();
  const changed = ids.filter((id) => design.parts[id]).map((id) => [id, change(design.parts[id])] as const);
  commit(label, { ...design, parts: { ...design.parts, ...Object.fromEntries(changed) } });
}

/** Changes all chosen parts alike. */
export const changeChosen = (label: string, change: (part: Part) => Part): void =>
  changeParts(label, get().chosen, change);

export function changeSheet(label: string, change: (sheet: Sheet) => Sheet): void {
  const design = openedDesign();
  commit(label, { ...design, sheets: design.sheets.map((s) => (s.id === get().sheetId ? change(s) : s)) });
}

/** Guides through the exact middle of the sheet, where there are none yet. */
export function guideMiddle(): void {
  changeSheet('Guides through the middle', (s) => {
    const middle = { x: s.width / 2, y: s.height / 2 };
    const missing = (['x', 'y'] as const).filter(
      (axis) => !s.guides.some((g) => g.axis === axis && g.at === middle[axis] && !g.slant),
    );
    return {
      ...s,
      guides: [...s.guides, ...missing.map((axis) => ({ id: makeId(), axis, at: middle[axis] }))],
    };
  });
}

/** Shows another sheet of the design. */
export const openSheet = (id: string): Promise<void> =>
  inTurn(async () => {
    if (!openedDesign().sheets.some((s) => s.id === id)) return;
    await pushDesign();
    set({
      sheetId: id,
      ...atRest,
      findings: null,
      hits: [],
      readout: '',
    });
    showFrame(await studioEngine().studio.open(id, choice()), true);
  });

/** Adds an empty sheet like the one at hand, and shows it. */
export function addSheet(): Promise<void> {
  const design = openedDesign();
  const like = design.sheets.find((s) => s.id === get().sheetId) ?? design.sheets[0];
  const names = new Set(design.sheets.map((s) => s.name));
  let n = design.sheets.length + 1;
  while (names.has(`Sheet ${n}`)) n++;
  const sheet = { ...like, id: makeId(), name: `Sheet ${n}`, parts: [] };
  commit('Add sheet', { ...design, sheets: [...design.sheets, sheet] });
  return openSheet(sheet.id);
}

/** Adds a sheet that draws how the one at hand is constructed, and shows it; what is lettered is left out at first. */
export function addDrawing(): Promise<void> {
  const design = openedDesign();
  const at = design.sheets.find((s) => s.id === get().sheetId) ?? design.sheets[0];
  // A drawing of a drawing is one of the same sheet.
  const of = design.sheets.find((s) => s.id === at.drawing?.of) ?? at;
  const without = drawersOf(design, of.id).flatMap(({ part }) =>
    part.source.kind === 'lettering' ? [part.id] : [],
  );
  const sheet = makeSheet({
    name: clipText(`${of.name}, construction`, 200),
    width: of.width,
    height: of.height,
    unit: of.unit,
    ground: '#fbf9f4',
    drawing: { ...usualDrawing(of.id, Math.max(of.width, of.height)), without },
  });
  commit('Construction drawing', { ...design, sheets: [...design.sheets, sheet] });
  return openSheet(sheet.id);
}

/** Removes the sheet at hand with all that is on it; the last one stays. */
export function removeSheet(): Promise<void> {
  const design = openedDesign();
  const { sheetId } = get();
  const at = design.sheets.findIndex((s) => s.id === sheetId);
  if (design.sheets.length < 2) {
    say('A design keeps at least one sheet.');
    return Promise.resolve();
  }
  const gone = new Set(design.sheets[at].parts.flatMap((id) => familyOf(design, id)));
  const sheets = design.sheets.filter((s) => s.id !== sheetId);
  commit('Remove sheet', {
    ...design,
    sheets,
    parts: Object.fromEntries(Object.entries(design.parts).filter(([id]) => !gone.has(id))),
  });
  return openSheet(sheets[Math.min(at, sheets.length - 1)].id);
}

export const renameDesign = (name: string): void => {
  const text = name.trim();
  if (text) commit('Rename', { ...openedDesign(), name: clipText(text, 200) });
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
    ...part.coats.flatMap((c): CardRef[] => [
      { list: 'coats', id: c.id },
      ...c.steps.map((s): CardRef => ({ list: 'steps', id: s.id, coat: c.id })),
    ]),
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
  keepNow();
  const design = openedDesign();
  const made = await api.create({
    document: { ...design, name: clipText(`${design.name} (this window)`, 200) },
  });
  sync.drop();
  return made.id;
}

/** Keeps what was set aside as a design of its own; returns its id, or null where the server does not take it. */
export async function keepAside(aside: Aside): Promise<string | null> {
  const name = clipText(`${aside.design.name} (set aside)`, 200);
  try {
    const made = await api.create({ document: { ...aside.design, name } });
    sync.letGo(aside.id);
    return made.id;
  } catch (e) {
    if (!(e instanceof ApiError)) throw e;
    say(`It cannot be kept as a design: ${e.message} It can be saved as a file.`);
    return null;
  }
}
