import { formatHex, type Rgba } from '../colour/colour';
import { type ColourStop, colourAlong } from '../colour/gradient';
import { isIdentity, type Matrix } from '../geometry/matrix';
import { joinBounds } from '../geometry/path';
import { formatPath } from '../geometry/svg-path';
import { nodeBounds } from '../scene/damage';
import type { GradientPaint, Scene, SceneNode, ScenePaint, ShadowNode } from '../scene/types';

const num = (v: number): string => String(Number(v.toPrecision(12)));
const matrixText = (m: Matrix): string => `matrix(${m.map(num).join(' ')})`;
const escapeText = (s: string): string => s.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

/** Stops as SVG can show them: it mixes in sRGB only, so other spaces are sampled finely. */
function svgStops(paint: GradientPaint): ColourStop[] {
  const sorted = [...paint.stops].sort((a, b) => a.at - b.at);
  if (paint.interpolation === 'srgb') return sorted;
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

class SvgWriter {
  readonly defs: string[] = [];
  private readonly known = new Map<unknown, string>();
  private next = 0;

  private id(prefix: string): string {
    return `${prefix}${++this.next}`;
  }

  private gradient(paint: GradientPaint): string {
    const found = this.known.get(paint);
    if (found) return found;
    const id = this.id('g');
    const stops = svgStops(paint)
      .map(({ at, colour: [r, g, b, a] }) => {
        const opacity = a < 1 ? ` stop-opacity="${num(a)}"` : '';
        return `<stop offset="${num(at)}" stop-color="${formatHex([r, g, b, 1])}"${opacity}/>`;
      })
      .join('');
    const shape = paint.kind === 'linear' ? 'x1="0" y1="0" x2="1" y2="0"' : 'cx="0" cy="0" r="1"';
    const name = `${paint.kind}Gradient`;
    this.defs.push(
      `<${name} id="${id}" gradientUnits="userSpaceOnUse" ${shape} gradientTransform="${matrixText(paint.matrix)}" spreadMethod="${paint.spread}">${stops}</${name}>`,
    );
    this.known.set(paint, id);
    return id;
  }

  private paint(paint: ScenePaint): string {
    if (paint.kind !== 'solid') return `fill="url(#${this.gradient(paint)})"`;
    const [r, g, b, a] = paint.colour;
    return `fill="${formatHex([r, g, b, 1])}"${a < 1 ? ` fill-opacity="${num(a)}"` : ''}`;
  }

  /** The filter of a shadow works in the sheet's own coordinates: the drawing stands in a group without a matrix. */
  private shadowFilter(node: ShadowNode, toSheet: Matrix): string {
    const id = this.id('s');
    const [r, g, b, a] = node.colour;
    const source = node.children.map((c) => nodeBounds(c, toSheet)).reduce(joinBounds, null);
    const all = joinBounds(source, nodeBounds(node, toSheet)) ?? { x0: 0, y0: 0, x1: 0, y1: 0 };
    const box = `x="${num(all.x0)}" y="${num(all.y0)}" width="${num(all.x1 - all.x0)}" height="${num(all.y1 - all.y0)}"`;
    this.defs.push(
      `<filter id="${id}" filterUnits="userSpaceOnUse" ${box} color-interpolation-filters="sRGB"><feOffset in="SourceAlpha" dx="${num(node.dx)}" dy="${num(node.dy)}"/><feGaussianBlur stdDeviation="${num(node.sigma)}" result="b"/><feFlood flood-color="${formatHex([r, g, b, 1])}" flood-opacity="${num(a)}"/><feComposite operator="in" in2="b"/></filter>`,
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

  /** Elements of nodes whose coordinates map to the sheet by `toSheet`. */
  nodes(list: readonly SceneNode[], toSheet: Matrix): string {
    return list.map((n) => this.node(n, toSheet)).join('');
  }

  private node(node: SceneNode, toSheet: Matrix): string {
    if (node.type === 'shape') {
      const rule = node.path.fillRule === 'evenodd' ? ' fill-rule="evenodd"' : '';
      return `<path d="${formatPath(node.path)}" ${this.paint(node.paint)}${rule}${this.look(node.opacity, node.blend, false)}/>`;
    }
    if (node.type === 'shadow') {
      const inner = this.nodes(node.children, toSheet);
      const filter = this.shadowFilter(node, toSheet);
      // The offset is in sheet units whatever turns the part: go back to the sheet, filter, and in again.
      const [a, b, c, d, e, f] = toSheet;
      const det = a * d - b * c;
      if (det === 0) return '';
      const back: Matrix = [
        d / det,
        -b / det,
        -c / det,
        a / det,
        (c * f - d * e) / det,
        (b * e - a * f) / det,
      ];
      return `<g transform="${matrixText(back)}"${this.look(node.opacity, node.blend, false)}><g filter="url(#${filter})"><g transform="${matrixText(toSheet)}">${inner}</g></g></g>`;
    }
    const [a, b, c, d, e, f] = toSheet;
    const m = node.matrix;
    const inside: Matrix = [
      a * m[0] + c * m[1],
      b * m[0] + d * m[1],
      a * m[2] + c * m[3],
      b * m[2] + d * m[3],
      a * m[4] + c * m[5] + e,
      b * m[4] + d * m[5] + f,
    ];
    const transform = isIdentity(m) ? '' : ` transform="${matrixText(m)}"`;
    let clip = '';
    if (node.clip) {
      const id = this.id('c');
      const rule = node.clip.fillRule === 'evenodd' ? ' clip-rule="evenodd"' : '';
      this.defs.push(`<clipPath id="${id}"><path d="${formatPath(node.clip)}"${rule}/></clipPath>`);
      clip = ` clip-path="url(#${id})"`;
    }
    return `<g${transform}${clip}${this.look(node.opacity, node.blend, node.isolated)}>${this.nodes(node.children, inside)}</g>`;
  }
}

/** A scene as an SVG 1.1 picture with CSS blend modes: vectors, gradients, and shadows as filters. */
export function sceneToSvg(scene: Scene, title: string, ground = true): string {
  const writer = new SvgWriter();
  const { width: w, height: h } = scene;
  const body = writer.nodes(scene.nodes, [1, 0, 0, 1, 0, 0]);
  const colour: Rgba | null = ground ? scene.ground : null;
  const back = colour ? `<rect width="${num(w)}" height="${num(h)}" fill="${formatHex(colour)}"/>` : '';
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${num(w)}" height="${num(h)}" viewBox="0 0 ${num(w)} ${num(h)}"><title>${escapeText(title)}</title><defs>${writer.defs.join('')}</defs>${back}${body}</svg>`;
}
