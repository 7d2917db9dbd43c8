/** Pages of one file that are read. */
export const mostPages = 40;

/** Something that is not as it is in the file, how often, and on which pages. */
export interface PageNote {
  readonly what: string;
  readonly count: number;
  readonly where: readonly string[];
}

/** Whether a file says of itself that it is a PDF (ISO 32000-1, 7.5.2; readers look for it in the first kilobyte). */
export const isPdfFile = (bytes: Uint8Array): boolean =>
  Buffer.from(bytes.subarray(0, 1024)).includes('%PDF-');

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
