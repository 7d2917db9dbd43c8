import { describe, expect, it } from 'vitest';
import {
  type Design,
  evaluate,
  evaluatePart,
  joinOutline,
  makeFinish,
  makePart,
  makeSource,
  origin,
  type Part,
  pathArea,
  renderPixels,
} from '@/core';
import {
  changeFaces,
  cutAlong,
  duplicateParts,
  facesOnSheet,
  groupParts,
  makeFaces,
  moveParts,
  pasteParts,
  releaseParts,
  removeParts,
  reportOf,
  settleTies,
} from '@/core/edit';
import { readDesign } from '@/core/reading';
import { designOf, difference, solid, withPart } from '../designs';

const disc = (id: string, x: number, y: number, size: number, extra: Partial<Part> = {}): Part =>
  makePart(makeSource('ellipse', { width: size, height: size }), {
    id,
    name: id,
    coats: [solid('#9a6b1f')],
    place: { ...origin, x, y, turn: 20 },
    ...extra,
  });
const knife = (id: string, xy: number[]): Part =>
  makePart(makeSource('path', { contours: [{ xy, closed: false }] }), { id, name: id });

/** From left to right across a sheet of 400, bent. */
const wave = knife('knife', [20, 220, 120, 60, 260, 340, 380, 190]);
const areaOf = (d: Design, id: string): number => pathArea(joinOutline(evaluatePart(d, d.parts[id]).outline));
const piecesIn = (d: Design): Part[] => Object.values(d.parts).filter((p) => p.source.kind === 'piece');
/** Greatest departure from one colour of all pixels near a point. */
function seam(d: Design, x: number, y: number, r: number): number {
  const { data } = renderPixels(evaluate(d, 's'), 400);
  const at = (px: number, py: number) => data.subarray(4 * (400 * py + px), 4 * (400 * py + px) + 3);
  const flat = at(x, y);
  let most = 0;
  for (let py = y - r; py <= y + r; py++)
    for (let px = x - r; px <= x + r; px++)
      if (Math.hypot(px - x, py - y) < r)
        at(px, py).forEach((v, k) => {
          most = Math.max(most, Math.abs(v - flat[k]));
        });
  return most;
}
const total = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);

describe('cut along', () => {
  const whole = designOf(400, disc('body', 200, 200, 240), wave);
  const cut = cutAlong(whole, 's', ['body', 'knife']);

  it('leaves pieces that add up to the whole and look like it, without a seam', () => {
    const pieces = piecesIn(cut.design);
    expect(pieces.map((p) => p.name)).toEqual(['body, piece 1', 'body, piece 2']);
    expect(total(pieces.map((p) => areaOf(cut.design, p.id)))).toBeCloseTo(areaOf(whole, 'body'), 2);
    // The knife has no coat, so the picture is that of the disc alone; chords of its rim may differ.
    expect(difference(whole, cut.design)).toBeLessThanOrEqual(5);
    expect(seam(cut.design, 200, 200, 110)).toBe(0);
    expect(() => readDesign(cut.design)).not.toThrow();
  });

  it('keeps the cutter movable: pieces follow, whatever is left of them', () => {
    const [a] = piecesIn(cut.design);
    const before = areaOf(cut.design, a.id);
    for (const dy of [30, -60, 90, 400]) {
      const moved = moveParts(cut.design, ['knife'], 0, dy);
      const pieces = piecesIn(moved);
      expect(total(pieces.map((p) => areaOf(moved, p.id)))).toBeCloseTo(areaOf(whole, 'body'), 2);
      expect(areaOf(moved, a.id)).not.toBeCloseTo(before, 0);
    }
  });

  it('cuts several parts by a closed one, leaves out those it does not cross, and throws away pieces', () => {
    const d = designOf(
      400,
      disc('one', 100, 200, 150),
      disc('two', 300, 200, 150),
      disc('far', 60, 40, 40),
      disc('hole', 200, 200, 160),
    );
    const { design, chosen } = cutAlong(d, 's', ['one', 'two', 'far', 'hole']);
    expect(piecesIn(design).length).toBe(4);
    expect(design.parts.far.construction).toBeUndefined();
    expect(design.parts[chosen[0]].children).toContain('far');
    const [piece] = piecesIn(design);
    const rest = removeParts(design, 's', [piece.id]).design;
    expect(total(piecesIn(rest).map((p) => areaOf(rest, p.id)))).toBeCloseTo(
      areaOf(d, 'one') + areaOf(d, 'two') - areaOf(design, piece.id),
      2,
    );
  });

  it('shows what was cut and the cutter as construction lines, on their own sheet and not when hidden', () => {
    const two = {
      ...cut.design,
      sheets: [...cut.design.sheets, { ...cut.design.sheets[0], id: 't', parts: [] }],
    };
    const lines = (d: Design, sheet: string) => reportOf(d, [], null, false, sheet).construction.length;
    expect([lines(two, 's'), lines(two, 't')]).toEqual([2, 0]);
    expect(lines(withPart(two, cut.chosen[0], { hidden: true }), 's')).toBe(0);
  });

  it('moves once with what it is cut from, and stands alone without it', () => {
    const ids = cut.design.parts[cut.chosen[0]].children;
    const together = moveParts(cut.design, ids, 10, 5);
    const outright = moveParts(cut.design, cut.chosen, 10, 5);
    expect(difference(together, outright)).toBe(0);
    const gone = settleTies(cut.design, removeParts(cut.design, 's', ['knife']).design);
    expect(piecesIn(gone).length).toBe(0);
    expect(difference(gone, cut.design)).toBe(0);
    expect(() => readDesign(gone)).not.toThrow();
  });

  it('is released, grouped, turned, copied and pasted without a change of picture', () => {
    const turned = { ...cut.design.parts[cut.chosen[0]], place: { ...origin, x: 30, y: -60, turn: 14 } };
    const placed = { ...cut.design, parts: { ...cut.design.parts, [turned.id]: turned } };
    const out = settleTies(placed, releaseParts(placed, 's', [turned.id]).design);
    expect(difference(out, placed)).toBe(0);
    expect(piecesIn(out).length).toBe(2);
    const grouped = groupParts(out, 's', out.sheets[0].parts).design;
    expect(difference(grouped, placed)).toBe(0);
    const alone = settleTies(out, groupParts(out, 's', [piecesIn(out)[0].id]).design);
    expect(difference(alone, placed)).toBe(0);
    expect(piecesIn(alone).length).toBe(1);
    const copied = duplicateParts(placed, 's', [turned.id]).design;
    const moved = moveParts(copied, ['knife'], 0, 50);
    const fresh = piecesIn(moved).slice(2);
    expect(total(fresh.map((p) => areaOf(moved, p.id)))).toBeCloseTo(areaOf(whole, 'body'), 2);
    expect(fresh.map((p) => areaOf(moved, p.id))).toEqual(piecesIn(placed).map((p) => areaOf(placed, p.id)));
    const elsewhere = designOf(400);
    const one = piecesIn(placed)[0];
    const pasted = pasteParts(elsewhere, 's', null, placed.parts, [one.id]).design;
    expect(Object.values(pasted.parts).map((p) => p.source.kind)).toEqual(['path']);
  });

  it('gives shadows of the whole to the pieces together, and refuses where nothing is cut', () => {
    const shaded = designOf(
      400,
      disc('body', 200, 200, 240, { finishes: [makeFinish('soft-shadow')] }),
      wave,
    );
    expect(difference(cutAlong(shaded, 's', ['body', 'knife']).design, shaded)).toBeLessThanOrEqual(5);
    const apart = designOf(400, disc('body', 60, 60, 40), wave);
    expect(cutAlong(apart, 's', ['body', 'knife']).design).toBe(apart);
    expect(cutAlong(apart, 's', ['knife']).design).toBe(apart);
  });
});

describe('faces', () => {
  const d = designOf(400, disc('a', 140, 200, 200), disc('b', 260, 200, 200), disc('c', 200, 290, 200));
  const { design, chosen } = makeFaces(d, 's', ['a', 'b', 'c']);
  const [id] = chosen;
  const keys = facesOnSheet(design, id).map((f) => f.key);

  it('are all kept at first and look like the parts they came from', () => {
    expect([...keys].sort()).toEqual(['001.0', '010.0', '011.0', '100.0', '101.0', '110.0', '111.0']);
    expect(difference(design, d)).toBeLessThanOrEqual(5);
    expect(seam(design, 200, 220, 60)).toBe(0);
    expect(() => readDesign(design)).not.toThrow();
  });

  it('are dropped, kept, joined, parted and coloured one by one', () => {
    const run = (from: Design, k: string[], change: Parameters<typeof changeFaces>[3]) =>
      changeFaces(from, id, k, change).design;
    const dropped = run(design, ['111.0', '100.0'], { do: 'drop' });
    expect(areaOf(dropped, id)).toBeLessThan(areaOf(design, id));
    expect(
      facesOnSheet(dropped, id)
        .filter((f) => f.dropped)
        .map((f) => f.key)
        .sort(),
    ).toEqual(['100.0', '111.0']);
    expect(run(dropped, ['111.0', '100.0'], { do: 'keep' }).parts[id].source).toEqual(
      design.parts[id].source,
    );

    const pieces = (x: Design) => evaluatePart(x, x.parts[id]).outline.length;
    const joined = run(design, ['110.0', '111.0', '011.0'], { do: 'join' });
    expect([pieces(design), pieces(joined)]).toEqual([7, 5]);
    expect(areaOf(joined, id)).toBeCloseTo(areaOf(design, id), 4);
    const more = run(joined, ['111.0', '001.0'], { do: 'join' });
    expect(pieces(more)).toBe(4);
    expect(pieces(run(more, ['111.0'], { do: 'part' }))).toBe(7);

    const coloured = run(joined, ['110.0'], { do: 'colour', colour: '#203060' });
    const tints = evaluatePart(coloured, coloured.parts[id]).outline.map((p) => p.tint);
    expect(tints.filter(Boolean)).toEqual(['#203060']);
    expect(difference(run(coloured, ['110.0'], { do: 'colour', colour: null }), design)).toBe(0);
  });

  it('follow the circles as they move, and keep what was said of them', () => {
    const dropped = changeFaces(design, id, ['111.0'], { do: 'drop' }).design;
    const moved = moveParts(dropped, ['a'], -15, 4);
    expect(facesOnSheet(moved, id).filter((f) => f.dropped).length).toBe(1);
    expect(areaOf(moved, id)).toBeGreaterThan(areaOf(dropped, id));
  });
});
