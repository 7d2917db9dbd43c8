import type { PlaneMap } from '../bend/map';
import { alongRun, mapOverRun, placeIn, put, type Run, runOver } from '../bend/run';
import { angle, share } from '../document/fields';
import { degrees, radians } from '../geometry/vector';
import { defineBend } from './bend';
import { directionField, directionHandle, directionTo } from './run-direction';

interface Bow {
  /** Degrees that the whole length turns through; above 0 the middle rises. */
  readonly turn: number;
  /** Which line keeps its length: 0 the upper edge, 1 the lower one. */
  readonly kept: number;
  readonly direction: number;
}

/** The line that keeps its length, across the run. */
const keptLine = ({ across }: Run, { kept }: Bow): number => across * (2 * kept - 1);

/** Lines across become rays of a circle, lines along arcs about its centre. */
function bowed(run: Run, p: Bow): PlaneMap {
  const radius = (2 * run.along) / radians(p.turn);
  const line = keptLine(run, p);
  return mapOverRun(run, (s, t, out) => {
    const [cos, sin] = [Math.cos(s / radius), Math.sin(s / radius)];
    const far = radius + line - t;
    const k = far / radius;
    put(out, far * sin, line + radius - far * cos, k * cos, k * sin, -sin, cos);
  });
}

/** The shape bent to an arc. */
export const bow = defineBend<Bow>({
  kind: 'bow',
  label: 'Bow',
  about: 'Bent to an arc: lines along it become arcs, lines across it rays.',
  alsoKnown: ['arc', 'arch', 'bend', 'curve'],
  fields: [
    angle('turn', 'Turn', 'What its whole length turns through; above 0 the middle rises.', -720, 720),
    share('kept', 'Kept line', 'The line that keeps its length: 0 the upper edge, 100 the lower one.', -5, 6),
    directionField,
  ],
  defaults: { turn: 60, kept: 0.5, direction: 0 },
  map: (p, { bounds }) => {
    const run = runOver(bounds, p.direction);
    return p.turn === 0 || run.along === 0 ? null : bowed(run, p);
  },
  note: (_, p, { bounds }) => {
    const run = runOver(bounds, p.direction);
    const radius = (2 * run.along) / Math.abs(radians(p.turn));
    const inner = run.across + Math.sign(p.turn) * keptLine(run, p);
    return radius < inner - 1e-9
      ? 'Its inner edge passes the centre of the arc and folds over: turn it less, or keep another line.'
      : null;
  },
  handles(p, { bounds }) {
    const run = runOver(bounds, p.direction);
    const line = keptLine(run, p);
    const map = p.turn ? bowed(run, p) : null;
    const end = placeIn(run, run.along, line);
    return [
      {
        id: 'turn',
        sets: ['turn'],
        ...(map ? map.at(end.x, end.y) : end),
        from: placeIn(run, 0, line),
      },
      { id: 'kept', ...placeIn(run, 0, line) },
      directionHandle(run),
    ];
  },
  drag(p, handle, to, { bounds }) {
    if (handle === 'direction') return { params: directionTo(bounds, to) };
    const run = runOver(bounds, p.direction);
    const { s, t } = alongRun(run, to);
    if (handle === 'kept') return { params: { kept: run.across ? (t / run.across + 1) / 2 : 0.5 } };
    // The chord to the end of an arc that turns by a whole turn rises by a quarter of it.
    return { params: { turn: 4 * degrees(Math.atan2(t - keptLine(run, p), s)) } };
  },
});
