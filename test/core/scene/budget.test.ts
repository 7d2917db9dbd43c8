import { afterEach, describe, expect, it } from 'vitest';
import {
  type Card,
  evaluatePart,
  evaluateSheet,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  origin,
  Painter,
  type Part,
  renderPixels,
  setBudget,
  usualBudget,
} from '@/core';
import { overlappingPairs } from '@/core/arrange/afford';
import { castersOf } from '@/core/scene/caster';
import type { SceneNode } from '@/core/scene/types';
import { weightOf } from '@/core/scene/weight';
import { designOf } from '../designs';

const step = (kind: string, params: Readonly<Record<string, unknown>>): Card =>
  makeStep(kind, params) as Card;
const star = (id: string, values: Partial<Part> = {}): Part => ({
  ...makePart(makeSource('star'), { id, name: id, coats: [makeCoat('fill')] }),
  ...values,
});
const shadow = (): Card => makeFinish('soft-shadow') as Card;

afterEach(() => setBudget(usualBudget));

/** Shapes drawn, silhouettes of shadows included, as a drawer would meet them. */
const drawn = (nodes: readonly SceneNode[]): number =>
  nodes.reduce((n, node) => n + ('children' in node ? drawn(node.children) : 1), 0);

describe('what multiplies', () => {
  it('is counted before it is made: copies of copies stop at the card that goes too far', () => {
    const ring = () => step('radial-repeat', { count: 1000 });
    const d = designOf(2000, star('a', { steps: [ring(), ring(), ring()] }));
    const { faults, scene } = evaluateSheet(d, d.sheets[0].id);
    expect(faults.map((f) => f.card)).toEqual(d.parts.a.steps.slice(1).map((c) => c.id));
    expect(faults[0].message).toBe('This would make 10,000,000 segments; a part may have 500,000.');
    // The last good result stays: 1,000 stars of ten sides.
    expect(weightOf(scene.nodes[0].type === 'group' ? scene.nodes[0].children : [])).toBe(10_000);
  });

  it('in groups is counted as it is drawn, not as it is held', () => {
    setBudget({ part: 5000 });
    const inner = star('a');
    const group = {
      ...makePart({ kind: 'group' } as Part['source'], { id: 'g', name: 'g' }),
      children: ['a'],
      steps: [step('grid-repeat', { columns: 20, rows: 20 }), step('grid-repeat', { columns: 2, rows: 2 })],
    };
    const d = designOf(2000, inner, group);
    const { nodes, faults } = evaluatePart(d, d.parts.g);
    expect(faults.map((f) => f.card)).toEqual([group.steps[1].id]);
    expect(weightOf(nodes)).toBeLessThanOrEqual(5000);
  });

  it.each([
    ['parallels of parallels', [step('parallels', { count: 50 }), step('parallels', { count: 50 })], []],
    ['dashes', [step('grid-repeat', { columns: 60, rows: 10 })], [{ width: 2, dashes: [0.5, 0.5] }]],
    ['what is united', [step('grid-repeat', { columns: 150, rows: 150, unite: true })], []],
  ])('%s over the limit are a fault in words, and the rest is drawn', (_, steps, strokes) => {
    const coats = [makeCoat('fill'), ...strokes.map((s) => makeCoat('stroke', s))];
    const d = designOf(2000, star('a', { steps, coats }), star('b'));
    const { faults, scene } = evaluateSheet(d, d.sheets[0].id);
    expect(faults).toHaveLength(1);
    expect(faults[0].message).toMatch(/^This would .* [\d,]+ .*; .* [\d,]+\.$/);
    expect(scene.nodes).toHaveLength(2);
  });

  it('crossings are counted: a thousand bars through one middle are not united', () => {
    const bar = makePart(makeSource('rectangle', { width: 1500, height: 2 }), {
      id: 'a',
      name: 'a',
      coats: [makeCoat('fill')],
      steps: [step('radial-repeat', { count: 1000, centreX: 0, centreY: 0, unite: true })],
    });
    const d = designOf(2000, bar);
    expect(evaluatePart(d, d.parts.a).faults[0].message).toMatch(/cross one another too often/);
  });

  it('pairs of boxes are those that comparing all with all finds', () => {
    const n = 300;
    const boxes = Float64Array.from({ length: 4 * n }, (_, i) => ((i * 7919) % 1009) / 10);
    for (let i = 0; i < boxes.length; i += 4) {
      boxes[i + 2] = boxes[i] + (i % 13) + 0.5;
      boxes[i + 3] = boxes[i + 1] + (i % 7) + 0.5;
    }
    let all = 0;
    for (let a = 0; a < boxes.length; a += 4)
      for (let b = a + 4; b < boxes.length; b += 4)
        if (
          boxes[a] < boxes[b + 2] &&
          boxes[b] < boxes[a + 2] &&
          boxes[a + 1] < boxes[b + 3] &&
          boxes[b + 1] < boxes[a + 3]
        )
          all++;
    expect(all).toBeGreaterThan(50);
    expect(overlappingPairs(boxes, 1e9)).toBe(all);
    expect(overlappingPairs(boxes, 10)).toBeGreaterThan(10);
  });

  it('a sheet draws what it can and says of the rest that it does not', () => {
    setBudget({ sheet: 100 });
    const d = designOf(2000, ...Array.from({ length: 20 }, (_, i) => star(`s${i}`)));
    const { faults, scene } = evaluateSheet(d, d.sheets[0].id);
    expect(scene.nodes).toHaveLength(10);
    expect(faults).toHaveLength(10);
    expect(faults[0]).toMatchObject({ part: 's10', card: 'source' });
    expect(faults[0].message).toMatch(/^Not drawn/);
  });

  it('in-betweens of heavy parts are counted', () => {
    const heavy = (id: string) => star(id, { steps: [step('grid-repeat', { columns: 20, rows: 20 })] });
    const source = { kind: 'blend', spacing: 'count', count: 1000, ease: 0, spine: null } as unknown;
    const blend = {
      ...makePart(source as Part['source'], { id: 'b', name: 'b' }),
      children: ['x', 'y'],
    };
    const d = designOf(2000, heavy('x'), heavy('y'), blend);
    const { faults, nodes } = evaluatePart(d, d.parts.b);
    expect(faults).toMatchObject([
      { card: 'source', message: expect.stringMatching(/in between would have 4,001,000/) },
    ]);
    expect(nodes).toEqual([]);
  });
});

describe('shadows', () => {
  it('of one part each draw it once, however many there are', () => {
    const d = designOf(2000, star('a', { finishes: Array.from({ length: 14 }, shadow) }));
    expect(drawn(evaluatePart(d, d.parts.a).nodes)).toBe(15);
  });

  it('of groups inside one another are drawn in the square of their number, not in its power of two', () => {
    const groups = Array.from({ length: 12 }, (_, i) => ({
      ...makePart({ kind: 'group' } as Part['source'], { id: `g${i}`, name: `g${i}` }),
      children: [i ? `g${i - 1}` : 'a'],
      finishes: [shadow()],
    }));
    const d = designOf(2000, star('a', { finishes: [shadow()] }), ...groups);
    expect(drawn([evaluatePart(d, d.parts.g11).node])).toBe(14);
  });

  it('cast none themselves: a part with two shadows is darkened as by one after the other', () => {
    const one = star('a', { finishes: [shadow()] });
    const d = designOf(400, one);
    const { node } = evaluatePart(d, d.parts.a);
    expect(castersOf([node])[0]).toMatchObject({ children: [{ type: 'shape' }] });
    const plain = evaluatePart(designOf(400, star('a')), star('a')).node;
    expect(castersOf([plain])[0]).toBe(plain);
  });

  it('in a stack give the same picture whatever it is cut into', () => {
    const wide = makeFinish('soft-shadow', { softness: 90 }) as Card;
    const place = { ...origin, x: 200, y: 200 };
    const d = designOf(400, star('a', { place, finishes: [shadow(), wide] }));
    const { scene } = evaluateSheet(d, d.sheets[0].id);
    const whole = renderPixels(scene, 400);
    const painter = new Painter();
    painter.scale = 1;
    for (const [x, y] of [
      [3, 5],
      [130, 77],
      [211, 240],
    ]) {
      painter.drawTile(scene, [1, 0, 0, 1, 0, 0], x, y, 97, 101);
      const piece = new Uint8ClampedArray(4 * 97 * 101);
      painter.copyBytes(piece, 97, 0, 0);
      for (let r = 0; r < 101; r++)
        expect(piece.subarray(4 * 97 * r, 4 * 97 * (r + 1))).toEqual(
          whole.data.subarray(4 * ((y + r) * 400 + x), 4 * ((y + r) * 400 + x + 97)),
        );
    }
    const red = (x: number, y: number) => whole.data[4 * (y * 400 + x)];
    expect(red(2, 2)).toBeGreaterThan(red(200, 330));
  });
});
