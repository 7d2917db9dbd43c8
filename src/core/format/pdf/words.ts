import { type PDFContext, type PDFRawStream, type PDFRef, PDFString } from 'pdf-lib';
import { type Matrix, multiply, translation } from '../../geometry/matrix';
import type { Path } from '../../geometry/path';
import { faceAt } from '../../lettering/alternates';
import { type AxisValues, type FontFace, faceById } from '../../lettering/face';
import { type LetterOf, lettersOf } from '../../lettering/letter-of';
import type { Cluster } from '../../lettering/shape-line';
import { embedding, type Subsetter } from '../../lettering/subset';
import type { Content } from './content';
import { fontTables } from './font-tables';
import { matrixText } from './values';

/** A font of the file: its glyphs are numbered as they are used, each with the characters that it stands for. */
interface Font {
  readonly ref: PDFRef;
  readonly face: FontFace;
  readonly axes: AxisValues;
  /** By glyph and characters, so that a ligature and its letters are told apart. */
  readonly codes: Map<string, { readonly code: number; readonly glyph: number; readonly text: string }>;
}

/** The glyph of characters that a font does not have: another one would be taken for it. */
const missing = 0;

const hex = (n: number): string => n.toString(16).padStart(4, '0').toUpperCase();

/** Characters as UTF-16 in hex. */
const utf16 = (text: string): string =>
  Array.from({ length: text.length }, (_, i) => hex(text.charCodeAt(i))).join('');

/** From codes to characters, for search and copying (ISO 32000-1, 9.10.3). */
function toUnicode(codes: Iterable<{ readonly code: number; readonly text: string }>): string {
  const lines = [...codes].map(({ code, text }) => `<${hex(code)}> <${utf16(text)}>`);
  const blocks: string[] = [];
  // A block has a hundred lines at most.
  for (let i = 0; i < lines.length; i += 100) {
    const some = lines.slice(i, i + 100);
    blocks.push(`${some.length} beginbfchar`, ...some, 'endbfchar');
  }
  return [
    '/CIDInit /ProcSet findresource begin',
    '12 dict begin',
    'begincmap',
    '/CIDSystemInfo << /Registry (Adobe) /Ordering (UCS) /Supplement 0 >> def',
    '/CMapName /Adobe-Identity-UCS def',
    '/CMapType 2 def',
    '1 begincodespacerange',
    '<0000> <FFFF>',
    'endcodespacerange',
    ...blocks,
    'endcmap',
    'CMapName currentdict /CMap defineresource pop',
    'end',
    'end',
  ].join('\n');
}

/** Lettering as text of a PDF, in fonts that are cut down to the glyphs that are used (ISO 32000-1, 9.7). */
export class PdfWords {
  private readonly fonts = new Map<string, Font | null>();

  constructor(
    private readonly context: PDFContext,
    private readonly subsetter: Subsetter,
  ) {}

  private fontOf({ l, letter }: LetterOf): Font | null {
    const id = faceAt(l, letter.from);
    const face = faceById(id);
    if (!face) return null;
    const key = `${id} ${JSON.stringify(face.axes.map((a) => l.axes[a.tag] ?? a.preset))}`;
    const known = this.fonts.get(key);
    if (known !== undefined) return known;
    const may = embedding(face);
    // One that may only go whole keeps its axes where they are; outlines of other kinds stay outlines.
    const usable = may !== 'never' && !(may === 'whole' && face.axes.length) && fontTables(face.file);
    const font = usable ? { ref: this.context.nextRef(), face, axes: l.axes, codes: new Map() } : null;
    this.fonts.set(key, font);
    return font;
  }

  /** The code of a glyph that stands for some characters. */
  private static code({ codes }: Font, glyph: number, text: string): number {
    const key = `${glyph} ${text}`;
    const found = codes.get(key) ?? { code: codes.size + 1, glyph, text };
    codes.set(key, found);
    return found.code;
  }

  /**
   * Sets what a path shows as text in the colour that is set, glyph by glyph where they stand. Returns false where it is anything
   * but whole letters of fonts that may be put into a file.
   */
  write(content: Content, path: Path, toSheet: Matrix): boolean {
    const letters = path.fillRule === 'nonzero' ? lettersOf(path) : null;
    if (!letters?.length) return false;
    const fonts = letters.map((of) => this.fontOf(of));
    const whole = letters.every((of, i) => fonts[i] && of.cluster.glyphs.every((g) => g.id !== missing));
    if (!whole) return false;
    const ops: string[] = ['BT'];
    let set: Font | null = null;
    letters.forEach((of, i) => {
      const font = fonts[i];
      if (!font) return;
      if (font !== set) ops.push(`/${content.name('Font', font.ref)} 1 Tf`);
      set = font;
      const own = multiply(toSheet, of.letter.matrix);
      ops.push(...this.spaces(font, of, toSheet), ...this.glyphs(font, of.cluster, this.textOf(of), own));
    });
    content.add(...ops, 'ET');
    return true;
  }

  private textOf = ({ l, letter }: LetterOf): string => l.text.slice(letter.from, letter.to);

  /** The glyphs of a cluster; its characters go with the first. */
  private glyphs(font: Font, cluster: Cluster, text: string, matrix: Matrix): string[] {
    const { scale, instance } = cluster;
    const size = scale * instance.unitsPerEm;
    return cluster.glyphs.map((g, i) => {
      // Glyphs run up from their baseline.
      const at = multiply(multiply(matrix, translation(g.x * scale, g.y * scale)), [size, 0, 0, -size, 0, 0]);
      return `${matrixText(at)} Tm <${hex(PdfWords.code(font, g.id, i ? '' : text))}> Tj`;
    });
  }

  /** The spaces right before a letter, so that words are told apart where the text is read. */
  private spaces(font: Font, of: LetterOf, toSheet: Matrix): string[] {
    const { l, line, cluster } = of;
    const at = line.clusters.findIndex((c) => c.from === cluster.from);
    const before = line.clusters[at - 1];
    const text = before ? l.text.slice(line.base + before.from, line.base + before.to) : '';
    if (!/^\s+$/.test(text) || before.glyphs.some((g) => g.id === missing)) return [];
    const matrix = multiply(multiply(toSheet, of.letter.stand), translation(before.x - cluster.x, 0));
    return this.glyphs(font, before, text, matrix);
  }

  /** Puts the fonts that were used into the file. */
  finish(): void {
    const { context } = this;
    const stream = (bytes: string | Uint8Array, dictionary: object = {}): PDFRef =>
      context.register(context.flateStream(bytes, dictionary as never) as PDFRawStream);
    for (const font of this.fonts.values()) {
      if (!font?.codes.size) continue;
      const { face, axes, ref } = font;
      const codes = [...font.codes.values()];
      const subset = embedding(face) !== 'whole';
      const file = subset ? this.subsetter.glyphs(face, axes, new Set(codes.map((c) => c.glyph))) : face.file;
      const tables = fontTables(file);
      if (!tables) continue;
      const em = (v: number) => Math.round((1000 * v) / tables.unitsPerEm);
      const plain = face.name.replace(/[^A-Za-z0-9]/g, '') || 'Face';
      // A subset is named so (ISO 32000-1, 9.6.4), each by another tag.
      const tag = `SC${[...String(ref.objectNumber).padStart(4, '0').slice(-4)].map((d) => 'ABCDEFGHIJ'[Number(d)]).join('')}`;
      const name = subset ? `${tag}+${plain}` : plain;
      const map = new Uint8Array(2 * (codes.length + 1));
      for (const { code, glyph } of codes) map.set([glyph >> 8, glyph & 255], 2 * code);
      const descriptor = context.register(
        context.obj({
          Type: 'FontDescriptor',
          FontName: name,
          Flags: 4,
          FontBBox: tables.box.map(em),
          ItalicAngle: 0,
          Ascent: em(tables.ascender),
          Descent: em(tables.descender),
          CapHeight: em(tables.ascender),
          StemV: 80,
          FontFile2: stream(file, { Length1: file.length }),
        }),
      );
      const below = context.register(
        context.obj({
          Type: 'Font',
          Subtype: 'CIDFontType2',
          BaseFont: name,
          CIDSystemInfo: {
            Registry: PDFString.of('Adobe'),
            Ordering: PDFString.of('Identity'),
            Supplement: 0,
          },
          FontDescriptor: descriptor,
          DW: 0,
          W: [1, codes.map(({ glyph }) => em(tables.advance(glyph)))],
          CIDToGIDMap: stream(map),
        } as never),
      );
      context.assign(
        ref,
        context.obj({
          Type: 'Font',
          Subtype: 'Type0',
          BaseFont: name,
          Encoding: 'Identity-H',
          DescendantFonts: [below],
          ToUnicode: stream(toUnicode(codes.filter((c) => c.text))),
        }),
      );
    }
  }
}
