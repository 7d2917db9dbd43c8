import {
  asFormat,
  type Card,
  deliveryPurposes,
  type ExportSet,
  emptySet,
  makeId,
  makeRow,
  mostRows,
} from '@/core';
import { commit, openedDesign } from '../../state/history';
import { get, say } from '../../state/store';

/** The set of the open design. */
export const setOf = (): ExportSet => openedDesign().exports ?? emptySet;

const changeSet = (label: string, change: (set: ExportSet) => ExportSet): void => {
  const design = openedDesign();
  commit(label, { ...design, exports: change(design.exports ?? emptySet) });
};

const changeRows = (label: string, change: (rows: readonly Card[]) => readonly Card[]): void =>
  changeSet(label, (set) => ({ ...set, rows: change(set.rows) }));

/** Puts rows after the others, as far as there is room; returns the first of them. */
function addRows(label: string, rows: readonly Card[]): string | null {
  const room = mostRows - setOf().rows.length;
  if (rows.length > room) say(`A set has at most ${mostRows} files.`);
  const taken = rows.slice(0, Math.max(0, room));
  if (taken.length) changeRows(label, (list) => [...list, ...taken]);
  return taken[0]?.id ?? null;
}

/** A row like another one, or the usual one; returns which it is. */
export const addRow = (like: Card | null): string | null =>
  addRows('Add file', [like ? { ...like, id: makeId() } : makeRow('png', { of: `sheet:${get().sheetId}` })]);

/** The rows of a purpose, of the open sheet. */
export function addPurpose(purpose: string): string | null {
  const { label, rows } = deliveryPurposes[purpose];
  const sheet = openedDesign().sheets.find((s) => s.id === get().sheetId);
  return sheet ? addRows(`Add ${label.toLowerCase()}`, rows(sheet)) : null;
}

export const removeRow = (id: string): void =>
  changeRows('Remove file', (list) => list.filter((r) => r.id !== id));

export const switchRow = (id: string): void =>
  changeRows('Switch file', (list) => list.map((r) => (r.id === id ? { ...r, on: !r.on } : r)));

export const putRow = (label: string, row: Card): void =>
  changeRows(label, (list) => list.map((r) => (r.id === row.id ? row : r)));

export const putFormat = (row: Card, kind: string): void =>
  putRow('Change kind of file', asFormat(row, kind));

export const putPattern = (pattern: string): void =>
  changeSet('Change names of files', (set) => ({ ...set, pattern }));
