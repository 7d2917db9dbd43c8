import { describe, expect, it } from 'vitest';
import {
  type Design,
  evaluate,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  origin,
  type Part,
  parseHex,
  toOklch,
} from '@/core';
import { Painter } from '@/core/raster/painter';
import { designOf } from '../designs';

const square = (colour: string, values: Partial<Part> = {}, size = 100) =>
  makePart(makeSource('rectangle', { width: size, height: size }), {
    id: 'p',
    name: 'p',
    coats: [makeCoat('fill', { paint: { kind: 'solid', colour } })],
    place: { ...origin, x: 50, y: 50 },
    ...values,
  });

function colourAt(design: Design, x = 50, y = 50): number[] {
  const painter = new Painter();
  const bare = { ...evaluate(design, 's'), ground: null };
  painter.drawTile(bare, [1, 0, 0, 1, -x, -y], 0, 0, 1, 1);
  return [...painter.pixels().slice(0, 4)];
}

const changed = (colour: string, kind: string, params: Record<string, unknown>): number[] =>
  colourAt(designOf(100, square(colour, { finishes: [makeFinish(kind, params)] })));

const own = (colour: string) => parseHex(colour).slice(0, 3);
const some = ['#9a6b1f', '#14213d', '#f3d9a0', '#b23a48', '#7f7f7f'];

describe('colour changes', () => {
  it('of nothing leave every colour as it was', () => {
    for (const c of some)
      for (const kind of ['colour-shift', 'colour-balance'])
        changed(c, kind, {})
          .slice(0, 3)
          .forEach((v, i) => {
            expect(Math.abs(v - own(c)[i])).toBeLessThan(2e-3);
          });
  });

  it('tint: one hue over all, each colour’s lightness kept', () => {
    const hue = toOklch(parseHex('#2f6f7a')).h;
    for (const c of some) {
      const [r, g, b] = changed(c, 'tint', { colour: '#2f6f7a', amount: 1 });
      const got = toOklch([r, g, b, 1]);
      expect(Math.abs(got.l - toOklch(parseHex(c)).l)).toBeLessThan(2e-3);
      if (got.c > 0.02) expect(Math.abs(got.h - hue)).toBeLessThan(1);
    }
  });

  it('shift: the hue turns by what is asked, lightness and chroma stay where sRGB holds them', () => {
    const [r, g, b] = changed('#8a6a50', 'colour-shift', { hue: 90 });
    const [was, is] = [toOklch(parseHex('#8a6a50')), toOklch([r, g, b, 1])];
    expect(Math.abs(is.h - was.h - 90)).toBeLessThan(0.5);
    expect(Math.abs(is.c - was.c) + Math.abs(is.l - was.l)).toBeLessThan(2e-3);
    for (const v of changed('#8a6a50', 'colour-shift', { lightness: 1 })) expect(v).toBeGreaterThan(0.999);
    const [k] = changed('#8a6a50', 'colour-shift', { lightness: -1 });
    expect(k).toBeLessThan(2e-3);
  });

  it('one ink: black is all of it, white none, and a threshold makes it all or none', () => {
    const ink = { colour: '#14213d' };
    expect(changed('#000000', 'one-ink', ink)[3]).toBeCloseTo(1, 5);
    expect(changed('#ffffff', 'one-ink', ink)[3]).toBeCloseTo(0, 5);
    expect(changed('#ffffff', 'one-ink', { ...ink, reversed: true })[3]).toBeCloseTo(1, 5);
    const hard = some.map((c) => changed(c, 'one-ink', { ...ink, tones: 'hard', threshold: 0.5 })[3]);
    expect(new Set(hard.map((v) => Math.round(v * 1e4)))).toEqual(new Set([0, 10000]));
  });

  it('fade: opacity runs evenly from one end to the other', () => {
    const part = square('#ff0000', {
      finishes: [makeFinish('fade', { x1: 0, y1: 0.5, x2: 1, y2: 0.5, from: 1, to: 0.2 })],
    });
    const d = designOf(100, part);
    for (const x of [5, 30, 50, 95]) expect(colourAt(d, x)[3]).toBeCloseTo(1 - 0.8 * ((x + 0.5) / 100), 3);
  });

  it('fade along a curve: a straight one is the linear fade', () => {
    const ends = { x1: 0, y1: 0.5, x2: 1, y2: 0.5, from: 1, to: 0.2, middle: 0.3 };
    const straight = { form: 'curve', bendX1: 1 / 3, bendY1: 0, bendX2: -1 / 3, bendY2: 0 };
    const [curve, linear] = [straight, {}].map((p) =>
      designOf(100, square('#ff0000', { finishes: [makeFinish('fade', { ...ends, ...p })] })),
    );
    for (const [x, y] of [
      [5, 10],
      [30, 90],
      [71, 50],
      [95, 2],
    ])
      expect(Math.abs(colourAt(curve, x, y)[3] - colourAt(linear, x, y)[3])).toBeLessThan(3e-3);
  });

  it('fade along a curve: about a circle’s middle the opacity goes by the angle, however far off', () => {
    // A quarter circle by the usual cubic, its handles 0.5523 of the radius long.
    const k = 0.5522847498;
    const arc = {
      form: 'curve',
      x1: 0.5,
      y1: 0,
      x2: 0,
      y2: 0.5,
      bendX1: 0,
      bendY1: k / 2,
      bendX2: k / 2,
      bendY2: 0,
    };
    const d = designOf(
      100,
      square('#ff0000', { finishes: [makeFinish('fade', { ...arc, from: 0, to: 1 })] }),
    );
    for (const angle of [10, 30, 45, 70, 85])
      for (const r of [25, 50, 80]) {
        const [x, y] = [Math.cos((angle * Math.PI) / 180) * r, Math.sin((angle * Math.PI) / 180) * r];
        const own = (Math.atan2(Math.floor(y) + 0.5, Math.floor(x) + 0.5) * 2) / Math.PI;
        expect(Math.abs(colourAt(d, Math.floor(x), Math.floor(y))[3] - own)).toBeLessThan(6e-3);
      }
  });

  it('reach everything below in the same group, and nothing above or outside it', () => {
    const ink = { colour: '#000000', tones: 'hard', threshold: 0.99, changes: 'below' };
    const member = (id: string, x: number, values: Partial<Part> = {}) =>
      square('#cc3344', { id, place: { ...origin, x, y: 50 }, ...values }, 20);
    const group = makePart({ kind: 'group' }, { id: 'g', name: 'g', children: ['low', 'mid', 'top'] });
    const mid = member('mid', 50, { finishes: [makeFinish('one-ink', ink)] });
    const all = [member('out', 10), member('low', 30), mid, member('top', 70), group];
    const d = designOf(100, ...all);
    const seen = (parts: string[]) => {
      const shown = { ...d, sheets: d.sheets.map((s) => ({ ...s, parts })) };
      return [10, 30, 50, 70].map((x) => Math.round(255 * colourAt(shown, x)[0]));
    };
    expect(seen(['out', 'g'])).toEqual([204, 0, 204, 204]);
    // On the sheet itself it is all that lies lower there.
    expect(seen(['out', 'low', 'mid', 'top'])).toEqual([0, 0, 204, 204]);
    // Worked out again, what did not change is the same object.
    const nodes = () => evaluate(d, 's').nodes;
    expect(nodes()[0]).toBe(nodes()[0]);
  });
});

describe('groups', () => {
  const grouped = (source: object, ...members: Part[]): Design => {
    const group = makePart(
      { kind: 'group', ...source },
      { id: 'g', name: 'g', children: members.map((m) => m.id) },
    );
    const d = designOf(100, ...members, group);
    return { ...d, sheets: d.sheets.map((s) => ({ ...s, parts: ['g'] })) };
  };
  const half = (id: string, colour: string) => square(colour, { id, opacity: 0.5 });

  it('that knock out show of each member only what no later one lies on', () => {
    const members = [half('a', '#ff0000'), half('b', '#0000ff')];
    expect(colourAt(grouped({}, ...members))[3]).toBeCloseTo(0.75, 5);
    const knocked = colourAt(grouped({ holds: 'knock-out' }, ...members));
    [0, 0, 0.5, 0.5].forEach((v, i) => {
      expect(knocked[i]).toBeCloseTo(v, 5);
    });
  });

  it('that are isolated keep blend modes from what lies under them', () => {
    const under = square('#00ff00', { id: 'u' });
    const multiply = square('#ff0000', { id: 'm', blend: 'multiply' });
    const over = (holds: string): number[] => {
      const d = grouped({ holds }, multiply);
      return colourAt({
        ...d,
        parts: { ...d.parts, u: under },
        sheets: d.sheets.map((s) => ({ ...s, parts: ['u', 'g'] })),
      });
    };
    expect(over('plain').slice(0, 3)).toEqual([0, 0, 0]);
    expect(over('isolated').slice(0, 3)).toEqual([1, 0, 0]);
  });

  it('are masked by how opaque or how light their topmost member is', () => {
    const body = square('#336699', { id: 'b' });
    const grey = square('#808080', { id: 'k', opacity: 0.5 }, 200);
    expect(colourAt(grouped({ clip: true, clipBy: 'alpha' }, body, grey))[3]).toBeCloseTo(0.5, 5);
    // Luminance of premultiplied grey: 128/255 · 0.5.
    expect(colourAt(grouped({ clip: true, clipBy: 'luminance' }, body, grey))[3]).toBeCloseTo(128 / 510, 4);
  });
});
