import type { PlaneMap } from '../bend/map';
import { ripplePath } from '../bend/ripple';
import { alongRun, mapOverRun, placeIn, type Run, runOver } from '../bend/run';
import { type WaveForm, waveForms, waveOf } from '../bend/waveform';
import { angle, choice, length, onlyIf, share } from '../document/fields';
import type { HandleContext } from '../document/handles';
import { cubicCrossings } from '../geometry/crossings';
import { mapPaths } from '../outline/pieces';
import { bendOf, defineBend } from './bend';
import { StepFault } from './definition';
import { directionField, directionHandle, directionTo } from './run-direction';

interface Wave {
  readonly runs: 'across' | 'outline';
  readonly form: WaveForm;
  readonly length: number;
  readonly height: number;
  /** Degrees of a wave. */
  readonly phase: number;
  readonly direction: number;
  /** Share of the length over which waves grow from nothing at the start, and die away at the end. */
  readonly grows: number;
  readonly fades: number;
  /** Height of waves that run across these. */
  readonly crossHeight: number;
  readonly crossLength: number;
  readonly crossPhase: number;
}

const across = { name: 'runs', is: 'across' } as const;
const shownAcross = onlyIf.bind(null, across.name, across.is);

/** Rises smoothly from 0 to 1 over 0–1; with its slope. */
function rise(u: number): readonly [number, number] {
  if (u <= 0) return [0, 0];
  return u >= 1 ? [1, 0] : [u * u * (3 - 2 * u), 6 * u * (1 - u)];
}

/** How much of the waves there is along a run, and how that changes. */
function envelope({ along }: Run, { grows, fades }: Wave): (s: number) => readonly [number, number] {
  const [a, b] = [2 * along * grows, 2 * along * fades];
  return (s) => {
    const [r, dr] = a > 0 ? rise((s + along) / a) : [1, 0];
    const [f, df] = b > 0 ? rise((along - s) / b) : [1, 0];
    return [r * f, (a > 0 ? (dr / a) * f : 0) - (b > 0 ? (df / b) * r : 0)];
  };
}

/** Greatest slope of a wave of height 1 and length 1. */
const steepest: Readonly<Record<WaveForm, number>> = { sine: 2 * Math.PI, full: 16, points: 4 };

const afford = (p: Wave) => {
  if (!(p.length > 0)) throw new StepFault('A wave must have a length: give it one above 0.');
  if (p.runs === 'across' && p.crossHeight !== 0 && !(p.crossLength > 0))
    throw new StepFault('The waves across must have a length: give them one above 0.');
};

function waved(run: Run, p: Wave): PlaneMap {
  const { at, creases } = waveOf[p.form];
  const much = envelope(run, p);
  const [phase, crossPhase] = [p.phase / 360, p.crossPhase / 360];
  const map = mapOverRun(run, (s, t) => {
    const [env, slope] = much(s);
    const [w, dw] = at(s / p.length + phase);
    const [c, dc] = p.crossHeight ? at(t / p.crossLength + crossPhase) : [0, 0];
    return [
      s + p.crossHeight * c,
      // Upwards first: down the sheet is positive.
      t - p.height * env * w,
      1,
      -p.height * (env * (dw / p.length) + slope * w),
      p.crossHeight ? (p.crossHeight * dc) / p.crossLength : 0,
      1,
    ];
  });
  if (!creases.length) return map;
  const [cos, sin, , , x0, y0] = run.matrix;
  return {
    ...map,
    creases: (cubic) =>
      creases.flatMap((c) => [
        ...(p.height
          ? cubicCrossings(cubic, { x: cos, y: sin }, p.length * (c - phase) + cos * x0 + sin * y0, p.length)
          : []),
        ...(p.crossHeight
          ? cubicCrossings(
              cubic,
              { x: -sin, y: cos },
              p.crossLength * (c - crossPhase) + cos * y0 - sin * x0,
              p.crossLength,
            )
          : []),
      ]),
  };
}

/** The place along a run where a wave begins that is near its middle. */
const begins = (p: Wave): number => -((((p.phase / 360) % 1) + 1) % 1) * p.length;

const flat = defineBend<Wave>({
  kind: 'wave',
  label: 'Wave',
  about: 'In waves across a direction, or along its own outline.',
  alsoKnown: ['ripple', 'sine', 'undulate', 'zigzag'],
  fields: [
    choice('runs', 'Runs', 'What the waves run along.', {
      across: 'In a direction',
      outline: 'Along the outline',
    }),
    choice('form', 'Form', 'What a wave looks like.', waveForms),
    length('length', 'Wave length', 'From crest to crest; along an outline as near as whole waves fit.', 0),
    length('height', 'Height', 'From the middle to a crest.'),
    angle('phase', 'Phase', 'Where in a wave it begins; along an outline only where that has no corner.'),
    shownAcross(directionField),
    shownAcross(share('grows', 'Grows over', 'Share of the length over which waves grow from nothing.')),
    shownAcross(share('fades', 'Dies away over', 'Share of the length over which they die away.')),
    shownAcross(length('crossHeight', 'Cross height', 'Of waves that run across these; 0 for none.')),
    shownAcross(length('crossLength', 'Cross length', 'Of waves that run across these.', 0)),
    shownAcross(angle('crossPhase', 'Cross phase', 'Where in a wave those begin.')),
  ],
  defaults: {
    runs: 'across',
    form: 'sine',
    length: 120,
    height: 20,
    phase: 0,
    direction: 0,
    grows: 0,
    fades: 0,
    crossHeight: 0,
    crossLength: 120,
    crossPhase: 0,
  },
  map(p, { bounds }) {
    afford(p);
    if (p.runs === 'outline' || (p.height === 0 && p.crossHeight === 0)) return null;
    return waved(runOver(bounds, p.direction), p);
  },
  note: (_, p) =>
    p.runs === 'across' &&
    Math.abs((steepest[p.form] * p.height) / p.length) *
      Math.abs((steepest[p.form] * p.crossHeight) / p.crossLength) >
      1
      ? 'Both waves are so steep that they fold over each other: lower one, or make it longer.'
      : null,
  suited(b) {
    const size = Math.max(b.x1 - b.x0, b.y1 - b.y0);
    const long = Math.max(1, Math.round(size / 3));
    return { length: long, crossLength: long, height: Math.max(1, Math.round(size / 24)) };
  },
  handles(p, { bounds }) {
    if (p.runs === 'outline') return [];
    const run = runOver(bounds, p.direction);
    const s = begins(p);
    return [
      { id: 'length', sets: ['length'], ...placeIn(run, s + p.length, 0), from: placeIn(run, s, 0) },
      {
        id: 'height',
        sets: ['height'],
        ...placeIn(run, s + p.length / 4, -p.height),
        from: placeIn(run, s + p.length / 4, 0),
      },
      { id: 'phase', sets: ['phase'], ...placeIn(run, s, 0) },
      directionHandle(run),
      ...(p.crossHeight
        ? [
            {
              id: 'cross',
              sets: ['crossHeight'],
              ...placeIn(run, p.crossHeight, p.crossLength / 4),
              from: placeIn(run, 0, p.crossLength / 4),
              small: true,
            },
          ]
        : []),
    ];
  },
  drag(p, handle, to, { bounds }) {
    if (handle === 'direction') return { params: directionTo(bounds, to) };
    const { s, t } = alongRun(runOver(bounds, p.direction), to);
    switch (handle) {
      case 'length':
        return { params: { length: Math.max(0, s - begins(p)) } };
      case 'height':
        return { params: { height: -t } };
      case 'cross':
        return { params: { crossHeight: s } };
      default:
        return { params: { phase: p.length > 0 ? ((-s / p.length) % 1) * 360 : 0 } };
    }
  },
});

/** In waves: as a map across a direction, or along the outline itself. */
export const wave: typeof flat = {
  ...flat,
  apply(outline, p, context: HandleContext) {
    if (p.runs !== 'outline') return flat.apply(outline, p, context);
    afford(p);
    if (p.height === 0) return outline;
    const { tolerance, tally } = bendOf({ at: (x, y) => ({ x, y }) }, context);
    const ripple = { ...p, phase: p.phase / 360 };
    return mapPaths(outline, (path) => ripplePath(path, ripple, tolerance, tally));
  },
};
