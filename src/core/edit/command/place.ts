import type { Place } from '../../geometry/matrix';
import type { Bounds } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import { transformAgain } from '../again';
import { type Alignment, alignParts, distributeParts, putParts } from '../align';
import { resizeParts } from '../arrange-parts';
import { drawOn, type GridPlane, putOnPlane } from '../grid-plane';
import { jointBounds } from '../pick';
import { placePart } from '../place';
import { moveParts, scaleParts, turnParts } from '../transform';
import { topmost } from '../tree';
import { defineCommand, type OnParts } from './definition';

/** A place on bounds, 0–1 in each direction; their middle where none is given. */
const on = (b: Bounds, at: Point = { x: 0.5, y: 0.5 }): Point => ({
  x: b.x0 + (b.x1 - b.x0) * at.x,
  y: b.y0 + (b.y1 - b.y0) * at.y,
});

/** Commands on where parts stand and how large they are. */
export const placeCommands = {
  align: defineCommand<OnParts & { readonly how: Alignment }>({
    label: 'Align',
    about: 'Lines parts up.',
    run: (d, { ids, how }, { sheetId }) => alignParts(d, sheetId, ids, how),
  }),
  distribute: defineCommand<OnParts & { readonly axis: 'x' | 'y' }>({
    label: 'Space',
    about: 'Gives parts even gaps.',
    alsoKnown: ['distribute', 'spread'],
    run: (d, { ids, axis }) => distributeParts(d, ids, axis),
  }),
  'on-plane': defineCommand<OnParts & { readonly plane: GridPlane | null }>({
    label: 'Onto a plane',
    about:
      'Puts parts on a plane of the sheet’s slanted grid, or lays them flat again; with none chosen, says what is drawn on.',
    alsoKnown: ['isometric', 'axonometric'],
    transforms: true,
    run: (d, { ids, plane }, { sheetId }) =>
      ids.length
        ? putOnPlane(d, sheetId, ids, plane)
        : {
            design: { ...d, sheets: d.sheets.map((s) => (s.id === sheetId ? drawOn(s, plane) : s)) },
            chosen: [],
          },
  }),
  nudge: defineCommand<OnParts & { readonly dx: number; readonly dy: number }>({
    label: 'Nudge',
    about: 'Moves parts by sheet units.',
    transforms: true,
    run: (d, { ids, dx, dy }) => ({ design: moveParts(d, topmost(d, ids), dx, dy), chosen: ids }),
  }),
  resize: defineCommand<
    OnParts & {
      readonly width?: number;
      readonly height?: number;
      /** What stays where it is, as a place on the bounds, 0–1 in each direction. */
      readonly about?: Point;
      /** Whether strokes and corner radii grow along, as they do where this is left out. */
      readonly along?: boolean;
    }
  >({
    label: 'Size',
    about: 'Gives parts a width or a height.',
    transforms: true,
    run: (d, { ids, width, height, about, along }) => resizeParts(d, ids, width, height, about, along),
  }),
  put: defineCommand<OnParts & { readonly about: Point; readonly x?: number; readonly y?: number }>({
    label: 'Put',
    about:
      'Moves parts so that a place on their bounds, 0–1 in each direction, stands at x or y of the sheet.',
    run: (d, { ids, about, x, y }) => putParts(d, ids, about, x, y),
  }),
  again: defineCommand<OnParts & { readonly copy: boolean }>({
    label: 'Transform again',
    about: 'Does the last move, turn or scale once more.',
    alsoKnown: ['repeat', 'redo'],
    needs: () => 'Move, turn or scale something first; this does the same once more.',
    run: (d, { ids, copy }, { sheetId, lastTransform }) =>
      lastTransform ? transformAgain(d, sheetId, ids, lastTransform, copy) : { design: d, chosen: ids },
  }),
  place: defineCommand<{ readonly id: string; readonly change: Partial<Place> }>({
    label: 'Place',
    about: 'Sets numbers of where a part stands.',
    transforms: true,
    run: (d, { id, change }) => ({ design: placePart(d, id, change), chosen: [id] }),
  }),
  flip: defineCommand<
    OnParts & {
      /** The direction that is turned round: left and right, or top and bottom. */
      readonly axis: 'x' | 'y';
      /** The place on the joint bounds that stays, 0–1 in each direction. */
      readonly about?: Point;
    }
  >({
    label: 'Flip',
    about: 'Turns parts over where they stand.',
    alsoKnown: ['mirror', 'reflect'],
    transforms: true,
    run(d, { ids, axis, about }) {
      const b = jointBounds(d, ids);
      const [sx, sy] = axis === 'x' ? [-1, 1] : [1, -1];
      return { design: b ? scaleParts(d, ids, sx, sy, on(b, about)) : d, chosen: ids };
    },
  }),
  turn: defineCommand<
    OnParts & {
      readonly angle: number;
      /** Where on the joint bounds they turn about, 0–1 in each direction. */
      readonly about?: Point;
    }
  >({
    label: 'Turn',
    about: 'Turns parts together.',
    alsoKnown: ['rotate'],
    transforms: true,
    run(d, { ids, angle, about }) {
      const b = jointBounds(d, ids);
      return { design: b ? turnParts(d, ids, angle, on(b, about)) : d, chosen: ids };
    },
  }),
};
