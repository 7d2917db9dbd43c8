import * as fontkit from 'fontkit';
import { beforeAll, describe, expect, it } from 'vitest';
import { FontFault, faceById, pathArea, pathBounds, shippedFaces } from '@/core';
import { formsOf } from '@/core/lettering/alternates';
import { openFace } from '@/core/shaping';
import { fontBytes, fontFile, takeShippedFaces } from '../../faces';

beforeAll(takeShippedFaces);

const kit = (id: string) => fontkit.openSync(fontFile(id));

const order = (text: string, script = 'Latn', rightToLeft = false) => ({
  from: 0,
  to: text.length,
  rightToLeft,
  script,
  features: [],
});

// Its static faces alone: it cuts variation deltas short, and fails on the fixed-width one.
const still = shippedFaces.filter((f) => !['source-sans', 'jetbrains-mono-700'].includes(f.id));
const samples = ['Hollin Tarn', 'office flight', 'AVATAR Tofu', 'Night & Garden 1987', 'Wynyard, Žižkov'];

describe('shaping', () => {
  it.each(still.map((f) => f.id))('%s: glyphs and advances are those of fontkit', (id) => {
    const own = faceById(id)?.at({});
    const other = kit(id);
    for (const text of samples) {
      const theirs = other.layout(text);
      const ours = own?.shape(text, order(text)) ?? [];
      expect(
        ours.map((g) => g.id),
        text,
      ).toEqual(theirs.glyphs.map((g) => g.id));
      ours.forEach((g, i) => {
        expect(Math.abs(g.advance - theirs.positions[i].xAdvance), `${text} ${i}`).toBeLessThanOrEqual(1);
      });
    }
  });

  it('joined and right-to-left scripts: the glyphs of fontkit', () => {
    for (const [id, text, script] of [
      ['amiri-700', 'مرصد', 'Arab'],
      ['frank-ruhl-libre-900', 'מצפה', 'Hebr'],
    ] as const) {
      const ours =
        faceById(id)
          ?.at({})
          .shape(text, order(text, script, true)) ?? [];
      const theirs = kit(id)
        .layout(text)
        .glyphs.map((g) => g.id);
      expect(ours.map((g) => g.id)).toEqual(theirs);
      // The glyphs stand from left to right: the first character comes last.
      expect(ours[ours.length - 1].cluster).toBe(0);
    }
  });

  it.each(['eb-garamond-500', 'great-vibes', 'pacifico', 'league-spartan-800'])(
    '%s: a letter has the other forms that fontkit’s features give it',
    (id) => {
      const other = kit(id);
      const glyphs = (letter: string, tag?: string) =>
        other
          .layout(letter, tag ? [tag] : [])
          .glyphs.map((g) => g.id)
          .join();
      const tags = ['salt', 'swsh', 'ss01', 'ss02', 'ss06', 'smcp', 'c2sc', 'onum', 'case'];
      for (const letter of 'agyhRQ&1') {
        const ours = formsOf(id, {}, letter).map((f) => f.tag);
        const theirs = tags.filter((t) => glyphs(letter, t) !== glyphs(letter));
        expect(ours.filter((t) => tags.includes(t)).sort(), letter).toEqual(theirs.sort());
      }
    },
  );

  it.each(shippedFaces.map((f) => f.id))('%s: outlines lie where its tables say', (id) => {
    const own = faceById(id)?.at({});
    const other = kit(id);
    if (!own) throw new Error('The face is here.');
    expect(own.unitsPerEm).toBe(other.unitsPerEm);
    if (id === 'source-sans') return;
    const text = [...'HxgO&R8'].filter((c) => other.characterSet.includes(c.codePointAt(0) ?? 0)).join('');
    for (const { id: glyph, bbox } of other.layout(text).glyphs) {
      const b = pathBounds(own.outline(glyph));
      if (!b) continue;
      // Its boxes hold control points of curves too; ours the curves alone.
      expect(b.x0).toBeGreaterThanOrEqual(bbox.minX - 1);
      expect(b.x1).toBeLessThanOrEqual(bbox.maxX + 1);
      expect(-b.y1).toBeGreaterThanOrEqual(bbox.minY - 1);
      expect(-b.y0).toBeLessThanOrEqual(bbox.maxY + 1);
    }
  });

  it('a variable face: heavier is darker, and the axes are told as the file has them', () => {
    const face = faceById('source-sans');
    expect(face?.axes.map((a) => [a.tag, a.min, a.max])).toEqual([['wght', 200, 900]]);
    const areas = [200, 400, 650, 900].map((wght) => {
      const at = face?.at({ wght });
      const [g] = at?.shape('H', order('H')) ?? [];
      return at && g ? Math.abs(pathArea(at.outline(g.id))) : 0;
    });
    expect(areas).toEqual([...areas].sort((a, b) => a - b));
    expect(areas[3]).toBeGreaterThan(2 * areas[0]);
    // Beyond its ends an axis stands at its end.
    const [far] = face?.at({ wght: 5000 }).shape('H', order('H')) ?? [];
    const [end] = face?.at({ wght: 900 }).shape('H', order('H')) ?? [];
    expect(far).toEqual(end);
  });

  it('features are what the tables of the file offer, and change the glyphs they are put to', () => {
    const garamond = faceById('eb-garamond-500');
    expect(garamond?.features).toEqual(expect.arrayContaining(['smcp', 'onum', 'liga', 'kern']));
    const shape = (text: string, features: { tag: string; value: number; from: number; to: number }[]) =>
      garamond
        ?.at({})
        .shape(text, { ...order(text), features })
        .map((g) => g.id) ?? [];
    const plain = shape('tarn', []);
    const small = shape('tarn', [{ tag: 'smcp', value: 1, from: 0, to: 4 }]);
    small.forEach((g, i) => {
      expect(g).not.toBe(plain[i]);
    });
    // On one letter of them alone.
    expect(shape('tarn', [{ tag: 'smcp', value: 1, from: 1, to: 2 }])).toEqual([
      plain[0],
      small[1],
      plain[2],
      plain[3],
    ]);
    expect(shape('fi', [])).toHaveLength(1);
    expect(shape('fi', [{ tag: 'liga', value: 0, from: 0, to: 1 }])).toHaveLength(2);
  });
});

describe('font files', () => {
  it('say of themselves what is in them', () => {
    const face = faceById('pacifico');
    expect(face?.name).toBe('Pacifico');
    expect(face?.licence).toMatch(/Open Font License/);
    expect(face?.has('Ж'.codePointAt(0) as number)).toBe(true);
    expect(faceById('anton')?.has('א'.codePointAt(0) as number)).toBe(false);
  });

  it('that are none, are packed, or lack what is needed are refused with the reason', () => {
    const good = fontBytes('sacramento');
    const marked = (text: string) => {
      const copy = good.slice();
      copy.set([...text].map((c) => c.charCodeAt(0)));
      return copy;
    };
    for (const [bytes, word] of [
      [new Uint8Array(5), /too short/],
      [marked('wOF2'), /packed/],
      [marked('ttcf'), /collection/],
      [marked('%PDF'), /no TrueType/],
      [good.slice(0, 60), /breaks off/],
      [good.slice(0, good.length - 4000), /breaks off/],
    ] as const) {
      expect(() => openFace('x', bytes)).toThrow(FontFault);
      expect(() => openFace('x', bytes)).toThrow(word);
    }
  });
});
