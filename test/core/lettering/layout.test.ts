import { readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { type Lettering, pathBounds, withText } from '@/core';
import { caretsOf } from '@/core/lettering/carets';
import { directionsOf, inSight, itemsOf } from '@/core/lettering/items';
import { layOut } from '@/core/lettering/layout';
import { withRun } from '@/core/lettering/runs';
import { letteringOf, takeShippedFaces } from '../../faces';

beforeAll(takeShippedFaces);

const xs = (l: Lettering) => layOut(l).letters.map((c) => c.matrix[4]);

describe('the order of mixed directions', () => {
  /** Visual order of the code points of a text: their numbers from left to right. */
  const orderOf = (text: string, direction: Lettering['direction']): number[] => {
    const found = directionsOf(text, direction);
    const numberAt: number[] = [];
    for (const [n, c] of [...text].entries()) for (const _ of c) numberAt.push(n);
    for (let i = 0, n = 0; i < text.length; n++) {
      const length = (text.codePointAt(i) as number) > 0xffff ? 2 : 1;
      for (let k = 0; k < length; k++) numberAt[i + k] = n;
      i += length;
    }
    return inSight(itemsOf(text, 0, text.length, found, [])).flatMap(({ from, to, level }) => {
      const own = [...new Set(numberAt.slice(from, to))];
      return level & 1 ? own.reverse() : own;
    });
  };

  const cases = readFileSync(path.join(import.meta.dirname, 'bidi-cases.txt'), 'utf8')
    .split('\n')
    .filter((l) => l && !l.startsWith('#'))
    .map((l) => l.split(';'));

  it(`is that of the Unicode bidirectional algorithm in ${cases.length} of its reference cases`, () => {
    const directions = ['left-to-right', 'right-to-left', 'auto'] as const;
    const wrong = cases.flatMap(([points, way, level, levels, order]) => {
      const text = String.fromCodePoint(...points.split(' ').map((p) => Number.parseInt(p, 16)));
      const direction = directions[Number(way)];
      const shown = levels.split(' ').map((l) => l !== 'x');
      const ours = orderOf(text, direction).filter((n) => shown[n]);
      const sided = directionsOf(text, direction).rightToLeft === (Number(level) % 2 === 1);
      return sided && ours.join(' ') === order ? [] : [`${points}; ${way}: ${ours.join(' ')}`];
    });
    expect(cases.length).toBeGreaterThan(900);
    expect(wrong).toEqual([]);
  });
});

describe('lines', () => {
  const at = { face: 'anton', size: 100 };

  it('stand about their anchor by how they are aligned, and a leading below each other', () => {
    const text = 'Hollin\nTarn room';
    const of = (alignment: Lettering['alignment']) =>
      layOut(letteringOf({ ...at, text, alignment, leading: 1.5 }));
    for (const line of of('start').lines) expect(line.left).toBe(0);
    for (const line of of('end').lines) expect(line.left + line.width).toBeCloseTo(0, 9);
    for (const line of of('centre').lines) expect(line.left + line.width / 2).toBeCloseTo(0, 9);
    expect(of('start').lines.map((l) => l.y)).toEqual([0, 150]);
    // What runs from right to left starts at its right end.
    const hebrew = layOut(letteringOf({ face: 'frank-ruhl-libre-900', text: 'מצפה' })).lines[0];
    expect(hebrew.left + hebrew.width).toBeCloseTo(0, 9);
  });

  it('are wrapped between words to a frame, and fill it where they are justified', () => {
    const text = 'The observatory opens its night garden at dusk on clear evenings';
    const l = letteringOf({ ...at, text, lines: 'wrapped', frameWidth: 900, alignment: 'justify' });
    const { lines } = layOut(l);
    expect(lines.length).toBeGreaterThan(2);
    expect(lines.map((x) => text.slice(x.from, x.to)).join('')).toBe(text);
    for (const line of lines.slice(0, -1)) {
      const inked = line.clusters.filter((c) => text.slice(c.from, c.to).trim());
      const last = inked[inked.length - 1];
      expect(inked[0].x + line.left).toBeCloseTo(-450, 6);
      expect(last.x + last.advance + line.left).toBeCloseTo(450, 6);
    }
    // A word wider than the frame stands alone; no width at all is said.
    expect(layOut({ ...l, frameWidth: 30 }).lines).toHaveLength(text.split(' ').length);
    expect(layOut({ ...l, frameWidth: 0 }).notes.join()).toMatch(/no width/);
  });

  it('track, kern by hand and kern by eye', () => {
    const plain = letteringOf({ ...at, text: 'AVANT' });
    const moved = (l: Lettering) => xs(l).map((x, i) => x - xs(plain)[i]);
    expect(moved({ ...plain, tracking: 0.1 })).toEqual([0, 10, 20, 30, 40].map((v) => expect.closeTo(v, 6)));
    expect(moved({ ...plain, pairs: [{ at: 2, by: 0.2 }] })).toEqual(
      [0, 0, 20, 20, 20].map((v) => expect.closeTo(v, 6)),
    );
    const width = (l: Lettering) => layOut(l).lines[0].width;
    // Without kerning “AV” stands wide; by eye it is drawn together, and “HH” stays as the face has it.
    expect(width({ ...plain, kerning: 'none' })).toBeGreaterThan(width(plain));
    expect(width({ ...plain, kerning: 'optical' })).toBeLessThan(width({ ...plain, kerning: 'none' }));
    const even = letteringOf({ ...at, text: 'HHH', kerning: 'optical' });
    expect(width(even)).toBeCloseTo(width({ ...even, kerning: 'none' }), 6);
  });
});

describe('words on a circle', () => {
  const ring = letteringOf({
    face: 'league-spartan-800',
    text: 'HHHHHHHH',
    size: 60,
    follows: 'circle',
    radius: 300,
    alignment: 'centre',
    kerning: 'none',
  });
  const angles = (l: Lettering) =>
    layOut(l).letters.map(({ matrix: m, advance }) => {
      // The foot of the letter's middle.
      const [x, y] = [m[0] * (advance / 2) + m[4], m[1] * (advance / 2) + m[5]];
      expect(Math.hypot(x, y)).toBeCloseTo(l.radius, 6);
      return (Math.atan2(x, -y) * 180) / Math.PI;
    });

  it('take an arc as long as their advance, on the baseline or half way up small letters', () => {
    const { advance } = layOut(ring).letters[0];
    const step = (l: Lettering) => {
      const list = angles(l);
      const steps = list.slice(1).map((a, i) => a - list[i]);
      for (const s of steps) expect(s).toBeCloseTo(steps[0], 6);
      return steps[0];
    };
    // Arc length: angle times radius.
    const arc = (r: number) => ((advance / r) * 180) / Math.PI;
    expect(step({ ...ring, evenSpacing: false })).toBeCloseTo(arc(300), 6);
    const outside = step(ring);
    const inside = step({ ...ring, side: 'inside' });
    expect(outside).toBeLessThan(arc(300));
    expect(-inside).toBeGreaterThan(arc(300));
    // Both tell it at the same height from the baseline: 1/outside + 1/inside = 2/baseline, in radii.
    expect(1 / outside - 1 / inside).toBeCloseTo(2 / arc(300), 6);
  });

  it('stand about their angle, outward or inward, turned or upright', () => {
    const middle = (l: Lettering) => angles(l).reduce((a, b) => a + b, 0) / l.text.length;
    expect(middle(ring)).toBeCloseTo(0, 6);
    expect(middle({ ...ring, angle: 40 })).toBeCloseTo(40, 6);
    const head = (l: Lettering) => {
      const [{ matrix: m }] = layOut({ ...l, text: 'H' }).letters;
      return [-m[2], -m[3]].map((v) => Math.round(v * 1e6) / 1e6 + 0);
    };
    expect(head(ring)).toEqual([0, -1]);
    expect(head({ ...ring, side: 'inside' })).toEqual([0, 1]);
    expect(head({ ...ring, angle: 90 })).toEqual([1, 0]);
    expect(head({ ...ring, angle: 90, stand: 'upright' })).toEqual([0, -1]);
  });
});

describe('letters', () => {
  const word = letteringOf({ face: 'lilita-one', text: 'Meteor', size: 100 });
  const middleOf = (l: Lettering, i: number) => {
    const b = pathBounds(layOut(l).letters[i].path);
    return b && { x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2, w: b.x1 - b.x0 };
  };

  it('are shifted, turned and scaled one by one about the middle of their ink', () => {
    const change = { at: 2, dx: 0.1, dy: -0.2, turn: 0, scale: 1 };
    const before = middleOf(word, 2);
    const after = middleOf({ ...word, letters: [change] }, 2);
    expect(after?.x).toBeCloseTo((before?.x ?? 0) + 10, 6);
    expect(after?.y).toBeCloseTo((before?.y ?? 0) - 20, 6);
    const larger = middleOf({ ...word, letters: [{ ...change, dx: 0, dy: 0, scale: 1.5 }] }, 2);
    expect(larger?.w).toBeCloseTo(1.5 * (before?.w ?? 0), 6);
    expect(larger?.x).toBeCloseTo(before?.x ?? 0, 6);
    expect(middleOf({ ...word, letters: [change] }, 3)).toEqual(middleOf(word, 3));
  });

  it('keep what was done to them when the words around them change', () => {
    const mark = { dx: 0.5, dy: 0, turn: 12, scale: 1 };
    const l = { ...word, letters: [{ ...mark, at: 2 }], pairs: [{ at: 3, by: 0.1 }] };
    const texts = [
      ['The Meteor', 6],
      ['Mteor', 1],
      ['Meteorites', 2],
      ['Meeteor', 3],
    ] as const;
    for (const [text, at] of texts) {
      expect(withText(l, text).letters).toEqual([{ ...mark, at }]);
      expect(text[at]).toBe('t');
    }
    // The letter itself goes: what was done to it goes with it.
    expect(withText(l, 'Me eor').letters).toEqual([]);
    fc.assert(
      fc.property(fc.string({ maxLength: 8 }), fc.nat(6), (added, where) => {
        const text = word.text.slice(0, where) + added + word.text.slice(where);
        const [kept] = withText(l, text).letters;
        if (kept) expect(text[kept.at]).toBe('t');
        // Taken back again, it is as it was.
        expect(withText(withText(l, text), word.text).text).toBe(word.text);
      }),
    );
  });

  it('runs have a face, a size and a colour of their own, and grow with what is typed in them', () => {
    const l = withRun(withRun(word, 0, 3, { colour: '#b23a48' }), 2, 5, { scale: 2, face: 'anton' });
    expect(l.runs).toEqual([
      { from: 0, to: 2, colour: '#b23a48' },
      { from: 2, to: 3, colour: '#b23a48', scale: 2, face: 'anton' },
      { from: 3, to: 5, scale: 2, face: 'anton' },
    ]);
    const letters = layOut(l).letters;
    expect(letters.map((c) => c.colour)).toEqual([
      '#b23a48',
      '#b23a48',
      '#b23a48',
      undefined,
      undefined,
      undefined,
    ]);
    expect(letters[3].ascent).toBeGreaterThan(1.4 * letters[5].ascent);
    expect(withText(l, 'Mxeteor').runs[0]).toEqual({ from: 0, to: 3, colour: '#b23a48' });
    expect(withText(l, 'xMeteor').runs[0]).toEqual({ from: 1, to: 3, colour: '#b23a48' });
  });
});

describe('carets', () => {
  const wideOf = (l: Lettering) => caretsOf(l, layOut(l)).map(([foot]) => foot.x);

  it('stand between letters, and within a ligature at even shares of it', () => {
    const l = letteringOf({ face: 'eb-garamond-500', text: 'ofix', size: 100 });
    const list = wideOf(l);
    expect(list).toHaveLength(5);
    expect([...list].sort((a, b) => a - b)).toEqual(list);
    expect(layOut(l).letters).toHaveLength(3);
    expect(list[2]).toBeCloseTo((list[1] + list[3]) / 2, 9);
    const hebrew = wideOf(letteringOf({ face: 'frank-ruhl-libre-900', text: 'מצפה', size: 100 }));
    expect([...hebrew].sort((a, b) => b - a)).toEqual(hebrew);
  });

  it('are there without words, and on lines without letters', () => {
    const empty = letteringOf({ text: '', size: 100 });
    expect(caretsOf(empty, layOut(empty))).toHaveLength(1);
    const two = letteringOf({ text: 'a\n\nb', size: 100 });
    const ys = caretsOf(two, layOut(two)).map(([foot]) => Math.round(foot.y));
    expect(new Set(ys).size).toBe(3);
  });
});

describe('what is wrong with lettering', () => {
  it('is said in plain words', () => {
    const notes = (values: Partial<Lettering>) => layOut(letteringOf(values)).notes.join(' ');
    expect(notes({ text: '  ' })).toMatch(/no words yet/);
    expect(notes({ face: 'anton', text: 'Tarn Жя' })).toBe('Anton has no “Ж”, “я”.');
    expect(notes({ face: 'nowhere' })).toMatch(/face “nowhere” is not here/);
    expect(notes({ follows: 'part' })).toMatch(/Choose the part/);
    expect(notes({})).toBe('');
    // As many characters as one lettering may have are laid out.
    expect(
      layOut(letteringOf({ text: 'Hollin Tarn '.repeat(833), size: 10 })).letters.length,
    ).toBeGreaterThan(9000);
  });
});
