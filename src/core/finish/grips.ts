import type { Handle } from '../document/handles';
import type { Bounds } from '../geometry/path';
import type { FinishDefinition } from './definition';

/** Where the grips of a finish lie: on the bounds of what it is given, in the part's coordinates, or about the part's middle in sheet units. */
export interface FinishGrips {
  readonly handles: readonly Handle[];
  /** The bounds they lie on, or null where they lie about the middle. */
  readonly ground: Bounds | null;
}

/** The grips of a finish, where `ground` are the bounds of what it is given. */
export function finishGrips<P extends object>(
  definition: FinishDefinition<P>,
  params: P,
  ground: Bounds | null,
): FinishGrips {
  const painted = ground && definition.paintHandles?.(params, ground);
  return painted
    ? { handles: painted, ground }
    : { handles: definition.handles?.(params) ?? [], ground: null };
}
