import {
  angle,
  choice,
  count,
  later,
  length,
  lengths,
  number,
  onlyIf,
  place,
  share,
  sibling,
  toggle,
} from '../document/fields';
import type { HandleContext } from '../document/handles';
import { type Matrix, multiply, rotation, scaling, translation } from '../geometry/matrix';
import { boundsMiddle } from '../geometry/path';
import { degrees, type Point, radians } from '../geometry/vector';
import { type Copy, copyOutline } from './copies';
import { defineStep, StepFault } from './definition';

interface RadialRepeat {
  centreX: number;
  centreY: number;
  /** Id of the sibling whose middle is the centre, or nothing for the numbers. */
  centreOn: string;
  count: number;
  spacing: 'sweep' | 'between';
  sweep: number;
  between: number;
  turnCopies: boolean;
  unite: boolean;
  mirrorSecond: boolean;
  /** Scale and turn (degrees) of each copy against the one before, about its own middle. */
  stepScale: number;
  stepTurn: number;
  /** How much of each copy shows against the one before, 0–1. */
  stepOpacity: number;
  /** Numbers of copies that are not there, the first being 1. */
  leaveOut: readonly number[];
}

/** Angle between copies: a full sweep leaves no copy on top of the first. */
export function copyAngle(p: Pick<RadialRepeat, 'count' | 'spacing' | 'sweep' | 'between'>): number {
  if (p.count <= 1) return 0;
  if (p.spacing === 'between') return p.between;
  return Math.abs(p.sweep) % 360 === 0 ? p.sweep / p.count : p.sweep / (p.count - 1);
}

const centreOf = (p: RadialRepeat, { centre }: HandleContext): Point =>
  centre ?? { x: p.centreX, y: p.centreY };

const middleOf = ({ bounds: b }: HandleContext): Point => boundsMiddle(b);

/** What copy number `i` (from 0) is turned into on the spot, before it goes round. */
function inPlace(p: RadialRepeat, i: number, { x, y }: Point, centre: Point): Matrix {
  const out = degrees(Math.atan2(y - centre.y, x - centre.x));
  let m = multiply(rotation(i * p.stepTurn), scaling(p.stepScale ** i));
  // Mirrored about the line from the ring's centre.
  if (p.mirrorSecond && i % 2)
    m = multiply(m, multiply(multiply(rotation(out), scaling(1, -1)), rotation(-out)));
  return multiply(multiply(translation(x, y), m), translation(-x, -y));
}

/** Where all copies stand, those left out too. */
function places(p: RadialRepeat, context: HandleContext): Matrix[] {
  const between = copyAngle(p);
  const plain = !p.mirrorSecond && p.stepScale === 1 && p.stepTurn === 0;
  const middle = middleOf(context);
  const centre = centreOf(p, context);
  return Array.from({ length: p.count }, (_, i) => {
    const turn = rotation(i * between, centre.x, centre.y);
    if (p.turnCopies) return plain ? turn : multiply(turn, inPlace(p, i, middle, centre));
    // Upright copies only travel: their middle goes round, the shape keeps its turn.
    const at = { x: middle.x - centre.x, y: middle.y - centre.y };
    const a = radians(i * between);
    const round = translation(
      centre.x + at.x * Math.cos(a) - at.y * Math.sin(a) - middle.x,
      centre.y + at.x * Math.sin(a) + at.y * Math.cos(a) - middle.y,
    );
    return plain ? round : multiply(round, inPlace(p, i, middle, centre));
  });
}

function copies(p: RadialRepeat, context: HandleContext): Copy[] {
  const gone = new Set(p.leaveOut);
  const all = places(p, context)
    .map((matrix, i): Copy => ({ matrix, opacity: p.stepOpacity ** i }))
    .filter((_, i) => !gone.has(i + 1));
  if (!all.length) throw new StepFault('All copies are left out.');
  if (!all.every(({ matrix }) => matrix.every((v) => Math.abs(v) < 1e9)))
    throw new StepFault('The copies grow beyond all bounds.');
  return all;
}

/** Copies whose dots can be pressed on the sheet one by one. */
const mostDots = 120;

/** The number of the copy a handle stands at, the first being 1; 0 for none. */
function copyOfHandle(handle: string): number {
  if (handle === 'radius') return 1;
  if (handle === 'next') return 2;
  return handle.startsWith('copy-') ? Number(handle.slice(5)) : 0;
}

/** A shift of the part under which the ring's centre stays on the sheet. */
const movedOut = (p: RadialRepeat, context: HandleContext, shift: Point) => {
  const centre = centreOf(p, context);
  return { params: { centreX: centre.x - shift.x, centreY: centre.y - shift.y }, shift };
};

/** Copies evenly round a centre, which lies in the part's own coordinates or on a sibling. */
export const radialRepeat = defineStep<RadialRepeat>({
  kind: 'radial-repeat',
  label: 'Radial repeat',
  about: 'Copies round a centre.',
  alsoKnown: ['rotate copies', 'circular array', 'mandala'],
  fields: [
    later(
      sibling(
        'centreOn',
        'Centred on',
        'The part whose middle the copies stand round, in place of the point.',
      ),
      '',
    ),
    ...place('centreX', 'centreY', 'Centre', 'The point that copies go round.').map((f) =>
      onlyIf('centreOn', '', f),
    ),
    count('count', 'Copies', 'How many there are, the first included.', 1, 1000),
    later(
      choice('spacing', 'Given by', 'Whether the whole sweep is given or the angle from copy to copy.', {
        sweep: 'Sweep',
        between: 'Between',
      }),
      'sweep',
    ),
    onlyIf('spacing', 'sweep', angle('sweep', 'Sweep', 'Over which the copies are spread.', -360, 360)),
    onlyIf(
      'spacing',
      'between',
      later(angle('between', 'Angle between', 'From copy to copy.', -360, 360), 30),
    ),
    toggle('turnCopies', 'Turn copies', 'Whether copies turn as they go round.'),
    toggle('unite', 'Unite copies', 'One outline of all copies.'),
    later(
      toggle('mirrorSecond', 'Mirror every second', 'Every second copy is mirrored along its radius.'),
      false,
    ),
    later(
      number('stepScale', 'Scale each by', 'Size of each copy against the one before.', 0.01, 100, 0.01),
      1,
    ),
    later(
      angle(
        'stepTurn',
        'Turn each by',
        'Of each copy about its own middle, against the one before.',
        -360,
        360,
      ),
      0,
    ),
    later(
      share('stepOpacity', 'Opacity each by', 'Share of each copy that shows, against the one before.'),
      1,
    ),
    later(
      lengths('leaveOut', 'Leave out copies', 'Numbers of copies that are left out, the first being 1.'),
      [],
    ),
  ],
  defaults: {
    centreOn: '',
    centreX: 0,
    centreY: 200,
    count: 12,
    spacing: 'sweep',
    sweep: 360,
    between: 30,
    turnCopies: true,
    unite: false,
    mirrorSecond: false,
    stepScale: 1,
    stepTurn: 0,
    stepOpacity: 1,
    leaveOut: [],
  },
  alone: (_, context) => ({
    ...(context?.centre ? { centreX: context.centre.x, centreY: context.centre.y } : {}),
    centreOn: '',
  }),
  copies,
  apply: (outline, p, context) => copyOutline(outline, copies(p, context), p.unite),
  suited(b, { centres: [centre] }) {
    const foot = { x: (b.x0 + b.x1) / 2, y: b.y1 };
    return { centreX: (centre ?? foot).x, centreY: (centre ?? foot).y };
  },
  // Copies all the way round stand about their centre, whatever their bounds.
  anchor: (p, context) => (p.spacing === 'sweep' && Math.abs(p.sweep) === 360 ? centreOf(p, context) : null),
  placed: {
    fields: [
      length('ringRadius', 'Radius of the ring', 'From the centre to the middle of the first copy.', 0),
      angle('firstAngle', 'First angle', 'Where the first copy stands, clockwise from the top.', -360, 360),
    ],
    read(p, context) {
      const [m, c] = [middleOf(context), centreOf(p, context)];
      const firstAngle = degrees(Math.atan2(m.x - c.x, c.y - m.y));
      return { ringRadius: Math.hypot(m.x - c.x, m.y - c.y), firstAngle };
    },
    write(p, name, value, context) {
      const [m, c] = [middleOf(context), centreOf(p, context)];
      const now = Math.atan2(m.x - c.x, c.y - m.y);
      if (name === 'ringRadius') {
        const grow = value - Math.hypot(m.x - c.x, m.y - c.y);
        return movedOut(p, context, { x: grow * Math.sin(now), y: -grow * Math.cos(now) });
      }
      const angle = value - degrees(now);
      if (p.turnCopies) return { params: {}, turn: { ...c, angle } };
      const [to, r] = [radians(value), Math.hypot(m.x - c.x, m.y - c.y)];
      return movedOut(p, context, { x: c.x + r * Math.sin(to) - m.x, y: c.y - r * Math.cos(to) - m.y });
    },
  },
  press(p, handle) {
    const n = copyOfHandle(handle);
    if (!n || n > p.count) return null;
    const gone = new Set(p.leaveOut);
    if (!gone.delete(n)) gone.add(n);
    return { leaveOut: [...gone].sort((a, b) => a - b) };
  },
  handles(p, context) {
    const middle = middleOf(context);
    const centre = centreOf(p, context);
    const dots = p.count <= mostDots ? places(p, context) : [];
    const at = (m: Matrix) => ({
      x: m[0] * middle.x + m[2] * middle.y + m[4],
      y: m[1] * middle.x + m[3] * middle.y + m[5],
    });
    const next = multiply(rotation(copyAngle(p), centre.x, centre.y), translation(middle.x, middle.y));
    return [
      ...dots.slice(2).map((m, i) => ({ id: `copy-${i + 3}`, ...at(m), small: true })),
      {
        id: 'centre',
        sets: ['centreX', 'centreY'],
        ...centre,
        circle: { ...centre, r: Math.hypot(middle.x - centre.x, middle.y - centre.y) },
      },
      { id: 'radius', ...middle, from: centre },
      {
        id: 'next',
        sets: p.spacing === 'between' ? ['between'] : ['count'],
        x: next[4],
        y: next[5],
        from: centre,
      },
    ];
  },
  drag(p, handle, to, context) {
    if (handle === 'centre') return { params: { centreX: to.x, centreY: to.y, centreOn: '' } };
    const { x, y } = middleOf(context);
    const centre = centreOf(p, context);
    const a = Math.atan2(y - centre.y, x - centre.x);
    if (handle === 'radius') {
      const grow = (to.x - x) * Math.cos(a) + (to.y - y) * Math.sin(a);
      return movedOut(p, context, { x: grow * Math.cos(a), y: grow * Math.sin(a) });
    }
    if (handle !== 'next') return { params: {} };
    let between = degrees(Math.atan2(to.y - centre.y, to.x - centre.x) - a);
    between = ((between % 360) + 360) % 360;
    if (p.spacing === 'between') return { params: { between: Number(between.toFixed(1)) } };
    if (between < 0.36) return { params: {} };
    const whole = Math.abs(p.sweep) % 360 === 0;
    const n = Math.round(whole ? 360 / between : Math.abs(p.sweep) / between + 1);
    return { params: { count: Math.min(1000, Math.max(1, n)) } };
  },
});
