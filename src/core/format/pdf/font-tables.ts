/** What a PDF has to know of a font file, read from its tables (OpenType). */
export interface FontTables {
  readonly unitsPerEm: number;
  /** Lower left and upper right corner of all glyphs, font units. */
  readonly box: readonly [number, number, number, number];
  readonly ascender: number;
  readonly descender: number;
  /** How far the pen goes on after a glyph, font units. */
  advance(glyph: number): number;
}

/** The tables of a font with TrueType outlines; null where it has others. */
export function fontTables(file: Uint8Array): FontTables | null {
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
  const tables = new Map<string, number>();
  for (let i = 0; i < view.getUint16(4); i++) {
    const at = 12 + 16 * i;
    const tag = String.fromCharCode(...file.subarray(at, at + 4));
    tables.set(tag, view.getUint32(at + 8));
  }
  const [head, hhea, hmtx] = ['head', 'hhea', 'hmtx'].map((t) => tables.get(t));
  if (!tables.has('glyf') || head === undefined || hhea === undefined || hmtx === undefined) return null;
  const count = view.getUint16(hhea + 34);
  const short = (at: number) => view.getInt16(at);
  return {
    unitsPerEm: view.getUint16(head + 18),
    box: [short(head + 36), short(head + 38), short(head + 40), short(head + 42)],
    ascender: short(hhea + 4),
    descender: short(hhea + 6),
    // The last width stands for all glyphs after it.
    advance: (glyph) => (count ? view.getUint16(hmtx + 4 * Math.min(glyph, count - 1)) : 0),
  };
}
