import { beforeEach, describe, expect, it } from 'vitest';
import { type Design, type Lettering, makeCoat, makePart, makeSource, origin, paints } from '@/core';
import { caretOnNextLine, lineByCaret } from '@/editor/sheet/caret-lines';
import { caretNear, pressBetweenLetters } from '@/editor/sheet/lettering-press';
import { applySwatch } from '@/editor/sheet/swatch-drop';
import { toView } from '@/editor/sheet/view';
import { choose, openDesign, run } from '@/editor/state/actions';
import { idle, pushDesign, undo } from '@/editor/state/history';
import { get, set } from '@/editor/state/store';
import { sync } from '@/editor/state/sync';
import { endTileWork, stepOutOfTile, workOnTile } from '@/editor/state/tile';
import { beginTyping, changeLettering, endTyping, keepTyped, select, typeText } from '@/editor/state/typing';
import { takeShippedFaces } from '../faces';
import { type FakeServer, openWindow, twoDiscs, until } from './window';

let server: FakeServer;

const textOf = (id: string) => (get().design?.parts[id]?.source as { text?: string } | undefined)?.text;
const newest = () => get().chosen[0];

async function write(text: string): Promise<string> {
  await run('Lettering', { do: 'add-lettering', parent: null, at: { x: 200, y: 500 }, size: 80 });
  await idle();
  const id = newest();
  beginTyping(id);
  for (let i = 1; i <= text.length; i++) typeText(id, text.slice(0, i));
  await keepTyped();
  await pushDesign();
  return id;
}

/** A wall painted with a hidden tile. */
function withPattern(d: Design): Design {
  const tile = { ...d.parts.a, hidden: true };
  const wall = makePart(makeSource('rectangle', { width: 900, height: 900 }), {
    id: 'wall',
    name: 'wall',
    coats: [{ ...makeCoat('fill', { paint: { ...paints.pattern.defaults, tile: 'a' } as never }), id: 'c' }],
    place: { ...origin, x: 500, y: 500 },
  });
  return {
    ...d,
    palette: [{ id: 'navy', name: 'Navy', colour: '#14213d' }],
    parts: { ...d.parts, a: tile, wall },
    sheets: d.sheets.map((s) => ({ ...s, parts: [...s.parts, 'wall'] })),
  };
}

beforeEach(async () => {
  takeShippedFaces();
  ({ server } = openWindow(withPattern(twoDiscs())));
  sync.drop();
  set({ typing: null, tileWork: null, cell: null });
  await openDesign('d');
});

describe('lines by sight', () => {
  const lines = async (values: Partial<Lettering>) => {
    const id = await write('one two three four');
    changeLettering('Set', id, (l) => ({ ...l, ...values }));
    await pushDesign();
    await until(() => get().report?.lettering?.carets.length === 19);
    const { lettering } = get().report ?? {};
    if (!lettering) throw new Error('There are no words.');
    return lettering;
  };

  it('of wrapped words that lean are gone up and down, and to their ends', async () => {
    const own = await lines({ lines: 'wrapped', frameWidth: 340, slantY: -12, size: 80 });
    const starts = [...own.lineStarts];
    expect(starts.length).toBeGreaterThan(1);
    const second = starts[1];
    // From the start of a line up to the start of the one before, and back.
    expect(caretOnNextLine(own, second, 'up')).toBe(0);
    expect(caretOnNextLine(own, 0, 'down')).toBe(second);
    expect(caretOnNextLine(own, 0, 'up')).toBeNull();
    expect(caretOnNextLine(own, 18, 'down')).toBeNull();
    expect(lineByCaret(own, second + 1)).toEqual({ from: second, to: (starts[2] ?? 19) - 1 });
    // A step down and up again comes back beside where it began.
    const down = caretOnNextLine(own, 2, 'down') ?? 0;
    expect(Math.abs((caretOnNextLine(own, down, 'up') ?? 9) - 2)).toBeLessThan(2);
  });
});

describe('typing', () => {
  it('keeps a run of keys as one change, and names the part by its words', async () => {
    const id = await write('Night garden');
    expect(textOf(id)).toBe('Night garden');
    expect(get().design?.parts[id].name).toBe('Night garden');
    await until(() => server.changes.length === 2);
    expect(server.changes.map((c) => c.label)).toEqual(['Lettering', 'Type']);
    undo();
    expect(textOf(id)).toBe('');
  });

  it('leaves a name that was given, and takes lettering without words away', async () => {
    const id = await write('Tarn');
    set({
      design: {
        ...(get().design as Design),
        parts: { ...get().design?.parts, [id]: { ...(get().design as Design).parts[id], name: 'Title' } },
      },
    });
    typeText(id, 'Tarns');
    await keepTyped();
    expect(get().design?.parts[id].name).toBe('Title');
    typeText(id, '  ');
    await endTyping();
    expect(get().design?.parts[id]).toBeUndefined();
    expect(get().typing).toBeNull();
  });

  it('knows which caret is nearest, and takes a press between letters', async () => {
    const id = await write('ab cd');
    choose([id]);
    await until(() => (get().report?.lettering?.carets.length ?? 0) === 6);
    const carets = get().report?.lettering?.carets ?? [];
    carets.forEach(([foot, head], i) => {
      const middle = { x: (foot.x + head.x) / 2, y: (foot.y + head.y) / 2 };
      expect(caretNear(toView(get().view, middle))?.index).toBe(i);
    });
    await endTyping();
    const [foot, head] = carets[3];
    expect(pressBetweenLetters(toView(get().view, { x: foot.x - 5, y: (foot.y + head.y) / 2 }))).toBe(true);
    expect(get().typing).toMatchObject({ id, from: 3, to: 3 });
    select(1, 4);
    expect(get().typing).toMatchObject({ from: 1, to: 4 });
    await endTyping();
    expect(pressBetweenLetters({ x: -500, y: -500 })).toBe(false);
  });
});

describe('the tile of a pattern', () => {
  const ref = { id: 'wall', coat: 'c' };

  it('is worked on in place and left step by step', async () => {
    await workOnTile(ref);
    expect(get().tileWork).toEqual(ref);
    expect(get().cell).toHaveLength(4);
    await until(() => get().chosen[0] === 'a');
    expect(stepOutOfTile()).toBe(true);
    expect(get().chosen).toEqual([]);
    expect(stepOutOfTile()).toBe(true);
    await until(() => get().tileWork === null);
    expect(get().cell).toBeNull();
    expect(get().chosen).toEqual(['wall']);
    expect(stepOutOfTile()).toBe(false);
  });

  it('is left by itself where it goes, and says where there is none', async () => {
    await workOnTile({ id: 'b', coat: 'none' });
    expect(get().tileWork).toBeNull();
    expect(get().notice).toMatch(/Choose the part/);
    await workOnTile(ref);
    await run('Delete', { do: 'remove', ids: ['a'] });
    await until(() => get().tileWork === null);
    await endTileWork();
    expect(get().design?.parts.a).toBeUndefined();
  });
});

it('a swatch of the palette colours parts and links them, as one change', async () => {
  applySwatch('navy', ['b', 'wall'], []);
  for (const id of ['b', 'wall']) {
    const part = get().design?.parts[id];
    const [coat] = part?.coats ?? [];
    expect(coat.paint).toEqual({ kind: 'solid', colour: '#14213d' });
    expect(part?.inks).toEqual({ [`coats/${coat.id}/paint/colour`]: 'navy' });
  }
  await until(() => server.changes.length === 1);
  applySwatch('nothing', ['b'], []);
  expect(server.changes).toHaveLength(1);
});
