import type { Design, Part } from '../document/types';
import { imagesStamp } from '../image/source';
import { facesStamp } from '../lettering/face';
import type { Resource } from '../source/definition';
import type { LightFinder } from './light';
import type { PartResult } from './result';
import type { Scene } from './types';

/** State of what comes from outside a design: a number each that grows with every change of it. */
export type Outside = Readonly<Record<Resource, number>>;

/** What stands in for sheets that parts lay, by their ids; null for those of the design. */
export type StandIn = (sheetId: string) => Scene | null;

/** What evaluating rests on beside a part itself: the other parts, and what comes from outside the design. */
export interface EvaluationContext {
  readonly parts: Design['parts'];
  readonly sheets: Design['sheets'];
  readonly outside: Outside;
  /** The light that falls onto a part. */
  readonly lightOn: LightFinder;
  readonly standIn?: StandIn;
  /** What one of the parts, or any other among them, comes to. */
  evaluate(part: Part): PartResult;
}

/** What there is outside of designs now. */
export const outsideNow = (): Outside => ({ faces: facesStamp(), images: imagesStamp() });

export const sameOutside = (a: Outside, b: Outside): boolean =>
  (Object.keys(a) as Resource[]).every((k) => a[k] === b[k]);
