import { type Design, evaluate, makePart, makeSource, makeStep, origin } from '@/core';
import { blendPaths } from '@/core/blend/match';
import { applyGesture } from '@/core/edit';
import { designOf, solid } from '../test/core/designs';
import { numbers, regular } from '../test/core/shapes';
import { median, ms, quantile, type Row, timeRuns } from './measure';

const fill = () => solid('#9a6b1f');

/** One move of a part among a thousand others, snapping to all that there is. */
function snapRow(): Row {
  const next = numbers(3);
  const parts = Array.from({ length: 1001 }, (_, i) =>
    makePart(makeSource(i % 2 ? 'ellipse' : 'star'), {
      id: `p${i}`,
      name: `Part ${i}`,
      coats: [fill()],
      place: { ...origin, x: next() * 4000, y: next() * 4000, scaleX: 0.2, scaleY: 0.2 },
    }),
  );
  const d = designOf(4000, ...parts);
  const move = (i: number, reach: number) =>
    applyGesture(d, 's', { type: 'move', ids: ['p500'], dx: i * 1.7, dy: i * 0.9, straight: false }, reach);
  const runs = timeRuns(200, (i) => move(i, 7), 3);
  const free = timeRuns(200, (i) => move(i, 0), 3);
  const query = runs.map((v) => Math.max(0, v - median(free)));
  return [
    'snap query among 1,000 parts',
    `median ${ms(median(query))}, p95 ${ms(quantile(query, 0.95))}`,
    'goal 2 ms',
    '–',
  ];
}

function blendRow(): Row {
  const [a, b] = [regular(100, 0, 0, 100), regular(100, 900, 200, 60, 0.4)];
  const runs = timeRuns(10, () => {
    const between = blendPaths(a, b);
    for (let i = 1; i <= 50; i++) between(i / 51);
  });
  return ['blend of 2 × 100 nodes, 50 steps', ms(median(runs)), '–', '–'];
}

/** A ring of 60 petals united, worked out anew at every step of a drag of the petal. */
function ringRow(): Row {
  const ring = makeStep('radial-repeat', { count: 60, centreX: 0, centreY: 700, unite: true });
  const petal = (width: number): Design =>
    designOf(
      4000,
      makePart(makeSource('ellipse', { width, height: 420 }), {
        id: 'petal',
        coats: [fill()],
        steps: [ring],
        place: { ...origin, x: 2000, y: 1300 },
      }),
    );
  const runs = timeRuns(30, (i) => evaluate(petal(120 + i * 0.3), 's'), 40);
  return [
    'ring of 60 petals united, one drag step',
    `median ${ms(median(runs))}, p95 ${ms(quantile(runs, 0.95))}`,
    'goal 33 ms',
    '–',
  ];
}

export const constructRows = (): Row[] => [snapRow(), blendRow(), ringRow()];
