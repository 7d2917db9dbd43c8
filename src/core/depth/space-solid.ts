import type { Bend } from '../bend/bend-path';
import { bendPath } from '../bend/bend-path';
import { filled } from '../outline/pieces';
import type { Outline, Piece, Turned } from '../outline/types';
import { sideOf } from './side';
import { solidOf } from './solid';
import { eyeOf, isSeen, projectiveMap, spinOf, type Turn, turnedPlane } from './space';
import type { View } from './view';

/** What a piece was before it was turned in space, where it still is as that left it. */
export const turnedOf = ({ path, turned }: Piece): Turned | null => (turned?.path === path ? turned : null);

/** The plane that is nearer to the eye, how the other one is seen against it, and which face it is. */
function seenFrom(t: Turn, depth: number): { near: number; view: View; front: boolean } | null {
  const [, , , , , , zx, zy, zz] = spinOf(t);
  const eye = eyeOf(t);
  const front = zz > 0;
  const [near, far] = front ? [0, -depth] : [-depth, 0];
  if (!Number.isFinite(eye)) {
    const k = (near - far) / zz;
    return { near, view: { kind: 'along', dx: zx * k, dy: zy * k }, front };
  }
  // The eye in the part's own coordinates; lines of sight are rays from its foot.
  const height = eye * zz;
  const [toNear, toFar] = [Math.abs(height - near), Math.abs(height - far)];
  if (front ? height <= near : height >= near) return null;
  const hair = 1e-6 * (1 + Math.abs(eye));
  const view: View = {
    kind: 'toward',
    x: t.pivotX + eye * zx + hair,
    y: t.pivotY + eye * zy + hair,
    rest: toNear / toFar,
  };
  return { near, view, front };
}

/** An outline as a solid turned in space: the sides that can be seen, and the face that is nearer to the eye; null where none is. */
export function turnedSolid(
  outline: Outline,
  t: Turn,
  depth: number,
  bendOf: (map: ReturnType<typeof projectiveMap>) => Bend,
): Outline | null {
  const seen = seenFrom(t, depth);
  const plane = seen && turnedPlane(t, seen.near);
  if (!seen || !isSeen(plane)) return null;
  const { sides, front } = solidOf(outline, seen.view);
  const bend = bendOf(projectiveMap(plane));
  const spin = spinOf(t);
  const turned = (pieces: Outline, sideways: boolean): Outline =>
    filled(
      pieces.map((piece) => {
        const path = bendPath(piece.path, bend);
        return { ...piece, path, turned: { path, side: sideways ? sideOf(piece.path) : null, spin, plane } };
      }),
    );
  const near = seen.front ? front : front.map((p) => ({ ...p, role: 'back' as const }));
  return [...turned(sides, true), ...turned(near, false)];
}
