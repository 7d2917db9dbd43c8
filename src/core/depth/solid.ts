import { combine } from '../arrange/combine';
import { nearGroups, unitedPath } from '../arrange/unite';
import { budget, spend } from '../geometry/budget';
import { pathOf } from '../geometry/path';
import { commonMarks, filled, segmentsOf } from '../outline/pieces';
import type { Marks, Outline, Piece, PieceRole } from '../outline/types';
import { inOrder } from './in-order';
import { sidePath } from './side';
import type { View } from './view';
import { cutContours, faceContours, wallsOf } from './walls';

/** What a solid is made of, each part of it the farthest piece first. */
export interface Solid {
  readonly back: Outline;
  readonly sides: Outline;
  /** The front from the same pieces of curves as the sides, so that nothing shows between them. */
  readonly front: Outline;
}

const known = new WeakMap<Outline, readonly Piece[]>();

/** Pieces that do not overlap, each a clean path: those that come near each other are one. Remembered, for depths are dragged. */
function apart(outline: Outline): readonly Piece[] {
  let made = known.get(outline);
  if (!made) {
    made = parted(outline);
    known.set(outline, made);
  }
  return made;
}

function parted(outline: Outline): Piece[] {
  const own = filled(outline);
  const paths = own.map((p) => p.path);
  const made = nearGroups(paths).map((of) => {
    const pieces = of.map((i) => own[i]);
    const [{ path }] = pieces;
    const clean =
      pieces.length > 1 || path.fillRule !== 'nonzero'
        ? combine(
            'union',
            pieces.map((p) => p.path),
          )
        : unitedPath(path);
    return { ...commonMarks(pieces), path: clean };
  });
  return made.filter((p) => p.path.contours.length > 0);
}

/** Segments that each one of an outline may come to: a side, and what is cut of it. */
const sidesOfOne = 4;

const last = new WeakMap<Outline, { readonly view: View; readonly solid: Solid }>();

const sameView = (a: View, b: View): boolean =>
  a === b ||
  (a.kind === 'along' && b.kind === 'along' && a.dx === b.dx && a.dy === b.dy) ||
  (a.kind === 'toward' && b.kind === 'toward' && a.x === b.x && a.y === b.y && a.rest === b.rest);

/**
 * The solid that an outline becomes when it is given thickness as seen in a view: true sides, holes' own included, in the
 * order they hide each other. Neighbours share their nodes bit for bit. The last one of each outline is remembered.
 * @throws WorkFault where that would be too much.
 */
export function solidOf(outline: Outline, view: View): Solid {
  const known = last.get(outline);
  if (known && sameView(known.view, view)) return known.solid;
  spend(
    segmentsOf(outline) * sidesOfOne,
    budget().combined,
    'Thickness would have to follow',
    'segments; the most is',
  );
  const solid = made(outline, view);
  last.set(outline, { view, solid });
  return solid;
}

function made(outline: Outline, view: View): Solid {
  const pieces = apart(outline);
  const contours = pieces.flatMap(({ path }, of) => path.contours.map((contour) => ({ contour, of })));
  const cut = cutContours(contours, view);
  const { walls, start } = wallsOf(cut, view);
  const marks = pieces.map(({ path: _, ...own }): Marks => own);
  const faces = (role: PieceRole, far: View | null): Outline => {
    const all = faceContours(cut, far);
    return pieces.map((_, of) => ({
      ...marks[of],
      role,
      path: pathOf(all.filter((c) => c.of === of).map((c) => c.contour)),
    }));
  };
  return {
    back: faces('back', view),
    sides: inOrder(walls, view, start).map((w) => ({ ...marks[w.of], role: 'side', path: sidePath(w) })),
    front: faces('front', null),
  };
}
