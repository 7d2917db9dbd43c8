import { beforeEach, describe, expect, it, vi } from 'vitest';
import { makeCoat } from '@/core';
import { Drag } from '@/editor/sheet/gestures';
import { changePart, choose, openDesign, run } from '@/editor/state/actions';
import { api } from '@/editor/state/api';
import {
  beginLive,
  endLive,
  historyOf,
  isUnderWay,
  keepNow,
  pushDesign,
  quiet,
  redo,
  undo,
} from '@/editor/state/history';
import { turns } from '@/editor/state/phase';
import { get, set, useEditor } from '@/editor/state/store';
import { sync } from '@/editor/state/sync';
import { studio } from '@/worker/studio-service';
import { type FakeServer, openWindow, twoDiscs, until } from './window';

let server: FakeServer;
let stored: Map<string, string>;

const width = (id: string) => (get().design?.parts[id].source as { width: number } | undefined)?.width;
const x = (id: string) => get().design?.parts[id].place.x;
const setWidth = (id: string, to: number) =>
  changePart('Width', id, (p) => ({ ...p, source: { ...p.source, width: to } as typeof p.source }));

/** Where the studio has the part: it must follow whatever the window shows. */
const middle = async (id: string) => {
  await pushDesign();
  const b = studio.bounds([id]);
  return b && (b.x0 + b.x1) / 2;
};

beforeEach(async () => {
  ({ server, stored } = openWindow(twoDiscs()));
  sync.drop();
  await openDesign('d');
});

describe('another design', () => {
  it('that is opened after one is told on top of itself, however soon', async () => {
    const { a, ...parts } = twoDiscs().parts;
    const other = { ...twoDiscs(), name: 'Other', parts: { ...parts, c: { ...a, id: 'c', name: 'c' } } };
    openWindow({ ...other, sheets: [{ ...other.sheets[0], parts: ['b', 'c'] }] });
    let told: Promise<void> | undefined;
    const stop = useEditor.subscribe((s) => {
      if (s.design?.name === 'Other') told ??= pushDesign();
    });
    await openDesign('d');
    stop();
    await expect(told).resolves.toBeUndefined();
    expect(studio.bounds(['c'])).toMatchObject({ x0: 150, x1: 250 });
  });

  it('begins with nothing of the one before, whose changes are stored all the same', async () => {
    setWidth('a', 300);
    // What was opened is a design of its own, whatever the server has.
    useEditor.setState({ designId: 'before' });
    const opening = openDesign('d');
    const { design, designId, sheetId, chosen } = useEditor.getState();
    expect({ design, designId, sheetId, chosen }).toEqual({
      design: null,
      designId: '',
      sheetId: '',
      chosen: [],
    });
    await opening;
    expect(useEditor.getState()).toMatchObject({ designId: 'd', sheetId: 's' });
    await until(() => server.changes.length === 1);
  });
});

describe('changes', () => {
  it('are shown, kept for undo, brought to the studio and stored', async () => {
    setWidth('a', 300);
    expect(width('a')).toBe(300);
    await until(() => server.changes.length === 1);
    await pushDesign();
    expect(studio.bounds(['a'])).toMatchObject({ x0: 50, x1: 350 });
    undo();
    expect(width('a')).toBe(100);
    redo();
    expect(width('a')).toBe(300);
    await until(() => server.changes.length === 3);
    expect(server.changes.map((c) => c.role)).toEqual(['do', 'undo', 'redo']);
    await pushDesign();
    expect(studio.bounds(['a'])).toMatchObject({ x0: 50, x1: 350 });
  });

  it('that come faster than the studio answers all arrive', async () => {
    for (let i = 1; i <= 30; i++) setWidth('a', 100 + i);
    await pushDesign();
    expect(studio.bounds(['a'])).toMatchObject({ x0: 135, x1: 265 });
    setWidth('a', 500);
    await pushDesign();
    expect(studio.bounds(['a'])).toMatchObject({ x0: -50, x1: 450 });
  });

  it('made between the ends of a scrub are one', async () => {
    beginLive();
    for (let i = 1; i <= 10; i++) setWidth('a', 100 + 10 * i);
    void run('Place', { do: 'place', id: 'a', change: { x: 700 } });
    await endLive();
    expect(get().undo).toHaveLength(1);
    expect([width('a'), x('a')]).toEqual([200, 700]);
    undo();
    expect([width('a'), x('a')]).toEqual([100, 200]);
    expect(await middle('a')).toBe(200);
  });

  it('other than the words that are typed stand apart, and undo takes the words typed a moment ago first', async () => {
    beginLive('Width');
    setWidth('a', 110);
    setWidth('a', 120);
    await run('Place', { do: 'place', id: 'a', change: { x: 700 } });
    setWidth('a', 130);
    undo();
    await quiet();
    expect([width('a'), x('a')]).toEqual([120, 700]);
    undo();
    expect([width('a'), x('a')]).toEqual([120, 200]);
    undo();
    expect([width('a'), x('a')]).toEqual([100, 200]);
    expect(get().undo).toHaveLength(0);
  });

  it('of a scrub that begins while words are typed are one of their own, whenever the typing is kept', async () => {
    beginLive('Type');
    changePart('Type', 'a', (p) => ({ ...p, name: 'b' }));
    beginLive();
    for (let i = 1; i <= 5; i++) setWidth('a', 100 + i);
    // The words come to rest in the middle of the scrub.
    await endLive('Type');
    for (let i = 6; i <= 9; i++) setWidth('a', 100 + i);
    await endLive();
    expect(get().undo.map((c) => c.label)).toEqual(['Type', 'Width']);
    undo();
    expect(width('a')).toBe(100);
  });

  it('come back from the server in the order they were undone and redone', () => {
    const change = (label: string, role: 'do' | 'undo' | 'redo') => ({
      changeId: label + role,
      clientId: 'w',
      role,
      label,
      patch: [],
      inverse: [],
    });
    const { undo: done, redo: left } = historyOf([
      change('one', 'do'),
      change('two', 'do'),
      change('three', 'do'),
      change('three', 'undo'),
      change('two', 'undo'),
      change('two', 'redo'),
    ]);
    expect(done.map((c) => c.label)).toEqual(['one', 'two']);
    expect(left.map((c) => c.label)).toEqual(['three']);
  });
});

describe('a drag', () => {
  const move = (dx: number, dy = 0) => ({ type: 'move', ids: ['a'], dx, dy, straight: false }) as const;

  it('is one change, whatever number of moves it takes', async () => {
    choose(['a']);
    setWidth('a', 120);
    const drag = new Drag('Move');
    for (let i = 1; i <= 20; i++) drag.move(move(i * 3), true);
    await drag.end();
    expect(x('a')).toBe(260);
    // What was changed just before is still there.
    expect(width('a')).toBe(120);
    expect(get().undo.map((c) => c.label)).toEqual(['Width', 'Move']);
    expect(await middle('a')).toBe(260);
    undo();
    expect(x('a')).toBe(200);
    expect(await middle('a')).toBe(200);
  });

  it('given up leaves nothing behind', async () => {
    const drag = new Drag('Move');
    drag.move(move(90), true);
    await drag.end(false);
    expect(x('a')).toBe(200);
    expect(get().undo).toHaveLength(0);
    expect(await middle('a')).toBe(200);
  });

  it('takes typed numbers and lets the pointer lead again', async () => {
    const drag = new Drag('Move');
    drag.move(move(30, 40), true);
    drag.setExact([100]);
    await until(() => x('a') === 260);
    expect(get().design?.parts.a.place.y).toBe(580);
    drag.setExact(null);
    await drag.end();
    expect(x('a')).toBe(230);
  });

  it('that is still ending loses nothing: commands, fields, undo and the next drag wait for it', async () => {
    choose(['a']);
    const drag = new Drag('Move');
    drag.move(move(60), true);
    const ended = drag.end();
    setWidth('a', 300);
    const ran = run('Duplicate', { do: 'duplicate', ids: ['a'] });
    await Promise.all([ended, ran]);
    expect([x('a'), width('a')]).toEqual([260, 300]);
    expect(Object.keys(get().design?.parts ?? {})).toHaveLength(3);

    const first = new Drag('Move');
    first.move(move(10), true);
    const firstEnd = first.end();
    const second = new Drag('Move again');
    second.move(move(0, 70), true);
    await Promise.all([firstEnd, second.end()]);
    expect([x('a'), get().design?.parts.a.place.y]).toEqual([270, 570]);

    const last = new Drag('Move');
    last.move(move(500), true);
    const lastEnd = last.end();
    undo();
    await lastEnd;
    await until(() => x('a') === 270);
    expect(get().redo.map((c) => c.label)).toEqual(['Move']);
  });

  it('that fails keeps nothing, is over, and what is done after it is kept', async () => {
    const broken = vi.spyOn(studio, 'gesture').mockImplementation(() => {
      throw new RangeError('too far');
    });
    const drag = new Drag('Move');
    drag.move(move(30), true);
    await drag.end();
    broken.mockRestore();
    expect(turns.phase.at).toBe('rest');
    expect(get().defect).toMatch(/too far/);
    set({ defect: '' });
    expect([x('a'), get().undo.length]).toEqual([200, 0]);
    setWidth('a', 180);
    const again = new Drag('Move');
    again.move(move(40), true);
    await again.end();
    expect([x('a'), width('a')]).toEqual([240, 180]);
    expect(await middle('a')).toBe(240);
  });

  it('whose end fails is over too', async () => {
    const broken = vi.spyOn(studio, 'endGesture').mockImplementation(() => {
      throw new RangeError('no end');
    });
    const drag = new Drag('Move');
    drag.move(move(30), true);
    await drag.end();
    broken.mockRestore();
    set({ defect: '' });
    expect(turns.phase.at).toBe('rest');
    expect(x('a')).toBe(200);
    expect(await middle('a')).toBe(200);
  });

  it('holds changes of another window back until it ends, and then takes them in', async () => {
    const drag = new Drag('Move');
    drag.move(move(50), true);
    await until(() => x('a') === 250);
    server.foreign([{ op: 'replace', path: '/parts/b/place/x', value: 900 }]);
    await sync.look();
    expect(x('b')).toBe(600);
    await drag.end();
    expect([x('a'), x('b')]).toEqual([250, 900]);
    expect(await middle('b')).toBe(900);
    await until(() => server.changes.length === 2);
  });
});

describe('changes of another window', () => {
  it('that touch what waits are a conflict; nothing is overwritten', async () => {
    server.state = 'away';
    setWidth('b', 333);
    setWidth('a', 250);
    await until(() => get().save === 'waiting');
    server.foreign([{ op: 'replace', path: '/parts/a/source/width', value: 900 }]);
    server.state = 'here';
    await until(() => get().save === 'conflict');
    // The first, which touches nothing of the other’s, was taken; the second waits for a word.
    expect(server.changes.map((c) => c.label)).toEqual(['Elsewhere', 'Width']);
    expect(width('a')).toBe(250);
    sync.drop();
  });

  it('that fit no more are told as a conflict, not left hanging', async () => {
    server.foreign([{ op: 'replace', path: '/parts/gone/place/x', value: 1 }]);
    await sync.look();
    expect(get().save).toBe('conflict');
    expect(get().saveMessage).toMatch(/does not fit/);
    sync.drop();
  });

  it('stand in the way of taking back what they changed, and of nothing else', async () => {
    setWidth('b', 50);
    setWidth('a', 250);
    await until(() => get().save === 'saved');
    server.foreign([{ op: 'replace', path: '/parts/a/source/width', value: 900 }]);
    await sync.look();
    expect(width('a')).toBe(900);
    undo();
    expect(width('a')).toBe(900);
    undo();
    expect([width('a'), width('b')]).toEqual([900, 100]);
  });

  it('mean cards by who they are: what another window moved away is not taken for its neighbour', async () => {
    const coats = [makeCoat('fill'), makeCoat('stroke')];
    changePart('Coats', 'a', (p) => ({ ...p, coats }));
    await until(() => get().save === 'saved');
    changePart('Opacity', 'a', (p) => ({ ...p, coats: [{ ...p.coats[0], opacity: 0.5 }, p.coats[1]] }));
    const [test, change] = get().undo.at(-1)?.patch ?? [];
    expect(test).toEqual({ op: 'test', path: '/parts/a/coats/0/id', value: coats[0].id });
    expect(change).toMatchObject({ op: 'replace', path: '/parts/a/coats/0/opacity', value: 0.5 });
  });
});

describe('without the server', () => {
  it('work goes on, is kept in the browser, and is sent when it is back', async () => {
    server.state = 'away';
    setWidth('a', 250);
    await until(() => get().save === 'waiting');
    expect(get().saveMessage).toMatch(/kept in this window/);
    expect([...stored.values()].join()).toMatch(/250/);
    server.state = 'here';
    await until(() => get().save === 'saved');
    expect(server.changes).toHaveLength(1);
    expect(stored.size).toBe(0);
  });

  it('a full disk is said, and the work is sent when there is room', async () => {
    server.state = 'full';
    setWidth('a', 250);
    await until(() => get().save === 'waiting');
    expect(get().saveMessage).toMatch(/disk is full/);
    server.state = 'here';
    await until(() => get().save === 'saved');
    expect(server.changes).toHaveLength(1);
  });

  it('what an earlier visit could not send is put on top and sent', async () => {
    server.state = 'away';
    setWidth('a', 333);
    await until(() => get().save === 'waiting');
    const kept = new Map(stored);
    server.state = 'here';
    await until(() => get().save === 'saved');

    const later = openWindow(twoDiscs());
    for (const [k, v] of kept) later.stored.set(k, v);
    await openDesign('d');
    expect(width('a')).toBe(333);
    await pushDesign();
    expect(studio.bounds(['a'])?.x1).toBe(200 + 333 / 2);
    await until(() => later.server.changes.length === 1);
    await until(
      () =>
        get()
          .undo.map((c) => c.label)
          .join() === 'Width',
    );
  });

  it('a conflict stops sending and is said', async () => {
    server.state = 'conflict';
    setWidth('a', 260);
    await until(() => get().save === 'conflict');
    const { calls } = server;
    setWidth('a', 270);
    await new Promise((r) => setTimeout(r, 20));
    expect(server.calls).toBe(calls);
    sync.drop();
    expect(get().save).toBe('saved');
  });

  it('what the server will never take is set aside whole, is out of what is shown, and what follows goes on', async () => {
    server.state = 'refuses';
    setWidth('a', 250);
    await until(() => get().asides.length === 1);
    server.state = 'here';
    expect(get().asides[0]).toMatchObject({ label: 'Width', message: 'That does not fit.' });
    expect(get().asides[0].design.parts.a.source).toMatchObject({ width: 250 });
    expect(width('a')).toBe(100);
    expect(get().undo).toHaveLength(0);
    expect(await middle('a')).toBe(200);
    setWidth('b', 70);
    await until(() => get().save === 'saved');
    expect(server.changes).toHaveLength(1);
    // It stays until it is said what becomes of it, however often the design is opened.
    await openDesign('d');
    expect(get().asides).toHaveLength(1);
    sync.letGo(get().asides[0].id);
    expect(get().asides).toHaveLength(0);
    expect(stored.size).toBe(0);
  });

  it('an answer of the server that is a defect of this program is never its absence', async () => {
    const fetching = vi.spyOn(api, 'append').mockRejectedValueOnce(new TypeError('x is not a function'));
    setWidth('a', 250);
    await until(() => get().defect !== '');
    expect(get().saveMessage).not.toMatch(/cannot be reached/);
    expect(get().defect).toMatch(/TypeError: x is not a function/);
    fetching.mockRestore();
    await until(() => get().save === 'saved');
    expect(server.changes).toHaveLength(1);
    set({ defect: '' });
  });

  it('words that are typed at this moment are kept when the window goes', async () => {
    server.state = 'away';
    beginLive('Type');
    changePart('Type', 'a', (p) => ({ ...p, name: 'Moon' }));
    expect(isUnderWay()).toBe(true);
    keepNow();
    expect(isUnderWay()).toBe(false);
    expect([...stored.values()].join()).toMatch(/Moon/);
    server.state = 'here';
    await until(() => get().save === 'saved');
  });

  it('text that no store keeps is never kept: halves of characters and NUL are left out', async () => {
    changePart('Rename', 'a', (p) => ({ ...p, name: 'Moon \ud83d\0!' }));
    expect(get().design?.parts.a.name).toBe('Moon !');
    await until(() => get().save === 'saved');
    expect(server.changes[0].patch.at(-1)).toMatchObject({ value: 'Moon !' });
  });

  it('what an earlier version of the program kept is taken over', async () => {
    const later = openWindow(twoDiscs());
    const change = {
      changeId: 'old-1',
      clientId: 'old',
      role: 'do',
      label: 'Width',
      patch: [{ op: 'replace', path: '/parts/a/source/width', value: 444 }],
      inverse: [{ op: 'replace', path: '/parts/a/source/width', value: 100 }],
    };
    later.stored.set('silent-compass.unsent.d', JSON.stringify([change]));
    await openDesign('d');
    expect(width('a')).toBe(444);
    await until(() => later.server.changes.length === 1);
    expect(later.stored.size).toBe(0);
  });

  it('work that finds no room in the browser stays where it was', async () => {
    const later = openWindow(twoDiscs());
    later.server.state = 'away';
    const patch = [{ op: 'replace', path: '/parts/a/source/width', value: 444 }];
    const change = {
      changeId: 'c',
      clientId: 'gone',
      role: 'do',
      label: 'Width',
      patch,
      inverse: [],
      base: 0,
    };
    const left = JSON.stringify({ own: ['gone'], changes: [change] });
    later.stored.set('silent-compass.unsent.d.gone', left);
    later.server.state = 'here';
    const full = vi.spyOn(localStorage, 'setItem').mockImplementation(() => {
      throw new Error('QuotaExceededError');
    });
    await openDesign('d');
    full.mockRestore();
    expect(width('a')).toBe(444);
    expect(get().notice).toMatch(/no room/);
    await until(() => later.server.changes.length === 1);
    expect(later.stored.get('silent-compass.unsent.d.gone')).toBe(left);
  });

  it('a broken store of unsent work does not stop a design from opening', async () => {
    const later = openWindow(twoDiscs());
    later.stored.set('silent-compass.unsent.d', '{not json');
    await openDesign('d');
    expect(width('a')).toBe(100);
  });
});
