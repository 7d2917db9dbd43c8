import type { PlaneMap } from '../bend/map';
import { ripplePath } from '../bend/ripple';
import { alongRun, mapOverRun, placeIn, put, type Run, type RunFill, runOver } from '../bend/run';
import { type WaveForm, waveForms, waveOf } from '../bend/waveform';
import { angle, choice, length, onlyIf, share } from '../document/fields';
import type { HandleContext } from '../document/handles';
import { spend } from '../geometry/budget';
import { cubicCrossings } from '../geometry/crossings';
import { mapPaths } from '../outline/pieces';
import { defineBend, followed } from './bend';
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

/** Rises smoothly from 0 to 1 over 0–1. */
const rise = (u: number): number => (u <= 0 ? 0 : u >= 1 ? 1 : u * u * (3 - 2 * u));
const riseSlope = (u: number): number => (u <= 0 || u >= 1 ? 0 : 6 * u * (1 - u));

/** Most waves from one end to the other: each takes some pieces of every line that runs through it. */
const mostWaves = 2000;

const afford = (p: Wave) => {
  if (!(p.length > 0)) throw new StepFault('A wave must have a length: give it one above 0.');
  if (p.runs === 'across' && p.crossHeight !== 0 && !(p.crossLength > 0))
    throw new StepFault('The waves across must have a length: give them one above 0.');
};

function waved(run: Run, p: Wave): PlaneMap {
  const { height, slope, creases } = waveOf[p.form];
  const phase = p.phase / 360;
  const crossPhase = p.crossPhase / 360;
  // How far waves grow from nothing at the start, and die away at the end.
  const grows = 2 * run.along * p.grows;
  const fades = 2 * run.along * p.fades;
  const even = grows === 0 && fades === 0;
  const fill: RunFill = (s, t, out) => {
    const u = s / p.length + phase;
    // Upwards first: down the sheet is positive.
    const w = -p.height * height(u);
    let across = w;
    let rises = (-p.height * slope(u)) / p.length;
    if (!even) {
      const a = grows > 0 ? (s + run.along) / grows : 1;
      const b = fades > 0 ? (run.along - s) / fades : 1;
      const much = rise(a) * rise(b);
      const more =
        (grows > 0 ? (riseSlope(a) * rise(b)) / grows : 0) -
        (fades > 0 ? (riseSlope(b) * rise(a)) / fades : 0);
      across = much * w;
      rises = much * rises + more * w;
    }
    if (p.crossHeight === 0) {
      put(out, s, t + across, 1, rises, 0, 1);
      return;
    }
    const v = t / p.crossLength + crossPhase;
    put(
      out,
      s + p.crossHeight * height(v),
      t + across,
      1,
      rises,
      (p.crossHeight * slope(v)) / p.crossLength,
      1,
    );
  };
  const [cos, sin, , , x0, y0] = run.matrix;
  // Without waves across, what lies farther across is moved just as far.
  const alike = p.crossHeight === 0 ? { alike: { x: -sin, y: cos } } : {};
  if (!creases.length) return mapOverRun(run, fill, alike);
  return mapOverRun(run, fill, {
    ...alike,
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
  });
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
    const run = runOver(bounds, p.direction);
    const waves = Math.max((2 * run.along) / p.length, p.crossHeight ? (2 * run.across) / p.crossLength : 0);
    spend(waves, mostWaves, 'There would be', 'waves; the most is');
    return waved(run, p);
  },
  note: (_, p) =>
    p.runs === 'across' &&
    Math.abs(
      ((waveOf[p.form].steepest * p.height) / p.length) *
        ((waveOf[p.form].steepest * p.crossHeight) / p.crossLength),
    ) > 1
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
    const { tolerance, tally } = followed(context);
    const ripple = { ...p, phase: p.phase / 360 };
    return mapPaths(outline, (path) => ripplePath(path, ripple, tolerance, tally));
  },
};
