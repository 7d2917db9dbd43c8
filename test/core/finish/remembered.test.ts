import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Design,
  evaluate,
  evaluatePart,
  makeFinish,
  type Part,
  renderPixels,
  type SceneNode,
  steps,
} from '@/core';
import { unbend, unbentTwice } from '@/core/bend/unbend';
import { runs } from '../../share';
import { box, designOf, solid, withPart } from '../designs';

const finishesOf = [
  () => makeFinish('blur', { softness: 4 }),
  () => makeFinish('soft-shadow', { distance: 6 }),
  () => makeFinish('colour-shift', {}),
  () => makeFinish('edge-light', {}),
  () => makeFinish('wave-painted', { length: 60, height: 4 }),
];

const plate = (finishes: Part['finishes'], coats: Part['coats']) =>
  designOf(200, box('a', 40, 40, 120, 80, { coats, finishes }));

const pictureOf = (d: Design) => renderPixels(evaluate(d, 's'), 50).data;

describe('what a finish came to is remembered by itself', () => {
  it('a change of a later finish leaves what the earlier ones painted as the same objects', () => {
    const [blur, threshold] = [makeFinish('blur', { softness: 4 }), makeFinish('threshold', { level: 30 })];
    const d = plate([blur, threshold], [solid('#9a6b1f')]);
    const before = evaluate(d, 's').nodes;
    const higher = { ...threshold, params: { ...threshold.params, level: 70 } };
    const after = evaluate(withPart(d, 'a', { finishes: [blur, higher] }), 's').nodes;
    const blurred = (nodes: readonly SceneNode[]): SceneNode | undefined =>
      nodes
        .flatMap((n) => (n.type === 'filter' || n.type === 'group' ? [n, blurred(n.children)] : [n]))
        .find((n) => n?.type === 'filter' && n.filter.kind === 'blur');
    expect(blurred(before)).toBeDefined();
    expect(blurred(after)).toBe(blurred(before));
    expect(after).not.toEqual(before);
  });

  it('any run of changes paints what a design that was never seen before paints', () => {
    const change = fc.record({
      finish: fc.nat(finishesOf.length - 1),
      place: fc.nat(3),
      act: fc.constantFrom('add', 'remove', 'switch', 'recolour', 'apart'),
    });
    fc.assert(
      fc.property(fc.array(change, { minLength: 2, maxLength: 8 }), (changes) => {
        let finishes: Part['finishes'] = [];
        let coats: Part['coats'] = [solid('#9a6b1f')];
        for (const { finish, place, act } of changes) {
          const k = Math.min(place, Math.max(0, finishes.length - 1));
          if (act === 'add') finishes = finishes.toSpliced(k, 0, finishesOf[finish]());
          if (act === 'remove') finishes = finishes.toSpliced(k, 1);
          if (act === 'switch') finishes = finishes.map((f, i) => (i === k ? { ...f, on: !f.on } : f));
          if (act === 'recolour') coats = [solid(`#${(0x123456 * (place + 1)).toString(16).slice(0, 6)}`)];
          if (act === 'apart') coats = [...coats.slice(0, 1), solid('#1f2b38')].slice(0, 1 + (place % 2));
          const d = plate(finishes, coats);
          const fresh = structuredClone(d);
          expect(evaluatePart(d, d.parts.a).faults).toEqual(evaluatePart(fresh, fresh.parts.a).faults);
          expect(pictureOf(d)).toEqual(pictureOf(fresh));
        }
      }),
      { numRuns: runs(200, 10) },
    );
  });
});

describe('bends of what was bent', () => {
  it('are one object for all that went through the same two, and another one elsewhere', () => {
    const bounds = { x0: 0, y0: 0, x1: 100, y1: 100 };
    const map = steps.wave.map?.({ ...steps.wave.defaults, length: 50, height: 4 }, { bounds, outline: [] });
    if (!map) throw new Error('A wave is a map.');
    const [later, earlier] = [unbend(map, bounds), unbend(map, bounds)];
    const composition = unbentTwice(later, [1, 0, 0, 1, 5, 0], earlier);
    expect(unbentTwice(later, [1, 0, 0, 1, 5, 0], earlier)).toBe(composition);
    expect(unbentTwice(later, [1, 0, 0, 1, 6, 0], earlier)).not.toBe(composition);
    expect(unbentTwice(earlier, [1, 0, 0, 1, 5, 0], later)).not.toBe(composition);
  });
});
