import { expect, it } from 'vitest';
import { makePart, makeSource, type Part } from '@/core';
import type { RowData } from '@/editor/frame/parts/rows';
import { treeMove } from '@/editor/frame/parts/tree-keys';

const part = (id: string, children: readonly string[] = []): Part => ({
  ...makePart(makeSource('ellipse'), { id, name: id }),
  children,
});
const group = part('group', ['a', 'b']);
const shut: RowData[] = [
  { part: part('top'), depth: 0 },
  { part: group, depth: 0 },
  { part: part('low'), depth: 0 },
];
const wide: RowData[] = [
  shut[0],
  shut[1],
  { part: part('a'), depth: 1 },
  { part: part('b'), depth: 1 },
  shut[2],
];
const none = new Set<string>();
const opened = new Set(['group']);

it.each([
  [shut, none, 'top', 'ArrowDown', { do: 'focus', id: 'group' }],
  [shut, none, 'top', 'ArrowUp', null],
  [shut, none, 'top', 'End', { do: 'focus', id: 'low' }],
  [shut, none, 'group', 'ArrowRight', { do: 'toggle', id: 'group' }],
  [wide, opened, 'group', 'ArrowRight', { do: 'focus', id: 'a' }],
  [wide, opened, 'a', 'ArrowRight', null],
  [wide, opened, 'b', 'ArrowLeft', { do: 'focus', id: 'group' }],
  [wide, opened, 'group', 'ArrowLeft', { do: 'toggle', id: 'group' }],
  [shut, none, 'low', 'ArrowLeft', null],
  [wide, opened, 'low', 'Home', { do: 'focus', id: 'top' }],
  [shut, none, 'low', 'Enter', { do: 'choose', id: 'low' }],
  [shut, none, 'low', 'x', null],
  [shut, none, 'gone', 'ArrowDown', null],
])('a tree of %# takes its keys', (rows, open, focus, key, wanted) => {
  expect(treeMove(rows, open, focus, key)).toEqual(wanted);
});
