import { formatHex, type Rgba } from '../colour/colour';
import { type ColourStop, colourAlong } from '../colour/gradient';
import { identity, invert, isIdentity, type Matrix, meanScale, multiply } from '../geometry/matrix';
import { type Bounds, boundsPath, growBounds, joinBounds, type Path, pathBounds } from '../geometry/path';
import { formatPath } from '../geometry/svg-path';
import { lettersOf } from '../lettering/letter-of';
import type { Subsetter } from '../lettering/subset';
import { nodeBounds } from '../scene/damage';
import { samePaint } from '../scene/paint-colour';
import { silhouette } from '../scene/silhouette';
import type {
  GradientPaint,
  GroupNode,
  Scene,
  SceneNode,
  ScenePaint,
  ShadowNode,
  ShapeNode,
} from '../scene/types';
import { base64, pictureOf } from './svg-picture';
import { type SvgText, TextWriter } from './svg-text';
import { escapeText, num } from './svg-values';

const matrixText = (m: Matrix): string => `matrix(${m.map(num).join(' ')})`;

/** Stops as SVG can show them: it mixes in sRGB only, so other spaces are sampled finely. */
function svgStops(paint: GradientPaint): ColourStop[] {
  const sorted = [...paint.stops].sort((a, b) => a.at - b.at);
  if (paint.interpolation === 'srgb' && sorted.every((s) => s.mid === undefined)) return sorted;
  const out: ColourStop[] = [];
  sorted.forEach((s, i) => {
    const next = sorted[i + 1];
    out.push(s);
    if (!next || next.at <= s.at) return;
    const n = 32;
    for (let k = 1; k < n; k++) {
      const at = s.at + ((next.at - s.at) * k) / n;
      out.push({ at, colour: colourAlong(sorted, paint.interpolation, at) });
    }
  });
  return out;
}

/** Attributes of the box nodes paint within, in their own coordinates and with room for soft edges. */
function boxOf(nodes: readonly SceneNode[]): string {
  const bounds = nodes.map((n) => nodeBounds(n, identity)).reduce(joinBounds, null);
  return boxText(bounds ? growBounds(bounds, 1) : { x0: 0, y0: 0, x1: 0, y1: 0 });
}

const boxText = ({ x0, y0, x1, y1 }: Bounds): string =>
  `x="${num(x0)}" y="${num(y0)}" width="${num(x1 - x0)}" height="${num(y1 - y0)}"`;

/** Whether a paint hides what lies under it, so that it is all one whether letters overlap. */
const hides = (paint: ScenePaint): boolean =>
  paint.kind === 'solid' ? paint.colour[3] === 1 : paint.stops.every((s) => s.colour[3] === 1);

/** Nodes in which letters that follow each other, painted alike, are one shape: they are set as one text. */
function asWords(list: readonly SceneNode[]): SceneNode[] {
  const out: SceneNode[] = [];
  for (const n of list) {
    const last = out.at(-1);
    const joins =
      n.type === 'shape' &&
      last?.type === 'shape' &&
      [n, last].every((s) => s.opacity === 1 && s.blend === 'normal' && hides(s.paint)) &&
      samePaint(n.paint, last.paint) &&
      lettersOf(last.path)?.[0]?.l === (lettersOf(n.path)?.[0]?.l ?? null);
    if (joins && last) {
      const contours = [...last.path.contours, ...n.path.contours];
      out[out.length - 1] = { ...last, path: { ...last.path, contours } };
    } else out.push(n);
  }
  return out;
}

class SvgWriter {
  readonly defs: string[] = [];
  private readonly known = new Map<unknown, string>();
  private next = 0;

  /** @param fineness pixels a sheet unit of what goes in as pictures */
  constructor(
    private readonly fineness: number,
    /** Sets lettering as text; without it, it is outlines. */
    readonly words: TextWriter | null = null,
  ) {}

  private id(prefix: string): string {
    return `${prefix}${++this.next}`;
  }

  private gradient(paint: GradientPaint, toSheet: Matrix): string {
    const key = paint.fixed ? `${JSON.stringify(paint)} ${toSheet}` : paint;
    const found = this.known.get(key);
    if (found) return found;
    const id = this.id('g');
    const stops = svgStops(paint)
      .map(({ at, colour: [r, g, b, a] }) => {
        const opacity = a < 1 ? ` stop-opacity="${num(a)}"` : '';
        return `<stop offset="${num(at)}" stop-color="${formatHex([r, g, b, 1])}"${opacity}/>`;
      })
      .join('');
    const [fx, fy] = paint.focus ?? [0, 0];
    const focus = paint.focus ? ` fx="${num(fx)}" fy="${num(fy)}"` : '';
    const shape = paint.kind === 'linear' ? 'x1="0" y1="0" x2="1" y2="0"' : `cx="0" cy="0" r="1"${focus}`;
    const back = paint.fixed ? invert(toSheet) : null;
    const matrix = back ? multiply(back, paint.matrix) : paint.matrix;
    const name = `${paint.kind}Gradient`;
    this.defs.push(
      `<${name} id="${id}" gradientUnits="userSpaceOnUse" ${shape} gradientTransform="${matrixText(matrix)}" spreadMethod="${paint.spread}">${stops}</${name}>`,
    );
    this.known.set(key, id);
    return id;
  }

  private paint(paint: ScenePaint, toSheet: Matrix): string {
    if (paint.kind !== 'solid') return `fill="url(#${this.gradient(paint, toSheet)})"`;
    const [r, g, b, a] = paint.colour;
    return `fill="${formatHex([r, g, b, 1])}"${a < 1 ? ` fill-opacity="${num(a)}"` : ''}`;
  }

  /** Texts painted as one: a gradient lies as it would without their matrices. */
  private texts(
    texts: readonly SvgText[],
    paint: Exclude<ScenePaint, { kind: 'conic' }>,
    toSheet: Matrix,
  ): string {
    const written = texts.map(({ matrix, attributes, content }) => {
      const inside = multiply(toSheet, matrix);
      const back = paint.kind !== 'solid' && !paint.fixed ? invert(matrix) : null;
      const own = back && paint.kind !== 'solid' ? { ...paint, matrix: multiply(back, paint.matrix) } : paint;
      return `<text transform="${matrixText(matrix)}" ${attributes} ${this.paint(own, inside)}>${content}</text>`;
    });
    return written.length === 1 ? written[0] : `<g>${written.join('')}</g>`;
  }

  /** The filter of a shadow works in the sheet's own coordinates: the drawing stands in a group without a matrix. */
  private shadowFilter(node: ShadowNode, toSheet: Matrix): string {
    const id = this.id('s');
    const [r, g, b, a] = node.colour;
    const source = node.children.map((c) => nodeBounds(c, toSheet)).reduce(joinBounds, null);
    const all = joinBounds(source, nodeBounds(node, toSheet)) ?? { x0: 0, y0: 0, x1: 0, y1: 0 };
    this.defs.push(
      `<filter id="${id}" filterUnits="userSpaceOnUse" ${boxText(all)} color-interpolation-filters="sRGB"><feOffset in="SourceAlpha" dx="${num(node.dx)}" dy="${num(node.dy)}"/><feGaussianBlur stdDeviation="${num(node.sigma)}" result="b"/><feFlood flood-color="${formatHex([r, g, b, 1])}" flood-opacity="${num(a)}"/><feComposite operator="in" in2="b"/></filter>`,
    );
    return id;
  }

  private look(opacity: number, blend: string, isolated: boolean): string {
    const styles = [
      blend !== 'normal' ? `mix-blend-mode:${blend}` : '',
      isolated ? 'isolation:isolate' : '',
    ].filter(Boolean);
    return `${opacity < 1 ? ` opacity="${num(opacity)}"` : ''}${styles.length ? ` style="${styles.join(';')}"` : ''}`;
  }

  private clip(path: Path): string {
    const id = this.id('c');
    const rule = path.fillRule === 'evenodd' ? ' clip-rule="evenodd"' : '';
    this.defs.push(`<clipPath id="${id}"><path d="${formatPath(path)}"${rule}/></clipPath>`);
    return ` clip-path="url(#${id})"`;
  }

  /** A mask by what nodes paint: by their alpha all of it is made white, for drawers that know luminance only. */
  private mask({ children, by }: NonNullable<GroupNode['mask']>, toSheet: Matrix): string {
    const box = boxOf(children);
    const inner = this.nodes(children, toSheet);
    const id = this.id('m');
    const style = by === 'alpha' ? ' style="mask-type:alpha"' : '';
    this.defs.push(
      `<mask id="${id}" maskUnits="userSpaceOnUse" ${box}${style}>${by === 'alpha' ? this.levelled(inner, 1, box) : inner}</mask>`,
    );
    return ` mask="url(#${id})"`;
  }

  /** Elements within a box turned white or black, their alpha kept. */
  private levelled(inner: string, level: 0 | 1, box: string): string {
    const key = `${level} ${box}`;
    let id = this.known.get(key);
    if (!id) {
      id = this.id('l');
      this.known.set(key, id);
      const row = `0 0 0 0 ${level}`;
      this.defs.push(
        `<filter id="${id}" color-interpolation-filters="sRGB" filterUnits="userSpaceOnUse" ${box}><feColorMatrix values="${row} ${row} ${row} 0 0 0 1 0"/></filter>`,
      );
    }
    return `<g filter="url(#${id})">${inner}</g>`;
  }

  /** Members of a knock-out group: of each only what no later one lies on. */
  private knockedOut(nodes: readonly SceneNode[], toSheet: Matrix): string {
    return nodes
      .map((n, i) => {
        const later = nodes.slice(i + 1);
        const drawn = this.node(n, toSheet);
        if (!later.length || !drawn) return drawn;
        const id = this.id('k');
        const box = boxOf([n]);
        const lying = this.levelled(this.nodes(later.map(silhouette), toSheet), 0, box);
        this.defs.push(
          `<mask id="${id}" maskUnits="userSpaceOnUse" ${box}><rect ${box} fill="#fff"/>${lying}</mask>`,
        );
        return `<g mask="url(#${id})">${drawn}</g>`;
      })
      .join('');
  }

  /** A conic gradient as a picture of it, clipped by its shape: SVG has none. */
  private conic(node: ShapeNode, toSheet: Matrix): string {
    const b = pathBounds(node.path);
    if (!b) return '';
    const box = boundsPath(growBounds(b, 1));
    const { fixed, ...paint } = node.paint as GradientPaint;
    const back = fixed ? invert(toSheet) : null;
    const own = back ? { ...paint, matrix: multiply(back, paint.matrix) } : paint;
    const inner = this.picture({ ...node, path: box, paint: own, opacity: 1, blend: 'normal' }, toSheet);
    return `<g${this.clip(node.path)}${this.look(node.opacity, node.blend, false)}>${inner}</g>`;
  }

  /** What SVG has no element for, as a picture. */
  private picture(node: SceneNode, toSheet: Matrix): string {
    const bounds = nodeBounds(node, identity);
    if (!bounds) return '';
    const { width, height, png, box } = pictureOf(node, bounds, this.fineness * meanScale(toSheet));
    const data = base64(png);
    return width && height
      ? `<image ${boxText(box)} preserveAspectRatio="none" xlink:href="data:image/png;base64,${data}"${this.look(node.opacity, node.blend, false)}/>`
      : '';
  }

  /** Elements of nodes whose coordinates map to the sheet by `toSheet`. */
  nodes(list: readonly SceneNode[], toSheet: Matrix): string {
    const together = this.words ? asWords(list) : list;
    return together.map((n) => this.node(n, toSheet)).join('');
  }

  private node(node: SceneNode, toSheet: Matrix): string {
    if (node.type === 'mesh' || node.type === 'grain') return this.picture(node, toSheet);
    if (node.type === 'shape') {
      if (node.paint.kind === 'conic') return this.conic(node, toSheet);
      const texts = node.opacity === 1 && node.blend === 'normal' ? this.words?.texts(node.path) : null;
      if (texts) return this.texts(texts, node.paint, toSheet);
      const rule = node.path.fillRule === 'evenodd' ? ' fill-rule="evenodd"' : '';
      return `<path d="${formatPath(node.path)}" ${this.paint(node.paint, toSheet)}${rule}${this.look(node.opacity, node.blend, false)}/>`;
    }
    if (node.type === 'shadow') {
      const inner = this.nodes(node.children, toSheet);
      const filter = this.shadowFilter(node, toSheet);
      // The offset is in sheet units whatever turns the part: go back to the sheet, filter, and in again.
      const back = invert(toSheet);
      if (!back) return '';
      return `<g transform="${matrixText(back)}"${this.look(node.opacity, node.blend, false)}><g filter="url(#${filter})"><g transform="${matrixText(toSheet)}">${inner}</g></g></g>`;
    }
    const m = node.matrix;
    const inside = multiply(toSheet, m);
    const transform = isIdentity(m) ? '' : ` transform="${matrixText(m)}"`;
    const clip = `${node.clip ? this.clip(node.clip) : ''}${node.mask ? this.mask(node.mask, inside) : ''}`;
    const children = node.knockout
      ? this.knockedOut(node.children, inside)
      : this.nodes(node.children, inside);
    return `<g${transform}${clip}${this.look(node.opacity, node.blend, node.isolated)}>${children}</g>`;
  }
}

/**
 * A scene as an SVG 1.1 picture with CSS blend modes: vectors, gradients, and shadows as filters. With a
 * subsetter, lettering is text in fonts put into the picture, wherever it would look the same and its font
 * allows that; else it is outlines.
 */
export function sceneToSvg(
  scene: Scene,
  title: string,
  ground = true,
  subsetter: Subsetter | null = null,
): string {
  const { width: w, height: h } = scene;
  // Sharp at twice the sheet's size, and an icon of few units as sharp as a larger one.
  const words = subsetter && new TextWriter(subsetter);
  const writer = new SvgWriter(Math.max(2, 2048 / Math.max(w, h)), words);
  const body = writer.nodes(scene.nodes, [1, 0, 0, 1, 0, 0]);
  const colour: Rgba | null = ground ? scene.ground : null;
  const back = colour ? `<rect width="${num(w)}" height="${num(h)}" fill="${formatHex(colour)}"/>` : '';
  return `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="${num(w)}" height="${num(h)}" viewBox="0 0 ${num(w)} ${num(h)}"><title>${escapeText(title)}</title>${words?.style() ?? ''}<defs>${writer.defs.join('')}</defs>${back}${body}</svg>`;
}
