import type Joi from 'joi';
import type { Described } from '../document/described';
import type { Field } from '../document/fields';
import type { DragResult, Handle } from '../document/handles';
import type { Referring } from '../document/references';
import type { Path } from '../geometry/path';
import type { Point } from '../geometry/vector';
import type { Outline } from '../outline/types';
import type { GroupNode, Scene, SceneNode } from '../scene/types';

/** A part as others take it, worked out: outline and node in the coordinates of the part that asks. */
interface Sibling {
  readonly outline: Outline;
  readonly node: GroupNode;
}

/** The parts that a source needs, by their ids; undefined for one that cannot be had. */
export type Siblings = (id: string) => Sibling | undefined;

/** What comes from outside the design, and may come late. */
export type Resource = 'faces' | 'images';

/** What a part starts from. The outline stands about the part's own origin. */
export interface SourceDefinition<P extends object> extends Described, Referring<P> {
  readonly kind: string;
  /** What a new part of it is called, where that is not the kind’s own word. */
  readonly partName?: string;
  readonly fields: readonly Field[];
  readonly defaults: P;
  /** Whether the outline is a line rather than an area: it is stroked when it is drawn. */
  readonly open?: boolean;
  /** Whether the outline stands placedByBounds about the origin: its place is told by the middle of its bounds. */
  readonly placedByBounds?: boolean;
  outline(params: P): Path;
  /** In place of the outline, for sources of several pieces. */
  pieces?(params: P, siblings: Siblings): Outline;
  /** What siblings paint in the source, or the sheet that it lays, over its coats, in the part's coordinates. */
  nodes?(params: P, siblings: Siblings, laid: Scene | null): readonly SceneNode[];
  /** What the designer should know though nothing is wrong, in words. */
  notes?(params: P, siblings: Siblings, laid: Scene | null): readonly string[];
  /** Id of the sheet that it lays; an empty text for none. */
  lays?(params: P): string;
  /** Whether its edges are those of other parts, which stay where they come from. */
  readonly borrowed?: boolean;
  /** What it rests on beside its parameters and other parts. */
  readonly rests?: readonly Resource[];
  /** Pixels of pictures that it needs, as most of them as are looked at. */
  images?(params: P): readonly { readonly id: string; readonly most: number }[];
  /** What it is once a part that it names is gone: parameters that stand alone, or the plain path it came to. */
  readonly alone?: 'path' | ((params: P, lost: (id: string) => boolean) => P);
  /** Stored parameters that have no field. */
  schema?(joi: typeof Joi): Joi.SchemaMap;
  /** The parameters that fill a box of a size, for drawing by dragging. */
  fit?(params: P, width: number, height: number): P;
  /** The parameters that run from one end to another, for drawing from point to point. */
  between?(params: P, dx: number, dy: number): P;
  /** The parameters of the outline scaled along its axes, or null where they cannot say it. */
  resize?(params: P, sx: number, sy: number): P | null;
  handles?(params: P, siblings: Siblings): Handle[];
  drag?(params: P, handle: string, to: Point, siblings: Siblings): DragResult<P>;
}

export const defineSource = <P extends object>(d: SourceDefinition<P>): SourceDefinition<P> => d;
