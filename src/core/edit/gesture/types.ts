import type { Design } from '../../document/types';
import type { Point } from '../../geometry/vector';
import type { PointRef } from '../points/refs';
import type { SnapHit } from '../snap';

/** Which card of a part a handle belongs to. */
export type CardRef =
  | { readonly list: 'source' }
  /** A step of the part, or of one of its coats. */
  | { readonly list: 'steps'; readonly id: string; readonly coat?: string }
  | { readonly list: 'coats' | 'finishes'; readonly id: string };

/** One drag on the sheet; points in sheet units. Every call starts again from the design it began with. */
export type Gesture = Drag & {
  /** Numbers typed during the drag; what they mean is said with each kind. They suspend snapping. */
  readonly exact?: readonly number[];
  /** What places round to where nothing else holds them, sheet units; left out, they stay as they are. */
  readonly grain?: number;
};

type Drag =
  /** Exact: the distance along the drag, or both shifts. */
  | {
      readonly type: 'move';
      readonly ids: readonly string[];
      readonly dx: number;
      readonly dy: number;
      readonly straight: boolean;
    }
  /** Exact: the size along the side that is dragged, or width and height. */
  | {
      readonly type: 'scale';
      readonly ids: readonly string[];
      readonly side: readonly [number, number];
      readonly to: Point;
      readonly keepShape: boolean;
      readonly fromCentre: boolean;
      /** Whether strokes and corner radii grow along, as they do where this is left out. */
      readonly along?: boolean;
    }
  /** Exact: degrees. */
  | {
      readonly type: 'turn';
      readonly ids: readonly string[];
      readonly from: Point;
      readonly to: Point;
      readonly straight: boolean;
    }
  /** Exact: the parameters that the handle stands for. */
  | {
      readonly type: 'handle';
      readonly id: string;
      readonly card: CardRef;
      /** Other grips of the card that move along. */
      readonly also?: readonly string[];
      /** Other parts whose gradients are laid as this one is. */
      readonly alike?: readonly string[];
      readonly handle: string;
      readonly to: Point;
    }
  /** Exact: the distance along the drag, or both coordinates of the first point. */
  | {
      readonly type: 'points';
      readonly refs: readonly PointRef[];
      readonly dx: number;
      readonly dy: number;
      readonly straight: boolean;
    }
  /** Exact: the handle's length, or length and angle. */
  | {
      readonly type: 'point-handle';
      readonly ref: PointRef;
      readonly side: 'in' | 'out';
      readonly to: Point;
      /** Whether the other handle stays where it is. */
      readonly free: boolean;
      readonly straight: boolean;
    }
  /** Exact: the distance along the drag, or both shifts; degrees; per cent. */
  | {
      readonly type: 'letters';
      readonly id: string;
      /** Where the letters start in the text. */
      readonly starts: readonly number[];
      readonly how: 'shift' | 'turn' | 'scale';
      readonly from: Point;
      readonly to: Point;
      readonly straight: boolean;
    }
  /** Exact: one size for both sides, or width and height; of a line its length, or length and angle. */
  | {
      readonly type: 'draw';
      readonly id: string;
      readonly kind: string;
      readonly name: string;
      readonly parent: string | null;
      readonly from: Point;
      readonly to: Point;
      readonly keepShape: boolean;
      readonly fromCentre: boolean;
    };

export interface GestureResult {
  readonly design: Design;
  readonly hits: readonly SnapHit[];
  /** What the drag comes to, to be shown beside the pointer. */
  readonly readout: string;
  /** What is to be said of it once it is done, in words. */
  readonly said?: string;
}

/** A gesture of one kind. */
export type GestureOf<T extends Gesture['type']> = Extract<Gesture, { type: T }>;

/** A number as it is shown beside the pointer. */
export const numberText = (v: number, places = 2): string => String(Number(v.toFixed(places)));
