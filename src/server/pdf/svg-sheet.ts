import { type Bounds, escapeText, matrixText } from '@/core';
import { PdfFault } from './fault';
import type { Clip } from './graphics-state';
import type { ImageElement } from './pictures';

/** Characters and elements that a page may come to. */
const most = { characters: 40 << 20, elements: 200_000 } as const;

/** Returns a number as it is written: to a ten-thousandth of a pixel. */
export const numeral = (v: number): string => String(Number(v.toFixed(4)));

/** Returns a text as it stands in an attribute or between tags. */
export const escaped = (text: string): string =>
  escapeText(text.replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, ''));

/** Attributes of an element; those without a value are left out. */
export type Attributes = Readonly<Record<string, string | undefined>>;

const tag = (name: string, attributes: Attributes, empty: boolean): string =>
  `<${name}${Object.entries(attributes)
    .map(([k, v]) => (v === undefined ? '' : ` ${k}="${escaped(v)}"`))
    .join('')}${empty ? '/' : ''}>`;

/** Returns a box as elements of SVG say where they are. */
export const areaText = ({ x0, y0, x1, y1 }: Bounds): string =>
  `x="${numeral(x0)}" y="${numeral(y0)}" width="${numeral(x1 - x0)}" height="${numeral(y1 - y0)}"`;

/** What an element is inside of: clips and a mask. */
interface Around {
  readonly clips: readonly Clip[];
  readonly mask: string | null;
}

/** What is being written: the page, a group, a mask or a cell, and the wrappers that are open in it. */
interface Frame {
  readonly out: string[];
  /** What can be seen of it; null where that is not known. */
  readonly area: Bounds | null;
  /** Attributes of each open wrapper, as text. */
  open: string[];
  /** What is written once the frame ends; null for what stays a text of its own. */
  readonly end: string | null;
}

/** An SVG that is written element by element, each inside of the clips and the mask it has; those of neighbours are shared. */
export class SvgSheet {
  private readonly defs: string[] = [];
  private readonly frames: Frame[];
  private readonly notes = new Map<string, number>();
  private readonly clipIds = new Map<string, string>();
  private counted = { characters: 0, elements: 0, ids: 0 };

  constructor(private readonly page: Bounds) {
    this.frames = [{ out: [], area: page, open: [], end: null }];
  }

  /** Notes something that is not as on the page. */
  note(what: string): void {
    this.notes.set(what, (this.notes.get(what) ?? 0) + 1);
  }

  id(prefix: string): string {
    return `${prefix}${++this.counted.ids}`;
  }

  /** Counts what was written. @throws PdfFault where it is too much. */
  private count(text: string): string {
    this.counted.characters += text.length;
    if (this.counted.characters > most.characters || ++this.counted.elements > most.elements)
      throw new PdfFault('What is on this page is more than can be opened at once.');
    return text;
  }

  private get frame(): Frame {
    return this.frames[this.frames.length - 1];
  }

  define(text: string): void {
    this.defs.push(this.count(text));
  }

  /** Returns a clip by an outline; the same one gives the same. */
  clip(d: string, rule: Clip['rule'], box: Bounds | null): Clip {
    const key = `${rule} ${d}`;
    let id = this.clipIds.get(key);
    if (!id) {
      id = this.id('clip-');
      this.clipIds.set(key, id);
      this.define(
        `<clipPath id="${id}">${tag('path', rule === 'evenodd' ? { d, 'clip-rule': rule } : { d }, true)}</clipPath>`,
      );
    }
    return { id, d, rule, box };
  }

  /** Defines a mask by how opaque a picture is, and returns its id. */
  mask({ attributes, matrix }: ImageElement, area: Bounds): string {
    const id = this.id('mask-');
    const image = tag('image', { ...attributes, transform: matrixText(matrix) }, true);
    this.define(
      `<mask id="${id}" maskUnits="userSpaceOnUse" ${areaText(area)} style="mask-type:alpha">${image}</mask>`,
    );
    return id;
  }

  /** Writes an element. @param bounds Where it paints; null where that is not known. */
  element(
    name: string,
    attributes: Attributes,
    { clips, mask, bounds, blend }: Around & { readonly bounds: Bounds | null; readonly blend: string },
    content = '',
  ): void {
    const wrap = this.wrappers({ clips, mask }, bounds);
    const body = content
      ? `${tag(name, attributes, false)}${content}</${name}>`
      : tag(name, attributes, true);
    if (blend === 'normal') {
      this.enter(wrap);
      this.frame.out.push(this.count(body));
      return;
    }
    // What blends does so with all that is below it, from outside of what cuts it.
    this.enter([]);
    const [first = '', ...others] = wrap;
    const style = ` style="mix-blend-mode:${blend}"`;
    const inner = others.map((w) => `<g${w}>`).join('') + body + '</g>'.repeat(others.length);
    this.frame.out.push(this.count(`<g${first}${style}>${inner}</g>`));
  }

  /** Begins a group, inside of which nothing is cut by what is around it. */
  beginGroup(attributes: Attributes, { clips, mask, blend }: Around & { readonly blend: string }): void {
    const wrap = this.wrappers({ clips, mask }, null);
    const blending = blend === 'normal' ? {} : { style: `mix-blend-mode:${blend}` };
    this.enter(blend === 'normal' ? wrap : []);
    const outer = blend === 'normal' ? [] : wrap;
    const tags = outer.map((w, i) => `<g${w}${i ? '' : ` style="mix-blend-mode:${blend}"`}>`);
    const own = outer.length ? attributes : { ...attributes, ...blending };
    this.frames.push({
      out: [this.count(`${tags.join('')}${tag('g', own, false)}`)],
      area: this.frame.area,
      open: [],
      end: `</g>${'</g>'.repeat(outer.length)}`,
    });
  }

  /** Begins something that is written apart: what it holds is returned where it ends. @param area What can be seen of it; null where that is not known. */
  beginApart(area: Bounds | null = this.page): void {
    this.frames.push({ out: [], area, open: [], end: null });
  }

  /** Ends what was begun last, and returns what it holds. */
  end(): string {
    if (this.frames.length < 2) throw new PdfFault('The page ends more groups than it begins.');
    this.enter([]);
    const { out, end } = this.frames.pop() as Frame;
    const text = out.join('');
    if (end === null) return text;
    // A group of nothing is nothing.
    if (out.length > 1) this.frame.out.push(text + end);
    return '';
  }

  /** Opens and closes wrappers until those are open that are wanted. */
  private enter(wanted: readonly string[]): void {
    const { out, open } = this.frame;
    let shared = 0;
    while (shared < open.length && shared < wanted.length && open[shared] === wanted[shared]) shared++;
    for (let i = open.length; i > shared; i--) out.push('</g>');
    for (const w of wanted.slice(shared)) out.push(this.count(`<g${w}>`));
    this.frame.open = [...wanted];
  }

  /** The wrappers of an element: clips that leave all of it are left out. */
  private wrappers({ clips, mask }: Around, bounds: Bounds | null): string[] {
    const cut = bounds ?? this.frame.area;
    const wrap = clips
      .filter(({ box }) => !box || !cut || !holds(box, cut))
      .map(({ id }) => ` clip-path="url(#${id})"`);
    return mask ? [` mask="url(#${mask})"`, ...wrap] : wrap;
  }

  /** Returns the whole file, and what is not in it as on the page. */
  finish(): { readonly svg: string; readonly notes: ReadonlyMap<string, number> } {
    while (this.frames.length > 1) this.end();
    this.enter([]);
    const { x1, y1 } = this.page;
    const [w, h] = [numeral(x1), numeral(y1)];
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 0 ${w} ${h}"><defs>${this.defs.join('')}</defs>${this.frames[0].out.join('')}</svg>`;
    return { svg, notes: this.notes };
  }
}

/** Whether a box holds all of another, but for what nobody sees. */
const holds = (outer: Bounds, inner: Bounds): boolean =>
  outer.x0 <= inner.x0 + slack &&
  outer.y0 <= inner.y0 + slack &&
  outer.x1 >= inner.x1 - slack &&
  outer.y1 >= inner.y1 - slack;

/** Pixels by which a clip may cut into what it is said to leave: numbers of pages are not exact. */
const slack = 0.005;
