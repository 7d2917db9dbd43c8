import { describe, expect, it } from 'vitest';
import {
  type Coat,
  convertPaint,
  type Design,
  evaluate,
  evaluateSheet,
  type Gradient,
  makeCoat,
  makePart,
  makeSource,
  origin,
  type Paint,
  type Part,
  paintKinds,
  paints,
  pathArea,
  type SceneNode,
} from '@/core';
import { colourRamp } from '@/core/colour/gradient';
import { polygonContour } from '@/core/geometry/path';
import { Painter } from '@/core/raster/painter';
import { parseDesign, readDesign } from '@/core/reading';
import { designOf } from '../designs';

const fill = (paint: Paint, values: Partial<Coat> = {}) =>
  makeCoat('fill', { paint, ...values } as Partial<Coat>);

const square = (size: number, coats: readonly Coat[], values: Partial<Part> = {}) =>
  makePart(makeSource('rectangle', { width: size, height: size }), {
    id: 'p',
    name: 'Square',
    coats,
    place: { ...origin, x: size / 2, y: size / 2 },
    ...values,
  });

/** Premultiplied floats of a design's pixel at a place, one pixel a unit. */
function colourAt(design: Design, x: number, y: number): number[] {
  const painter = new Painter();
  painter.drawTile(evaluate(design, 's'), [1, 0, 0, 1, -x, -y], 0, 0, 1, 1);
  return [...painter.pixels().slice(0, 4)];
}

const gradient = (kind: Gradient['kind'], values: Partial<Gradient> = {}): Gradient =>
  ({
    ...paints[kind].defaults,
    interpolation: 'srgb',
    stops: [
      { at: 0, colour: '#000000' },
      { at: 1, colour: '#ffffff' },
    ],
    ...values,
  }) as Gradient;

const clear = { ground: null } as const;

describe('gradients are their closed forms', () => {
  const size = 200;
  const shown = (g: Gradient) => {
    const d = designOf(size, square(size, [fill(g)]));
    return (x: number, y: number) => colourAt(d, x, y)[0];
  };

  it('conic: the turn about the middle, clockwise from the second end', () => {
    const at = shown(gradient('conic'));
    for (const [x, y] of [
      [150, 150],
      [100, 190],
      [20, 60],
      [160, 40],
    ]) {
      const turn = Math.atan2(y + 0.5 - 100, x + 0.5 - 100) / (2 * Math.PI);
      expect(at(x, y)).toBeCloseTo(turn - Math.floor(turn), 3);
    }
  });

  it('radial with two axes: the length in the ellipse’s own measure', () => {
    const at = shown(gradient('radial', { ratio: 0.5 } as Partial<Gradient>));
    for (const [x, y] of [
      [150, 100],
      [100, 130],
      [60, 80],
    ]) {
      const r = Math.hypot((x + 0.5 - 100) / 100, (y + 0.5 - 100) / 50);
      expect(at(x, y)).toBeCloseTo(Math.min(1, r), 3);
    }
  });

  it('radial with a focus: the ray from it to the circle (SVG 2, 14.2.3)', () => {
    const at = shown(gradient('radial', { focusX: 0.4, focusY: -0.3 } as Partial<Gradient>));
    const f = [0.4, -0.3];
    for (const [x, y] of [
      [150, 150],
      [120, 40],
      [30, 100],
    ]) {
      const [u, v] = [(x + 0.5 - 100) / 100, (y + 0.5 - 100) / 100];
      const [dx, dy] = [u - f[0], v - f[1]];
      // |f + k d| = 1 solved for k by bisection; the share is 1 / k.
      let [low, high] = [0, 1e3];
      for (let i = 0; i < 80; i++) {
        const k = (low + high) / 2;
        if (Math.hypot(f[0] + k * dx, f[1] + k * dy) < 1) low = k;
        else high = k;
      }
      expect(at(x, y)).toBeCloseTo(Math.min(1, 1 / low), 3);
    }
  });

  it('with a midpoint: half way there in colour (CSS Images 4, 3.5.3)', () => {
    for (const mid of [0.2, 0.5, 0.73]) {
      const ramp = colourRamp(
        [
          { at: 0.1, colour: [0, 0, 0, 1], mid },
          { at: 0.9, colour: [1, 0.5, 0, 1] },
        ],
        'srgb',
      );
      expect(ramp(0.1 + 0.8 * mid)[0]).toBeCloseTo(0.5, 9);
      // C = P^(log ½ / log H) at a quarter of the way.
      expect(ramp(0.3)[0]).toBeCloseTo(0.25 ** (Math.log(0.5) / Math.log(mid)), 9);
    }
  });

  it('fixed to the sheet: one run over parts wherever they stand and however they turn', () => {
    const g = gradient('linear', { fixed: true, x1: 0, y1: 0, x2: 400, y2: 0 });
    const part = (id: string, x: number, turn: number) =>
      square(100, [fill(g)], { id, place: { ...origin, x, y: 60, turn, scaleX: 1.2 } });
    const d = designOf(400, part('a', 80, 0), part('b', 300, 30));
    for (const x of [60, 100, 280, 320]) expect(colourAt(d, x, 60)[0]).toBeCloseTo((x + 0.5) / 400, 3);
  });

  it('hold more than 8 bits: a slow one of a 64th has a level for every pixel of 1,000', () => {
    const g = gradient('linear', {
      x1: 0,
      y1: 0.5,
      x2: 1,
      y2: 0.5,
      stops: [
        { at: 0, colour: '#808080' },
        { at: 1, colour: '#848484' },
      ],
    });
    const painter = new Painter();
    const scene = evaluate(designOf(1000, square(1000, [fill(g)])), 's');
    const levels = new Set<number>();
    for (let x = 0; x < 1000; x += 250) {
      painter.drawTile(scene, [1, 0, 0, 1, 0, 0], x, 400, 250, 1);
      const row = painter.pixels();
      for (let i = 0; i < 250; i++) levels.add(Math.round(row[4 * i] * 65535));
    }
    // 16 bits: 4/255 of the range are 1,028 levels.
    expect(levels.size).toBeGreaterThan(980);
  });

  it('with stops on one place change there within a pixel', () => {
    const g = gradient('linear', {
      x1: 0,
      y1: 0.5,
      x2: 1,
      y2: 0.5,
      stops: [
        { at: 0, colour: '#000000' },
        { at: 0.5, colour: '#000000' },
        { at: 0.5, colour: '#ffffff' },
        { at: 1, colour: '#ffffff' },
      ],
    });
    const at = designOf(2000, square(2000, [fill(g)]));
    expect(colourAt(at, 998, 500)[0]).toBe(0);
    expect(colourAt(at, 1001, 500)[0]).toBe(1);
  });
});

describe('stripes', () => {
  const stripes = (values: Partial<Paint>) => fill({ ...paints.stripes.defaults, ...values } as Paint);
  const covers = (nodes: readonly SceneNode[]): number =>
    nodes.reduce(
      (sum, n) => sum + (n.type === 'shape' ? pathArea(n.path) : 'children' in n ? covers(n.children) : 0),
      0,
    );

  it('are as many and as wide as asked, gaps left clear', () => {
    const d = designOf(
      120,
      square(120, [stripes({ colours: ['#ff0000', '#00000000'], stripes: 6 } as Partial<Paint>)]),
    );
    const bare = { ...d, sheets: d.sheets.map((s) => ({ ...s, ...clear })) };
    for (let k = 0; k < 6; k++) expect(colourAt(bare, 20 * k + 10, 60)[3]).toBe(k % 2 ? 0 : 1);
    // Every edge is the outline’s own: pixels beside it are whole.
    expect([colourAt(bare, 19, 5)[3], colourAt(bare, 20, 5)[3]]).toEqual([1, 0]);
  });

  it('grow by their progression and still fill the whole', () => {
    const part = square(100, [
      stripes({ progression: 1.5, stripes: 5, colours: ['#111111', '#eeeeee'] } as Partial<Paint>),
    ]);
    const widths = evaluate(designOf(100, part), 's').nodes.flatMap(function shapes(n): SceneNode[] {
      return n.type === 'shape' ? [n] : 'children' in n ? n.children.flatMap(shapes) : [];
    });
    expect(widths).toHaveLength(5);
    expect(covers(widths)).toBeGreaterThanOrEqual(100 * 100);
  });

  it('that are soft are half of each colour at the edge, straight and round', () => {
    for (const form of ['straight', 'concentric'] as const) {
      const d = designOf(
        200,
        square(200, [
          stripes({
            form,
            softness: 1,
            by: 'width',
            width: 25,
            colours: ['#000000', '#ffffff'],
          } as Partial<Paint>),
        ]),
      );
      const x = form === 'straight' ? 25 : 125;
      const value = (colourAt(d, x, 100)[0] + colourAt(d, x - 1, 100)[0]) / 2;
      expect(value).toBeCloseTo(0.5, 1);
    }
  });

  it('too narrow to draw are said, and nothing hangs', () => {
    for (const width of [0, 1e-6, -5]) {
      const d = designOf(100, square(100, [stripes({ by: 'width', width } as Partial<Paint>)]));
      const { faults, scene } = evaluateSheet(d, 's');
      expect(faults[0].message).toMatch(/narrow|width/);
      expect(scene.nodes).toHaveLength(1);
    }
  });
});

describe('patterns', () => {
  const tile = makePart(makeSource('rectangle', { width: 10, height: 10 }), {
    id: 'tile',
    name: 'Tile',
    hidden: true,
    coats: [fill({ kind: 'solid', colour: '#336699' })],
  });
  const pattern = (values: Partial<Paint> = {}) =>
    fill({ ...paints.pattern.defaults, tile: 'tile', ...values } as Paint);

  it.each(['grid', 'brick', 'half-drop'] as const)(
    'of abutting tiles in a %s show no seam at any scale',
    (layout) => {
      for (const scale of [1, 0.731, 3.17]) {
        const d = designOf(200, square(200, [pattern({ layout, turn: 13 } as Partial<Paint>)]), tile);
        const painter = new Painter();
        painter.drawTile(evaluate(d, 's'), [scale, 0, 0, scale, 0, 0], 20, 20, 60, 60);
        const px = painter.pixels();
        for (let y = 0; y < 60; y++)
          for (let x = 0; x < 60; x++) {
            const o = 4 * (y * 256 + x);
            // 0.05 of 255, as for any two parts that abut.
            expect(Math.abs(px[o] - 0.2)).toBeLessThan(2e-4);
            expect(Math.abs(px[o + 3] - 1)).toBeLessThan(2e-4);
          }
      }
    },
  );

  it('follow the part they repeat, and say what is wrong instead of going round', () => {
    const d = designOf(200, square(200, [pattern()]), tile);
    const first = evaluate(d, 's');
    const other = { ...tile, coats: [fill({ kind: 'solid', colour: '#ff0000' })] };
    const changed = evaluate({ ...d, parts: { ...d.parts, tile: other } }, 's');
    expect(changed.nodes[0]).not.toBe(first.nodes[0]);

    const itself = designOf(200, square(200, [fill({ ...paints.pattern.defaults, tile: 'p' })]));
    expect(evaluateSheet(itself, 's').faults[0].message).toMatch(/holds the pattern itself/);
    const a = square(50, [fill({ ...paints.pattern.defaults, tile: 'b' })], { id: 'a' });
    const b = square(50, [fill({ ...paints.pattern.defaults, tile: 'a' })], { id: 'b' });
    expect(evaluateSheet(designOf(100, a, b), 's').faults).toHaveLength(2);
    const none = designOf(200, square(200, [fill(paints.pattern.defaults)]));
    expect(evaluateSheet(none, 's').faults[0].message).toMatch(/Choose the part/);
    const apart = designOf(200, square(200, [pattern({ spacingX: -10 } as Partial<Paint>)]), tile);
    expect(evaluateSheet(apart, 's').faults[0].message).toMatch(/spacing/);
  });

  it('cover strokes beyond their outline, and leave to the card what these cannot be', () => {
    const stroke = (values: object) =>
      makeCoat('stroke', {
        paint: { ...paints.pattern.defaults, tile: 'tile' } as Paint,
        width: 60,
        ...values,
      });
    const d = designOf(200, square(100, [stroke({})], { place: { ...origin, x: 100, y: 100 } }), tile);
    // Tiles abut: the whole stroke is of their colour, at its outer corner too.
    expect(colourAt(d, 22, 22)).toEqual(colourAt(d, 60, 52));
    expect(colourAt(d, 22, 22)[3]).toBeCloseTo(1, 3);
    const lines = Array.from({ length: 300 }, (_, y) =>
      polygonContour(
        [
          { x: 0, y: 2 * y },
          { x: 1900, y: 2 * y },
          { x: 0, y: 2 * y + 1 },
        ],
        true,
      ),
    );
    const dashed = makePart(makeSource('path', { contours: lines }), {
      id: 'p',
      name: 'Lines',
      coats: [fill({ kind: 'solid', colour: '#336699' }), stroke({ width: 0.2, dashes: [0.5, 0.5] })],
    });
    const made = designOf(4000, dashed, tile);
    expect(evaluateSheet(made, 's').faults.map((f) => f.message)).toEqual([
      expect.stringContaining('dashes'),
    ]);
    // Its other coats are painted all the same.
    expect(colourAt(made, 10, 0)[0]).toBeLessThan(0.5);
  });
});

describe('coats', () => {
  it('take their own steps and shapes', () => {
    const solid: Paint = { kind: 'solid', colour: '#000000' };
    const step = {
      id: 'o',
      kind: 'offset',
      on: true,
      params: { distance: 10, also: [], join: 'miter', miterLimit: 4 },
    };
    const part = square(100, [
      fill(solid, { steps: [step] }),
      fill(solid, { form: 'ellipse', shapeWidth: 0.5, shapeHeight: 0.5 } as Partial<Coat>),
      fill(solid, { form: 'rectangle', sized: 'lengths', shapeWidth: 30, shapeHeight: 20 } as Partial<Coat>),
    ]);
    const [node] = evaluate(designOf(100, part), 's').nodes;
    const areas = (node as Extract<SceneNode, { type: 'group' }>).children.map((n) =>
      n.type === 'shape' ? pathArea(n.path) : 0,
    );
    expect(areas[0]).toBeCloseTo(120 * 120, 6);
    // A circle from four cubics is 1.00027 times πr².
    expect(areas[1] / (Math.PI * 25 * 25)).toBeCloseTo(1, 3);
    expect(areas[2]).toBeCloseTo(600, 6);
  });

  it('of a group cover its members as one outline, or each of them with a gradient of its own', () => {
    const member = (id: string, x: number) =>
      makePart(makeSource('rectangle', { width: 100, height: 100 }), {
        id,
        name: id,
        place: { ...origin, x, y: 50 },
      });
    const g = gradient('linear', { x1: 0, y1: 0.5, x2: 1, y2: 0.5 });
    const grouped = (covers: 'whole' | 'each') => {
      const group = makePart(
        { kind: 'group' },
        { id: 'g', name: 'g', children: ['a', 'b'], coats: [fill(g, { covers } as Partial<Coat>)] },
      );
      const d = designOf(200, member('a', 50), member('b', 150), group);
      return { ...d, sheets: d.sheets.map((s) => ({ ...s, parts: ['g'] })) };
    };
    expect(colourAt(grouped('whole'), 99, 50)[0]).toBeCloseTo(0.4975, 2);
    expect(colourAt(grouped('each'), 99, 50)[0]).toBeCloseTo(0.995, 2);
  });
});

describe('every kind of paint', () => {
  it.each(paintKinds)('%s is stored, read again, and made from any other', (kind) => {
    for (const from of paintKinds) {
      const paint = convertPaint(paints[from].defaults as Paint, kind);
      expect(paint.kind).toBe(kind);
      const d = designOf(100, square(100, [fill(paint)]));
      expect(parseDesign(JSON.stringify(d)).parts.p.coats[0].paint).toEqual(paint);
      expect(() => evaluate(d, 's')).not.toThrow();
    }
  });

  it.each(paintKinds)('%s survives a part of no size, of 1e-6 and of 1e6', (kind) => {
    for (const size of [0, 1e-6, 1e6])
      expect(() =>
        evaluate(designOf(100, square(size, [fill(paints[kind].defaults as Paint)])), 's'),
      ).not.toThrow();
  });

  it('is refused with a word where it is broken', () => {
    const broken = (paint: unknown) => () =>
      readDesign(JSON.parse(JSON.stringify(designOf(100, square(100, [fill(paint as Paint)])))));
    expect(broken({ ...paints.linear.defaults, stops: [] })).toThrow(/stops/);
    expect(broken({ ...paints.stripes.defaults, colours: ['plum'] })).toThrow(/colours/);
    expect(broken({ ...paints.mesh.defaults, nodes: paints.mesh.defaults.nodes.slice(0, 3) })).toThrow(
      /nodes/,
    );
    expect(broken({ kind: 'plaid' })).toThrow(/kind/);
  });
});
