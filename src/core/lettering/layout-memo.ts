import type { Path } from '../geometry/path';
import { facesStamp } from './face';
import { type LetteringLayout, layOut } from './layout';
import type { Lettering } from './types';

const known = new WeakMap<Lettering, { along: Path | null; stamp: number; layout: LetteringLayout }>();

/** The layout of a lettering; remembered for as long as it, what it follows and the faces at hand are the same. */
export function layoutOf(l: Lettering, along: Path | null = null): LetteringLayout {
  const found = known.get(l);
  const stamp = facesStamp();
  if (found && found.along === along && found.stamp === stamp) return found.layout;
  const layout = layOut(l, along);
  known.set(l, { along, stamp, layout });
  return layout;
}
