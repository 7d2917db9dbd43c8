import {
  evaluate,
  evaluatePart,
  gridFrom,
  gridNumbers,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
  paints,
  pinNumbers,
  renderPixels,
  steps,
  withForm,
} from '@/core';
import { designOf } from '../test/core/designs';
import { takeShippedFaces } from '../test/faces';
import { median, ms, quantile, type Row, timeRuns } from './measure';

takeShippedFaces();

const twenty = 'HollinTarnObservator';

const sixty = 'Open all summer until dusk, bring a warm coat and something hot to drink by the lake';

const dragRow = (what: string, goal: string, at: (i: number) => Part): Row => {
  const runs = timeRuns(60, (i) => evaluatePart({ parts: {} }, at(i)), 10);
  return [what, `median ${ms(median(runs))}, p95 ${ms(quantile(runs, 0.95))}`, goal, '–'];
};

/** A drag step of a node of a bend grid over twenty letters. */
function gridRow(): Row {
  const { defaults, drag } = steps['bend-grid'];
  const start = { ...defaults, grid: gridNumbers(withForm(gridFrom(defaults.grid as number[]), 'ribbon')) };
  const source = makeSource('lettering', { face: 'lilita-one', text: twenty, size: 160 });
  const context = { bounds: { x0: 0, y0: -120, x1: 1700, y1: 10 }, outline: [] };
  return dragRow('a bend grid over 20 letters, a drag step', 'goal 8 ms', (i) => {
    const moved = drag?.(start, 'node-5', { x: 600 + 3 * i, y: -90 + (i % 9) }, context).params;
    return makePart(source, { id: 'a', steps: [makeStep('bend-grid', { ...start, ...moved })] });
  });
}

/** A drag step of pins over an outline of two thousand nodes. */
function pinsRow(): Row {
  const source = makeSource('lettering', {
    face: 'lilita-one',
    text: sixty,
    size: 60,
    lines: 'wrapped',
    width: 700,
  });
  return dragRow('five bend pins over 2,000 nodes, a drag step', 'goal 8 ms', (i) => {
    const at = (x: number, y: number, toX = x, toY = y) => ({
      x,
      y,
      toX,
      toY,
      turn: 0,
      scale: 1,
      radius: 0,
      turns: false,
    });
    const pins = pinNumbers([
      at(0.1, 0.1),
      at(0.9, 0.1),
      at(0.5, 0.5, 0.5 + i / 400, 0.4),
      at(0.1, 0.9),
      at(0.9, 0.9),
    ]);
    return makePart(source, { id: 'a', steps: [makeStep('bend-pins', { pins })] });
  });
}

/** Five hundred lines in waves. */
function waveRow(): Row {
  const source = makeSource('line', { x1: 0, y1: 0, x2: 1900, y2: 0 });
  const lines = makeStep('trail', { count: 500, stepX: 0, stepY: 2, unite: false });
  return dragRow('500 lines in waves of 5 periods, a drag step', 'goal 40 ms', (i) =>
    makePart(source, {
      id: 'a',
      steps: [lines, makeStep('wave', { length: 380, height: 20 + i / 10 })],
    }),
  );
}

/** Ten thousand marks along a circle. */
function scatterRow(): Row {
  const source = makeSource('ellipse', { width: 2000, height: 2000 });
  return dragRow('10,000 spots scattered along a circle', 'goal 100 ms', (i) =>
    makePart(source, {
      id: 'a',
      steps: [makeStep('brush', { art: 'dot', laid: 'scattered', spacing: 0.6283, width: 10, seed: i })],
    }),
  );
}

/** A backdrop of five bands with gradients, blurred or not, bent as painted and drawn. */
function backdropRow(): Row {
  const [wide, high] = [1920, 1080];
  const band = (i: number): Part =>
    makePart(makeSource('rectangle', { width: wide, height: 420 }), {
      id: `b${i}`,
      place: { ...origin, x: wide / 2, y: 180 * (i + 1) },
      coats: [makeCoat('fill', { paint: paints.linear.defaults, opacity: 0.7 })],
      finishes: i === 2 ? [makeFinish('blur', { softness: 40 })] : [],
    });
  const bands = Array.from({ length: 5 }, (_, i) => band(i));
  const group = makePart(
    { kind: 'group' },
    {
      id: 'g',
      children: bands.map((b) => b.id),
      finishes: [
        makeFinish('wave-painted', { length: 700, height: 60 }),
        makeFinish('twist-painted', { radius: 500, centreX: 960, centreY: 540, turn: 50 }),
      ],
    },
  );
  const runs = timeRuns(
    5,
    (i) => {
      const parts = [...bands, { ...group, place: { ...origin, x: i / 100 } }];
      const d = designOf(wide, ...parts);
      const scene = evaluate({ ...d, sheets: [{ ...d.sheets[0], height: high, parts: ['g'] }] }, 's');
      renderPixels(scene, wide);
    },
    1,
  );
  return [
    'a backdrop of 1920 × 1080 with 5 layers bent twice as painted, worked out and drawn',
    ms(median(runs)),
    'goal 300 ms',
    '–',
  ];
}

export const bendRows = (): Row[] => [gridRow(), pinsRow(), waveRow(), scatterRow(), backdropRow()];
