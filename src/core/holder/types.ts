import type { Operation } from '../arrange/combine';

/** One outline of all parts inside. */
export interface Combination {
  readonly operation: Operation;
}

/** Parts that are moved, hidden and repeated together. */
export interface Group {
  /** Whether the topmost part, instead of being painted, shows of the others what lies in it. */
  readonly clip?: boolean;
  /** What of the topmost part clips: its outline, how opaque or how light it is painted, or all but what it is painted over. */
  readonly clipBy?: 'shape' | 'alpha' | 'luminance' | 'outside';
  /**
   * Whether blend modes inside reach what lies under the group, only each other, or nothing: in a
   * knock-out group each member takes out what lies under it in the group.
   */
  readonly holds?: 'plain' | 'isolated' | 'knock-out';
}

/** How a mark and its lettering stand together, told in heights of the lettering. */
export interface LockUp {
  readonly arrangement: 'in-a-row' | 'in-a-column';
  /** What the lengths are told in: heights of the face, the width of an upright, or the size of the type. */
  readonly unit: 'capital-height' | 'small-letter-height' | 'stem-width' | 'type-size';
  /** Between neighbours. */
  readonly gap: number;
  /** Whether what holds no words keeps its own size, or is as high as `markHeight` says. */
  readonly markSize: 'its-own' | 'by-unit';
  readonly markHeight: number;
  /** How neighbours that stand beside each other are levelled. */
  readonly level: 'feet-on-baseline' | 'middle-of-capitals' | 'tops-of-capitals' | 'middle-of-ink';
  /** How those below each other line up. */
  readonly flush: 'start' | 'centre' | 'end';
  /** Kept free around all of it. */
  readonly clearSpace: number;
  readonly showClearSpace: boolean;
}

/** Faces that are taken as one, and a colour in place of that of the fills, or null for theirs. */
export interface FaceRegion {
  readonly faces: readonly string[];
  readonly colour: string | null;
}

/** What is done with each region that outlines cut out. */
export interface Faces {
  /** Names of faces that are left out. */
  readonly dropped: readonly string[];
  readonly regions: readonly FaceRegion[];
}

/** How parts pass into one another. */
export interface Blend {
  /** Whether the number of in-betweens is given or the distance between centres. */
  readonly spacing: 'count' | 'distance';
  readonly count: number;
  readonly distance: number;
  /** Above 0 copies crowd towards the first part, below towards the last. */
  readonly ease: number;
  readonly turnWithSpine: boolean;
  /** Id of the member that the copies follow, or null for the straight way. */
  readonly spine: string | null;
}

/** What each kind of holder keeps of its own. */
export interface HolderParams {
  readonly combine: Combination;
  readonly group: Group;
  readonly 'lock-up': LockUp;
  readonly faces: Faces;
  readonly blend: Blend;
}

export type HolderKind = keyof HolderParams;

/** A source that holds parts. */
export type HolderSource = { [K in HolderKind]: { readonly kind: K } & HolderParams[K] }[HolderKind];
