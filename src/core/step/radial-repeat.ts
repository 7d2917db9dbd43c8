import { angle, count, length, toggle } from '../document/fields';
import { type Matrix, multiply, rotation, translation } from '../geometry/matrix';
import { degrees } from '../geometry/vector';
import { copyOutline } from './copies';
import { defineStep } from './definition';

interface RadialRepeat {
  centreX: number;
  centreY: number;
  count: number;
  sweep: number;
  turnCopies: boolean;
  unite: boolean;
}

/** Angle between copies: a full sweep leaves no copy on top of the first. */
export function copyAngle(p: { count: number; sweep: number }): number {
  if (p.count <= 1) return 0;
  return Math.abs(p.sweep) % 360 === 0 ? p.sweep / p.count : p.sweep / (p.count - 1);
}

function copies(p: RadialRepeat): Matrix[] {
  const between = copyAngle(p);
  return Array.from({ length: p.count }, (_, i) => {
    const turn = rotation(i * between, p.centreX, p.centreY);
    if (p.turnCopies) return turn;
    // Upright copies only travel: the part's own origin goes round, the shape keeps its turn.
    return translation(turn[4], turn[5]);
  });
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
  ],
  defaults: { centreX: 0, centreY: 200, count: 12, sweep: 360, turnCopies: true, unite: false },
  copies,
  apply: (outline, p) => copyOutline(outline, copies(p), p.unite),
  suited: (bounds) => ({ centreX: 0, centreY: bounds.y1 + (bounds.y1 - bounds.y0) }),
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
