import type { ToneStep } from '../colour/tones';
import type { SupposedLight } from '../depth/lamp-fields';
import type { Lamp, PartLight } from '../depth/light';
import type { Described } from '../document/described';
import type { Field } from '../document/fields';
import type { DragResult, Handle } from '../document/handles';
import type { Referring } from '../document/references';
import type { Bounds, Path } from '../geometry/path';
import type { Point } from '../geometry/vector';
import type { Outline } from '../outline/types';
import type { SceneNode } from '../scene/types';

/** Another part that casts onto the one that is finished, in the coordinates of that. */
export interface Caster {
  readonly nodes: readonly SceneNode[];
  outline(): Outline;
}

export interface Painted {
  readonly nodes: readonly SceneNode[];
  /** The part's outline after its steps, in pieces. */
  readonly outline: Outline;
  /** The light that falls onto the part, where some finish takes it. */
  readonly light: PartLight | null;
  /** A part that a finish names, where it can be had. */
  caster(id: string): Caster | null;
  /** What the part covers, strokes included, as one filled path; worked out only when asked for. */
  silhouette(): Path;
}

/** One live change of a part's painted look. Handles lie in sheet units from the part's centre. */
export interface FinishDefinition<P extends object> extends Described, Referring<P> {
  readonly kind: string;
  readonly fields: readonly Field[];
  readonly defaults: P;
  apply(painted: Painted, params: P): readonly SceneNode[];
  /** The step whose bend this is, of what is painted. */
  readonly bendOf?: string;
  /** Whether it takes the light of the sheet. */
  meetsLight?(params: P): boolean;
  /** The light that its look supposes in place of the sheet's, whose lamp is given. */
  supposes?(params: P, lamp: Lamp): SupposedLight | null;
  /** Whether it is done to each piece or member of the part by itself; to all of it together where left out. */
  each?(params: P): boolean;
  /** What the designer should know though nothing is wrong, or null; `bounds` are those of what it is given. */
  note?(params: P, bounds: Bounds | null): string | null;
  /** Tones that it is set by, 0–1, to be marked on a chart of those that there are; none where left out. */
  toneMarks?(params: P): readonly number[];
  /** The few tones that it puts what it is given down to, from the darkest up. */
  toneSteps?(params: P): readonly ToneStep[];
  /** Defaults that suit what it is given, by its bounds. */
  suited?(bounds: Bounds): Partial<P>;
  /** What sets right what its note tells, and what that is called. */
  remedy?(params: P): { readonly label: string; readonly params: Partial<P> } | null;
  handles?(params: P): Handle[];
  drag?(params: P, handle: string, to: Point): DragResult<P>;
  /** Grips that lie on the bounds of what is painted, in the part's own coordinates; null for those above. */
  paintHandles?(params: P, bounds: Bounds): Handle[] | null;
  /** Lines that show how it lies, in the same coordinates. */
  paintLines?(params: P, bounds: Bounds): Path | null;
  paintDrag?(params: P, handle: string, to: Point, bounds: Bounds): DragResult<P>;
  /** What a drag of several grips by as much means, where they can be chosen together. */
  paintDragMany?(params: P, handles: readonly string[], by: Point, bounds: Bounds): DragResult<P>;
  /** What it is without what some grips stand for, where that can be taken out; null where none of them can. */
  without?(params: P, handles: readonly string[]): Partial<P> | null;
  /** What a number typed while a grip is dragged means, where no parameter of its own says it. */
  typed?(params: P, handle: string, value: number): Partial<P> | null;
}

export const defineFinish = <P extends object>(d: FinishDefinition<P>): FinishDefinition<P> => d;
