import type { Card } from '../document/card';

/** Files that are delivered together. */
export interface ExportSet {
  /** What their names are made by (`fileName`). */
  readonly pattern: string;
  /** A kind of file each, and what of the design it shows. */
  readonly rows: readonly Card[];
}
