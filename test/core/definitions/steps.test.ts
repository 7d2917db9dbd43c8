import { describe, expect, it } from 'vitest';
import { combine, pathArea, steps } from '@/core';
import { rotation } from '@/core/geometry/matrix';
import { type Path, pathBounds, transformPath } from '@/core/geometry/path';
import { asPieces, pathsOf } from '@/core/outline/pieces';
import { circle, rect } from '../shapes';

type Paths = readonly Path[];

const boundsOf = (outline: Paths) =>
  pathBounds({ fillRule: 'nonzero', contours: outline.flatMap((p) => p.contours) });

function apply(kind: string, path: Path, params: object): Paths {
  const bounds = pathBounds(path);
  if (!bounds) throw new Error('The shape is empty.');
  const outline = asPieces([path]);
  return pathsOf(steps[kind].apply(outline, { ...steps[kind].defaults, ...params }, { bounds, outline }));
}

const areaOf = (outline: Paths) => outline.reduce((sum, p) => sum + pathArea(p), 0);
const unitedArea = (outline: Paths) => pathArea(combine('union', outline));

describe('mirror', () => {
  const half = rect(0, -50, 100, 100);

  it('joins two halves at the axis without a seam, and keeps their direction', () => {
    const [whole] = apply('mirror', half, { axisX: 0, axisAngle: 0 });
    expect(whole.contours).toHaveLength(1);
    expect(pathArea(whole)).toBeCloseTo(2 * 100 * 100, 6);
    expect(whole.contours[0].xy).toHaveLength(2 + 4 * 6);
    const [apart] = apply('mirror', half, { axisX: -30, unite: false });
    expect(apart.contours).toHaveLength(2);
    expect(pathArea(apart)).toBeCloseTo(20_000, 6);
  });

  it('twice about one axis is the shape itself; about two it is a turn by twice their angle', () => {
    const p = circle(70, 20, 30);
    const once = apply('mirror', p, { keep: false, axisX: 12, axisY: -5, axisAngle: 33 });
    const twice = apply('mirror', once[0], { keep: false, axisX: 12, axisY: -5, axisAngle: 33 });
    expect(pathArea(combine('exclude', [p, twice[0]]))).toBeLessThan(1e-4);
    const a = apply('mirror', p, { keep: false, axisAngle: 0 });
    const b = boundsOf(apply('mirror', a[0], { keep: false, axisAngle: 45 }));
    // (70, 20) turned by 90° clockwise about the origin.
    expect(b?.x0).toBeCloseTo(-50, 6);
    expect(b?.y1).toBeCloseTo(100, 6);
  });
});

describe('bounce', () => {
  const letters = [0, 1, 2, 3, 4].map((i) => rect(100 * i, 0, 60, 80));
  const of = (params: object): Paths => {
    const outline = asPieces(letters);
    const bounds = boundsOf(letters) ?? { x0: 0, y0: 0, x1: 0, y1: 0 };
    return pathsOf(
      steps.bounce.apply(outline, { ...steps.bounce.defaults, turn: 0, ...params }, { bounds, outline }),
    );
  };
  const raised = (outline: Paths) => outline.map((p) => -(pathBounds(p)?.y0 ?? 0));

  it('raises each piece by its rule', () => {
    const close = (list: number[]) => list.map((v) => expect.closeTo(v, 9));
    expect(raised(of({ rule: 'alternate', lift: 10 }))).toEqual(close([10, -10, 10, -10, 10]));
    expect(raised(of({ rule: 'rise', lift: 40 }))).toEqual(close([0, 10, 20, 30, 40]));
    // A parabola through the ends: 1 − t².
    expect(raised(of({ rule: 'arc', lift: 16 }))).toEqual(close([0, 12, 16, 12, 0]));
    expect(raised(of({ rule: 'wave', lift: 10, letters: 4 }))).toEqual(close([0, 10, 0, -10, 0]));
    const chance = raised(of({ rule: 'chance', lift: 10, chance: 5 }));
    expect(chance).toEqual(raised(of({ rule: 'chance', lift: 10, chance: 5 })));
    expect(chance).not.toEqual(raised(of({ rule: 'chance', lift: 10, chance: 6 })));
    for (const v of chance) expect(Math.abs(v)).toBeLessThanOrEqual(10);
  });

  it('turns each about its middle, so that areas and middles stay, and says where there is one piece', () => {
    const turned = of({ rule: 'alternate', lift: 0, turn: 30 });
    turned.forEach((p, i) => {
      const b = pathBounds(p);
      expect(pathArea(p)).toBeCloseTo(4800, 6);
      expect(((b?.x0 ?? 0) + (b?.x1 ?? 0)) / 2).toBeCloseTo(100 * i + 30, 6);
    });
    const one = asPieces([letters[0]]);
    const bounds = { x0: 0, y0: 0, x1: 60, y1: 80 };
    expect(steps.bounce.note?.(one, steps.bounce.defaults, { bounds, outline: one })).toMatch(/one piece/);
  });

  it('pieces are united into one outline when asked', () => {
    const [whole, ...rest] = apply('unite-pieces', rect(0, 0, 10, 10), {});
    expect(rest).toEqual([]);
    expect(pathArea(whole)).toBeCloseTo(100, 6);
    const overlapping = asPieces([rect(0, 0, 60, 60), rect(40, 0, 60, 60)]);
    const made = steps['unite-pieces'].apply(
      overlapping,
      {},
      { bounds: { x0: 0, y0: 0, x1: 100, y1: 60 }, outline: overlapping },
    );
    expect(made).toHaveLength(1);
    expect(pathArea(made[0].path)).toBeCloseTo(6000, 6);
  });
});

describe('grid repeat', () => {
  const tile = rect(0, 0, 30, 20);

  it('places rows and columns by gap or by pitch', () => {
    const by = (params: object) => boundsOf(apply('grid-repeat', tile, { columns: 4, rows: 3, ...params }));
    expect(by({ across: 10, down: 5 })).toMatchObject({ x0: 0, x1: 150, y0: 0, y1: 70 });
    expect(by({ across: 50, down: 25, measure: 'pitch' })).toMatchObject({ x1: 180, y1: 70 });
    expect(by({ across: 10, down: 5, shift: 'brick' })).toMatchObject({ x1: 170, y1: 70 });
    expect(by({ across: 10, down: 5, shift: 'half-drop' })).toMatchObject({ x1: 150, y1: 82.5 });
  });

  it('united tiles that abut are one shape with four corners', () => {
    const [p] = apply('grid-repeat', tile, { columns: 7, rows: 5, across: 0, down: 0, unite: true });
    expect(p.contours).toHaveLength(1);
    expect(p.contours[0].xy).toHaveLength(2 + 4 * 6);
    expect(pathArea(p)).toBeCloseTo(7 * 30 * 5 * 20, 6);
  });
});

describe('radial repeat', () => {
  const petal = circle(0, -100, 20);
  const ringed = (params: object) =>
    apply('radial-repeat', petal, { centreX: 0, centreY: 0, count: 6, ...params });

  it('of united petals has their n-fold symmetry', () => {
    for (const count of [5, 6, 60]) {
      const [p] = ringed({ count, unite: true });
      const turned = transformPath(p, rotation(360 / count, 0, 0));
      expect(pathArea(combine('exclude', [p, turned])) / pathArea(p)).toBeLessThan(1e-6);
    }
  });

  it('leaves out copies by number, and says so where none is left', () => {
    expect(ringed({ leaveOut: [2, 5, 99] })[0].contours).toHaveLength(4);
    expect(boundsOf(ringed({ count: 4, leaveOut: [1] }))?.y0).toBeCloseTo(-20, 6);
    expect(() => ringed({ count: 2, leaveOut: [1, 2] })).toThrow(/left out/);
  });

  it('scales copies by a geometric series, on the spot', () => {
    const [p] = ringed({ count: 4, stepScale: 0.5 });
    const one = pathArea(petal);
    expect(pathArea(p)).toBeCloseTo(one * (1 + 1 / 4 + 1 / 16 + 1 / 64), 4);
    // The third stands at the bottom, a quarter as large, its middle still on the ring.
    expect(boundsOf([p])?.y1).toBeCloseTo(100 + 5, 6);
  });

  it('mirrors every second copy about the line from the centre', () => {
    // A square to the right of the upright line; its mirror image lies to the left before it goes round.
    const flag = rect(0, -120, 30, 20);
    const middle = { centreX: 15, centreY: 0 };
    const [p] = apply('radial-repeat', flag, { ...middle, count: 2, mirrorSecond: true });
    const [q] = apply('radial-repeat', flag, { ...middle, count: 2 });
    // About its own middle a square is its own mirror image.
    expect(pathArea(combine('exclude', [p, q]))).toBeLessThan(1e-6);
    const wedge = {
      ...flag,
      contours: [
        {
          closed: true,
          xy: [0, -100, 0, -100, 30, -100, 30, -100, 30, -100, 0, -130, 0, -130, 0, -130, 0, -100, 0, -100],
        },
      ],
    };
    const [a] = apply('radial-repeat', wedge, { ...middle, count: 2, mirrorSecond: true });
    // Mirrored and turned by half a turn: as if reflected about the level line.
    const down = transformPath(wedge, [1, 0, 0, -1, 0, 0]);
    expect(pathArea(combine('exclude', [a, combine('union', [wedge, down])]))).toBeLessThan(1e-6);
  });
});

describe('trail', () => {
  it('of ten steps by (−1, 1) makes a side at 45°, ten in each axis (common practice, no source)', () => {
    const out = apply('trail', rect(0, 0, 40, 40), { count: 11, stepX: -1, stepY: 1, unite: true });
    expect(boundsOf(out)).toMatchObject({ x0: -10, y0: 0, x1: 40, y1: 50 });
  });

  it('scales and turns about its reference point, areas by the square of the factor', () => {
    const q = 0.8;
    const out = apply('trail', circle(100, 0, 30), { count: 5, stepX: 0, stepScale: q, stepTurn: 50 });
    const one = pathArea(circle(100, 0, 30));
    // A geometric series.
    expect(areaOf(out)).toBeCloseTo((one * (1 - q ** 10)) / (1 - q * q), 4);
    const { contours } = out[0];
    // Nearest in front: the last one drawn is the first of the trail.
    expect(pathBounds({ fillRule: 'nonzero', contours: [contours[4]] })?.x1).toBeCloseTo(130, 9);
  });

  it('that grows beyond all bounds says so', () => {
    expect(() => apply('trail', rect(0, 0, 10, 10), { count: 1000, stepScale: 100 })).toThrow(
      /beyond all bounds/,
    );
  });
});

describe('outline of a stroke', () => {
  it('of a circle is the ring between the concentric radii', () => {
    const ring = Math.PI * ((50 + 6) ** 2 - (50 - 6) ** 2);
    for (const [align, area] of [
      ['centre', ring],
      ['inside', Math.PI * (50 ** 2 - 38 ** 2)],
      ['outside', Math.PI * (62 ** 2 - 50 ** 2)],
    ] as const)
      expect(
        Math.abs(areaOf(apply('outline-stroke', circle(0, 0, 50), { width: 12, align })) / area - 1),
      ).toBeLessThan(5e-4);
  });

  it('of no width says that it covers nothing', () => {
    expect(() => apply('outline-stroke', circle(0, 0, 50), { width: 0 })).toThrow(/covers nothing/);
  });
});

describe('parallels', () => {
  it('are rings at equal distances; inner outlines at −2 and −4 (common practice, no source)', () => {
    const disc = circle(0, 0, 50);
    const out = apply('parallels', disc, { first: 10, distance: 10, count: 3, width: 4, keep: false });
    const ring = (r: number) => Math.PI * ((r + 4) ** 2 - r ** 2);
    expect(Math.abs(areaOf(out) / (ring(60) + ring(70) + ring(80)) - 1)).toBeLessThan(5e-4);
    const inner = apply('parallels', disc, { first: -2, distance: -2, count: 2, width: 1, keep: false });
    const band = (r: number) => Math.PI * (r ** 2 - (r - 1) ** 2);
    expect(Math.abs(areaOf(inner) / (band(48) + band(46)) - 1)).toBeLessThan(1e-3);
  });

  it('follow Steiner’s formula round a square: A + P·d + π·d²', () => {
    const out = apply('parallels', rect(0, 0, 60, 60), {
      first: 0.000001,
      distance: 1,
      count: 1,
      width: 20,
      keep: true,
    });
    expect(Math.abs(unitedArea(out) / (3600 + 240 * 20 + Math.PI * 400) - 1)).toBeLessThan(1e-4);
  });

  it('end where the shape is swallowed, and say so where nothing is left', () => {
    const disc = circle(0, 0, 20);
    expect(apply('parallels', disc, { first: -5, distance: -10, count: 9, width: 2 }).length).toBe(3);
    expect(() => apply('parallels', disc, { first: -50, distance: -10, keep: false })).toThrow(
      /nothing of the shape is left/,
    );
  });
});

describe('simplify', () => {
  it('takes needless nodes out of a curve and keeps corners, within the tolerance', () => {
    const many = circle(0, 0, 100, 0, 48);
    const [few] = apply('simplify', many, { tolerance: 0.5 });
    expect((few.contours[0].xy.length - 2) / 6).toBeLessThan(12);
    expect(Math.abs(pathArea(few) / pathArea(many) - 1)).toBeLessThan(0.01);
    const square = rect(0, 0, 80, 40);
    expect(apply('simplify', square, { tolerance: 3 })[0].contours[0].xy.length).toBe(2 + 4 * 6);
    expect(areaOf(apply('simplify', square, { tolerance: 3 }))).toBeCloseTo(3200, 9);
    const note = steps.simplify.note?.(
      asPieces([many]),
      { tolerance: 0.5 },
      { bounds: { x0: -100, y0: -100, x1: 100, y1: 100 }, outline: asPieces([many]) },
    );
    expect(note).toMatch(/^\d+ nodes instead of 48\.$/);
  });
});

it('closes open contours by a straight line, once, and turns outlines round', () => {
  const open: Path = {
    fillRule: 'nonzero',
    contours: [{ closed: false, xy: [0, 0, 0, 0, 60, 0, 60, 0, 60, 0, 60, 40, 60, 40] }],
  };
  const [shut] = apply('close', open, {});
  expect(shut.contours[0].closed).toBe(true);
  expect(pathArea(shut)).toBeCloseTo(1200, 9);
  expect(apply('close', shut, {})[0].contours[0]).toEqual(shut.contours[0]);
  const [back] = apply('reverse', open, {});
  expect(back.contours[0].xy.slice(0, 2)).toEqual([60, 40]);
  expect(apply('reverse', back, {})[0]).toEqual(open);
});

describe('offset', () => {
  it('at several distances leaves parallel outlines, the outermost lowest', () => {
    // Inner outlines at −2 and −4 inside a fill (common practice, no source).
    const out = apply('offset', circle(0, 0, 50), { distance: -2, also: [-4, 6] });
    expect(out.map((p) => boundsOf([p])?.x1)).toEqual([56, 48, 46].map((r) => expect.closeTo(r, 3)));
    const gone = steps.offset.note?.(
      asPieces([circle(0, 0, 3)]),
      { ...steps.offset.defaults, distance: -2, also: [-4] },
      {
        bounds: { x0: -3, y0: -3, x1: 3, y1: 3 },
        outline: asPieces([circle(0, 0, 3)]),
      },
    );
    expect(gone).toMatch(/at -4/);
    expect(apply('offset', circle(0, 0, 3), { distance: -2, also: [-4] })).toHaveLength(1);
  });
});
