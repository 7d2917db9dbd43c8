import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Design, evaluatePart, makePart, origin } from '@/core';
import {
  applyGesture,
  drawnPath,
  drawOn,
  type GridPlane,
  gridPlanes,
  planeMatrix,
  putOnPlane,
  runCommand,
  sheetBounds,
} from '@/core/edit';
import { applyTo, determinant, identity, multiply, placeMatrix } from '@/core/geometry/matrix';
import { readDesign } from '@/core/reading';
import { box, designOf } from '../designs';

const iso = { angleA: 30, angleB: 150 };
const d = designOf(1000, box('a', 300, 300, 200, 100));
const on = (plane: GridPlane | null, from: Design = d) => putOnPlane(from, 's', ['a'], plane).design;
const linear = (x: Design) => placeMatrix(x.parts.a.place).slice(0, 4);

describe('planes of the grid', () => {
  it('have their axes at 30° and upright, lengths along them kept (ISO 5456-3)', () => {
    for (const [plane, first, second] of [
      ['top', 30, 150],
      ['left', 30, 90],
      ['right', -30, 90],
    ] as const) {
      const m = planeMatrix(plane, iso);
      for (const [p, angle] of [
        [applyTo(m, { x: 1, y: 0 }), first],
        [applyTo(m, { x: 0, y: 1 }), second],
      ] as const) {
        expect(Math.hypot(p.x, p.y)).toBeCloseTo(1, 9);
        expect((Math.atan2(p.y, p.x) * 180) / Math.PI).toBeCloseTo(angle, 9);
      }
      // Nothing is mirrored.
      expect(determinant(m)).toBeGreaterThan(0);
    }
  });

  it('take a part from one to the next and off again, whatever it was turned and scaled by', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -180, max: 180 }),
        fc.integer({ min: 20, max: 300 }),
        fc.array(fc.constantFrom(...gridPlanes), { minLength: 1, maxLength: 4 }),
        (turn, scale, planes) => {
          const place = { ...d.parts.a.place, turn, scaleX: scale / 100, scaleY: scale / 100 };
          const own: Design = { ...d, parts: { a: { ...d.parts.a, place } } };
          let moved: Design = own;
          for (const plane of planes) moved = on(plane, moved);
          const back = on(null, moved);
          linear(back).forEach((v, i) => {
            expect(v).toBeCloseTo(linear(own)[i], 6);
          });
          expect(back.parts.a.place.x).toBeCloseTo(place.x, 6);
        },
      ),
    );
  });

  it('keep its middle where it is', () => {
    const b = sheetBounds(on('left'), 'a');
    expect([b && (b.x0 + b.x1) / 2, b && (b.y0 + b.y1) / 2]).toEqual([400, 350]);
    expect(evaluatePart(d, d.parts.a).outline).toHaveLength(1);
  });
});

describe('drawing on a plane', () => {
  const sheetOn = (plane: GridPlane | null): Design => {
    const flat = designOf(1000, box('a', 300, 300, 200, 100));
    return { ...flat, sheets: [drawOn(flat.sheets[0], plane)] };
  };
  const dragged = (
    plane: GridPlane | null,
    to: [number, number],
    values: object = {},
    kind = 'rectangle',
  ) => {
    const g = {
      type: 'draw',
      id: 'n',
      kind,
      name: 'n',
      parent: null,
      keepShape: false,
      fromCentre: false,
    } as const;
    const m = plane ? planeMatrix(plane, iso) : identity;
    const from = { x: 500, y: 400 };
    const shift = applyTo(m, { x: to[0], y: to[1] });
    const end = { x: from.x + shift.x, y: from.y + shift.y };
    return applyGesture(sheetOn(plane), 's', { ...g, from, to: end, ...values }, 0).design;
  };
  const corners = (d: Design) => {
    const [c] = evaluatePart(d, d.parts.n).outline[0].path.contours;
    const m = placeMatrix(d.parts.n.place);
    return [0, 1, 2, 3].map((i) => applyTo(m, { x: c.xy[6 * i], y: c.xy[6 * i + 1] }));
  };

  it.each(gridPlanes)(
    'a box on the %s plane has its edges along the axes, from the press to the pointer',
    (plane) => {
      const d = dragged(plane, [120, 80]);
      expect(d.parts.n.source).toMatchObject({
        width: expect.closeTo(120, 9),
        height: expect.closeTo(80, 9),
      });
      const m = planeMatrix(plane, iso);
      const wanted = [
        [0, 0],
        [120, 0],
        [120, 80],
        [0, 80],
      ].map(([x, y]) => {
        const p = applyTo(m, { x, y });
        return { x: 500 + p.x, y: 400 + p.y };
      });
      const got = corners(d);
      for (const w of wanted)
        expect(Math.min(...got.map((p) => Math.hypot(p.x - w.x, p.y - w.y)))).toBeLessThan(1e-9);
      // What is on the plane comes off it as it would have been drawn flat.
      const off = putOnPlane(d, 's', ['n'], null).design.parts.n;
      expect(off.place).toMatchObject({ turn: expect.closeTo(0, 6), skew: expect.closeTo(0, 6) });
      expect(off.source).toEqual(d.parts.n.source);
    },
  );

  it('Shift keeps its sides equal on the plane, lines to its axes, and in a group it is on the plane all the same', () => {
    expect(dragged('left', [120, 80], { keepShape: true }).parts.n.source).toMatchObject({
      width: expect.closeTo(120, 9),
      height: expect.closeTo(120, 9),
    });
    const line = dragged('top', [100, 7], { keepShape: true }, 'line');
    const [c] = evaluatePart(line, line.parts.n).outline[0].path.contours;
    const m = placeMatrix(line.parts.n.place);
    const [p, q] = [
      applyTo(m, { x: c.xy[0], y: c.xy[1] }),
      applyTo(m, { x: c.xy.at(-2) ?? 0, y: c.xy.at(-1) ?? 0 }),
    ];
    expect((Math.atan2(q.y - p.y, q.x - p.x) * 180) / Math.PI).toBeCloseTo(30, 9);
    const base = sheetOn('right');
    const grouped: Design = {
      ...base,
      parts: {
        ...base.parts,
        g: makePart(
          { kind: 'group' },
          { id: 'g', place: { ...origin, x: 50, y: 20, turn: 40, scaleX: 2, scaleY: 2 } },
        ),
      },
      sheets: [{ ...base.sheets[0], parts: ['a', 'g'] }],
    };
    const inside = applyGesture(
      grouped,
      's',
      {
        type: 'draw',
        id: 'n',
        kind: 'rectangle',
        name: 'n',
        parent: 'g',
        from: { x: 500, y: 400 },
        to: { x: 560, y: 500 },
        keepShape: false,
        fromCentre: false,
      },
      0,
    ).design;
    expect(inside.parts.g.children).toEqual(['n']);
    const world = multiply(placeMatrix(inside.parts.g.place), placeMatrix(inside.parts.n.place));
    planeMatrix('right', iso)
      .slice(0, 4)
      .forEach((v, i) => {
        expect(world[i]).toBeCloseTo(v, 9);
      });
  });

  it('paths and words lie on it where they were put', () => {
    const d = sheetOn('left');
    const nodes = [
      [100, 100],
      [300, 150],
      [200, 400],
    ].map(([x, y]) => ({ x, y, out: null }));
    const { design, chosen } = drawnPath(d, 's', nodes, true, 'Path');
    const path = design.parts[chosen[0]];
    const m = placeMatrix(path.place);
    const [c] = evaluatePart(design, path).outline[0].path.contours;
    nodes.forEach((n, i) => {
      const p = applyTo(m, { x: c.xy[6 * i], y: c.xy[6 * i + 1] });
      expect(Math.hypot(p.x - n.x, p.y - n.y)).toBeLessThan(1e-9);
    });
    planeMatrix('left', iso)
      .slice(0, 4)
      .forEach((v, i) => {
        expect(m[i]).toBeCloseTo(v, 9);
      });
    const words = runCommand(
      d,
      { do: 'add-lettering', parent: null, at: { x: 70, y: 80 }, size: 40 },
      { sheetId: 's', lastTransform: null },
    );
    const place = words.design.parts[words.chosen[0]].place;
    expect(placeMatrix(place).slice(4)).toEqual([70, 80]);
    expect(placeMatrix(place)[1]).toBeCloseTo(0.5, 9);
  });

  it('with nothing chosen the command says what is drawn on, and the grid becomes isometric', () => {
    const d = designOf(1000, box('a', 300, 300, 200, 100));
    const { design } = runCommand(
      d,
      { do: 'on-plane', ids: [], plane: 'top' },
      { sheetId: 's', lastTransform: null },
    );
    expect(design.sheets[0].grid).toMatchObject({ kind: 'angled', on: true, plane: 'top', ...iso });
    expect(drawOn(design.sheets[0], null).grid).toMatchObject({ kind: 'angled', plane: 'flat' });
    expect(readDesign(design).sheets[0].grid.plane).toBe('top');
  });
});
