import './window';
import { expect, it } from 'vitest';
import { commandById, commands } from '@/editor/frame/commands';

it('every command has an id of its own: the search and the dial tell them apart by it', () => {
  expect(commands.length).toBeGreaterThan(150);
  const ids = commands.map((c) => c.id);
  expect(ids.filter((id, i) => ids.indexOf(id) !== i)).toEqual([]);
  expect(commandById.size).toBe(commands.length);
  expect(commands.filter((c) => c.word === 'Grain').map((c) => c.group)).toEqual(['Colour', 'Depth']);
});
