import type Joi from 'joi';
import type { Described } from '../document/described';
import type { Field } from '../document/fields';
import type { Referring } from '../document/references';
import type { Part } from '../document/types';
import type { Outline } from '../outline/types';
import type { GroupNode, SceneNode } from '../scene/types';

/** A part inside a holder, worked out: outline and node in the holder's coordinates. */
export interface Member {
  readonly part: Part;
  readonly outline: Outline;
  readonly node: GroupNode;
  /** Whether it only gathers what is inside it. */
  readonly gathers: boolean;
  /** What is inside it, in its own coordinates. */
  readonly members: () => readonly Member[];
}

/** A part of no document and what is inside it, worked out in the holder's coordinates. */
export type WorkOut = (
  part: Part,
  inside?: Readonly<Record<string, Part>>,
) => Pick<Member, 'outline' | 'node'>;

/** What a part that holds others makes of them. */
export interface HolderDefinition<P extends object> extends Described, Referring<P> {
  readonly kind: string;
  /** Parameters with a field each; what else a holder keeps is said in the schema. */
  readonly fields: readonly Field[];
  readonly defaults: P;
  /** Whether the holder's own coats paint the outline; otherwise its members paint themselves. */
  readonly painted: boolean;
  /** Whether it only gathers its members: they stay parts that are picked, changed and painted one by one. */
  readonly gathers?: boolean;
  /** What it keeps beside its fields, for the schema. */
  schema?(joi: typeof Joi): Joi.SchemaMap;
  /** The outline the members come to. */
  outline(members: readonly Member[], params: P, context: HolderContext): Outline;
  /** What the members paint, where the holder is not painted itself. */
  nodes?(members: readonly Member[], params: P, context: HolderContext): readonly SceneNode[];
}

export interface HolderContext {
  /** The holder. */
  readonly part: Part;
  readonly workOut: WorkOut;
}

export const defineHolder = <P extends object>(d: HolderDefinition<P>): HolderDefinition<P> => d;
