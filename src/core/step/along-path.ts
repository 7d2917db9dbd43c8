import { type PlaneMap, planeMap } from '../bend/map';
import { type Spine, spineOf } from '../bend/spine';
import { choice, length, lengths, share, sibling, toggle } from '../document/fields';
import type { HandleContext } from '../document/handles';
import { measureContour, nearestAlong } from '../geometry/along';
import { type Bounds, type Contour, reverseContour } from '../geometry/path';
import { defineBend } from './bend';
import { StepFault } from './definition';

interface AlongPath {
  /** Id of the sibling whose first contour it lies along, or nothing for the line kept here. */
  readonly path: string;
  /** Node and handles in turn of a line of its own; none where a part says it. */
  readonly line: readonly number[];
  readonly fit: 'stretched' | 'kept';
  /** Where its start lies along the path, 0–1. */
  readonly from: number;
  /** How far beside the path its middle line lies. */
  readonly beside: number;
  readonly reversed: boolean;
}

/** Most numbers of a line that is kept. */
const mostKept = 1000;

function lineOf(p: AlongPath, { guide }: HandleContext): Contour | null {
  const own: Contour = { xy: p.line, closed: false };
  const line = p.path ? guide?.contours.find((c) => c.xy.length >= 8) : p.line.length >= 8 ? own : null;
  return line ? (p.reversed ? reverseContour(line) : line) : null;
}

/** A spine for a contour and a width; remembered, for every step of a drag asks for the same. */
const spines = new WeakMap<object, { width: number; spine: Spine | null }>();

function spineFor(line: Contour, width: number): Spine | null {
  const known = spines.get(line.xy);
  if (known?.width === width) return known.spine;
  const spine = spineOf(line, width);
  spines.set(line.xy, { width, spine });
  return spine;
}

function laid(spine: Spine, p: AlongPath, b: Bounds): PlaneMap {
  const middle = (b.y0 + b.y1) / 2;
  const wide = b.x1 - b.x0;
  const k = p.fit === 'stretched' && wide > 0 ? ((1 - p.from) * spine.length) / wide : 1;
  const start = p.from * spine.length;
  return planeMap((x, y, out) => {
    spine.fill(start + (x - b.x0) * k, y - middle + p.beside, out);
    out[2] *= k;
    out[3] *= k;
  });
}

/** The place where it starts on a line, and the direction to the right of the line there. */
function startOf(line: Contour, from: number): { x: number; y: number; nx: number; ny: number } | null {
  const arc = measureContour(line);
  if (!(arc.length > 0)) return null;
  const { p: point, d: tangent } = arc.at(from * arc.length);
  return { ...point, nx: -tangent.y, ny: tangent.x };
}

/** How far off its middle line the upper edge lies, where the grip stands that moves it beside the path. */
const edgeOf = ({ bounds: b }: HandleContext): number => (b.y1 - b.y0) / 2;

/** The part laid along the line of another. */
export const alongPath = defineBend<AlongPath>({
  kind: 'along-path',
  label: 'Along a path',
  about: 'Laid along the line of another part, as that is without its steps.',
  alsoKnown: ['path', 'follow', 'spine', 'brush', 'ribbon'],
  fields: [
    sibling('path', 'Along', 'The part whose first line it lies along.', 'No part'),
    choice('fit', 'Length', 'How long it is along the path.', {
      stretched: 'Whole path',
      kept: 'Its own',
    }),
    share('from', 'Starts at', 'Where along the path its start lies.', 0, 0.999),
    length('beside', 'Beside', 'How far beside the path its middle lies; above 0 to the right of its way.'),
    toggle('reversed', 'Other way', 'From the end of the path to its start.'),
    {
      ...lengths('line', 'Own line', 'The line that it lies along once the part is gone.', -1e6),
      kept: true,
    },
  ],
  defaults: { path: '', line: [], fit: 'stretched', from: 0, beside: 0, reversed: false },
  guided: true,
  alone(p, context) {
    const line = context && lineOf({ ...p, reversed: false }, context);
    const kept = line && line.xy.length <= mostKept ? [...line.xy] : [];
    return { path: '', line: kept };
  },
  map(p, context) {
    const line = lineOf(p, context);
    if (!line) {
      if (p.path) throw new StepFault('The part that it is to lie along has no line.');
      return null;
    }
    const { bounds: b } = context;
    const spine = spineFor(line, Math.max(b.y1 - b.y0, 1e-3 * (b.x1 - b.x0)));
    if (!spine) throw new StepFault('The line that it is to lie along has no length.');
    return laid(spine, p, b);
  },
  note(_, p, context) {
    if (!p.path && p.line.length < 8) return 'Choose the part whose line it is to lie along.';
    const line = lineOf(p, context);
    const { bounds: b } = context;
    const spine = line && spineFor(line, Math.max(b.y1 - b.y0, 1e-3 * (b.x1 - b.x0)));
    return p.fit === 'kept' && spine && !line.closed && b.x1 - b.x0 > spine.length * (1 - p.from) + 1e-6
      ? 'It is longer than the path: its end runs on straight.'
      : null;
  },
  handles(p, context) {
    const line = lineOf(p, context);
    const start = line && startOf(line, p.from);
    if (!start) return [];
    const { x, y, nx, ny } = start;
    const off = p.beside - edgeOf(context);
    return [
      { id: 'from', sets: ['from'], x, y },
      { id: 'beside', sets: ['beside'], x: x + off * nx, y: y + off * ny, from: { x, y } },
    ];
  },
  drag(p, handle, to, context) {
    const line = lineOf(p, context);
    const start = line && startOf(line, p.from);
    if (!start) return { params: {} };
    const measure = measureContour(line);
    if (handle === 'from')
      return { params: { from: Math.min(0.999, nearestAlong(measure, to) / measure.length) } };
    const off = (to.x - start.x) * start.nx + (to.y - start.y) * start.ny;
    return { params: { beside: off + edgeOf(context) } };
  },
});
