import { applyTo, type Bounds, type Matrix } from '@/core';
import { numeral } from './svg-sheet';

/** Numbers that follow each command of a path as pdf.js writes it: move, line, cubic, quadratic, close. */
const lengths = [2, 2, 6, 4, 0] as const;
const letters = 'MLCQZ';

/** A path in sheet coordinates. */
export interface Outline {
  /** As SVG writes it. */
  readonly d: string;
  /** Where its nodes and handles lie; null for an empty one. */
  readonly box: Bounds | null;
  /** Whether it is one upright rectangle. */
  readonly upright: boolean;
  /** Where it is drawn in coordinates of its own, since a pen that is stretched draws it: the path there, and their map to the sheet. */
  readonly own?: { readonly d: string; readonly matrix: Matrix };
}

/** Returns the smallest box around points; null for none. */
export function boxOf(xs: readonly number[], ys: readonly number[]): Bounds | null {
  if (!xs.length) return null;
  const box = { x0: xs[0], y0: ys[0], x1: xs[0], y1: ys[0] };
  for (let i = 1; i < xs.length; i++) {
    box.x0 = Math.min(box.x0, xs[i]);
    box.x1 = Math.max(box.x1, xs[i]);
    box.y0 = Math.min(box.y0, ys[i]);
    box.y1 = Math.max(box.y1, ys[i]);
  }
  return box;
}

/** Whether points are the corners of an upright rectangle, one after another. */
function isUpright(xs: readonly number[], ys: readonly number[]): boolean {
  const last = xs.length - 1;
  const n = last === 4 && xs[4] === xs[0] && ys[4] === ys[0] ? 4 : xs.length;
  if (n !== 4) return false;
  const across = (i: number) => Math.abs(ys[i] - ys[(i + 1) % 4]) < 1e-6;
  const down = (i: number) => Math.abs(xs[i] - xs[(i + 1) % 4]) < 1e-6;
  return (across(0) && down(1) && across(2) && down(3)) || (down(0) && across(1) && down(2) && across(3));
}

/** Returns a path as pdf.js gives it, carried by a map to the sheet. @throws RangeError where it has a command that is none. */
export function outlineOf(path: ArrayLike<number>, matrix: Matrix): Outline {
  const xs: number[] = [];
  const ys: number[] = [];
  let d = '';
  let straight = true;
  let moves = 0;
  for (let i = 0; i < path.length; ) {
    const command = path[i++];
    const length = lengths[command];
    if (length === undefined) throw new RangeError(`A path has the command ${command}.`);
    if (command === 0) moves++;
    if (command === 2 || command === 3) straight = false;
    d += letters[command];
    for (let k = 0; k < length; k += 2) {
      const { x, y } = applyTo(matrix, { x: path[i + k], y: path[i + k + 1] });
      xs.push(x);
      ys.push(y);
      d += `${k ? ' ' : ''}${numeral(x)} ${numeral(y)}`;
    }
    i += length;
  }
  return { d, box: boxOf(xs, ys), upright: straight && moves === 1 && isUpright(xs, ys) };
}
