import type { Coat, Stop } from '../coat/types';
import type { Interpolation } from '../colour/gradient';
import type { Card } from '../document/card';
import type { Address } from '../measure/address';
import type { BlendMode } from '../scene/types';

/** A named colour of a design. */
export interface ColourSwatch {
  readonly id: string;
  readonly name: string;
  /** Hex, with or without alpha. */
  readonly colour: string;
}

/** A named gradient of a design: its colours, not where it lies. */
export interface GradientSwatch {
  readonly id: string;
  readonly name: string;
  readonly stops: readonly Stop[];
  readonly interpolation: Interpolation;
}

export type Swatch = ColourSwatch | GradientSwatch;

/** Which swatch each linked colour or paint of a part or a sheet takes its value from, by its address. */
export type Inks = Readonly<Record<Address, string>>;

/** Coats and finishes kept under a name, to put on other parts. */
export interface Look {
  readonly id: string;
  readonly name: string;
  readonly coats: readonly Coat[];
  readonly finishes: readonly Card[];
  readonly opacity: number;
  readonly blend: BlendMode;
}
