import type { Coat } from '../coat/types';
import type { Drawing } from '../construction/settings';
import type { ExportSet } from '../delivery/export-set';
import type { Lamp } from '../depth/light';
import type { Place } from '../geometry/matrix';
import type { Unit } from '../geometry/units';
import type { HolderSource } from '../holder/types';
import type { Formulas, Measure } from '../measure/types';
import type { Inks, Look, Swatch } from '../palette/types';
import type { ProofRules } from '../proof/rules';
import type { BlendMode } from '../scene/types';
import type { PrimitiveSource } from '../source';
import type { Card } from './card';

export const formatName = 'silent-compass/design';
export const formatVersion = 10;

export type Source = PrimitiveSource | HolderSource;

export interface Part {
  readonly id: string;
  readonly name: string;
  readonly hidden: boolean;
  readonly locked: boolean;
  /** A construction line: it can be seen and used but is neither painted nor exported. */
  readonly construction?: boolean;
  /** It stands on a sheet to work by: it is shown dim there, and never exported. */
  readonly reference?: boolean;
  readonly place: Place;
  readonly opacity: number;
  readonly blend: BlendMode;
  readonly source: Source;
  /** Ids of the parts inside a holder, the lowest first. */
  readonly children: readonly string[];
  readonly steps: readonly Card[];
  readonly coats: readonly Coat[];
  readonly finishes: readonly Card[];
  /** Numbers of this part that follow measures. */
  readonly formulas?: Formulas;
  /** The look this part was given; it follows when that changes. */
  readonly look?: string;
  /** Colours and gradients of this part that are taken from the palette. */
  readonly inks?: Inks;
}

export interface Guide {
  readonly id: string;
  readonly axis: 'x' | 'y';
  readonly at: number;
  /** Degrees clockwise that it leans, about where it crosses the sheet's middle. */
  readonly slant?: number;
  /** Whether it takes no press. */
  readonly locked?: boolean;
}

export const gridKinds = ['square', 'angled', 'polar'] as const;

/** What new parts are drawn on: the sheet as it lies, or a plane of a grid with two slanted axes. */
export const drawnOn = ['flat', 'top', 'left', 'right'] as const;

export interface SheetGrid {
  readonly on: boolean;
  /** Between neighbouring lines of one family, or circles. */
  readonly spacing: number;
  readonly kind: (typeof gridKinds)[number];
  /** Directions of an angled grid's axes, degrees clockwise from level; upright lines go through its crossings. */
  readonly angleA: number;
  readonly angleB: number;
  /** Rays of a polar grid, which stands about the middle of the sheet. */
  readonly spokes: number;
  /** Means something only where the grid is angled. */
  readonly plane: (typeof drawnOn)[number];
}

export interface Sheet {
  readonly id: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly unit: Unit;
  /** Hex colour, or null for none. */
  readonly ground: string | null;
  readonly grid: SheetGrid;
  /** Where its light comes from. */
  readonly lamp: Lamp;
  readonly guides: readonly Guide[];
  /** Ids of the parts that stand on the sheet itself, the lowest first. */
  readonly parts: readonly string[];
  /** Under its parts it shows how another sheet is constructed. */
  readonly drawing?: Drawing;
  /** Numbers of this sheet that follow measures. */
  readonly formulas?: Formulas;
  /** Colours of this sheet that are taken from the palette. */
  readonly inks?: Inks;
}

/** What hangs on the wall of proofs, and what a design has to hold to. */
export interface Wall {
  /** Proofs in their order; those that are off do not hang. */
  readonly proofs: readonly Card[];
  readonly rules: ProofRules;
}

export interface Design {
  readonly format: typeof formatName;
  readonly version: typeof formatVersion;
  readonly name: string;
  /** Named numbers that any field can follow. */
  readonly measures?: readonly Measure[];
  /** Named colours and gradients that parts are linked to. */
  readonly palette?: readonly Swatch[];
  /** Coats and finishes kept under a name, to put on other parts. */
  readonly looks?: readonly Look[];
  /** Where it is left out, the usual one hangs. */
  readonly wall?: Wall;
  /** Files that are delivered together. */
  readonly exports?: ExportSet;
  readonly sheets: readonly Sheet[];
  readonly parts: Readonly<Record<string, Part>>;
}
