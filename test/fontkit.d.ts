/** What the tests use of fontkit, which has no types of its own. */
declare module 'fontkit' {
  export interface KitGlyph {
    readonly id: number;
    readonly bbox: {
      readonly minX: number;
      readonly minY: number;
      readonly maxX: number;
      readonly maxY: number;
    };
    readonly advanceWidth: number;
    readonly path: { readonly commands: readonly unknown[]; toSVG(): string };
  }
  export interface KitFont {
    readonly unitsPerEm: number;
    readonly characterSet: readonly number[];
    glyphForCodePoint(codePoint: number): KitGlyph;
    getGlyph(id: number): KitGlyph;
    layout(
      text: string,
      features?: readonly string[],
    ): {
      readonly glyphs: readonly KitGlyph[];
      readonly positions: readonly { readonly xAdvance: number }[];
    };
  }
  export function openSync(file: string): KitFont;
  export function create(bytes: Uint8Array): KitFont;
}
