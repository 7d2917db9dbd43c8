import type { Stop } from '../../coat/types';
import { makeId } from '../../document/create';
import type { Part } from '../../document/types';
import { Tally } from '../../geometry/budget';
import { identity, type Matrix, origin } from '../../geometry/matrix';
import type { Bounds } from '../../geometry/path';
import { Cascade } from './cascade';
import type { Style } from './computed-style';
import { type Element, within } from './element';
import type { NamedFont } from './faces';
import { fittingPart } from './fitting';

/** Parts that one file may come to, and elements that are read for it, uses of the same again and again. */
const mostParts = 50_000;
const mostRead = 100_000;
/** Characters of files inside one file that are read, each as often as it is used. */
const mostInner = 40_000_000;

/** Something that was left out: what it is, and in which elements. */
export interface LeftOut {
  readonly what: string;
  readonly where: readonly string[];
  readonly count: number;
}

/** Things that are told of by themselves, characters that each is told in, and places that are named of one. */
const mostTold = 100;
const longestTold = 120;

const mostNamed = 5;

/** What an element is read under. */
export interface Setting {
  /** Style of its parent. */
  readonly style: Style;
  /** The viewport, for per cents. */
  readonly width: number;
  readonly height: number;
  /** Elements that refer to one another down to here, so that none refers to itself. */
  readonly referring: readonly Element[];
  /** From the coordinates in which it stands to the sheet. */
  readonly toSheet: Matrix;
  /** The paints of what has a marker, for shapes in that which ask for them. */
  readonly context?: { readonly fill: string; readonly stroke: string };
}

/** Reads an element; returns the part that it comes to, or null for none. */
export type ReadElement = (reader: SvgReader, element: Element, setting: Setting) => string | null;

/** Reads a file that is inside another; null where that cannot be. */
export type ReadFile = (text: string) => ReadSvg | null;

/** What an SVG file came to. */
export interface ReadSvg {
  /** Size of its picture, sheet units. */
  readonly width: number;
  readonly height: number;
  /** Parts that stand by themselves, the lowest first, and all there are. */
  readonly top: readonly string[];
  readonly parts: Readonly<Record<string, Part>>;
  /** What was left out. */
  readonly report: readonly LeftOut[];
}

/** What is there for a file that is read. */
export interface AtHand {
  /** Ids of pictures of the file (`picturesIn`) that are placed, by their addresses in it. */
  readonly pictures?: ReadonlyMap<string, string>;
  /** Fonts of the designer's own. */
  readonly fonts?: readonly NamedFont[];
}

/** What is read of a file, and what is made of it. */
export class SvgReader {
  readonly parts: Record<string, Part> = {};
  readonly ids = new Map<string, Element>();
  readonly cascade: Cascade;
  /** Parts that patterns repeat, by their elements and cells; null where one paints nothing. */
  readonly tiles = new Map<Element, Map<string, string | null>>();
  /** Parts that stand nowhere themselves. */
  readonly aside: string[] = [];
  /** Stops of gradients that were read. */
  readonly stops = new Map<Element, readonly Stop[]>();
  private readonly left = new Map<string, { where: Set<string>; count: number }>();
  private readonly made = new Tally(mostParts, 'This file would make', 'parts; a design may have');
  private readonly elements = new Tally(
    mostRead,
    'With all its repetitions this file has',
    'elements; an SVG may have',
  );
  private readonly inner = new Tally(
    mostInner,
    'The pictures inside this file have, all uses of them together,',
    'characters; an SVG may have',
  );
  private readonly used = new Map<string, number>();

  readonly pictures: ReadonlyMap<string, string>;
  readonly fonts: readonly NamedFont[];

  constructor(
    readonly root: Element,
    private readonly readElement: ReadElement,
    { pictures = new Map(), fonts = [] }: AtHand,
    private readonly readFile: ReadFile = () => null,
  ) {
    this.pictures = pictures;
    this.fonts = fonts;
    for (const e of within(root))
      if (e.attributes.id && !this.ids.has(e.attributes.id)) this.ids.set(e.attributes.id, e);
    this.cascade = new Cascade(root);
    for (const e of within(root))
      if (e.name === 'style' && /@import\b/i.test(e.text))
        this.leave('Style sheets that are not in the file', e);
  }

  /** Reads an element that something refers to. */
  read(element: Element, setting: Setting): string | null {
    return this.readElement(this, element, setting);
  }

  /** Takes over the parts of a file that is inside this one as a picture; null where it cannot be read. */
  nested(text: string): ReturnType<ReadFile> {
    this.inner.add(text.length);
    const read = this.readFile(text);
    if (!read) return null;
    this.made.add(Object.keys(read.parts).length);
    Object.assign(this.parts, read.parts);
    for (const { what, where, count } of read.report) this.tell(what, where, count);
    return read;
  }

  /** Counts an element that is read. @throws WorkFault where there are too many. */
  count(): void {
    this.elements.add(1);
  }

  /** Keeps a part under an id of its own; returns that. @throws WorkFault where there are too many. */
  keep(part: Omit<Part, 'id'>): string {
    this.made.add(1);
    const id = makeId();
    const fitting = fittingPart(part);
    if (!fitting) this.leave('Shapes that reach farther than a design can', this.root);
    this.parts[id] = {
      ...(fitting ?? { ...part, source: { kind: 'group' }, place: origin, coats: [], finishes: [] }),
      id,
    };
    return id;
  }

  /** Says that something was left out, and where. */
  leave(what: string, element: Element): void {
    this.tell(what.length > longestTold ? `${what.slice(0, longestTold)}…` : what, [nameOf(element)], 1);
  }

  /** Adds to what was left out; what is too many kinds of things is one more. */
  private tell(what: string, where: readonly string[], count: number): void {
    const told = this.left.has(what) || this.left.size < mostTold ? what : 'Other things';
    const known = this.left.get(told) ?? { where: new Set<string>(), count: 0 };
    known.count += count;
    for (const place of where) if (known.where.size < mostNamed) known.where.add(place);
    this.left.set(told, known);
  }

  /** A name that no part has yet. */
  freeName(name: string): string {
    const times = (this.used.get(name) ?? 0) + 1;
    this.used.set(name, times);
    return times > 1 ? `${name} ${times}` : name;
  }

  get report(): LeftOut[] {
    return [...this.left].map(([what, { where, count }]) => ({ what, where: [...where], count }));
  }
}

const words: Readonly<Record<string, string>> = {
  g: 'Group',
  svg: 'Picture',
  symbol: 'Symbol',
  use: 'Copy',
  path: 'Path',
  rect: 'Rectangle',
  circle: 'Disc',
  ellipse: 'Ellipse',
  line: 'Line',
  polyline: 'Line',
  polygon: 'Polygon',
  a: 'Link',
  switch: 'Group',
  text: 'Text',
  clipPath: 'Clip',
  mask: 'Mask',
  image: 'Picture',
  marker: 'Marker',
  pattern: 'Pattern',
};

/** What an element is called: by its title, its id, or what it is. */
export function nameOf(element: Element): string {
  const title = element.children.find((c) => c.name === 'title')?.text.trim();
  return (title || element.attributes.id || words[element.name] || element.name)
    .replace(/\s+/g, ' ')
    .slice(0, 80);
}

export const startSetting = (width: number, height: number): Setting => ({
  style: {},
  width,
  height,
  referring: [],
  toSheet: identity,
});

/** Where a shape is painted: the bounds of its source, where they are known, how that stands in its element’s coordinates and on the sheet. */
export interface Painting {
  readonly bounds: Bounds | null;
  readonly at: Matrix;
  readonly toSheet: Matrix;
  /** How long the outline is beside what its author says (SVG 2, 9.6.1); 1 where nothing is said. */
  readonly perLength?: number;
}
