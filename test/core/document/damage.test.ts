import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  type Bounds,
  type Design,
  evaluate,
  type Lettering,
  makeCoat,
  makeStep,
  renderPixels,
  type Scene,
} from '@/core';
import { withLettering, withPart } from '@/core/edit';
import { sceneDamage } from '@/core/live';
import { takeShippedFaces } from '../../faces';
import { box, designOf, disc, solid, words } from '../designs';

beforeAll(takeShippedFaces);

const side = 400;

/** Whether two scenes have the same pixels everywhere outside some bounds. */
function sameOutside(a: Scene, b: Scene, damage: Bounds | 'all' | null): boolean {
  if (damage === 'all') return true;
  const [p, q] = [a, b].map((s) => renderPixels(s, side).data);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const inside = damage && x + 1 >= damage.x0 && x <= damage.x1 && y + 1 >= damage.y0 && y <= damage.y1;
      if (inside) continue;
      const at = 4 * (y * side + x);
      for (let k = 0; k < 4; k++) if (p[at + k] !== q[at + k]) return false;
    }
  return true;
}

const offset = (distance: number) => [makeStep('offset', { distance, join: 'round' })];
const coats = [
  makeCoat('fill', { paint: { kind: 'solid', colour: '#7a2a1f' }, steps: offset(5) }),
  makeCoat('fill', { paint: { kind: 'solid', colour: '#f3d9a0' } }),
  makeCoat('stroke', { width: 2, paint: { kind: 'solid', colour: '#14213d' }, opacity: 0.5 }),
  makeCoat('stroke', { width: 1, steps: offset(-2) }),
];
const lettered = (values: Partial<Lettering>): Design =>
  designOf(side, words('w', 20, 200, { size: 60, ...values }, { coats }));

describe('damage of words that change', () => {
  it.each([
    ['letters', 'anton'],
    ['united', 'pacifico'],
  ] as const)('%s: nothing differs outside of it', (pieces, face) => {
    fc.assert(
      fc.property(
        fc.constantFrom('moon', 'moons', 'moon at', 'soon', 'mooon', '', 'noon tarn'),
        fc.constantFrom('moon', 'mon', 'moon at', 'the moon', 'noon', 'moot'),
        (from, to) => {
          const d = lettered({ text: from, face, pieces });
          const a = evaluate(d, 's');
          const b = evaluate(
            withPart(
              d,
              withLettering(d.parts.w, (l) => ({ ...l, text: to })),
            ),
            's',
          );
          expect(sameOutside(a, b, sceneDamage(a, b))).toBe(true);
        },
      ),
      { numRuns: 16 },
    );
  });

  it('is no wider than the letter that was typed, however many coats there are', () => {
    for (const [pieces, face] of [
      ['letters', 'anton'],
      ['united', 'pacifico'],
    ] as const) {
      const d = lettered({ text: 'moon at a', face, pieces });
      const a = evaluate(d, 's');
      const more = withLettering(d.parts.w, (l) => ({ ...l, text: 'moon at ab' }));
      const damage = sceneDamage(a, evaluate(withPart(d, more), 's'));
      if (!damage || damage === 'all') throw new Error('There is no damage.');
      const whole = sceneDamage(evaluate(designOf(side), 's'), a);
      if (!whole || whole === 'all') throw new Error('There are no words.');
      expect(damage.x0).toBeGreaterThan(whole.x0 + 0.6 * (whole.x1 - whole.x0));
    }
  });
});

describe('damage of parts', () => {
  it('that come, go, move or change their order holds all that differs', () => {
    const parts = [
      box('a', 40, 40, 120, 90),
      disc('b', 150, 120, 60, { coats: [solid('#14213d')] }),
      box('c', 120, 160, 160, 60, { coats: [solid('#b23a48')], opacity: 0.6 }),
      disc('d', 260, 220, 70),
    ];
    const design = designOf(side, ...parts);
    fc.assert(
      fc.property(
        fc.shuffledSubarray(['a', 'b', 'c', 'd']),
        fc.shuffledSubarray(['a', 'b', 'c', 'd']),
        (p, q) => {
          const of = (ids: string[]) =>
            evaluate({ ...design, sheets: [{ ...design.sheets[0], parts: ids }] }, 's');
          expect(sameOutside(of(p), of(q), sceneDamage(of(p), of(q)))).toBe(true);
        },
      ),
      { numRuns: 40 },
    );
  });
});
