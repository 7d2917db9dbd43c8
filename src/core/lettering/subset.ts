import { type AxisValues, type FontFace, FontFault } from './face';

/** What is called of the subsetter (HarfBuzz, hb-subset.h); numbers are addresses in its memory. */
interface Exports {
  readonly memory: WebAssembly.Memory;
  _initialize?(): void;
  malloc(size: number): number;
  free(at: number): void;
  hb_blob_create(data: number, length: number, mode: number, user: number, destroy: number): number;
  hb_blob_destroy(blob: number): void;
  hb_blob_get_data(blob: number, length: number): number;
  hb_blob_get_length(blob: number): number;
  hb_face_create(blob: number, index: number): number;
  hb_face_destroy(face: number): void;
  hb_face_reference_blob(face: number): number;
  hb_set_add(set: number, value: number): void;
  hb_set_clear(set: number): void;
  hb_set_invert(set: number): void;
  hb_subset_input_create_or_fail(): number;
  hb_subset_input_destroy(input: number): void;
  hb_subset_input_unicode_set(input: number): number;
  hb_subset_input_glyph_set(input: number): number;
  hb_subset_input_set_flags(input: number, flags: number): void;
  hb_subset_input_set(input: number, which: number): number;
  hb_subset_input_pin_axis_location(input: number, face: number, tag: number, value: number): number;
  hb_subset_or_fail(face: number, input: number): number;
}

/** Sets of a subset’s input (hb-subset.h, hb_subset_sets_t). */
const names = 4;
const features = 6;
/** Names that stay: copyright, licence and where it stands (OpenType, name table). */
const keptNames = [0, 13, 14];

/** Glyphs keep their numbers (hb-subset.h, HB_SUBSET_FLAGS_RETAIN_GIDS). */
const keepNumbers = 2;

const tagNumber = (tag: string): number => [...tag].reduce((n, c) => (n << 8) | c.charCodeAt(0), 0);

/** Cuts fonts down to what some characters need. */
export interface Subsetter {
  /**
   * A font file with the glyphs that some characters can come to and all features, a variable one at one
   * place of its axes.
   * @throws FontFault where the font cannot be cut down.
   */
  subset(face: FontFace, axes: AxisValues, codePoints: Iterable<number>): Uint8Array;
  /** A font file with some glyphs under the numbers that they have, for what names glyphs by these. @throws FontFault likewise. */
  glyphs(face: FontFace, axes: AxisValues, ids: Iterable<number>): Uint8Array;
}

/** What a font says about being put into a document (OpenType, OS/2 fsType). */
export function embedding({ file }: Pick<FontFace, 'file'>): 'subset' | 'whole' | 'never' {
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
  for (let i = 0; i < view.getUint16(4); i++) {
    const at = 12 + 16 * i;
    if (view.getUint32(at) !== tagNumber('OS/2')) continue;
    const [from, length] = [view.getUint32(at + 8), view.getUint32(at + 12)];
    if (length < 10) return 'subset';
    const type = view.getUint16(from + 8);
    // Bit 1: never without leave; bit 9: as pictures only; bit 8: only as a whole.
    if ((type & 0x000e) === 0x0002 || type & 0x0200) return 'never';
    return type & 0x0100 ? 'whole' : 'subset';
  }
  return 'subset';
}

/** The subsetter, from its program’s bytes. */
export async function openSubsetter(program: BufferSource): Promise<Subsetter> {
  const { instance } = await WebAssembly.instantiate(program, {});
  const hb = instance.exports as unknown as Exports;
  hb._initialize?.();
  /** A font cut down to what is put into the input’s sets. */
  const cut = (face: FontFace, axes: AxisValues, keep: (input: number) => void): Uint8Array => {
    const data = hb.malloc(face.file.length);
    new Uint8Array(hb.memory.buffer).set(face.file, data);
    const blob = hb.hb_blob_create(data, face.file.length, 2, 0, 0);
    const font = hb.hb_face_create(blob, 0);
    const input = hb.hb_subset_input_create_or_fail();
    let made = 0;
    try {
      keep(input);
      for (const id of keptNames) hb.hb_set_add(hb.hb_subset_input_set(input, names), id);
      for (const { tag, min, max, preset } of face.axes)
        hb.hb_subset_input_pin_axis_location(
          input,
          font,
          tagNumber(tag),
          Math.min(max, Math.max(min, axes[tag] ?? preset)),
        );
      made = hb.hb_subset_or_fail(font, input);
      if (!made) throw new FontFault(`The font “${face.name}” cannot be cut down.`);
      const out = hb.hb_face_reference_blob(made);
      const from = hb.hb_blob_get_data(out, 0);
      const bytes = new Uint8Array(hb.memory.buffer).slice(from, from + hb.hb_blob_get_length(out));
      hb.hb_blob_destroy(out);
      if (!bytes.length) throw new FontFault(`The font “${face.name}” cannot be cut down.`);
      return bytes;
    } finally {
      if (made) hb.hb_face_destroy(made);
      hb.hb_subset_input_destroy(input);
      hb.hb_face_destroy(font);
      hb.hb_blob_destroy(blob);
      hb.free(data);
    }
  };
  return {
    subset: (face, axes, codePoints) =>
      cut(face, axes, (input) => {
        const unicodes = hb.hb_subset_input_unicode_set(input);
        for (const c of codePoints) hb.hb_set_add(unicodes, c);
        const all = hb.hb_subset_input_set(input, features);
        hb.hb_set_clear(all);
        hb.hb_set_invert(all);
      }),
    glyphs: (face, axes, ids) =>
      cut(face, axes, (input) => {
        hb.hb_subset_input_set_flags(input, keepNumbers);
        const glyphs = hb.hb_subset_input_glyph_set(input);
        for (const id of ids) hb.hb_set_add(glyphs, id);
      }),
  };
}
