import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  evaluate,
  evaluatePart,
  evaluateSheet,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
  paints,
  pathArea,
  renderPixels,
} from '@/core';
import { jacobianOf, mapByPlaces } from '@/core/bend/map';
import { towardLamp, usualLamp } from '@/core/depth/light';
import { facingAt } from '@/core/depth/side';
import { projectiveMap, spinOf, turnDefaults, turnDrag, turnedPlane, turnHandles } from '@/core/depth/space';
import { turnedOf } from '@/core/depth/space-solid';
import { cubicPoint } from '@/core/geometry/cubic';
import { projected } from '@/core/geometry/homography';
import { cubicsOf, pathBounds } from '@/core/geometry/path';
import { paintColour } from '@/core/scene/paint-colour';
import { takeShippedFaces } from '../../faces';
import { box, designOf, disc, solid, words } from '../designs';

takeShippedFaces();

const angles = fc.integer({ min: -80, max: 80 });
const turns = fc
  .record({ tilt: angles, swing: angles, roll: angles })
  .map((t) => ({ ...turnDefaults, ...t, distance: 900, pivotX: 30, pivotY: -20 }));

/** By the book: turn about x, then y, then z, then divide by the distance from the eye. */
function byHand(t: typeof turnDefaults, x0: number, y0: number) {
  const r = (d: number) => (d * Math.PI) / 180;
  let [x, y, z] = [x0 - t.pivotX, y0 - t.pivotY, 0];
  [y, z] = [
    y * Math.cos(r(t.tilt)) - z * Math.sin(r(t.tilt)),
    y * Math.sin(r(t.tilt)) + z * Math.cos(r(t.tilt)),
  ];
  [x, z] = [
    x * Math.cos(r(t.swing)) + z * Math.sin(r(t.swing)),
    -x * Math.sin(r(t.swing)) + z * Math.cos(r(t.swing)),
  ];
  [x, y] = [
    x * Math.cos(r(t.roll)) - y * Math.sin(r(t.roll)),
    x * Math.sin(r(t.roll)) + y * Math.cos(r(t.roll)),
  ];
  const k = t.parallel ? 1 : t.distance / (t.distance - z);
  return { x: t.pivotX + x * k, y: t.pivotY + y * k };
}

describe('a plane turned in space', () => {
  it('has its places where three turns and a division by the distance put them', () => {
    fc.assert(
      fc.property(
        turns,
        fc.boolean(),
        fc.integer({ min: -300, max: 300 }),
        fc.integer({ min: -300, max: 300 }),
        (turn, parallel, x, y) => {
          const t = { ...turn, parallel };
          const m = turnedPlane(t);
          if (!m) return;
          const [got, wanted] = [projected(m, { x, y }), byHand(t, x, y)];
          expect(Math.hypot(got.x - wanted.x, got.y - wanted.y)).toBeLessThan(1e-9);
          const map = projectiveMap(m);
          const bare = mapByPlaces(map.at);
          jacobianOf(map, x, y).forEach((v, i) => {
            if (Math.abs(v - jacobianOf(bare, x, y)[i]) > 1e-4 * (1 + Math.abs(v)))
              throw new Error('Its derivative is another.');
          });
        },
      ),
    );
  });

  it('is an isometric one where it is turned so: its axes at 30° (ISO 5456-3)', () => {
    // Tilted by arcsin(1/√3)’s complement after a turn of 45° in its plane.
    const tilt = (Math.acos(1 / Math.sqrt(3)) * 180) / Math.PI;
    const m = turnedPlane({ ...turnDefaults, swing: 0, tilt, parallel: true });
    if (!m) throw new Error('It is seen.');
    for (const side of [1, -1]) {
      const p = projected(m, { x: Math.SQRT1_2, y: side * Math.SQRT1_2 });
      expect(Math.abs(Math.atan2(p.y, p.x)) * (180 / Math.PI)).toBeCloseTo(30, 9);
      expect(Math.hypot(p.x, p.y)).toBeCloseTo(Math.sqrt(2 / 3), 9);
    }
  });

  it('follows the pole of its ball', () => {
    fc.assert(
      fc.property(fc.integer({ min: -70, max: 70 }), fc.integer({ min: -70, max: 70 }), (tilt, swing) => {
        const b = { x0: -100, y0: -100, x1: 100, y1: 100 };
        const ball = turnHandles({ ...turnDefaults, tilt, swing }, b).find((h) => h.id === 'ball');
        expect(ball && turnDrag(turnDefaults, 'ball', ball, b)).toEqual({ tilt: tilt + 0, swing: swing + 0 });
      }),
    );
  });
});

describe('outlines in space', () => {
  it('stay within a thousandth of a unit of the true projection, corners on the very places', () => {
    const part = words('a', 0, 0, { face: 'pacifico', text: 'Tarn&8', size: 200 });
    const bare = evaluatePart({ parts: {} }, part);
    const t = { ...turnDefaults, tilt: 40, swing: 35, roll: 10, pivotX: 200, pivotY: -70, distance: 700 };
    const turned = evaluatePart({ parts: {} }, { ...part, steps: [makeStep('in-space', { ...t })] });
    const m = turnedPlane(t);
    if (!m) throw new Error('It is seen.');
    let most = 0;
    let nodes = 0;
    turned.outline.forEach(({ path }, i) => {
      // Dense places of the true curves.
      const truth = [...cubicsOf(bare.outline[i].path)].flatMap((s) =>
        Array.from({ length: 1025 }, (_, k) => projected(m, cubicPoint(s, k / 1024))),
      );
      for (const s of cubicsOf(path)) {
        nodes++;
        const p = cubicPoint(s, 0.5);
        let nearest = 1e9;
        for (let k = 0; k + 1 < truth.length; k++) {
          const [a, b] = [truth[k], truth[k + 1]];
          const [dx, dy] = [b.x - a.x, b.y - a.y];
          const l = dx * dx + dy * dy || 1;
          const u = Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / l));
          nearest = Math.min(nearest, Math.hypot(a.x + u * dx - p.x, a.y + u * dy - p.y));
        }
        most = Math.max(most, nearest);
      }
    });
    // Chords of the reference are 1e-5 off.
    expect(most).toBeLessThan(1e-3);
    const before = bare.outline.reduce((n, { path }) => n + [...cubicsOf(path)].length, 0);
    expect(nodes / before).toBeLessThan(1.6);
  });

  it('are cut before they pass behind the eye, and say where they are seen edge-on', () => {
    const wide = box('a', 0, 0, 4000, 300, {
      steps: [makeStep('in-space', { ...turnDefaults, swing: 60, distance: 500 })],
    });
    const d = designOf(1000, wide);
    const { outline } = evaluatePart(d, d.parts.a);
    const b = pathBounds(outline[0].path);
    expect(b && Number.isFinite(b.x1 - b.x0) && b.x1 - b.x0 < 1e5).toBe(true);
    expect(outline[0].path.contours[0].xy.every(Number.isFinite)).toBe(true);
    const faults = (turn: object) =>
      evaluateSheet(
        designOf(
          1000,
          disc('a', 500, 500, 100, { steps: [makeStep('in-space', { ...turnDefaults, swing: 0, ...turn })] }),
        ),
        's',
      ).faults;
    expect(faults({ tilt: 90 })).toMatchObject([{ message: 'Seen from its edge there is nothing of it.' }]);
    expect(faults({ tilt: 89 })).toEqual([]);
    expect(faults({ distance: 0 })).toEqual([]);
    const finish = evaluateSheet(
      designOf(
        1000,
        disc('a', 500, 500, 100, { finishes: [makeFinish('turn-painted', { ...turnDefaults, swing: 270 })] }),
      ),
      's',
    ).faults;
    expect(finish).toMatchObject([{ message: 'Seen from its edge there is nothing of it.' }]);
  });

  it('keep strokes as wide as they are, where painted parts take them along', () => {
    const t = { ...turnDefaults, swing: 60, parallel: true };
    const stroke = makeCoat('stroke', { width: 20, paint: { kind: 'solid', colour: '#000000' } });
    const areaOf = (values: Partial<Part>) => {
      const part = disc('a', 0, 0, 100, { coats: [stroke], ...values });
      const [node] = evaluatePart({ parts: {} }, part).nodes;
      return node.type === 'shape' ? Math.abs(pathArea(node.path)) : Number.NaN;
    };
    const flat = areaOf({});
    // As painted all of it is foreshortened by the cosine; a stroke of its own width is not.
    expect(areaOf({ finishes: [makeFinish('turn-painted', { ...t })] })).toBeCloseTo(flat / 2, 0);
    expect(areaOf({ steps: [makeStep('in-space', { ...t })] })).toBeGreaterThan(flat * 0.7);
  });

  it('take gradients along exactly, pixel by pixel', () => {
    const t = { ...turnDefaults, swing: 50, tilt: 20, distance: 400, pivotX: 0, pivotY: 0 };
    const paint = {
      ...paints.linear.defaults,
      x1: 0,
      y1: 0.5,
      x2: 1,
      y2: 0.5,
      interpolation: 'srgb' as const,
      stops: [
        { at: 0, colour: '#000000' },
        { at: 1, colour: '#ffffff' },
      ],
    };
    const part = makePart(makeSource('rectangle', { width: 300, height: 200 }), {
      id: 'a',
      place: { ...origin, x: 200, y: 200 },
      coats: [makeCoat('fill', { paint })],
      finishes: [makeFinish('turn-painted', { ...t })],
    });
    const d = designOf(400, part);
    const { data } = renderPixels(evaluate(d, 's'), 400);
    const [node] = evaluatePart(d, part).nodes;
    const m = turnedPlane(t);
    if (node.type !== 'shape' || !m) throw new Error('It is a shape.');
    for (const [x, y] of [
      [-120, -60],
      [-40, 30],
      [60, -80],
      [130, 70],
    ]) {
      const p = projected(m, { x, y });
      const wanted = (x + 150) / 300;
      expect(paintColour(node.paint, p)[0]).toBeCloseTo(wanted, 9);
      const got = data[4 * (400 * Math.floor(200 + p.y) + Math.floor(200 + p.x))] / 255;
      expect(Math.abs(got - wanted)).toBeLessThan(0.012);
    }
  });
});

describe('four corners', () => {
  const corners = {
    topLeftX: 0.1,
    topLeftY: 0,
    topRightX: 0.8,
    topRightY: 0.2,
    bottomRightX: 1,
    bottomRightY: 1,
    bottomLeftX: -0.2,
    bottomLeftY: 0.9,
  };

  it('take the bounds to their places, lines to lines', () => {
    const part = box('a', 0, 0, 200, 100, { steps: [makeStep('four-corners', corners)] });
    const { outline } = evaluatePart({ parts: {} }, part);
    const { xy } = outline[0].path.contours[0];
    const got = [0, 1, 2, 3].map((i) => [xy[6 * i] / 200 + 0.5, xy[6 * i + 1] / 100 + 0.5]);
    const wanted = [
      [0.1, 0],
      [0.8, 0.2],
      [1, 1],
      [-0.2, 0.9],
    ];
    for (const w of wanted) expect(got.some((g) => Math.hypot(g[0] - w[0], g[1] - w[1]) < 1e-9)).toBe(true);
    expect(xy).toHaveLength(26);
  });

  it('say where no plane has them, and leave the outline as it was', () => {
    const crossed = { ...corners, topRightX: -0.3, topRightY: 0.6 };
    const d = designOf(
      400,
      box('a', 0, 0, 200, 100, { coats: [solid('#000000')], steps: [makeStep('four-corners', crossed)] }),
    );
    expect(evaluateSheet(d, 's').faults).toMatchObject([
      { message: expect.stringMatching(/no plane has them/) },
    ]);
    expect(evaluatePart(d, d.parts.a).outline[0].path.contours).toHaveLength(1);
  });
});

describe('solids in space', () => {
  // A cube whose front, upper and left faces are seen alike: each leans from the eye by arccos(1/√3) (ISO 5456-3).
  const cube = {
    ...turnDefaults,
    tilt: -45,
    swing: (Math.asin(1 / Math.sqrt(3)) * 180) / Math.PI,
    parallel: true,
    depth: 100,
  };
  const lamp = { direction: 250, height: 30 };
  const lit = (values: object = {}) =>
    makeCoat('fill', {
      paint: { ...paints.lit.defaults, shade: '#000000', ambient: 0, colour: '#ffffff' },
      ...values,
    });
  const cubeWith = (coats: ReturnType<typeof lit>[], turn: object = cube) =>
    box('a', 150, 150, 100, 100, { coats, steps: [makeStep('in-space', turn as never)] });

  it('have faces as large as their projections', () => {
    const { outline } = evaluatePart({ parts: {} }, cubeWith([]));
    expect(outline.map((p) => p.role).sort()).toEqual(['front', 'side', 'side']);
    for (const { path } of outline) expect(Math.abs(pathArea(path))).toBeCloseTo(1e4 / Math.sqrt(3), 3);
  });

  it('are lit on every face by its normal in space', () => {
    const d = designOf(400, cubeWith([lit()]));
    const { nodes } = evaluate({ ...d, sheets: [{ ...d.sheets[0], lamp }] }, 's');
    const [part] = nodes;
    if (part.type !== 'group') throw new Error('A part has a group.');
    const r = (v: number) => (v * Math.PI) / 180;
    const [a, b] = [r(cube.tilt), r(cube.swing)];
    // The three axes of the cube as they are turned.
    const normals = [
      [Math.cos(a) * Math.sin(b), -Math.sin(a), Math.cos(a) * Math.cos(b)],
      [-Math.sin(a) * Math.sin(b), -Math.cos(a), -Math.sin(a) * Math.cos(b)],
      [-Math.cos(b), 0, Math.sin(b)],
    ];
    const l = [
      Math.sin(r(lamp.direction)) * Math.cos(r(lamp.height)),
      -Math.cos(r(lamp.direction)) * Math.cos(r(lamp.height)),
      Math.sin(r(lamp.height)),
    ];
    const wanted = normals
      .map((n) => Math.max(0, n[0] * l[0] + n[1] * l[1] + n[2] * l[2]))
      .map((k) => (k <= 0.0031308 ? 12.92 * k : 1.055 * k ** (1 / 2.4) - 0.055));
    const got = part.children.map((n) =>
      n.type === 'shape' && n.paint.kind === 'solid' ? n.paint.colour[0] : Number.NaN,
    );
    for (const w of wanted) expect(Math.min(...got.map((g) => Math.abs(g - w)))).toBeLessThan(1e-3);
  });

  it('shade curved sides by the normal of every place, to the far end', () => {
    const t = { ...turnDefaults, tilt: 50, swing: 20, distance: 600, depth: 120 };
    const round = disc('a', 200, 200, 80, { coats: [lit()], steps: [makeStep('in-space', t as never)] });
    const result = evaluatePart({ parts: {} }, round);
    const r = spinOf(t);
    const l = towardLamp(usualLamp);
    let most = 0;
    let places = 0;
    result.outline.forEach((piece, i) => {
      const node = result.nodes[i];
      const turned = turnedOf(piece);
      if (!turned?.side || node.type !== 'shape') return;
      const { side, plane } = turned;
      for (let k = 1; k < 40; k++) {
        const [p, q, n] = [
          cubicPoint(side.edge, k / 40),
          cubicPoint(side.far, k / 40),
          facingAt(side, k / 40),
        ];
        const share = Math.max(
          0,
          (r[0] * n.x + r[1] * n.y) * l.x + (r[3] * n.x + r[4] * n.y) * l.y + (r[6] * n.x + r[7] * n.y) * l.z,
        );
        const wanted = share <= 0.0031308 ? 12.92 * share : 1.055 * share ** (1 / 2.4) - 0.055;
        for (const s of [0.1, 0.9]) {
          const at = projected(plane, { x: p.x + (q.x - p.x) * s, y: p.y + (q.y - p.y) * s });
          most = Math.max(most, Math.abs(paintColour(node.paint, at)[0] - wanted));
          places++;
        }
      }
    });
    expect(places).toBeGreaterThan(100);
    expect(most * 255).toBeLessThan(1);
  });

  it('show their far end from behind, and say where the eye stands inside them', () => {
    const behind = evaluatePart({ parts: {} }, cubeWith([], { ...cube, tilt: 0, swing: 160 }));
    expect(behind.outline.map((p) => p.role)).toContain('back');
    expect(behind.outline.map((p) => p.role)).not.toContain('front');
    const inside = { ...turnDefaults, swing: 120, distance: 60, depth: 400 };
    const { faults } = evaluateSheet(designOf(400, cubeWith([solid('#000000')], inside)), 's');
    expect(faults).toMatchObject([{ message: expect.stringMatching(/the eye stands inside it/) }]);
  });

  it('say where one paint covers front and sides alike', () => {
    const notes = (coat: ReturnType<typeof lit>) =>
      evaluateSheet(designOf(400, cubeWith([coat])), 's').faults.map((f) => f.message);
    expect(notes(solid('#9a6b1f'))).toEqual([
      'Front and sides are painted alike: “By the light” tells them apart.',
    ]);
    expect([notes(lit()), notes({ ...solid('#9a6b1f'), faces: 'front' })]).toEqual([[], []]);
  });

  it('are painted face by face where a coat covers some of them', () => {
    const covered = (faces: 'front' | 'sides' | 'back') => {
      const { coats } = evaluatePart({ parts: {} }, cubeWith([lit({ id: 'c', faces })]));
      return coats.get('c')?.bounds ?? null;
    };
    expect(covered('back')).toBeNull();
    const [front, sides] = [covered('front'), covered('sides')];
    // The upper side stands above the front.
    expect(front && sides && front.y0 > sides.y0 + 10).toBe(true);
  });
});
