import type { Matrix } from './matrix';
import {
  type Bounds,
  type Contour,
  joinBounds,
  type Path,
  pathBounds,
  transformBounds,
  transformPath,
} from './path';

const ofPaths = new WeakMap<Path, Bounds | null>();
const ofContours = new WeakMap<Contour['xy'], Bounds | null>();

/** Exact bounds of a contour that is asked about again; null for one with no points. */
export function contourBounds(c: Contour): Bounds | null {
  let b = ofContours.get(c.xy);
  if (b === undefined) {
    b = pathBounds({ contours: [c], fillRule: 'nonzero' });
    ofContours.set(c.xy, b);
  }
  return b;
}

/** Exact bounds of a path that is asked about again, remembered contour by contour; null for one with no points. */
export function knownBounds(path: Path): Bounds | null {
  // Solids have hundreds of paths of one contour: to remember them twice costs more than it saves.
  if (path.contours.length === 1) return contourBounds(path.contours[0]);
  let b = ofPaths.get(path);
  if (b === undefined) {
    b = path.contours.map(contourBounds).reduce(joinBounds, null);
    ofPaths.set(path, b);
  }
  return b;
}

/** Exact bounds of a path under an affine map: those that are known, unless it turns or skews them. */
export function boundsUnder(path: Path, m: Matrix): Bounds | null {
  if (m[1] !== 0 || m[2] !== 0) return pathBounds(transformPath(path, m));
  const b = knownBounds(path);
  return b && transformBounds(b, m);
}
