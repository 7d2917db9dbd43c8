import { angle, count, later, length, lengths, number, toggle } from '../document/fields';
import { type Matrix, multiply, rotation, scaling, translation } from '../geometry/matrix';
import type { Bounds } from '../geometry/path';
import { degrees, type Point } from '../geometry/vector';
import { copyOutline } from './copies';
import { defineStep, StepFault } from './definition';

interface RadialRepeat {
  centreX: number;
  centreY: number;
  count: number;
  sweep: number;
  turnCopies: boolean;
  unite: boolean;
  mirrorSecond: boolean;
  /** Scale and turn (degrees) of each copy against the one before, about its own middle. */
  stepScale: number;
  stepTurn: number;
  /** Numbers of copies that are not there, the first being 1. */
  leaveOut: readonly number[];
}

/** Angle between copies: a full sweep leaves no copy on top of the first. */
export function copyAngle(p: { count: number; sweep: number }): number {
  if (p.count <= 1) return 0;
  return Math.abs(p.sweep) % 360 === 0 ? p.sweep / p.count : p.sweep / (p.count - 1);
}

/** What copy number `i` (from 0) is turned into on the spot, before it goes round. */
function inPlace(p: RadialRepeat, i: number, { x, y }: Point): Matrix {
  const out = degrees(Math.atan2(y - p.centreY, x - p.centreX));
  let m = multiply(rotation(i * p.stepTurn), scaling(p.stepScale ** i));
  // Mirrored about the line from the ring's centre.
  if (p.mirrorSecond && i % 2)
    m = multiply(m, multiply(multiply(rotation(out), scaling(1, -1)), rotation(-out)));
  return multiply(multiply(translation(x, y), m), translation(-x, -y));
}

function copies(p: RadialRepeat, { x0, y0, x1, y1 }: Bounds): Matrix[] {
  const between = copyAngle(p);
  const plain = !p.mirrorSecond && p.stepScale === 1 && p.stepTurn === 0;
  const middle = { x: (x0 + x1) / 2, y: (y0 + y1) / 2 };
  const gone = new Set(p.leaveOut);
  const all = Array.from({ length: p.count }, (_, i) => {
    const turn = rotation(i * between, p.centreX, p.centreY);
    // Upright copies only travel: the part's own origin goes round, the shape keeps its turn.
    const round = p.turnCopies ? turn : translation(turn[4], turn[5]);
    return plain ? round : multiply(round, inPlace(p, i, middle));
  }).filter((_, i) => !gone.has(i + 1));
  if (!all.length) throw new StepFault('All copies are left out.');
  if (!all.every((m) => m.every((v) => Math.abs(v) < 1e9)))
    throw new StepFault('The copies grow beyond all bounds.');
  return all;
}

/** Copies evenly round a centre, which lies in the part's own coordinates. */
export const radialRepeat = defineStep<RadialRepeat>({
  kind: 'radial-repeat',
  fields: [
    length('centreX'),
    length('centreY'),
    count('count', 1, 1000),
    angle('sweep', -360, 360),
    toggle('turnCopies'),
    toggle('unite'),
    later(toggle('mirrorSecond'), false),
    later(number('stepScale', 0.01, 100, 0.01), 1),
    later(angle('stepTurn', -360, 360), 0),
    later(lengths('leaveOut'), []),
  ],
  defaults: {
    centreX: 0,
    centreY: 200,
    count: 12,
    sweep: 360,
    turnCopies: true,
    unite: false,
    mirrorSecond: false,
    stepScale: 1,
    stepTurn: 0,
    leaveOut: [],
  },
  copies: (p, { bounds }) => copies(p, bounds),
  apply: (outline, p, { bounds }) => copyOutline(outline, copies(p, bounds), p.unite),
  suited: (b) => ({ centreX: (b.x0 + b.x1) / 2, centreY: b.y1 + (b.y1 - b.y0) }),
  handles(p, { bounds }) {
    const x = (bounds.x0 + bounds.x1) / 2;
    const y = (bounds.y0 + bounds.y1) / 2;
    const r = Math.hypot(x - p.centreX, y - p.centreY);
    const next = multiply(rotation(copyAngle(p), p.centreX, p.centreY), translation(x, y));
    return [
      {
        id: 'centre',
        sets: ['centreX', 'centreY'],
        x: p.centreX,
        y: p.centreY,
        circle: { x: p.centreX, y: p.centreY, r },
      },
      { id: 'radius', x, y, from: { x: p.centreX, y: p.centreY } },
      { id: 'next', sets: ['count'], x: next[4], y: next[5], from: { x: p.centreX, y: p.centreY } },
    ];
  },
  drag(p, handle, to, { bounds }) {
    if (handle === 'centre') return { params: { centreX: to.x, centreY: to.y } };
    const x = (bounds.x0 + bounds.x1) / 2;
    const y = (bounds.y0 + bounds.y1) / 2;
    const a = Math.atan2(y - p.centreY, x - p.centreX);
    if (handle === 'radius') {
      // The ring's centre stays on the sheet: the part moves out and its centre parameter back.
      const grow = (to.x - x) * Math.cos(a) + (to.y - y) * Math.sin(a);
      const shift = { x: grow * Math.cos(a), y: grow * Math.sin(a) };
      return { params: { centreX: p.centreX - shift.x, centreY: p.centreY - shift.y }, shift };
    }
    let between = degrees(Math.atan2(to.y - p.centreY, to.x - p.centreX) - a);
    between = ((between % 360) + 360) % 360;
    if (between < 0.36) return { params: {} };
    const whole = Math.abs(p.sweep) % 360 === 0;
    const n = Math.round(whole ? 360 / between : Math.abs(p.sweep) / between + 1);
    return { params: { count: Math.min(1000, Math.max(1, n)) } };
  },
});
