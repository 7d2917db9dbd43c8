import { finishes, type Part, steps } from '@/core';
import type { Order, PointChange } from '@/core/edit';
import { childrenOf, commands as core, familyOf, samenesses, stepsOf } from '@/core/edit';
import { proofAtHand, removeProof } from '../proof/wall';
import { surface } from '../sheet/surface';
import { fitChosen, fitSheet, zoomTo } from '../sheet/view';
import {
  changeChosen,
  changeParts,
  choose,
  chooseLike,
  guideMiddle,
  leave,
  run,
  takeTool,
  walkCards,
  walkParts,
} from '../state/actions';
import { copyParts, cutParts, paste } from '../state/clipboard';
import { copyAsPicture, copyAsSvg } from '../state/copy-out';
import { redo, undo } from '../state/history';
import { get, proofStage, say, set } from '../state/store';
import { stepOutOfTile } from '../state/tile';
import { tidy } from '../tools';
import { openDial } from './dial-state';
import { homeRow, openStage, pressPlace, stages } from './stages';

export interface Command {
  readonly id: string;
  readonly word: string;
  /** Key as it is shown, or nothing. */
  readonly keys?: string;
  readonly group: string;
  /** What it does, in one line. */
  readonly about?: string;
  /** Other words that the trade has for it. */
  readonly alsoKnown?: readonly string[];
  act(): void;
}

const chosenOr = (work: (ids: readonly string[]) => void) => () => {
  const { chosen } = get();
  if (chosen.length) work(chosen);
  else say('Choose a part first.');
};

/** Changes all parts of the sheet. */
function onSheet(label: string, change: (part: Part) => Part): void {
  const { design, sheetId } = get();
  if (!design) return;
  const ids = childrenOf(design, sheetId, null).flatMap((id) => familyOf(design, id));
  changeParts(label, ids, change);
}

const order = (how: Order, word: string): Command => ({
  id: `order-${how}`,
  word,
  group: 'Parts',
  act: chosenOr((ids) => void run(word, { do: 'order', ids, order: how })),
});

const flip = (axis: 'x' | 'y', word: string, keys: string): Command => ({
  id: `flip-${axis}`,
  word,
  keys,
  group: 'Parts',
  about: core.flip.about,
  alsoKnown: core.flip.alsoKnown,
  act: chosenOr((ids) => void run(word, { do: 'flip', ids, axis, about: get().reference })),
});

/** Work on the chosen points where points are at work and some are chosen, else on the chosen parts. */
const onPointsOr = (change: PointChange, label: string, work: () => void) => () => {
  const { tool, points } = get();
  if (tool.points && points.length)
    void run(label, { do: 'points', refs: points, ids: get().chosen, change });
  else work();
};

/** The grips of a step or a finish that are chosen on the sheet, and whose they are, where `can` says that its kind takes them. */
function gripsAtHand(can: (kind: (typeof steps)[string] | (typeof finishes)[string]) => boolean) {
  const { card, chosen, design, grips, tool } = get();
  const part = chosen.length === 1 ? design?.parts[chosen[0]] : undefined;
  if (!part || !grips.length || !tool.grips) return null;
  const list = card?.list === 'steps' ? stepsOf(part, card.coat) : part.finishes;
  const found = card && card.list !== 'source' && list.find((c) => c.id === card.id);
  const kind = found && (card.list === 'steps' ? steps : finishes)[found.kind];
  return card && kind && can(kind) ? { id: part.id, card, handles: grips } : null;
}

const taken = () => gripsAtHand((kind) => kind.without !== undefined);
const moved = () => gripsAtHand((kind) => 'dragMany' in kind || 'paintDragMany' in kind);

/** Takes out what is chosen: points, what grips stand for, or parts. */
function removeChosen(): void {
  const at = taken();
  if (at) {
    set({ grips: [] });
    void run('Remove pins', { do: 'remove-grips', ...at });
  } else chosenOr((ids) => void run('Delete', { do: 'remove', ids }))();
}

/** Moves what is chosen; while points are at work these alone, and nothing where none is chosen. */
function nudge(dx: number, dy: number): void {
  const { tool, points, chosen: ids } = get();
  const at = moved();
  if (at) void run('Nudge', { do: 'move-grips', ...at, dx, dy });
  else if (!tool.points) void run('Nudge', { do: 'nudge', ids, dx, dy });
  else if (points.length)
    void run('Nudge points', { do: 'points', refs: points, ids, change: { do: 'shift', dx, dy } });
}

const removeOnSheet = onPointsOr({ do: 'remove' }, 'Remove points', removeChosen);

/** All tools with their stages, and the key of each that has a place of its own. */
const tools = stages.flatMap((stage) =>
  stage.tools.flatMap((t, i) =>
    (t.kin ?? [t]).map((tool, k) => ({ stage, tool, key: k === 0 ? homeRow[i] : undefined })),
  ),
);

/** Every command by word; tools and stages are added to them. */
export const commands: readonly Command[] = [
  { id: 'undo', word: 'Undo', alsoKnown: ['back'], keys: 'Ctrl Z', group: 'Edit', act: undo },
  { id: 'redo', word: 'Redo', keys: 'Ctrl Shift Z', group: 'Edit', act: redo },
  { id: 'copy', word: 'Copy', keys: 'Ctrl C', group: 'Edit', act: () => void copyParts() },
  {
    id: 'copy-svg',
    word: 'Copy as SVG',
    alsoKnown: ['vector', 'outlines', 'other programs', 'clipboard'],
    group: 'Edit',
    act: copyAsSvg,
  },
  {
    id: 'copy-picture',
    word: 'Copy as a picture',
    alsoKnown: ['PNG', 'bitmap', 'other programs', 'clipboard'],
    group: 'Edit',
    act: copyAsPicture,
  },
  {
    id: 'cut',
    word: 'Cut',
    keys: 'Ctrl X',
    group: 'Edit',
    act: cutParts,
  },
  { id: 'paste', word: 'Paste', keys: 'Ctrl V', group: 'Edit', act: () => void paste() },
  {
    id: 'duplicate',
    word: 'Duplicate in place',
    alsoKnown: ['clone', 'copy'],
    keys: 'Ctrl D',
    group: 'Edit',
    act: chosenOr((ids) => void run('Duplicate', { do: 'duplicate', ids })),
  },
  {
    id: 'remove',
    word: 'Delete',
    alsoKnown: ['erase', 'clear'],
    keys: 'Delete',
    group: 'Edit',
    // On the wall it is a proof that is meant: parts cannot be seen to be chosen there.
    act: () => {
      const proof = get().stage === proofStage ? proofAtHand() : null;
      if (proof) removeProof(proof.id);
      else if (get().stage !== proofStage) removeOnSheet();
    },
  },
  {
    id: 'all',
    word: 'Choose all',
    alsoKnown: ['select all'],
    keys: 'Ctrl A',
    group: 'Edit',
    act: () => {
      const { design, sheetId, scope, tool, report } = get();
      if (tool.points && report?.points.length)
        set({ points: report.points.map(({ part, contour, node }) => ({ part, contour, node })) });
      else if (design)
        choose(
          childrenOf(design, sheetId, scope).filter(
            (id) => !design.parts[id].locked && !design.parts[id].hidden,
          ),
        );
    },
  },
  {
    id: 'again',
    word: 'Transform again',
    alsoKnown: ['repeat'],
    keys: 'R',
    group: 'Edit',
    act: chosenOr((ids) => void run('Transform again', { do: 'again', ids, copy: false })),
  },
  {
    id: 'duplicate-again',
    word: 'Duplicate again with the same change',
    keys: 'Shift R',
    group: 'Edit',
    act: chosenOr((ids) => void run('Duplicate again', { do: 'again', ids, copy: true })),
  },
  flip('x', 'Flip left to right', '\\'),
  flip('y', 'Flip top to bottom', '-'),
  order('front', 'Lift to the top'),
  order('forward', 'Lift by one'),
  order('backward', 'Lower by one'),
  order('back', 'Lower to the bottom'),
  {
    id: 'hide',
    word: 'Hide',
    alsoKnown: ['invisible'],
    group: 'Parts',
    act: chosenOr(() => changeChosen('Hide', (p) => ({ ...p, hidden: true }))),
  },
  {
    id: 'lock',
    word: 'Lock',
    group: 'Parts',
    act: chosenOr(() => changeChosen('Lock', (p) => ({ ...p, locked: true }))),
  },
  {
    id: 'show-all',
    word: 'Show all that is hidden',
    group: 'Parts',
    act: () => onSheet('Show all', (p) => (p.hidden ? { ...p, hidden: false } : p)),
  },
  {
    id: 'unlock-all',
    word: 'Unlock all',
    group: 'Parts',
    act: () => onSheet('Unlock all', (p) => (p.locked ? { ...p, locked: false } : p)),
  },
  ...samenesses.map(
    (by): Command => ({
      id: `same-${by}`,
      word: `Choose the same ${by}`,
      group: 'Parts',
      act: () => chooseLike(by),
    }),
  ),
  { id: 'tidy', word: 'Tidy check', group: 'Parts', act: () => takeTool(tidy) },
  { id: 'next-part', word: 'Next part', keys: ']', group: 'Walk', act: () => walkParts(1) },
  { id: 'previous-part', word: 'Previous part', keys: '[', group: 'Walk', act: () => walkParts(-1) },
  { id: 'next-card', word: 'Next card', keys: '.', group: 'Walk', act: () => walkCards(1) },
  { id: 'previous-card', word: 'Previous card', keys: ',', group: 'Walk', act: () => walkCards(-1) },
  {
    id: 'fit',
    word: 'Show the whole sheet',
    alsoKnown: ['zoom to sheet'],
    keys: 'Z',
    group: 'View',
    act: fitSheet,
  },
  {
    id: 'fit-chosen',
    word: 'Show what is chosen',
    alsoKnown: ['zoom to selection'],
    keys: 'Shift Z',
    group: 'View',
    act: fitChosen,
  },
  { id: 'actual', word: 'Show at 100 %', group: 'View', act: () => zoomTo(1) },
  {
    id: 'outline',
    word: 'Outline view',
    alsoKnown: ['wireframe'],
    keys: 'O',
    group: 'View',
    act: () => set((s) => ({ outlineView: !s.outlineView })),
  },
  {
    id: 'snapping',
    word: 'Snapping on or off',
    alsoKnown: ['magnet'],
    group: 'View',
    act: () =>
      set((s) => ({ snapping: !s.snapping, notice: s.snapping ? 'Snapping is off.' : 'Snapping is on.' })),
  },
  {
    id: 'parts',
    word: 'Fold the parts list',
    group: 'View',
    act: () => set((s) => ({ folded: { ...s.folded, parts: !s.folded.parts } })),
  },
  {
    id: 'card',
    word: 'Fold the card panel',
    group: 'View',
    act: () => set((s) => ({ folded: { ...s.folded, card: !s.folded.card } })),
  },
  {
    id: 'bench',
    word: 'Fold the bench',
    group: 'View',
    act: () => set((s) => ({ folded: { ...s.folded, bench: !s.folded.bench } })),
  },
  { id: 'guide-middle', word: 'Guides through the middle', group: 'View', act: guideMiddle },
  {
    id: 'export',
    word: 'Export',
    alsoKnown: ['save as picture', 'png', 'svg', 'render'],
    group: 'View',
    act: () => set({ dialog: 'export' }),
  },
  {
    id: 'dial',
    word: 'Dial at the pointer',
    alsoKnown: ['pie menu'],
    keys: 'Q',
    group: 'View',
    act: () => openDial(),
  },
  {
    id: 'keys',
    word: 'Keys',
    alsoKnown: ['shortcuts', 'help'],
    keys: '?',
    group: 'View',
    act: () => set({ dialog: 'keys' }),
  },
  ...stages.map(
    (s): Command => ({
      id: `stage-${s.number}`,
      word: `Stage ${s.word}`,
      keys: String(s.number),
      group: 'Stages',
      act: () => openStage(s.number),
    }),
  ),
  ...tools.map(
    ({ stage, tool: t, key }, i): Command => ({
      // Tools of two stages may be called alike, as a paint and a finish of grain are: the later one says which it is.
      id: tools.findIndex((o) => o.tool.id === t.id) === i ? `tool-${t.id}` : `tool-${stage.number}-${t.id}`,
      word: t.word,
      about: t.about,
      alsoKnown: t.alsoKnown,
      keys: key,
      group: stage.word,
      act: () => {
        if (get().stage !== stage.number) openStage(stage.number);
        t.act();
      },
    }),
  ),
];

/** Every command by its id. */
export const commandById: ReadonlyMap<string, Command> = new Map(commands.map((c) => [c.id, c]));

/** Copying, cutting and pasting are the browser's (`use-clipboard`). */
const withControl: Readonly<Record<string, string>> = {
  z: 'undo',
  y: 'redo',
  d: 'duplicate',
  a: 'all',
};
const plain: Readonly<Record<string, string>> = {
  ']': 'next-part',
  '[': 'previous-part',
  '.': 'next-card',
  ',': 'previous-card',
  o: 'outline',
  '?': 'keys',
  '\\': 'flip-x',
  '-': 'flip-y',
  q: 'dial',
  Delete: 'remove',
  Backspace: 'remove',
};
const arrows: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Runs the command of a key press; says whether there was one. */
export function pressKey(e: KeyboardEvent): boolean {
  const key = e.key.length === 1 ? e.key.toLowerCase() : e.key;
  if (e.ctrlKey || e.metaKey) {
    if (key === 'k') set({ dialog: 'search' });
    else if (key === 'z' && e.shiftKey) redo();
    else if (withControl[key]) commandById.get(withControl[key])?.act();
    else return false;
    return true;
  }
  if (e.altKey) return false;
  if (key === 'Escape') {
    if (!surface.cancel() && !stepOutOfTile()) leave();
    return true;
  }
  if (key === 'Enter') return surface.finish();
  const arrow = arrows[key];
  if (arrow) {
    if (!get().chosen.length) return false;
    const by = e.shiftKey ? 10 : 1;
    nudge(arrow[0] * by, arrow[1] * by);
    return true;
  }
  if (key === 'r') {
    commandById.get(e.shiftKey ? 'duplicate-again' : 'again')?.act();
    return true;
  }
  if (key === 'z') {
    if (e.shiftKey) fitChosen();
    else fitSheet();
    return true;
  }
  if (/^[1-7]$/.test(key) && stages.some((s) => s.number === Number(key))) {
    openStage(Number(key));
    return true;
  }
  const id = plain[e.key] ?? plain[key];
  if (id) {
    commandById.get(id)?.act();
    return true;
  }
  const at = (homeRow as readonly string[]).indexOf(key);
  return at >= 0 && !e.shiftKey && pressPlace(get().stage, at);
}
