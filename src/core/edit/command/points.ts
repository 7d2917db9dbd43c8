import type { Point } from '../../geometry/vector';
import { freePath } from '../draft';
import { type CardRef, pressHandle, putPlaced } from '../gesture';
import { changePoints, insertPointAt, type PointChange } from '../points/change';
import type { PointRef } from '../points/refs';
import { defineCommand } from './definition';

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
  'press-handle': defineCommand<{ readonly id: string; readonly card: CardRef; readonly handle: string }>({
    label: 'Single out',
    about: 'What a press on a grip means.',
    run: (d, { id, card, handle }) => pressHandle(d, id, card, handle),
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
