import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Design,
  evaluate,
  evaluateSheet,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
  paints,
  setBudget,
} from '@/core';
import { differingMembers, withMembers } from '@/core/document/record';
import { SceneDecoder, SceneEncoder } from '@/core/live';
import { runs } from '../../share';
import { box, designOf, solid } from '../designs';

const star = (id: string, x: number, values: Partial<Part> = {}): Part =>
  makePart(makeSource('star', { radius: 60 }), {
    id,
    name: id,
    place: { ...origin, x, y: x / 2 },
    coats: [solid('#336699')],
    ...values,
  });

/** Parts that stand by themselves, hold others, name others, are lit, shown dimly, or change what lies below. */
function start(): Design {
  const members = [star('m1', 100), star('m2', 140), star('m3', 180)];
  const inner = makePart({ kind: 'group' }, { id: 'inner', name: 'Inner', children: ['m1', 'm2'] });
  const top: Part[] = [
    star('a', 200),
    star('b', 300, {
      coats: [makeCoat('fill', { paint: paints.lit.defaults, steps: [makeStep('slab', { depth: 20 })] })],
    }),
    makePart({ kind: 'group' }, { id: 'g', name: 'Group', children: ['inner', 'm3'] }),
    star('r', 350, { reference: true }),
    star('around', 420, {
      steps: [makeStep('radial-repeat', { count: 5, centreOn: 'a' })],
    }),
    star('below', 500, { finishes: [makeFinish('blur', { softness: 6 })] }),
    box('last', 600, 600, 90, 60),
  ];
  const d = designOf(1000, ...top);
  return { ...d, parts: { ...d.parts, ...Object.fromEntries([inner, ...members].map((p) => [p.id, p])) } };
}

type Change = (design: Design, id: string, by: number) => Part;

const changes: readonly Change[] = [
  (d, id, by) => ({ ...d.parts[id], place: { ...d.parts[id].place, x: 10 * by } }),
  (d, id) => ({ ...d.parts[id], hidden: !d.parts[id].hidden }),
  (d, id, by) => ({ ...d.parts[id], opacity: by / 100 }),
  (d, id) => ({ ...d.parts[id], reference: !d.parts[id].reference }),
  (d, id, by) => ({
    ...d.parts[id],
    finishes: by % 2 ? [makeFinish('soft-shadow', { softness: by / 4 })] : [],
  }),
  (d, id, by) => ({
    ...d.parts[id],
    coats: [by % 2 ? makeCoat('fill', { paint: paints.lit.defaults }) : solid('#884422')],
  }),
];

const ids = ['a', 'b', 'g', 'inner', 'm1', 'm2', 'm3', 'r', 'around', 'below', 'last'];

const step = fc.record({
  change: fc.nat({ max: changes.length - 1 }),
  id: fc.constantFrom(...ids),
  by: fc.integer({ min: 1, max: 99 }),
  /** Whether it is a step of the same drag: from the design that the drag began with. */
  again: fc.boolean(),
});

describe('a sheet worked out by what has changed', () => {
  it('is what it is worked out anew, and so is what the workers that draw are sent', () => {
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 14 }), (list) => {
        let base = start();
        let now = base;
        const encoder = new SceneEncoder();
        const decoder = new SceneDecoder();
        evaluate(now, 's', true);
        for (const { change, id, by, again } of list) {
          if (!again) base = now;
          now = { ...base, parts: withMembers(base.parts, [[id, changes[change](base, id, by)]]) };
          const made = evaluateSheet(now, 's', true);
          const anew = evaluateSheet(structuredClone(now), 's', true);
          expect(made.scene).toEqual(anew.scene);
          expect(made.faults).toEqual(anew.faults);
          const sent = decoder.decode(structuredClone(encoder.encode(made.scene)));
          const whole = structuredClone(new SceneEncoder().encode(made.scene));
          expect(sent).toEqual(new SceneDecoder().decode(whole));
        }
      }),
      { numRuns: runs(300, 80) },
    );
  });

  it('leaves out what a sheet may not have, as soon as there is too much', () => {
    const d = start();
    const before = evaluateSheet(d, 's', true);
    expect(before.faults).toEqual([]);
    const big = { ...d.parts.a, steps: [makeStep('grid-repeat', { columns: 40, rows: 40 } as never)] };
    const now = { ...d, parts: withMembers(d.parts, [['a', big]]) };
    setBudget({ sheet: 3000 });
    try {
      const made = evaluateSheet(now, 's', true);
      expect(made.faults.some((f) => f.message.startsWith('Not drawn'))).toBe(true);
      expect(made.faults).toEqual(evaluateSheet(structuredClone(now), 's', true).faults);
    } finally {
      setBudget({});
    }
    // And with it gone again all is there.
    expect(evaluateSheet(d, 's', true).scene.nodes).toEqual(before.scene.nodes);
  });

  it('keeps the nodes of all parts that a change leaves alone', () => {
    const d = designOf(1000, ...Array.from({ length: 300 }, (_, i) => star(`p${i}`, i)));
    const { nodes } = evaluate(d, 's', true);
    const next = { ...d, parts: withMembers(d.parts, [['p7', star('p7', 12)]]) };
    const after = evaluate(next, 's', true).nodes;
    expect(after.flatMap((n, i) => (n === nodes[i] ? [] : [i]))).toEqual([7]);
  });
});

describe('what differs between two records', () => {
  it('is told where one was made from the other, or both from a third', () => {
    const first: Readonly<Record<string, number>> = { a: 1, b: 2, c: 3 };
    const second = withMembers(first, [['a', 4]]);
    const third = withMembers(first, [['b', 5]]);
    expect(differingMembers(first, first)).toEqual([]);
    expect(differingMembers(first, second)).toEqual(['a']);
    expect(differingMembers(second, first)).toEqual(['a']);
    expect(new Set(differingMembers(second, third))).toEqual(new Set(['a', 'b']));
    expect(differingMembers(second, { ...first })).toBeNull();
    // A new member makes another list of names.
    expect(differingMembers(first, withMembers(first, [['d', 1]]))).toBeNull();
  });
});
