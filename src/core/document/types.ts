import type { Operation } from '../arrange/combine';
import type { Coat } from '../coat/types';
import type { Place } from '../geometry/matrix';
import type { Unit } from '../geometry/units';
import type { BlendMode } from '../scene/types';
import type { PrimitiveSource } from '../source';

export const formatName = 'silent-compass/design';
export const formatVersion = 1;

/** A step or a finish as a design holds it: its kind's parameters stand beside these. */
export interface Card {
  readonly id: string;
  readonly kind: string;
  readonly on: boolean;
  readonly params: Readonly<Record<string, unknown>>;
}

export interface CombineSource {
  readonly kind: 'combine';
  readonly operation: Operation;
}

export interface GroupSource {
  readonly kind: 'group';
  /** Whether the topmost part, instead of being painted, shows of the others what lies in it. */
  readonly clip?: boolean;
}

export type Source = PrimitiveSource | CombineSource | GroupSource;

export interface Part {
  readonly id: string;
  readonly name: string;
  readonly hidden: boolean;
  readonly locked: boolean;
  readonly place: Place;
  readonly opacity: number;
  readonly blend: BlendMode;
  readonly source: Source;
  /** Ids of the parts inside a group or a combination, the lowest first. */
  readonly children: readonly string[];
  readonly steps: readonly Card[];
  readonly coats: readonly Coat[];
  readonly finishes: readonly Card[];
}

export interface Guide {
  readonly id: string;
  readonly axis: 'x' | 'y';
  readonly at: number;
}

export interface Sheet {
  readonly id: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly unit: Unit;
  /** Hex colour, or null for none. */
  readonly ground: string | null;
  readonly grid: { readonly on: boolean; readonly spacing: number };
  readonly guides: readonly Guide[];
  /** Ids of the parts that stand on the sheet itself, the lowest first. */
  readonly parts: readonly string[];
}

export interface Design {
  readonly format: typeof formatName;
  readonly version: typeof formatVersion;
  readonly name: string;
  readonly sheets: readonly Sheet[];
  readonly parts: Readonly<Record<string, Part>>;
}

export const holdsParts = (source: Source): source is CombineSource | GroupSource =>
  source.kind === 'combine' || source.kind === 'group';
