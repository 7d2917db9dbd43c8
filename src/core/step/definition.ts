import type { PlaneMap } from '../bend/map';
import type { Described } from '../document/described';
import type { Field, Params } from '../document/fields';
import type { DragResult, Handle, HandleContext } from '../document/handles';
import type { Referring } from '../document/references';
import { WorkFault } from '../geometry/budget';
import type { Bounds, Path } from '../geometry/path';
import type { Point } from '../geometry/vector';
import type { Outline } from '../outline/types';
import type { Copy } from './copies';

/** Says in plain words why a step cannot do its work; the outline before it is kept. */
export class StepFault extends WorkFault {}

/** One live change of a part's geometry. */
export interface StepDefinition<P extends object> extends Described, Referring<P> {
  readonly kind: string;
  readonly fields: readonly Field[];
  readonly defaults: P;
  /** @throws StepFault where nothing sensible can come out. */
  apply(outline: Outline, params: P, context: HandleContext): Outline;
  /** What the designer should know of the result though nothing is wrong, or null. */
  note?(outline: Outline, params: P, context: HandleContext): string | null;
  /** For a step that bends: where it folds over itself and what helps, in words, or null; said where there is no other note. */
  fold?(params: P, context: HandleContext): string | null;
  /** What it is once a part that it names is gone, as it was with it. */
  alone?(params: P, context: HandleContext | null): Partial<P>;
  /** Numbers that say where the part stands rather than what the step does; typed, they move it. */
  readonly placed?: PlacedNumbers<P>;
  /** Whether it takes the outline of the part that it names, beside its middle. */
  readonly guided?: boolean;
  /** Whether pieces of what comes out are the sides of a solid. */
  readonly makesSolid?: boolean;
  /** What a press on a handle without a drag changes, or null. */
  press?(params: P, handle: string, context: HandleContext): Partial<P> | null;
  /** What a number typed while a handle is dragged means, where no parameter of its own says it. */
  typed?(params: P, handle: string, value: number): Partial<P> | null;
  /** For a step that fits curves anew: how often it follows the outline, known before that is done. */
  times?(params: P): number;
  /** For a step that only copies: where the copies stand. It then repeats groups as they are. */
  copies?(params: P, context: HandleContext): Copy[];
  /**
   * For a step that bends: where each place of the part goes. It then bends the members of a group as they stand, all by
   * the same map; null where it leaves them.
   */
  map?(params: P, context: HandleContext): PlaneMap | null;
  handles?(params: P, context: HandleContext): Handle[];
  drag?(params: P, handle: string, to: Point, context: HandleContext): DragResult<P>;
  /** What a drag of several handles by as much means, where they can be chosen together. */
  dragMany?(params: P, handles: readonly string[], by: Point, context: HandleContext): DragResult<P>;
  /** What it is without what some handles stand for, where that can be taken out; null where none of them can. */
  without?(params: P, handles: readonly string[]): Partial<P> | null;
  /** Lines that show how it lies, in the part's own coordinates. */
  lines?(params: P, context: HandleContext): Path | null;
  /**
   * The point that the part's place is told by with this step, for a step that copies: where the copies' middle would not
   * say it. In the part's own coordinates.
   */
  anchor?(params: P, context: HandleContext): Point | null;
  /** Defaults that suit a part, where they depend on its bounds or on what it lies on. */
  suited?(bounds: Bounds, on: LiesOn): Partial<P>;
}

/** A line through a point, degrees clockwise from upright. */
export interface Axis extends Point {
  readonly angle: number;
}

/** What of the sheet an outline lies on, in the part's own coordinates. */
export interface LiesOn {
  /** Guides and middle lines that an edge or a point of it lies on. */
  readonly axes: readonly Axis[];
  /** Crossings of such lines that the outline is lined up with. */
  readonly centres: readonly Point[];
}

/** Numbers of a part's place that a step tells and sets. */
export interface PlacedNumbers<P extends object> {
  readonly fields: readonly Field[];
  read(params: P, context: HandleContext): Params;
  /** What another number means, as a drag would. */
  write(params: P, name: string, value: number, context: HandleContext): DragResult<P>;
}

export const defineStep = <P extends object>(d: StepDefinition<P>): StepDefinition<P> => d;
