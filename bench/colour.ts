import {
  type Coat,
  evaluate,
  formatHex,
  makeCoat,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Paint,
  type Part,
  paints,
  renderPixels,
} from '@/core';
import { evenMesh } from '@/core/coat/paint/mesh';
import { applyGesture } from '@/core/edit';
import { designOf } from '../test/core/designs';
import { numbers } from '../test/core/shapes';
import { median, ms, quantile, type Row, timeRuns } from './measure';

const size = 2000;

const square = (coats: readonly Coat[], values: Partial<Part> = {}): Part =>
  makePart(makeSource('rectangle', { width: size, height: size }), {
    id: 'square',
    name: 'Square',
    coats,
    place: { ...origin, x: size / 2, y: size / 2 },
    ...values,
  });

const fill = (paint: Paint, values: Partial<Coat> = {}): Coat =>
  ({ ...makeCoat('fill', { paint }), ...values }) as Coat;

/** A mesh of 30 × 30 patches of random colours: drawn large, and one of its nodes dragged. */
function meshRows(): Row[] {
  const next = numbers(5);
  const mesh = evenMesh(30, 30, () => formatHex([next(), next(), next(), 1]));
  const design = designOf(size, square([{ ...fill(mesh), id: 'coat' }]));
  const scene = evaluate(design, 's');
  const drawn = timeRuns(2, () => renderPixels(scene, 4096), 1);
  const card = { list: 'coats', id: 'coat' } as const;
  const dragged = timeRuns(
    40,
    (i) => {
      const to = { x: 1000 + i, y: 1000 + 0.5 * i };
      const g = { type: 'handle', id: 'square', card, handle: 'node-480', to } as const;
      evaluate(applyGesture(design, 's', g, 0).design, 's');
    },
    10,
  );
  return [
    ['gradient mesh of 30 × 30 patches, 4096²', ms(median(drawn)), '–', '–'],
    [
      'gradient mesh of 30 × 30, one drag step of a node',
      `median ${ms(median(dragged))}, p95 ${ms(quantile(dragged, 0.95))}`,
      'goal 8 ms',
      '–',
    ],
  ];
}

/** Twenty coats, each offset by steps of its own, of a star that is being resized. */
function coatsRow(): Row {
  const coats = Array.from({ length: 20 }, (_, k) =>
    fill(
      { kind: 'solid', colour: k % 2 ? '#9a6b1f' : '#f3d9a0' },
      {
        steps: [makeStep('offset', { distance: 200 - 12 * k })],
      },
    ),
  );
  const star = (radius: number) =>
    designOf(
      size,
      makePart(makeSource('star', { radius, inner: 0.6, points: 12 }), { id: 'star', name: 'Star', coats }),
    );
  const runs = timeRuns(20, (i) => evaluate(star(600 + i), 's'), 10);
  return [
    '20 coats with an offset each, one drag step of their part',
    `median ${ms(median(runs))}, p95 ${ms(quantile(runs, 0.95))}`,
    'goal 33 ms',
    '–',
  ];
}

/** About ten thousand tiles, worked out and drawn. */
function patternRow(): Row {
  const tile = makePart(makeSource('star', { radius: 9, inner: 0.5, points: 5 }), {
    id: 'tile',
    name: 'Tile',
    hidden: true,
    coats: [fill({ kind: 'solid', colour: '#f3d9a0' })],
  });
  const pattern = (turn: number): Paint => ({
    ...paints.pattern.defaults,
    tile: 'tile',
    spacingX: 2,
    spacingY: 2,
    turn,
  });
  const design = (turn: number) => designOf(size, square([fill(pattern(turn))]), tile);
  const worked = timeRuns(10, (i) => evaluate(design(i), 's'), 3);
  const scene = evaluate(design(7), 's');
  const drawn = timeRuns(3, () => renderPixels(scene, 2048), 1);
  return [
    'pattern of 10,000 tiles, worked out and drawn at 2048²',
    `${ms(median(worked))} and ${ms(median(drawn))}`,
    '–',
    '–',
  ];
}

export const colourRows = (): Row[] => [...meshRows(), coatsRow(), patternRow()];
