import type { Unit } from '../geometry/units';
import type { Address } from './address';

/** A named number of a design. */
export interface Measure {
  readonly id: string;
  readonly name: string;
  /** A number or a sum, which may name other measures; a length without a unit is in sheet units. */
  readonly text: string;
}

/** A sum with measures in it that a number of a part or a sheet follows. */
export interface Formula {
  readonly text: string;
  /** What its plain numbers count: a unit of length, or per cent; sheet units or plain numbers where left out. */
  readonly in?: Unit | '%';
}

/** Formulas by the address of the number that follows each. */
export type Formulas = Readonly<Record<Address, Formula>>;
