import { type Matrix, multiply, translation } from '../../geometry/matrix';
import type { Path } from '../../geometry/path';
import { faceAt } from '../../lettering/alternates';
import { type AxisValues, type Features, type FontFace, faceById } from '../../lettering/face';
import { directionsOf, itemsOf, scriptsOf } from '../../lettering/items';
import { type LetterOf, lettersOf } from '../../lettering/letter-of';
import { type Cluster, commonFeatures } from '../../lettering/shape-line';
import { embedding, type Subsetter } from '../../lettering/subset';
import { base64 } from '../drawn-node';
import { escapeText, num } from './values';

/** Text set at the origin of its own coordinates, for an element with a matrix. */
export interface SvgText {
  readonly matrix: Matrix;
  /** Attributes of the element, the matrix and the paint aside. */
  readonly attributes: string;
  readonly content: string;
}

interface Font {
  readonly family: string;
  readonly face: FontFace;
  readonly axes: AxisValues;
  readonly codePoints: Set<number>;
}

/** Characters that XML 1.0 cannot hold. */
const unwritable = /[^\t\n\r\x20-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/u;

/** The glyph of characters that a font does not have; a drawer would take them from another one. */
const missing = 0;

/** A glyph as it is compared: which, and where it stands from the pen. */
type Told = readonly [id: number, x: number, y: number];

const sameGlyphs = (a: readonly Told[], b: readonly Told[]): boolean =>
  a.length === b.length && a.every(([id, x, y], i) => id === b[i][0] && x === b[i][1] && y === b[i][2]);

/** Glyphs in the units of their font, y down, from where the first begins. */
function set(
  cluster: Cluster,
  text: string,
  [from, to]: readonly [number, number],
  script: string,
  rightToLeft: boolean,
  features: Features,
): { glyphs: Told[]; clusters: number[]; pens: number[] } {
  const ranges = Object.entries(features).map(([tag, value]) => ({ tag, value, from, to }));
  const shaped = cluster.instance.shape(text, { from, to, script, rightToLeft, features: ranges });
  let pen = 0;
  const out = { glyphs: [] as Told[], clusters: [] as number[], pens: [] as number[] };
  for (const g of shaped) {
    out.glyphs.push([g.id, pen + g.dx, -g.dy]);
    out.clusters.push(g.cluster);
    out.pens.push(pen);
    pen += g.advance;
  }
  return out;
}

/** Lettering as SVG text in fonts that are cut down to what is used and put into the picture. */
export class TextWriter {
  private readonly fonts = new Map<string, Font>();

  constructor(private readonly subsetter: Subsetter) {}

  private fontOf({ l, letter }: LetterOf): Font | null {
    const id = faceAt(l, letter.from);
    const face = faceById(id);
    if (!face || embedding(face) === 'never') return null;
    // A font that may only go whole keeps its axes where they are.
    if (embedding(face) === 'whole' && face.axes.length) return null;
    const key = `${id} ${JSON.stringify(face.axes.map((a) => l.axes[a.tag] ?? a.preset))}`;
    let font = this.fonts.get(key);
    if (!font) {
      font = { family: `words-${this.fonts.size + 1}`, face, axes: l.axes, codePoints: new Set() };
      this.fonts.set(key, font);
    }
    return font;
  }

  private attributes(of: LetterOf, font: Font, features: Features): string {
    const settings = Object.entries(features).map(([tag, value]) => `'${tag}' ${value}`);
    const size = of.cluster.scale * of.cluster.instance.unitsPerEm;
    const styles = [
      'white-space:pre',
      'text-rendering:geometricPrecision',
      ...(features.kern === 0 ? ['font-kerning:none'] : []),
      ...(settings.length ? [`font-feature-settings:${settings.join(',')}`] : []),
    ];
    return `font-family="${font.family}" font-size="${num(size)}" style="${styles.join(';')}"`;
  }

  /** All letters of a line as one text, spaced as they are; null where a text cannot say it. */
  private line(letters: readonly LetterOf[]): SvgText | null {
    const [first] = letters;
    const { l, line } = first;
    const { clusters, base } = line;
    const inked = clusters.filter((c) => c.glyphs.some((g) => c.instance.outline(g.id).contours.length));
    if (l.follows !== 'line' || inked.length !== letters.length) return null;
    const inside = ({ at }: { at: number }) => at >= base + line.from && at < base + line.to;
    if (l.letters.some(inside) || l.pairs.some(inside)) return null;
    const text = l.text.slice(base).split('\n')[0];
    const runs = l.runs.map((r) => ({ ...r, from: r.from - base, to: r.to - base }));
    const items = itemsOf(text, line.from, line.to, directionsOf(text, l.direction), runs);
    const [item] = items;
    if (items.length !== 1 || item.run?.scale || item.run?.face) return null;
    const rightToLeft = (item.level & 1) === 1;
    const features = commonFeatures(l);
    const made = set(first.cluster, text, [line.from, line.to], item.script, rightToLeft, features);
    const ids = clusters.flatMap((c) => c.glyphs.map((g) => g.id));
    if (ids.includes(missing) || unwritable.test(text)) return null;
    if (made.glyphs.length !== ids.length || made.glyphs.some(([id], i) => id !== ids[i])) return null;
    // What the letters stand farther on than the font alone would have them.
    const more = clusters.map((c) => c.x / c.scale - made.pens[made.clusters.indexOf(c.from)]);
    const steps = more.map((v, i) => (v - (i ? more[i - 1] : 0)) * first.cluster.scale);
    const spaced = steps.some((v) => Math.abs(v) > 1e-6 * l.size);
    if (spaced && (rightToLeft || /[\ud800-\udfff]/.test(text))) return null;
    const font = this.fontOf(first);
    if (!font) return null;
    const content = text.slice(line.from, line.to);
    for (const c of content) font.codePoints.add(c.codePointAt(0) as number);
    const shifts = new Array<number>(content.length).fill(0);
    clusters.forEach((c, i) => {
      shifts[c.from - line.from] = steps[i];
    });
    const start = translation(-first.cluster.x, 0);
    const toEnd = rightToLeft ? ` direction="rtl" x="${num(line.width)}"` : '';
    const dx = spaced ? ` dx="${shifts.map(num).join(' ')}"` : '';
    return {
      matrix: multiply(first.letter.stand, start),
      attributes: `${this.attributes(first, font, features)}${toEnd}${dx}`,
      content: escapeText(content),
    };
  }

  /** One letter as a text of its own; null where it would look another way alone. */
  private letter(of: LetterOf): SvgText | null {
    const { l, letter, cluster } = of;
    const text = l.text.slice(letter.from, letter.to);
    const features = {
      ...commonFeatures(l),
      ...l.letters.find((c) => c.at === letter.from)?.features,
    };
    if (cluster.glyphs.some((g) => g.id === missing) || unwritable.test(text)) return null;
    const [script] = scriptsOf(text);
    const { glyphs } = set(cluster, text, [0, text.length], script, letter.rightToLeft, features);
    if (
      !sameGlyphs(
        glyphs,
        cluster.glyphs.map((g) => [g.id, g.x, g.y]),
      )
    )
      return null;
    const font = this.fontOf(of);
    if (!font) return null;
    for (const c of text) font.codePoints.add(c.codePointAt(0) as number);
    return {
      matrix: letter.matrix,
      attributes: this.attributes(of, font, features),
      content: escapeText(text),
    };
  }

  /** The texts that paint what a path does: a line each where that can be, else a letter each; null for none. */
  texts(path: Path): readonly SvgText[] | null {
    const letters = path.fillRule === 'nonzero' ? lettersOf(path) : null;
    if (!letters?.length) return null;
    const lines = new Map<unknown, LetterOf[]>();
    for (const of of letters) {
      const own = lines.get(of.line);
      if (own) own.push(of);
      else lines.set(of.line, [of]);
    }
    const out: SvgText[] = [];
    for (const own of lines.values()) {
      const whole = this.line(own);
      const made = whole ? [whole] : own.map((of) => this.letter(of));
      for (const text of made) {
        if (!text) return null;
        out.push(text);
      }
    }
    return out;
  }

  /** The fonts as a style sheet. */
  style(): string {
    const rules = [...this.fonts.values()]
      .filter((f) => f.codePoints.size)
      .map(({ family, face, axes, codePoints }) => {
        const file = embedding(face) === 'whole' ? face.file : this.subsetter.subset(face, axes, codePoints);
        return `@font-face{font-family:${family};src:url(data:font/ttf;base64,${base64(file)})}`;
      });
    return rules.length ? `<style>${rules.join('')}</style>` : '';
  }
}
