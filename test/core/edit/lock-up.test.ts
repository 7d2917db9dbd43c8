import fc from 'fast-check';
import { openSync } from 'fontkit';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  applyLockUps,
  type Bounds,
  type Design,
  evaluateSheet,
  faceById,
  type Lettering,
  origin,
  type Part,
} from '@/core';
import { applyGesture, lockUpParts, reportOf, sheetBounds, withLettering, withPart } from '@/core/edit';
import { levelLines } from '@/core/lettering/heights';
import { readDesign } from '@/core/reading';
import { fontFile, letteringOf, takeShippedFaces } from '../../faces';
import { designOf, disc, words as wordsAt } from '../designs';

beforeAll(takeShippedFaces);

const words = (id: string, x: number, y: number, values: Partial<Lettering> = {}): Part =>
  wordsAt(id, x, y, { text: 'TARN', ...values });

/** Height of capitals, of a size of 1, from the font’s own table. */
const capital = (face: string): number => {
  const at = faceById(face)?.at({});
  return (at?.metrics.capHeight ?? 0) / (at?.unitsPerEm ?? 1);
};

type Rules = Partial<Extract<Part['source'], { kind: 'lock-up' }>>;

const lockOf = (d: Design) => Object.values(d.parts).find((p) => p.source.kind === 'lock-up') as Part;
const ruled = (d: Design, rules: Rules): Design => {
  const lock = lockOf(d);
  return applyLockUps(withPart(d, { ...lock, source: { ...lock.source, ...rules } as Part['source'] }));
};
const made = (...parts: Part[]): Design => {
  const ids = parts.map((p) => p.id);
  return applyLockUps(lockUpParts(designOf(2000, ...parts), 's', ids).design);
};
const box = (d: Design, id: string): Bounds => sheetBounds(d, id) as Bounds;

describe('a lock-up', () => {
  const unit = () => 100 * capital('anton');

  it('stands in the order and the direction it was drawn in', () => {
    const row = made(words('w', 600, 500), disc('m', 500, 480, 40));
    expect(lockOf(row)).toMatchObject({ children: ['m', 'w'], source: { arrangement: 'in-a-row' } });
    const column = made(words('w', 500, 500), disc('m', 540, 300, 40));
    expect(lockOf(column)).toMatchObject({ children: ['m', 'w'], source: { arrangement: 'in-a-column' } });
  });

  it('spaces by the capital height, and sizes the mark by it', () => {
    const d = ruled(made(words('w', 600, 500), disc('m', 300, 480, 40)), {
      gap: 1.5,
      markSize: 'by-unit',
      markHeight: 2,
    });
    const [m, w] = [box(d, 'm'), box(d, 'w')];
    expect(w.x0 - m.x1).toBeCloseTo(1.5 * unit(), 6);
    expect(m.y1 - m.y0).toBeCloseTo(2 * unit(), 6);
    // The words stay where they were; the mark's middle is level with the middle of the capitals.
    expect(d.parts.w.place).toEqual({ ...origin, x: 600, y: 500 });
    expect((m.y0 + m.y1) / 2).toBeCloseTo(500 - unit() / 2, 6);
    expect(reportOf(d, [lockOf(d).id], null).lockUp?.unit).toBeCloseTo(unit(), 9);
  });

  it('levels feet, tops, and middles', () => {
    const d = made(words('w', 600, 500), disc('m', 300, 480, 40));
    const at = (level: 'feet-on-baseline' | 'tops-of-capitals' | 'middle-of-ink') => {
      const r = ruled(d, { level });
      return [box(r, 'm'), box(r, 'w')];
    };
    expect(at('feet-on-baseline')[0].y1).toBeCloseTo(500, 6);
    expect(at('tops-of-capitals')[0].y0).toBeCloseTo(500 - unit(), 6);
    const [m, w] = at('middle-of-ink');
    expect(m.y0 + m.y1).toBeCloseTo(w.y0 + w.y1, 6);
  });

  it('holds when the words, the face, the mark or the size become others', () => {
    const d = ruled(made(words('w', 600, 500), disc('m', 300, 480, 40), words('e', 1200, 500)), {
      gap: 1,
      markSize: 'by-unit',
      markHeight: 3,
    });
    fc.assert(
      fc.property(
        fc.constantFrom('TARN', 'Supper room', 'O', 'gypsum\nHALL'),
        fc.constantFrom('anton', 'abril-fatface', 'lilita-one'),
        fc.integer({ min: 20, max: 300 }),
        fc.integer({ min: 5, max: 400 }),
        (text, face, size, radius) => {
          const other = withLettering(d.parts.w, (l) => ({ ...l, text, face, size }));
          const next = applyLockUps(
            withPart(withPart(d, other), { ...d.parts.m, source: disc('m', 0, 0, radius).source }),
          );
          const [m, w, e] = ['m', 'w', 'e'].map((id) => box(next, id));
          const one = size * capital(face);
          expect(w.x0 - m.x1).toBeCloseTo(one, 6);
          expect(e.x0 - w.x1).toBeCloseTo(one, 6);
          expect(m.y1 - m.y0).toBeCloseTo(3 * one, 6);
          expect(applyLockUps(next)).toBe(next);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('goes down from the baseline to the next capitals, flush as it is told', () => {
    const d = ruled(made(disc('m', 600, 200, 80), words('w', 500, 500), words('t', 520, 700, { size: 40 })), {
      gap: 0.75,
    });
    const [m, w, t] = ['m', 'w', 't'].map((id) => box(d, id));
    expect(500 - unit() - m.y1).toBeCloseTo(0.75 * unit(), 6);
    expect(d.parts.t.place.y - 40 * capital('anton') - 500).toBeCloseTo(0.75 * unit(), 6);
    for (const b of [m, t]) expect(b.x0 + b.x1).toBeCloseTo(w.x0 + w.x1, 6);
    const end = ruled(d, { flush: 'end' });
    for (const id of ['m', 't']) expect(box(end, id).x1).toBeCloseTo(box(end, 'w').x1, 6);
  });

  it('nests: what is inside is placed first', () => {
    const inner = made(words('w', 600, 500), words('t', 620, 560, { size: 30 }));
    const d: Design = {
      ...inner,
      parts: { ...inner.parts, m: disc('m', 300, 480, 40) },
      sheets: [{ ...inner.sheets[0], parts: [...inner.sheets[0].parts, 'm'] }],
    };
    const outer = lockUpParts(d, 's', ['m', lockOf(inner).id]);
    const kept = applyLockUps(outer.design);
    expect(kept.parts[outer.chosen[0]].children).toEqual(['m', lockOf(inner).id]);
    const long = { text: 'A MUCH LONGER LINE BELOW THE NAME', size: 60 };
    const grown = applyLockUps(
      withPart(
        kept,
        withLettering(kept.parts.t, (l) => ({ ...l, ...long })),
      ),
    );
    const first = Math.min(box(grown, 'w').x0, box(grown, 't').x0);
    expect(first - box(grown, 'm').x1).toBeCloseTo(0.5 * unit(), 6);
  });

  it('says of a member that is dragged that the rules place it; the words that lead are free', () => {
    const d = made(words('w', 600, 500), disc('m', 300, 480, 40));
    const drag = (id: string) =>
      applyGesture(d, 's', { type: 'move', ids: [id], dx: 50, dy: 20, straight: false }, 0);
    expect(drag('m')).toMatchObject({ design: d, readout: 'placed by its lock-up' });
    const moved = applyLockUps(drag('w').design);
    expect(box(moved, 'm').x0 - box(d, 'm').x0).toBeCloseTo(50, 9);
    expect(box(moved, 'm').y0 - box(d, 'm').y0).toBeCloseTo(20, 9);
  });

  it('leaves its parts alone where nothing in it can be measured, and says so', () => {
    const d = made(words('w', 600, 500, { follows: 'circle' }), disc('m', 300, 480, 40));
    expect(d.parts.m.place).toMatchObject({ x: 300, y: 480 });
    expect(reportOf(d, [lockOf(d).id], null).lockUp).toEqual({ unit: 0 });
  });

  it('draws its clear space as construction', () => {
    const d = ruled(made(words('w', 600, 500), disc('m', 300, 480, 40)), { clearSpace: 1 });
    const [clear] = reportOf(d, [], null, false, 's').construction;
    const all = box(d, lockOf(d).id);
    const numbers = clear.match(/-?[\d.]+/g)?.map(Number) ?? [];
    expect(Math.min(...numbers.filter((_, i) => i % 2 === 0))).toBeCloseTo(all.x0 - unit(), 2);
    expect(Math.max(...numbers.filter((_, i) => i % 2 === 1))).toBeCloseTo(all.y1 + unit(), 2);
    const without = ruled(d, { showClearSpace: false });
    expect(reportOf(without, [], null, false, 's').construction).toEqual([]);
  });

  it('is kept by whatever draws the sheet, and is sound when stored', () => {
    const d = ruled(made(words('w', 600, 500), disc('m', 300, 480, 40)), { gap: 2 });
    const stale = withPart(d, { ...d.parts.m, place: { ...d.parts.m.place, x: 0 } });
    expect(evaluateSheet(stale, 's').scene).toEqual(evaluateSheet(d, 's').scene);
    expect(readDesign(JSON.parse(JSON.stringify(d)))).toEqual(d);
    const bad = JSON.parse(JSON.stringify(d));
    bad.parts[lockOf(d).id].source.unit = 'yards';
    expect(() => readDesign(bad)).toThrow(/unit/);
  });
});

describe('the upright of a face', () => {
  it('is as wide as the I of a face without serifs, and narrower than one with them (by fontkit)', () => {
    const widths = (face: string) => {
      const font = openSync(fontFile(face));
      const { bbox } = font.layout('I').glyphs[0];
      const level = levelLines(letteringOf({ face, text: 'I', size: font.unitsPerEm }));
      return { own: level?.stem ?? 0, box: bbox.maxX - bbox.minX };
    };
    const plain = widths('anton');
    expect(plain.own).toBeCloseTo(plain.box, 6);
    const serif = widths('abril-fatface');
    expect(serif.own).toBeGreaterThan(0.2 * serif.box);
    expect(serif.own).toBeLessThan(0.8 * serif.box);
  });
});
