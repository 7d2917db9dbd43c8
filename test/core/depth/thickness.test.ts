import { describe, expect, it } from 'vitest';
import { type Design, evaluate, evaluateSheet, makeCoat, makeStep, origin, paints } from '@/core';
import { giveThickness, jointBounds, releaseThickness, runCommand, settleTies } from '@/core/edit';
import { takeShippedFaces } from '../../faces';
import { box, designOf, difference, disc, solid, withPart, words } from '../designs';

takeShippedFaces();
const context = { sheetId: 's', lastTransform: null };
const faultsOf = (d: Design) => evaluateSheet(d, 's').faults.map((f) => f.message);

describe('thickness is given', () => {
  it('as a coat beneath all others, in the colour of the front, by the lamp', () => {
    const d = designOf(1000, box('a', 300, 300, 200, 100, { coats: [solid('#2f6f7a'), makeCoat('stroke')] }));
    const { design, card } = giveThickness(d, ['a'], 'slab');
    const { coats } = design.parts.a;
    expect(coats).toHaveLength(3);
    expect(coats[0]).toMatchObject({ paint: { kind: 'lit', colour: '#2f6f7a', lamp: 'sheet' } });
    expect(card).toMatchObject({ list: 'steps', coat: coats[0].id, id: coats[0].steps[0].id });
    // Again, and there are two of them: they stack.
    expect(giveThickness(design, ['a'], 'vanish').design.parts.a.coats).toHaveLength(4);
  });

  it('to several parts toward one point, however they are turned', () => {
    const turned = box('b', 600, 300, 100, 100, { place: { ...origin, x: 650, y: 350, turn: 40 } });
    const d = designOf(1000, box('a', 200, 300, 100, 100), turned);
    const { design } = giveThickness(d, ['a', 'b'], 'vanish');
    const points = ['a', 'b'].map((id) => {
      const { place, coats } = design.parts[id];
      const { pointX: x, pointY: y } = coats[0].steps[0].params as { pointX: number; pointY: number };
      const [c, s] = [Math.cos((place.turn * Math.PI) / 180), Math.sin((place.turn * Math.PI) / 180)];
      return [place.x + c * x - s * y, place.y + s * x + c * y];
    });
    expect(points[0][0]).toBeCloseTo(points[1][0], 6);
    expect(points[0][1]).toBeCloseTo(points[1][1], 6);
    expect(points[0][1]).toBeGreaterThan(jointBounds(d, ['a', 'b'])?.y1 ?? 1e9);
  });

  it('to a group, behind its members', () => {
    const d = runCommand(
      designOf(1000, box('a', 200, 300, 100, 100), disc('b', 500, 350, 60)),
      { do: 'group', ids: ['a', 'b'] },
      context,
    );
    const [id] = d.chosen;
    const { design } = giveThickness(d.design, [id], 'slab');
    const [first] = evaluate(design, 's').nodes;
    if (first.type !== 'group') throw new Error('A group has a group node.');
    expect(first.children[0].type).toBe('shape');
    expect(first.children.filter((n) => n.type === 'group')).toHaveLength(2);
  });
});

const thick = (kind: 'slab' | 'vanish', params: object, values: object = {}) =>
  makeCoat('fill', { paint: paints.lit.defaults, steps: [makeStep(kind, params as never)], ...values });

describe('thickness turned into plain paths', () => {
  it.each([
    [
      'a slab of letters',
      words(
        'a',
        150,
        500,
        { face: 'lilita-one', text: 'Tarn8', size: 250 },
        { coats: [thick('slab', { angle: 60, depth: 70 }), solid('#f3d9a0')] },
      ),
    ],
    [
      'a vanishing star at half opacity',
      disc('a', 400, 400, 200, {
        coats: [thick('vanish', { pointX: 200, pointY: 700 }, { opacity: 0.5 }), solid('#f3d9a0')],
      }),
    ],
    [
      'one that fades along its depth',
      disc('a', 400, 400, 200, {
        coats: [
          thick('slab', { angle: 60, depth: 70 }, { run: 'depth', paint: paints.linear.defaults }),
          solid('#f3d9a0'),
        ],
      }),
    ],
  ])('looks the same: %s', (name, part) => {
    const d = designOf(1000, part);
    const { design, chosen } = releaseThickness(d, 's', ['a']);
    expect(chosen).toHaveLength(2);
    expect(design.sheets[0].parts).toEqual([chosen[1], 'a']);
    expect(design.parts.a.coats).toHaveLength(1);
    expect(design.parts[chosen[1]].children.length).toBeGreaterThan(2);
    expect(design.parts[chosen[1]].children.every((id) => design.parts[id].source.kind === 'path')).toBe(
      true,
    );
    // Shades that recede become straight gradients.
    expect(difference(d, design)).toBeLessThanOrEqual(name.includes('vanishing') ? 8 : 2);
  });

  it('is refused in words where there is none, or none that paths can show', () => {
    const bare = designOf(1000, disc('a', 400, 400, 200));
    expect(releaseThickness(bare, 's', ['a']).design).toBe(bare);
    const conic = thick('slab', {}, { paint: paints.pattern.defaults });
    const d = withPart(bare, 'a', { coats: [conic] });
    expect(releaseThickness(d, 's', ['a']).design).toBe(d);
  });
});

describe('bad numbers', () => {
  const made = (kind: 'slab' | 'vanish', params: object) =>
    designOf(1000, disc('a', 400, 400, 200, { coats: [thick(kind, params)] }));

  it('are told on the card, and what can be drawn is', () => {
    expect(faultsOf(made('slab', { depth: 0 }))).toEqual(['At a depth of 0 there is no thickness.']);
    expect(faultsOf(made('vanish', { pointX: 10, pointY: 0 }))).toEqual([
      expect.stringMatching(/lies inside the shape/),
    ]);
    expect(faultsOf(made('slab', { depth: 1e6 }))).toEqual([]);
    expect(faultsOf(made('vanish', { pointX: 200, pointY: 0, rest: 0 }))).toEqual([]);
    const line = designOf(1000, {
      ...disc('a', 0, 0, 10),
      source: {
        kind: 'path',
        contours: [{ closed: false, xy: [0, 0, 0, 0, 9, 9, 9, 9] }],
        fillRule: 'nonzero',
      } as never,
      coats: [thick('slab', {})],
    });
    expect(faultsOf(line)).toEqual(['There is no area to give thickness to.']);
    const empty = designOf(1000, words('a', 0, 0, { text: '' }, { coats: [thick('slab', {})] }));
    expect(faultsOf(empty)).toEqual(['There are no words yet.']);
  });

  it('of outlines that cross themselves are none: they are united first', () => {
    const star = {
      ...disc('a', 400, 400, 10),
      source: {
        kind: 'path',
        contours: [
          {
            closed: true,
            xy: [
              0, -200, 0, -200, 120, 160, 120, 160, 120, 160, -190, -60, -190, -60, -190, -60, 190, -60, 190,
              -60, 190, -60, -120, 160, -120, 160, -120, 160, 0, -200, 0, -200,
            ],
          },
        ],
        fillRule: 'nonzero',
      } as never,
      coats: [thick('slab', { angle: 70, depth: 60 })],
    };
    const d = designOf(1000, star);
    expect(faultsOf(d)).toEqual([]);
    const released = releaseThickness(d, 's', ['a']);
    expect(released.design.parts[released.chosen[1]].children.length).toBeGreaterThan(4);
  });
});

describe('a vanishing point on another part', () => {
  const d = designOf(
    1000,
    disc('v', 700, 800, 30),
    disc('a', 300, 300, 100, { coats: [thick('vanish', { pointOn: 'v' }), solid('#f3d9a0')] }),
  );

  it('goes with it', () => {
    const moved = withPart(d, 'v', { place: { ...origin, x: 100, y: 900 } });
    const boundsOf = (x: Design) => evaluate(x, 's').nodes[1];
    expect(boundsOf(moved)).not.toBe(boundsOf(d));
    expect(
      difference(withPart(moved, 'v', { hidden: true }), withPart(d, 'v', { hidden: true })),
    ).toBeGreaterThan(50);
  });

  it('stays where it was when that part goes', () => {
    const { v: _, ...rest } = d.parts;
    const gone = settleTies(d, { ...d, parts: rest, sheets: [{ ...d.sheets[0], parts: ['a'] }] });
    expect(gone.parts.a.coats[0].steps[0].params).toMatchObject({ pointOn: '', pointX: 400, pointY: 500 });
    expect(difference(withPart(d, 'v', { hidden: true }), gone)).toBe(0);
  });
});
