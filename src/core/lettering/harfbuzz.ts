import * as hb from 'harfbuzzjs';
import { combine } from '../arrange/combine';
import { BoundedCache, mebibytes } from '../cache/bounded-cache';
import { type Cubic, lineCubic } from '../geometry/cubic';
import { type Contour, contourOf, type Path, pathBytes, pathOf } from '../geometry/path';
import {
  type Axis,
  type AxisValues,
  type FaceInstance,
  type FeatureRange,
  type FontFace,
  FontFault,
  type Glyph,
  type ShapeOrder,
} from './face';

/** Most glyphs that a font file may have (OpenType `maxp`). */
const mostGlyphs = 65_535;

const tagOf = (bytes: Uint8Array, at: number): string => String.fromCharCode(...bytes.subarray(at, at + 4));

/**
 * Checks the head of a font file: its kind, and that its tables lie within it (OpenType, table directory).
 * @throws FontFault saying what is wrong.
 */
function checkFile(bytes: Uint8Array): void {
  if (bytes.length < 12) throw new FontFault('The file is too short to be a font.');
  const kind = tagOf(bytes, 0);
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (kind === 'wOFF' || kind === 'wOF2') throw new FontFault('The font is still packed for the web.');
  if (kind === 'ttcf') throw new FontFault('The file is a collection of fonts; save one of them alone.');
  if (view.getUint32(0) !== 0x00010000 && kind !== 'OTTO' && kind !== 'true')
    throw new FontFault('The file is no TrueType or OpenType font.');
  const count = view.getUint16(4);
  const tables = new Set<string>();
  for (let i = 0; i < count; i++) {
    const at = 12 + 16 * i;
    if (at + 16 > bytes.length) throw new FontFault('The font file breaks off in its list of tables.');
    const [from, length] = [view.getUint32(at + 8), view.getUint32(at + 12)];
    if (from + length > bytes.length)
      throw new FontFault(`The font file breaks off: its table “${tagOf(bytes, at)}” lies beyond its end.`);
    tables.add(tagOf(bytes, at));
  }
  for (const needed of ['cmap', 'head', 'hhea', 'hmtx', 'maxp'])
    if (!tables.has(needed)) throw new FontFault(`The font has no table “${needed}”.`);
  if (!tables.has('glyf') && !tables.has('CFF ') && !tables.has('CFF2'))
    throw new FontFault('The font has no outlines: it holds pictures or nothing.');
}

/** Outline commands as contours, y down; quadratic curves as the cubics they equal. */
function contoursOf(commands: readonly { type: string; values: readonly number[] }[]): Contour[] {
  const contours: Contour[] = [];
  let cubics: Cubic[] = [];
  let [x, y, startX, startY] = [0, 0, 0, 0];
  const add = (c: Cubic) => {
    if (c[0] !== c[6] || c[1] !== c[7] || c[2] !== c[0] || c[3] !== c[1]) cubics.push(c);
    [x, y] = [c[6], c[7]];
  };
  const close = () => {
    if (cubics.length) {
      if (x !== startX || y !== startY) add(lineCubic(x, y, startX, startY));
      contours.push(contourOf(cubics, true));
    }
    cubics = [];
  };
  for (const { type, values } of commands) {
    const v = values.map((n, i) => (i % 2 ? -n : n));
    if (type === 'M') {
      close();
      [x, y, startX, startY] = [v[0], v[1], v[0], v[1]];
    } else if (type === 'L') add(lineCubic(x, y, v[0], v[1]));
    else if (type === 'Q')
      add([
        x,
        y,
        x + (2 / 3) * (v[0] - x),
        y + (2 / 3) * (v[1] - y),
        v[2] + (2 / 3) * (v[0] - v[2]),
        v[3] + (2 / 3) * (v[1] - v[3]),
        v[2],
        v[3],
      ]);
    else if (type === 'C') add([x, y, v[0], v[1], v[2], v[3], v[4], v[5]]);
  }
  close();
  return contours;
}

class Instance implements FaceInstance {
  readonly unitsPerEm: number;
  readonly metrics: FaceInstance['metrics'];
  private readonly outlines = new BoundedCache<Path>(mebibytes(2), pathBytes);

  constructor(
    private readonly font: hb.Font,
    unitsPerEm: number,
  ) {
    this.unitsPerEm = unitsPerEm;
    const { ascender, descender } = font.hExtents();
    const height = (tag: hb.MetricsTag, letter: string) => {
      const told = font.getMetricPosition(tag);
      if (told) return told;
      const glyph = font.nominalGlyph(letter.codePointAt(0) as number);
      return (glyph !== undefined && font.glyphExtents(glyph)?.yBearing) || 0.7 * unitsPerEm;
    };
    this.metrics = {
      ascender,
      descender,
      capHeight: height(hb.MetricsTag.CAP_HEIGHT, 'H'),
      xHeight: height(hb.MetricsTag.X_HEIGHT, 'x'),
    };
  }

  shape(text: string, { from, to, rightToLeft, script, features }: ShapeOrder): Glyph[] {
    const buffer = new hb.Buffer();
    buffer.addText(text, from, to - from);
    buffer.setDirection(rightToLeft ? hb.Direction.RTL : hb.Direction.LTR);
    buffer.setScript(script);
    const list = features.map((f: FeatureRange) => new hb.Feature(f.tag, f.value, f.from, f.to));
    hb.shape(this.font, buffer, list);
    const positions = buffer.getGlyphPositions();
    return buffer.getGlyphInfos().map(({ codepoint, cluster }, i) => ({
      id: codepoint,
      cluster,
      advance: positions[i].xAdvance,
      dx: positions[i].xOffset,
      dy: positions[i].yOffset,
    }));
  }

  outline(glyph: number): Path {
    return this.outlines.getOr(String(glyph), () => {
      const path = pathOf(contoursOf(this.font.glyphToJson(glyph)));
      // Contours of one glyph may overlap: what strokes and offsets go along is its outermost line.
      return path.contours.length ? combine('union', [path]) : path;
    });
  }
}

const keyOf = (axes: AxisValues): string =>
  Object.keys(axes)
    .sort()
    .map((t) => `${t}=${axes[t]}`)
    .join();

/**
 * Reads a TrueType or OpenType file.
 * @throws FontFault in words where it cannot be used.
 */
export function openFace(id: string, bytes: Uint8Array): FontFace {
  checkFile(bytes);
  const face = new hb.Face(new hb.Blob(bytes));
  const maxp = face.referenceTable('maxp');
  const glyphs = maxp && maxp.length >= 6 ? (maxp[4] << 8) | maxp[5] : 0;
  if (!glyphs || glyphs > mostGlyphs) throw new FontFault('The font has no glyphs.');
  if (!(face.upem >= 16 && face.upem <= 16_384))
    throw new FontFault('The font’s units are not between 16 and 16,384 to the em.');
  const known = new Set(face.collectUnicodes());
  if (!known.size) throw new FontFault('The font says of no character which glyph it has.');
  const nameOf = (n: number) => face.getName(n, 'en');
  const axes: Axis[] = Object.values(face.getAxisInfos()).map((a) => ({
    tag: a.tag,
    name: nameOf(a.nameId) || a.tag,
    min: a.min,
    max: a.max,
    preset: a.default,
  }));
  // What shapes a face with some values of its axes takes, with the glyphs it has drawn, about so much.
  const instances = new BoundedCache<Instance>(mebibytes(4), () => 150_000);
  return {
    id,
    // A cut is known by its full name, what can be cut in many ways by that of its family (OpenType, name 4, 16 and 1).
    name: (axes.length ? '' : nameOf(4).replace(/ Regular$/, '')) || nameOf(16) || nameOf(1) || id,
    licence: nameOf(13) || nameOf(0),
    file: bytes,
    axes,
    features: [...new Set([...face.getTableFeatureTags('GSUB'), ...face.getTableFeatureTags('GPOS')])].sort(),
    has: (c) => known.has(c),
    at(values) {
      const wanted = axes.length ? values : {};
      const key = keyOf(wanted);
      return instances.getOr(key, () => {
        // A font under another one does not take axes of its own.
        const font = new hb.Font(face);
        const list = axes
          .filter((a) => wanted[a.tag] !== undefined)
          .map((a) => new hb.Variation(a.tag, Math.min(a.max, Math.max(a.min, wanted[a.tag]))));
        if (list.length) font.setVariations(list);
        return new Instance(font, face.upem);
      });
    },
  };
}
