import { dashPath } from '../arrange/dash';
import { strokeAlignments, strokeOutline } from '../arrange/offset';
import { type Cap, capKinds, type Join, joinKinds } from '../arrange/outline';
import type { Path } from '../geometry/path';
import { choice, type Field, length, lengths, number, size } from './fields';

/** The geometry of a stroke, as coats and steps have it. */
export interface StrokeShape {
  readonly width: number;
  readonly align: (typeof strokeAlignments)[number];
  readonly join: Join;
  readonly cap: Cap;
  readonly miterLimit: number;
  readonly dashes: readonly number[];
  readonly dashOffset: number;
}

export const strokeFields: readonly Field[] = [
  size('width'),
  choice('align', strokeAlignments),
  choice('join', joinKinds),
  choice('cap', capKinds),
  number('miterLimit', 1, 100, 0.5),
  lengths('dashes'),
  length('dashOffset'),
];

/** The area that a stroke along a path covers, its dashes cut. */
export const strokeArea = (path: Path, s: StrokeShape): Path =>
  strokeOutline(path, s, s.align, s.dashes.length ? dashPath(path, s.dashes, s.dashOffset) : path);
