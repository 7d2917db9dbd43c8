import type { HandleContext } from '../document/handles';
import type { Bounds } from '../geometry/path';
import type { Outline } from '../outline/types';
import type { GroupNode, SceneNode } from './types';

/** Why a card could not do its work. */
export interface CardFault {
  readonly part: string;
  readonly card: string;
  readonly message: string;
  /** Set where nothing is wrong, only worth knowing. */
  readonly note?: boolean;
}

/** What a list of steps comes to. */
export interface Stepped {
  readonly outline: Outline;
  /** The outline before the steps, then after each; null where there is nothing. */
  readonly stages: readonly (HandleContext | null)[];
  readonly faults: readonly Omit<CardFault, 'part'>[];
}

/** What a coat comes to. */
export interface CoatResult {
  /** The coat's outline before each of its steps and after the last. */
  readonly stages: readonly (HandleContext | null)[];
  /** Bounds that its paint lies on. */
  readonly bounds: Bounds | null;
}

/** What a part comes to, in its own coordinates. */
export interface PartResult {
  /** The outline after all steps. */
  readonly outline: Outline;
  /** The outline of the source, then after each step; null where there is nothing. */
  readonly stages: readonly (HandleContext | null)[];
  readonly nodes: readonly SceneNode[];
  /** What each coat comes to. */
  readonly coats: ReadonlyMap<string, CoatResult>;
  /** Bounds of what finishes with grips on it are given. */
  readonly finishBounds: ReadonlyMap<string, Bounds | null>;
  /** The whole part in its parent's coordinates. */
  readonly node: GroupNode;
  readonly faults: readonly CardFault[];
}
