import { type FaceInstance, type FeatureRange, type Features, faceById } from './face';
import { type Directions, type Item, inSight, itemsOf } from './items';
import { opticalGap } from './optical';
import type { Lettering } from './types';

/** A letter: one or several glyphs for one or several characters, that are never taken apart. */
export interface Cluster {
  /** Its characters, [from, to) of the paragraph. */
  readonly from: number;
  readonly to: number;
  readonly level: number;
  readonly glyphs: readonly { readonly id: number; readonly x: number; readonly y: number }[];
  readonly instance: FaceInstance;
  readonly colour: string | undefined;
  /** Sheet units to a font unit. */
  readonly scale: number;
  /** Where it stands from the start of its line, and how much room it takes, sheet units. */
  readonly x: number;
  readonly advance: number;
}

export interface ShapedLine {
  readonly from: number;
  readonly to: number;
  /** From left to right. */
  readonly clusters: readonly Cluster[];
  readonly width: number;
  /** Greatest size on the line as a share of the lettering's. */
  readonly scale: number;
  readonly rightToLeft: boolean;
}

/** A paragraph of lettering: the part of it between two line ends, with all indexes from its start. */
export type Paragraph = Pick<
  Lettering,
  'text' | 'face' | 'axes' | 'features' | 'runs' | 'letters' | 'pairs' | 'size' | 'tracking' | 'kerning'
>;

/** Characters of ligatures that may be left out (CSS Text 3, letter-spacing). */
const ligatures = ['liga', 'clig'];

/** Features of all the text: those that are chosen, and those that other settings switch off. */
export function commonFeatures({
  features,
  kerning,
  tracking,
}: Pick<Paragraph, 'features' | 'kerning' | 'tracking'>): Features {
  const off = [...(kerning === 'metric' ? [] : ['kern']), ...(tracking === 0 ? [] : ligatures)];
  return { ...Object.fromEntries(off.map((tag) => [tag, 0])), ...features };
}

function featureRanges(p: Paragraph): FeatureRange[] {
  const end = p.text.length;
  const own = Object.entries(commonFeatures(p)).map(([tag, value]) => ({ tag, value, from: 0, to: end }));
  // A letter that is changed stands alone.
  for (const { at, features = {} } of p.letters) {
    for (const tag of ligatures) own.push({ tag, value: 0, from: at, to: at + 1 });
    for (const [tag, value] of Object.entries(features)) own.push({ tag, value, from: at, to: at + 1 });
  }
  for (const { at } of p.pairs)
    for (const tag of ligatures) own.push({ tag, value: 0, from: at, to: at + 1 });
  return own;
}

function shapeItem(p: Paragraph, item: Item, features: readonly FeatureRange[]): Omit<Cluster, 'x'>[] {
  const face = faceById(item.run?.face ?? p.face);
  if (!face) return [];
  const instance = face.at(p.axes);
  const size = p.size * (item.run?.scale ?? 1);
  const scale = size / instance.unitsPerEm;
  const rightToLeft = (item.level & 1) === 1;
  const glyphs = instance.shape(p.text, { ...item, rightToLeft, features });
  const out: Omit<Cluster, 'x'>[] = [];
  const starts = [...new Set(glyphs.map((g) => g.cluster))].sort((a, b) => a - b);
  for (let i = 0; i < glyphs.length; ) {
    const { cluster } = glyphs[i];
    const own: { id: number; x: number; y: number }[] = [];
    let pen = 0;
    for (; i < glyphs.length && glyphs[i].cluster === cluster; i++) {
      own.push({ id: glyphs[i].id, x: pen + glyphs[i].dx, y: -glyphs[i].dy });
      pen += glyphs[i].advance;
    }
    out.push({
      from: cluster,
      to: starts[starts.indexOf(cluster) + 1] ?? item.to,
      level: item.level,
      glyphs: own,
      instance,
      colour: item.run?.colour,
      scale,
      advance: pen * scale,
    });
  }
  return out;
}

/** One line of a paragraph, shaped and spaced: [from, to) of its text. */
export function shapeLine(p: Paragraph, from: number, to: number, directions: Directions): ShapedLine {
  const features = featureRanges(p);
  const items = inSight(itemsOf(p.text, from, to, directions, p.runs));
  const shaped = items.flatMap((item) => shapeItem(p, item, features));
  const pair = new Map(p.pairs.map(({ at, by }) => [at, by * p.size]));
  let x = 0;
  const clusters = shaped.map((c, i): Cluster => {
    const next = shaped[i + 1];
    const before = shaped[i - 1];
    // The gap to the letter before in the text lies on the side where that stands.
    const gap = pair.get(c.from) ?? 0;
    const leading = (c.level & 1) === 0;
    if (gap && leading && before) x += gap;
    if (p.kerning === 'optical' && before) x += opticalGap(before, c);
    const at = x;
    x += c.advance + (next ? p.tracking * p.size : 0) + (gap && !leading && next ? gap : 0);
    return { ...c, x: at };
  });
  return {
    from,
    to,
    clusters,
    width: x,
    scale: Math.max(0, ...items.map((i) => i.run?.scale ?? 1)) || 1,
    rightToLeft: directions.rightToLeft,
  };
}
