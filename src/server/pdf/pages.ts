/** Pages of one file that are read. */
export const mostPages = 40;

/** Something that is not as it is on a page, and how often. */
export interface PageNote {
  readonly what: string;
  readonly count: number;
}

/** Pages of a PDF as SVG, and what of them is not as it is there. */
export interface PdfPages {
  /** Pages that the file has. */
  readonly pages: number;
  /** Those that were read, in their order. */
  readonly svg: readonly string[];
  readonly notes: readonly PageNote[];
}

/** Which pages of a file are read. */
export interface PageRange {
  /** So many at most. */
  readonly most: number;
  /** The first one of them, 1 for the first of all. */
  readonly from: number;
}
