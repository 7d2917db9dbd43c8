import type { Point } from '../../geometry/vector';
import { addPin } from '../bend-pins';
import { freePath } from '../draft';
import { type EraserStroke, erase } from '../erase';
import { type CardRef, moveGrips, pressHandle, putPlaced, removeGrips } from '../gesture';
import { changePoints, insertPointAt, type PointChange } from '../points/change';
import type { PointRef } from '../points/refs';
import { defineCommand, type OnParts } from './definition';

/** Changes of points after which the chosen ones are others or gone. */
const pointsGo: ReadonlySet<PointChange['do']> = new Set(['remove', 'break', 'join', 'close', 'reverse']);

/** Commands on points, drawn paths and grips. */
export const pointCommands = {
  points: defineCommand<{
    readonly refs: readonly PointRef[];
    readonly change: PointChange;
    /** What is chosen: it stays so where it holds the parts. */
    readonly ids?: readonly string[];
  }>({
    label: 'Points',
    about: 'Changes chosen points.',
    needs: ({ change }) =>
      change.do === 'join' ? 'Choose the ends of two open paths, or both ends of one.' : null,
    pointsGo: ({ change }) => pointsGo.has(change.do),
    run: (d, { refs, change, ids }, { sheetId }) => changePoints(d, sheetId, refs, change, ids),
  }),
  'insert-point': defineCommand<{ readonly ref: PointRef; readonly at: Point }>({
    label: 'Insert a point',
    about: 'Puts a point on a segment without moving it.',
    run: (d, { ref, at }) => insertPointAt(d, ref, at),
  }),
  'draw-free': defineCommand<{
    readonly points: Parameters<typeof freePath>[2];
    /** How far the curves may leave the points, sheet units. */
    readonly tolerance: number;
    /** How near its ends a path closes. */
    readonly reach: number;
    readonly name: string;
  }>({
    label: 'Draw freely',
    about: 'Makes a smooth path of a stroke of the hand.',
    run: (d, { points, tolerance, reach, name }, { sheetId }) =>
      freePath(d, sheetId, points, tolerance, reach, name),
  }),
  erase: defineCommand<OnParts & EraserStroke>({
    label: 'Erase',
    about: 'Leaves out of parts what a stroke of the hand goes over; the stroke stays, and can be changed.',
    alsoKnown: ['rub out', 'eraser', 'mask'],
    needs: () => 'Choose what is erased from, or begin on it.',
    run: (d, { ids, ...stroke }, { sheetId }) => erase(d, sheetId, ids, stroke),
  }),
  'press-handle': defineCommand<{ readonly id: string; readonly card: CardRef; readonly handle: string }>({
    label: 'Single out',
    about: 'What a press on a grip means.',
    run: (d, { id, card, handle }) => pressHandle(d, id, card, handle),
  }),
  'move-grips': defineCommand<{
    readonly id: string;
    readonly card: CardRef;
    readonly handles: readonly string[];
    readonly dx: number;
    readonly dy: number;
  }>({
    label: 'Move grips',
    about: 'Moves chosen grips of a step by sheet units.',
    run: (d, { id, card, handles, dx, dy }) => moveGrips(d, id, card, handles, { x: dx, y: dy }),
  }),
  'remove-grips': defineCommand<{
    readonly id: string;
    readonly card: CardRef;
    readonly handles: readonly string[];
  }>({
    label: 'Remove grips',
    about: 'Takes out what chosen grips of a step stand for.',
    run: (d, { id, card, handles }) => removeGrips(d, id, card, handles),
  }),
  'add-pin': defineCommand<{ readonly id: string; readonly card: CardRef; readonly at: Point }>({
    label: 'Add pin',
    about: 'Puts a bend pin where the sheet is pressed.',
    run: (d, { id, card, at }) => addPin(d, id, card, at),
  }),
  'put-placed': defineCommand<{
    readonly id: string;
    readonly card: string;
    readonly name: string;
    readonly value: number;
  }>({
    label: 'Place by a step',
    about: 'Sets a number of the part’s place that a step tells.',
    run: (d, { id, card, name, value }) => putPlaced(d, id, card, name, value),
  }),
};
