import type { Part } from './types';

/** Whether a part is only there to work by: a construction line, or a reference. */
export const isToWorkBy = ({ construction, reference }: Part): boolean =>
  construction === true || reference === true;

/** Whether a part is painted where it stands. */
export const isPainted = (part: Part): boolean => !part.hidden && !isToWorkBy(part);
