import { describe, expect, it } from 'vitest';
import {
  type Coat,
  type Design,
  evaluatePart,
  type Gradient,
  type MeshPaint,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Paint,
  type Part,
  paintKinds,
  paintOf,
  paints,
} from '@/core';
import {
  addMeshLines,
  addStep,
  addStopAt,
  applyGesture,
  type CardRef,
  fitMeshPaint,
  fixGradient,
  gradientsOf,
  partsLike,
  pickParts,
  putColour,
  putSwatch,
  removeMeshLine,
  reportOf,
  spreadGradient,
  turnGradient,
} from '@/core/edit';
import { pasteParts } from '@/core/edit/copy';
import { settleLinks } from '@/core/edit/settle';
import { parseDesign } from '@/core/reading';
import { designOf, difference } from '../designs';

const ref = { id: 'a', coat: 'c' };
const card: CardRef = { list: 'coats', id: 'c' };

/** One part, 200 × 100, about (500, 500), with a coat of a paint; `extra` changes the part. */
const painted = (paint: Paint, extra: Partial<Part> = {}, coat: Partial<Coat> = {}): Design =>
  designOf(
    1000,
    makePart(makeSource('rectangle', { width: 200, height: 100 }), {
      id: 'a',
      name: 'a',
      coats: [{ ...makeCoat('fill', { paint }), id: 'c', ...coat } as Coat],
      place: { ...origin, x: 500, y: 500 },
      ...extra,
    }),
  );

const paintIn = <P extends Paint>(d: Design): P => d.parts.a.coats[0].paint as P;

const linear = (values: Partial<Gradient> = {}): Gradient =>
  ({ ...paints.linear.defaults, x1: 0, y1: 0.5, x2: 1, y2: 0.5, ...values }) as Gradient;

const drag = (d: Design, handle: string, x: number, y: number, more: object = {}) =>
  applyGesture(d, 's', { type: 'handle', id: 'a', card, handle, to: { x, y }, ...more }, 0);

const grips = (d: Design, chosen: readonly string[] = []) =>
  reportOf(d, ['a'], card, false, 's', chosen).handles;

describe('grips of paints on the sheet', () => {
  it.each(paintKinds)('%s: a drag to where a grip stands changes nothing that is seen', (kind) => {
    const turned = { place: { ...origin, x: 480, y: 520, turn: 30, scaleX: 1.5, scaleY: -1 } };
    const d = painted(paints[kind].defaults as Paint, turned);
    for (const h of grips(d)) {
      const after = drag(d, h.id, h.x, h.y).design;
      expect(difference(d, after), h.id).toBeLessThanOrEqual(1);
    }
  });

  it.each(paintKinds)('%s: a grip dragged very far away leaves a design that can be stored', (kind) => {
    const d = painted(paints[kind].defaults as Paint);
    for (const h of grips(d)) {
      const { design } = drag(d, h.id, 3e5, -3e5);
      expect(() => parseDesign(JSON.stringify(design)), h.id).not.toThrow();
    }
    const faded = painted(linear(), { finishes: [{ ...makeFinish('fade'), id: 'f' }] });
    const fade = { list: 'finishes', id: 'f' } as const;
    for (const handle of ['start', 'end']) {
      const g = { type: 'handle', id: 'a', card: fade, handle, to: { x: 3e5, y: 3e5 } } as const;
      const { design } = applyGesture(faded, 's', g, 0);
      expect(() => parseDesign(JSON.stringify(design)), handle).not.toThrow();
    }
  });

  it('linear: ends go where they are dragged, stops slide along, midpoints between', () => {
    const d = painted(linear());
    expect(paintIn<Gradient>(drag(d, 'end', 450, 475).design)).toMatchObject({ x2: 0.25, y2: 0.25 });
    expect(paintIn<Gradient>(drag(d, 'stop-1', 450, 900).design).stops[1].at).toBeCloseTo(0.25, 9);
    expect(paintIn<Gradient>(drag(d, 'mid-0', 550, 500).design).stops[0].mid).toBeCloseTo(0.75, 9);
    // Typed: per cent of the way for a stop, of the bounds for an end.
    expect(paintIn<Gradient>(drag(d, 'stop-0', 0, 0, { exact: [30] }).design).stops[0].at).toBeCloseTo(
      0.3,
      9,
    );
    expect(paintIn<Gradient>(drag(d, 'start', 0, 0, { exact: [10, 20] }).design)).toMatchObject({
      x1: 0.1,
      y1: 0.2,
    });
    expect(drag(d, 'end', 450, 475).readout).toBe('25 %, 25 %');
  });

  it('radial: the whole travels with its middle; axis, focus and edge have grips of their own', () => {
    const d = painted({ ...paints.radial.defaults, x2: 1 });
    expect(paintIn<Gradient>(drag(d, 'start', 520, 500).design)).toMatchObject({ x1: 0.6, x2: 1.1 });
    // The first axis is 100 long: 25 across it is a quarter.
    expect(paintIn(drag(d, 'ratio', 500, 525).design)).toMatchObject({ ratio: 0.25 });
    expect(paintIn(drag(d, 'focus', 540, 500).design)).toMatchObject({ focusX: 0.4, focusY: 0 });
    const far = paintIn<Extract<Paint, { kind: 'radial' }>>(drag(d, 'focus', 5000, 500).design);
    expect(far.focusX).toBeLessThan(1);
    expect(paintIn(drag(d, 'focus', 502, 500).design)).toMatchObject({ focusX: 0, focusY: 0 });
  });

  it('conic: a stop goes to the turn it is dragged to', () => {
    const d = painted(paints.conic.defaults);
    expect(paintIn<Gradient>(drag(d, 'stop-1', 500, 540).design).stops[1].at).toBeCloseTo(0.25, 9);
    expect(paintIn<Gradient>(drag(d, 'stop-1', 460, 500).design).stops[1].at).toBeCloseTo(0.5, 9);
  });

  it('stripes and patterns: turn, shift and middle', () => {
    expect(paintIn(drag(painted(paints.stripes.defaults), 'angle', 500, 540).design)).toMatchObject({
      angle: 90,
    });
    const round = painted({ ...paints.stripes.defaults, form: 'concentric' });
    expect(paintIn(drag(round, 'centre', 450, 525).design)).toMatchObject({ centreX: 0.25, centreY: 0.75 });
    const tiled = painted({ ...paints.pattern.defaults, tile: 'b' });
    expect(paintIn(drag(tiled, 'shift', 510, 480).design)).toMatchObject({ shiftX: 10, shiftY: -20 });
    expect(paintIn(drag(tiled, 'turn', 0, 0, { exact: [33] }).design)).toMatchObject({ turn: 33 });
  });

  it('fixed to the sheet stand and move in its coordinates, however the part turns', () => {
    const g = linear({ fixed: true, x1: 100, y1: 200, x2: 800, y2: 200 });
    const d = painted(g, { place: { ...origin, x: 500, y: 500, turn: 40 } });
    expect(grips(d).find((h) => h.id === 'end')).toMatchObject({ x: 800, y: 200 });
    expect(paintIn(drag(d, 'end', 700, 300).design)).toMatchObject({ x2: 700, y2: 300 });
  });

  it('of a mesh: nodes by themselves or many together, handles only beside a chosen node', () => {
    const d = painted(paints.mesh.defaults);
    expect(grips(d).some((h) => h.id === 'right-4')).toBe(false);
    expect(grips(d, ['node-4']).filter((h) => /-4$/.test(h.id))).toHaveLength(5);
    const one = paintIn<MeshPaint>(drag(d, 'node-4', 520, 510).design);
    expect(one.nodes[4]).toMatchObject({ x: 0.6, y: 0.6 });
    expect(one.fitted).toBe(true);
    const many = paintIn<MeshPaint>(drag(d, 'node-4', 520, 510, { also: ['node-0', 'node-8'] }).design);
    expect([many.nodes[0], many.nodes[8]].map((n) => [n.x, n.y])).toEqual([
      [0.1, 0.1],
      [1.1, 1.1],
    ]);
    // An outer node that moves takes the mesh off its outline.
    expect(many.fitted).toBe(false);
    const [across, down] = paintIn<MeshPaint>(drag(d, 'right-4', 540, 510).design).nodes[4].right;
    expect(across).toBeCloseTo(0.2, 9);
    expect(down).toBeCloseTo(0.1, 9);
    expect(reportOf(d, ['a'], card, false, 's').paintLines).toMatch(/^M/);
  });

  it('of a fade lie on what is painted, and of a stroke’s width beside its path', () => {
    const fade = { ...makeFinish('fade'), id: 'f' };
    const d = painted({ kind: 'solid', colour: '#9a6b1f' }, { finishes: [fade] });
    const at: CardRef = { list: 'finishes', id: 'f' };
    const handles = reportOf(d, ['a'], at, false, 's').handles;
    expect(handles.find((h) => h.id === 'end')).toMatchObject({ x: 500, y: 550 });
    const g = { type: 'handle', id: 'a', card: at, to: { x: 550, y: 525 } } as const;
    const moved = applyGesture(d, 's', { ...g, handle: 'end' }, 0).design.parts.a.finishes[0].params;
    expect(moved).toMatchObject({ x2: 0.75, y2: 0.75 });
    const middle = applyGesture(d, 's', { ...g, handle: 'middle' }, 0).design.parts.a.finishes[0].params;
    expect(middle.middle).toBeCloseTo(0.75, 9);

    const stroke = { ...makeCoat('stroke', { width: 20, profile: 'points', widths: [1, 1] }), id: 'c' };
    const line = designOf(
      1000,
      makePart(makeSource('line', { x1: 0, y1: 0, x2: 100, y2: 0 }), {
        id: 'a',
        name: 'a',
        coats: [stroke as Coat],
      }),
    );
    const wider = drag(line, 'width-1', 100, 15);
    expect(wider.design.parts.a.coats[0]).toMatchObject({ widths: [1, 1.5] });
    expect(wider.readout).toBe('150 %');
  });
});

describe('gradients', () => {
  it('are fixed to the sheet and let go again without a change that is seen', () => {
    for (const kind of ['linear', 'conic'] as const) {
      // Of one shape and not turned: elsewhere a share of the bounds and the sheet do not agree on what is square.
      const d = painted({ ...paints[kind].defaults, x1: 0.3, x2: 0.8, y2: 0.7 } as Paint);
      const fixed = fixGradient(d, ref, true).design;
      expect(paintIn<Gradient>(fixed).fixed).toBe(true);
      expect(difference(d, fixed)).toBeLessThanOrEqual(1);
      const back = paintIn<Gradient>(fixGradient(fixed, ref, false).design);
      for (const k of ['x1', 'y1', 'x2', 'y2'] as const)
        expect(back[k]).toBeCloseTo(paintIn<Gradient>(d)[k], 9);
    }
  });

  it('turn by a quarter as they are seen, whatever the bounds; four quarters are none', () => {
    const d = painted(linear({ x1: 0.25, y1: 0.5, x2: 0.75, y2: 0.5 }));
    const once = turnGradient(d, ref).design;
    // 100 long about the middle of a part of 200 × 100: upright it runs from top to foot.
    expect(paintIn(once)).toMatchObject({ x1: 0.5, y1: 0, x2: 0.5, y2: 1 });
    const four = [1, 2, 3].reduce((at) => turnGradient(at, ref).design, once);
    expect(paintIn<Gradient>(four).x1).toBeCloseTo(0.25, 9);
    expect(turnGradient(painted({ kind: 'solid', colour: '#000000' }), ref).design.parts.a.coats).toEqual(
      painted({ kind: 'solid', colour: '#000000' }).parts.a.coats.map((c) => ({ ...c })),
    );
  });

  it('get a stop where their line is pressed, of the colour that is there', () => {
    const d = painted(
      linear({
        interpolation: 'srgb',
        stops: [
          { at: 0, colour: '#000000' },
          { at: 1, colour: '#ffffff' },
        ],
      }),
    );
    const stops = paintIn<Gradient>(addStopAt(d, ref, { x: 450, y: 530 }).design).stops;
    expect(stops[2]).toEqual({ at: 0.25, colour: '#404040' });
    expect(paintIn<Gradient>(addStopAt(d, ref, { x: 9000, y: 0 }).design).stops[2].at).toBe(1);
    const round = painted(paints.conic.defaults);
    expect(addStopAt(round, ref, { x: 450, y: 530 }).design).toBe(round);
  });
});

describe('meshes', () => {
  it.each(['linear', 'radial', 'corners'] as const)(
    'start with the colours that a %s had where their nodes are',
    (kind) => {
      const d = painted(paints[kind].defaults as Paint, { place: { ...origin, x: 500, y: 500, turn: 20 } });
      const mesh = paintIn<MeshPaint>(fitMeshPaint(d, ref, 6, 6, 0).design);
      expect(mesh.nodes).toHaveLength(49);
      const { bounds } = evaluatePart(d, d.parts.a).coats.get('c') ?? {};
      const before = paintOf(paintIn(d));
      for (const n of mesh.nodes) {
        const p = { x: -100 + 200 * n.x, y: -50 + 100 * n.y };
        expect(bounds && before.colourAt?.(paintIn(d), p, bounds)).toBe(n.colour);
      }
      // Drawn, the two differ by what a mesh cannot follow between its nodes.
      expect(difference(d, fitMeshPaint(d, ref, 24, 24, 0).design)).toBeLessThan(4);
    },
  );

  it('get lines where they are pressed: both in a patch, one across a line', () => {
    const d = fitMeshPaint(painted({ kind: 'solid', colour: '#9a6b1f' }), ref, 2, 2, 0).design;
    const size = (at: Design) => [paintIn<MeshPaint>(at).rows, paintIn<MeshPaint>(at).columns];
    expect(size(addMeshLines(d, ref, { x: 450, y: 475 }).design)).toEqual([3, 3]);
    expect(size(addMeshLines(d, ref, { x: 450, y: 500 }).design)).toEqual([2, 3]);
    expect(size(addMeshLines(d, ref, { x: 500, y: 475 }).design)).toEqual([3, 2]);
    expect(addMeshLines(d, ref, { x: 5000, y: 475 }).design).toBe(d);
    expect(size(removeMeshLine(d, ref, 4, 'row').design)).toEqual([1, 2]);
    expect(removeMeshLine(d, ref, 0, 'column').design).toBe(d);
  });

  it('are fitted to nothing where there is nothing', () => {
    const flat = painted(
      { kind: 'solid', colour: '#9a6b1f' },
      { source: makeSource('rectangle', { width: 0, height: 0 }) },
    );
    expect(fitMeshPaint(flat, ref, 2, 2, 0).design).toBe(flat);
    expect(fitMeshPaint(flat, { id: 'none', coat: 'c' }, 2, 2, 0).design).toBe(flat);
  });
});

describe('colours and coats', () => {
  it('picked up go to the grips that are chosen', () => {
    const put = (paint: Paint, ...chosen: string[]) =>
      putColour(painted(paint).parts.a, '#123456', chosen, 'c').coats[0].paint;
    expect(put({ kind: 'solid', colour: '#000000' })).toEqual({ kind: 'solid', colour: '#123456' });
    expect((put(linear(), 'stop-1') as Gradient).stops.map((s) => s.colour)).toEqual([
      paints.linear.defaults.stops[0].colour,
      '#123456',
    ]);
    expect(
      (put(paints.mesh.defaults, 'node-0', 'node-4') as MeshPaint).nodes.flatMap((n, i) =>
        n.colour === '#123456' ? [i] : [],
      ),
    ).toEqual([0, 4]);
    expect(put(paints.corners.defaults, 'topRight')).toMatchObject({ topRight: '#123456' });
    expect(put(paints.pattern.defaults)).toBe(paints.pattern.defaults);
  });

  it('take steps of their own that suit them, and are found where they paint', () => {
    const d = painted({ kind: 'solid', colour: '#9a6b1f' });
    const { design, card: made } = addStep(d, 'a', 'offset', null, 'c');
    expect(made).toMatchObject({ list: 'steps', coat: 'c' });
    expect(design.parts.a.steps).toHaveLength(0);
    expect(design.parts.a.coats[0].steps).toHaveLength(1);
    // Ten more on every side by the offset: a press there picks the part.
    expect(pickParts(design, 's', null, { x: 605, y: 500 }, 0.5)).toEqual(['a']);
    expect(pickParts(d, 's', null, { x: 605, y: 500 }, 0.5)).toEqual([]);
    // Its grip drags the coat’s step and leaves the part where it is.
    const at = made as CardRef & { id: string };
    const [grip] = reportOf(design, ['a'], at, false, 's').handles;
    const g = {
      type: 'handle',
      id: 'a',
      card: at,
      handle: grip.id,
      to: { x: grip.x + 30, y: grip.y },
    } as const;
    const dragged = applyGesture(design, 's', g, 0).design.parts.a;
    expect(dragged.coats[0].steps[0].params.distance).toBeCloseTo(40, 6);
    expect(dragged.place).toEqual(design.parts.a.place);
  });

  it('that are alike are found, whatever ids their cards have', () => {
    const step = () => makeStep('offset', { distance: 4 });
    const part = (id: string, distance = 4) =>
      makePart(makeSource('ellipse'), {
        id,
        name: id,
        coats: [makeCoat('fill', { steps: [{ ...step(), params: { ...step().params, distance } }] })],
      });
    const d = designOf(100, part('a'), part('b'), part('c', 9));
    expect(partsLike(d, 's', 'a', 'coat')).toEqual(['a', 'b']);
    expect(partsLike(d, 's', 'a', 'look')).toEqual(['a', 'b']);
  });

  it('of a pattern follow their tile into another design, and leave palette links behind', () => {
    const tile = makePart(makeSource('ellipse'), { id: 'tile', name: 'tile', hidden: true });
    const tiled = {
      ...painted({ ...paints.pattern.defaults, tile: 'tile' }).parts.a,
      inks: { 'coats/c/paint/colour': 'gone' },
      look: 'gone',
    };
    const empty = designOf(100);
    const { design } = pasteParts(empty, 's', null, { a: tiled, tile }, ['tile', 'a']);
    const pasted = Object.values(design.parts);
    const other = pasted.find((p) => p.name === 'tile');
    const paint = pasted.find((p) => p.name === 'a')?.coats[0].paint;
    expect(other?.id).not.toBe('tile');
    expect(paint).toMatchObject({ tile: other?.id });
    const settled = Object.values(settleLinks(empty, design).parts).find((p) => p.name === 'a');
    expect([settled?.inks, settled?.look]).toEqual([undefined, undefined]);
  });
});

describe('gradients of several parts', () => {
  const boxed = (id: string, x: number, paint: Paint, y = 500) =>
    makePart(makeSource('rectangle', { width: 200, height: 100 }), {
      id,
      name: id,
      coats: [{ ...makeCoat('fill', { paint }), id: `${id}-c` } as Coat, makeCoat('stroke')],
      place: { ...origin, x, y },
    });
  const plain = { kind: 'solid', colour: '#ff0000' } as const;
  const three = [...linear().stops, { at: 0.5, colour: '#00ff00' }];
  const d = designOf(
    1000,
    boxed('z', 100, plain),
    boxed('a', 200, linear()),
    boxed('b', 600, linear({ x1: 0.2, spread: 'repeat' }), 700),
  );
  const ids = ['z', 'a', 'b'];
  const of = (e: Design, id: string) => e.parts[id].coats[0].paint as Gradient;

  it('have the grips of the first one, which lay the others alike', () => {
    const { handles } = reportOf(d, ids, null);
    expect(handles.map((h) => h.id)).toEqual(expect.arrayContaining(['start', 'end', 'stop-0', 'mid-0']));
    expect(new Set(handles.map((h) => h.part))).toEqual(new Set(['a']));
    const end = { type: 'handle', id: 'a', card: { list: 'coats', id: 'a-c' }, alike: ids } as const;
    const after = applyGesture(d, 's', { ...end, handle: 'end', to: { x: 150, y: 475 } }, 0).design;
    for (const id of ['a', 'b']) expect(of(after, id)).toMatchObject({ x1: 0, x2: 0.25, y2: 0.25 });
    expect(of(after, 'b').spread).toBe('repeat');
    expect(after.parts.z).toBe(d.parts.z);
    const slid = applyGesture(d, 's', { ...end, handle: 'stop-0', to: { x: 180, y: 500 } }, 0).design;
    for (const id of ['a', 'b']) expect(of(slid, id).stops[0].at).toBeCloseTo(0.4, 9);
  });

  it('keep their own stops where one has more of them', () => {
    const more = designOf(1000, boxed('a', 200, linear()), boxed('b', 600, linear({ stops: three })));
    const { handles } = reportOf(more, ['a', 'b'], null);
    expect(handles.map((h) => h.id).sort()).toEqual(['end', 'start']);
    const g = { type: 'handle', id: 'a', card: { list: 'coats', id: 'a-c' }, alike: ['b'] } as const;
    const after = applyGesture(more, 's', { ...g, handle: 'end', to: { x: 200, y: 500 } }, 0).design;
    expect(of(after, 'b').stops).toEqual(three);
    expect(of(after, 'b').x2).toBeCloseTo(0.5, 9);
  });

  it('run on from part to part as one over all of them', () => {
    const { design } = spreadGradient(d, ids);
    expect(gradientsOf(design, ids).map((r) => r.id)).toEqual(['a', 'b']);
    const line = { fixed: true, x1: 100, y1: 600, x2: 700, y2: 600 };
    for (const id of ['a', 'b']) expect(of(design, id)).toMatchObject(line);
    // Once fixed, it stays where it is.
    expect(spreadGradient(design, ids).design.parts).toEqual(design.parts);
    expect(spreadGradient(d, ['z']).design).toBe(d);
  });
});

describe('a swatch put to a part', () => {
  const navy = { id: 'n', name: 'Navy', colour: '#14213d' };
  const dawn = {
    id: 'g',
    name: 'Dawn',
    stops: [
      { at: 0, colour: '#14213d' },
      { at: 1, colour: '#f3d9a0' },
    ],
    interpolation: 'oklab',
  } as const;
  const of = (paint: Paint, grips: readonly string[] = [], swatch: Parameters<typeof putSwatch>[1] = navy) =>
    putSwatch(painted(paint).parts.a, swatch, grips);

  it('colours the nodes, stops or corners whose grips are chosen, and links each', () => {
    const mesh = of(paints.mesh.defaults as Paint, ['node-0', 'node-2']);
    const { nodes } = mesh.coats[0].paint as MeshPaint;
    expect(nodes.map((n) => n.colour === navy.colour)).toEqual(nodes.map((_, i) => i === 0 || i === 2));
    expect(mesh.inks).toEqual({ 'coats/c/paint/nodes/0/colour': 'n', 'coats/c/paint/nodes/2/colour': 'n' });
    const stops = of(linear(), ['stop-1']);
    expect((stops.coats[0].paint as Gradient).stops[1].colour).toBe(navy.colour);
    expect(stops.inks).toEqual({ 'coats/c/paint/stops/1/colour': 'n' });
    const corner = of(paints.corners.defaults as Paint, ['topRight']);
    expect(corner.coats[0].paint).toEqual({ ...paints.corners.defaults, topRight: navy.colour });
  });

  it('stands in place of the paint where none is, and of a gradient’s colours', () => {
    for (const kind of paintKinds) {
      const part = of(paints[kind].defaults as Paint);
      expect(part.coats[0].paint).toEqual({ kind: 'solid', colour: navy.colour });
      expect(part.inks).toEqual({ 'coats/c/paint/colour': 'n' });
    }
    const laid = of(linear({ x1: 0.3, spread: 'reflect' }), [], dawn).coats[0].paint;
    expect(laid).toMatchObject({ x1: 0.3, spread: 'reflect', stops: dawn.stops, interpolation: 'oklab' });
    expect(of({ kind: 'solid', colour: '#fff' }, [], dawn).coats[0].paint).toMatchObject({ kind: 'linear' });
  });

  it('gives a part without coats a fill', () => {
    const bare = putSwatch({ ...painted(linear()).parts.a, coats: [] }, navy, ['node-1']);
    expect(bare.coats.map((c) => [c.kind, c.paint])).toEqual([
      ['fill', { kind: 'solid', colour: navy.colour }],
    ]);
  });
});
