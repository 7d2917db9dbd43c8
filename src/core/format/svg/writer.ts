import { formatHex } from '../../colour/colour';
import { identity, invert, type Matrix, meanScale, multiply } from '../../geometry/matrix';
import { type Bounds, meetBounds, type Path, transformBounds } from '../../geometry/path';
import { formatPath } from '../../geometry/svg-path';
import { nodeBounds } from '../../scene/damage';
import type { GradientPaint, SceneNode, SolidPaint } from '../../scene/types';
import { base64, drawnNode } from '../drawn-node';
import { inRuns } from '../pictured';
import { encodePng } from '../png';
import { boxText, matrixText } from './boxes';
import { writerOf } from './nodes';
import { svgStops } from './stops';
import type { SvgTarget } from './target';
import type { TextWriter } from './text';
import { escapeText, num } from './values';
import { asWords } from './words';

/** The element of a gradient. */
function gradientElement(id: string, paint: GradientPaint, toSheet: Matrix): string {
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
  return `<${name} id="${id}" gradientUnits="userSpaceOnUse" ${shape} gradientTransform="${matrixText(matrix)}" spreadMethod="${paint.spread}">${stops}</${name}>`;
}

/** Writes nodes as elements, and keeps what they refer to. */
export class SvgWriter implements SvgTarget {
  readonly defs: string[] = [];
  private readonly ids = new Set<string>();
  private readonly known = new Map<unknown, string>();
  private next = 0;

  /**
   * @param fineness pixels a sheet unit of what goes in as pictures; `area` is what can be seen of the sheet, and about it;
   * `decimals` are those of coordinates on the sheet, `names` those of parts, where they are told apart.
   */
  constructor(
    private readonly fineness: number,
    private readonly area: Bounds,
    readonly words: TextWriter | null = null,
    private readonly decimals?: number,
    private readonly names?: (part: string) => string | undefined,
  ) {}

  id(prefix: string): string {
    return `${prefix}${++this.next}`;
  }

  define(element: string): void {
    this.defs.push(element);
  }

  shared(key: unknown, prefix: string, define: (id: string) => void): string {
    let id = this.known.get(key);
    if (!id) {
      id = this.id(prefix);
      this.known.set(key, id);
      define(id);
    }
    return id;
  }

  private gradient(paint: GradientPaint, toSheet: Matrix): string {
    const key = paint.fixed ? `${JSON.stringify(paint)} ${toSheet}` : paint;
    return this.shared(key, 'g', (id) => this.define(gradientElement(id, paint, toSheet)));
  }

  paint(paint: SolidPaint | GradientPaint, toSheet: Matrix): string {
    if (paint.kind !== 'solid') return `fill="url(#${this.gradient(paint, toSheet)})"`;
    const [r, g, b, a] = paint.colour;
    return `fill="${formatHex([r, g, b, 1])}"${a < 1 ? ` fill-opacity="${num(a)}"` : ''}`;
  }

  look(opacity: number, blend: string, isolated: boolean): string {
    const styles = [
      blend !== 'normal' ? `mix-blend-mode:${blend}` : '',
      isolated ? 'isolation:isolate' : '',
    ].filter(Boolean);
    return `${opacity < 1 ? ` opacity="${num(opacity)}"` : ''}${styles.length ? ` style="${styles.join(';')}"` : ''}`;
  }

  path(path: Path, toSheet: Matrix): string {
    if (this.decimals === undefined) return formatPath(path);
    const finer = Math.ceil(Math.log10(meanScale(toSheet) || 1) - 1e-9);
    return formatPath(path, Math.min(12, Math.max(0, this.decimals + finer)));
  }

  clip(path: Path, toSheet: Matrix): string {
    const id = this.id('c');
    const rule = path.fillRule === 'evenodd' ? ' clip-rule="evenodd"' : '';
    this.define(`<clipPath id="${id}"><path d="${this.path(path, toSheet)}"${rule}/></clipPath>`);
    return ` clip-path="url(#${id})"`;
  }

  picture(node: SceneNode, toSheet: Matrix, fineness = 1): string {
    const back = invert(toSheet);
    const own = nodeBounds(node, identity);
    // What lies far off the sheet is not drawn.
    const bounds = own && back && meetBounds(own, transformBounds(this.area, back));
    if (!bounds) return '';
    // What stands in several places, as in masks, goes in once, but where it is cut off.
    const cut = Object.entries(own).some(([k, v]) => bounds[k as keyof Bounds] !== v);
    const id = this.shared(cut ? {} : node, 'p', (name) => {
      const scale = fineness * this.fineness * meanScale(toSheet);
      const { width, height, data, box } = drawnNode(node, bounds, scale);
      const href = `data:image/png;base64,${base64(encodePng(width, height, data))}`;
      this.define(`<image id="${name}" ${boxText(box)} preserveAspectRatio="none" xlink:href="${href}"/>`);
    });
    return `<use xlink:href="#${id}"${this.look(node.opacity, node.blend, false)}/>`;
  }

  nodes(list: readonly SceneNode[], toSheet: Matrix): string {
    const together = this.words ? asWords(list) : list;
    return inRuns(together)
      .map(({ node, whole }) => {
        const written = whole ? this.picture(node, toSheet) : writerOf(node)(this, node, toSheet);
        return written && node.type === 'group' && node.part ? this.named(node.part, written) : written;
      })
      .join('');
  }

  /** What stands for a part, under its name: as an id that nothing else has, and as a title. */
  private named(part: string, written: string): string {
    const name = this.names?.(part);
    if (!name) return written;
    const stem = name.trim().replace(/[^\p{L}\p{N}_.-]+/gu, '-') || 'part';
    // Names of letters and a number are those of definitions, and no id begins with a number.
    const plain = /^(?:[a-z]\d+|[\d.-].*)$/u.test(stem) ? `part-${stem}` : stem;
    let id = plain;
    for (let k = 2; this.ids.has(id); k++) id = `${plain}-${k}`;
    this.ids.add(id);
    return `<g id="${escapeText(id)}"><title>${escapeText(name)}</title>${written}</g>`;
  }
}
