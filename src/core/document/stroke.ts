import { dashPath } from '../arrange/dash';
import { type StrokeAlignment, strokeOutline } from '../arrange/offset';
import type { Cap, Join } from '../arrange/outline';
import type { Path } from '../geometry/path';
import { choice, type Field, length, lengths, number, size } from './fields';

/** The geometry of a stroke, as coats and steps have it. */
export interface StrokeShape {
  readonly width: number;
  readonly align: StrokeAlignment;
  readonly join: Join;
  readonly cap: Cap;
  readonly miterLimit: number;
  readonly dashes: readonly number[];
  readonly dashOffset: number;
}

const joins = { miter: 'Miter', round: 'Round', bevel: 'Bevel' } as const satisfies Record<Join, string>;

/** How corners of an outline are made. */
export const joinField: Field = choice('join', 'Join', 'How its corners are made.', joins);

/** How far mitred corners may stick out. */
export const miterField: Field = number(
  'miterLimit',
  'Miter limit',
  'Longest point of a mitred corner, as a multiple of half its thickness.',
  1,
  100,
  0.5,
);

export const strokeFields: readonly Field[] = [
  size('width', 'Width', 'Of the stroke.'),
  choice('align', 'Lies', 'On which side of the outline.', {
    centre: 'Centre',
    inside: 'Inside',
    outside: 'Outside',
  }),
  joinField,
  choice('cap', 'Cap', 'How its ends are made.', { butt: 'Butt', round: 'Round', square: 'Square' }),
  miterField,
  lengths('dashes', 'Dashes', 'Lengths of dashes and gaps, in turn; none for a whole line.'),
  length('dashOffset', 'Dash offset', 'Where in the dashes the line begins.'),
];

/** Returns the area that a stroke along a path covers, its dashes cut; those of no length are dots where caps show them. */
export function strokeArea(path: Path, s: StrokeShape): Path {
  const dashed = s.dashes.length ? dashPath(path, s.dashes, s.dashOffset, s.cap !== 'butt') : path;
  return strokeOutline(path, s, s.align, dashed);
}
