import { expect, it } from 'vitest';
import {
  evaluatePart,
  joinOutline,
  makeCoat,
  makePart,
  makeSource,
  origin,
  pathArea,
  squareGrid,
} from '@/core';
import { addStep, alongAxes, axesOf, drawnPath, reportOf, sheetBounds } from '@/core/edit';
import { readDesign } from '@/core/reading';
import { designOf } from '../designs';

const block = () =>
  designOf(
    1000,
    makePart(makeSource('rectangle', { width: 100, height: 60 }), {
      id: 'a',
      coats: [makeCoat('fill')],
      place: { ...origin, x: 300, y: 300 },
    }),
  );

it('suits a new step to the outline it is given, however far that has come from its source', () => {
  const once = addStep(block(), 'a', 'mirror', null).design;
  // The axis lies on the right side: 100 more to the right.
  expect(sheetBounds(once, 'a')).toMatchObject({ x0: 250, x1: 450 });
  const twice = addStep(once, 'a', 'mirror', null);
  expect(sheetBounds(twice.design, 'a')).toMatchObject({ x0: 250, x1: 650 });
  expect(twice.chosen).toEqual(['a']);
  expect(twice.card).toEqual({ list: 'steps', id: twice.design.parts.a.steps[1].id });
  // A ring about its own foot, which has moved 50 to the right.
  const ringed = addStep(once, 'a', 'radial-repeat', null).design;
  expect(ringed.parts.a.steps[1].params).toMatchObject({ centreX: 50, centreY: 30 });
  expect(readDesign(structuredClone(ringed))).toBeTruthy();
});

it('puts a step before another, where the outline is still as it was', () => {
  const once = addStep(block(), 'a', 'mirror', null).design;
  const [mirror] = once.parts.a.steps;
  const { design } = addStep(once, 'a', 'mirror', mirror.id);
  expect(design.parts.a.steps.map((s) => s.id).indexOf(mirror.id)).toBe(1);
  expect(design.parts.a.steps[0].params).toMatchObject({ axisX: 50 });
});

it('makes a drawn path about the middle of its nodes, filled where it is closed', () => {
  const nodes = [
    { x: 100, y: 100, out: null },
    { x: 300, y: 100, out: null },
    { x: 300, y: 260, out: null },
  ];
  const closed = drawnPath(block(), 's', nodes, true, 'Path');
  const [id] = closed.chosen;
  expect(closed.design.sheets[0].parts).toEqual(['a', id]);
  expect(reportOf(closed.design, [id], null).bounds).toEqual({ x0: 100, y0: 100, x1: 300, y1: 260 });
  expect(closed.design.parts[id].coats[0].kind).toBe('fill');
  expect(pathArea(joinOutline(evaluatePart(closed.design, closed.design.parts[id]).outline))).toBeCloseTo(
    16_000,
    9,
  );
  const open = drawnPath(closed.design, 's', nodes, false, 'Path');
  expect(open.design.parts[open.chosen[0]].coats[0].kind).toBe('stroke');
  expect(open.design.parts[open.chosen[0]].name).not.toBe(closed.design.parts[id].name);
  expect(readDesign(structuredClone(open.design))).toBeTruthy();
});

it('lays a shift square onto the nearest eighth of a turn, or onto the axes of an angled grid', () => {
  expect(alongAxes(100, 3)).toEqual([100, 0]);
  expect(alongAxes(-1, -90)).toEqual([0, -90]);
  const [x, y] = alongAxes(70, -60);
  expect(x).toBeCloseTo(65, 9);
  expect(y).toBeCloseTo(-65, 9);
  const grid = { ...squareGrid, on: true, kind: 'angled' as const };
  const [u, v] = alongAxes(100, 50, axesOf({ grid }));
  // ISO 5456-3: isometric axes rise at 30°.
  expect(Math.atan2(v, u)).toBeCloseTo(Math.PI / 6, 9);
  expect(axesOf({ grid: { ...grid, on: false } })).toContain(45);
});
