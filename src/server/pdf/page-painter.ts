import { type Bounds, growBounds, invert, type Matrix, matrixText, meanScale, multiply } from '@/core';
import { PdfFault } from './fault';
import { gradientText, type Shading, shadingOf } from './gradients';
import {
  type Clip,
  type GraphicsState,
  initialState,
  type OperatorList,
  type PagePaint,
  type Tile,
} from './graphics-state';
import type { NamedFace } from './known-faces';
import { type Outline, outlineOf } from './outlines';
import { type ImageElement, type MeshShading, meshElement } from './pictures';
import { type Attributes, numeral, type SvgSheet } from './svg-sheet';

/** What an operator does to a page. */
export type Operator = (page: PagePainter, args: readonly unknown[]) => void | Promise<void>;

/** What operators refer to, and what a page says of itself. */
export interface PageResources {
  /** A font, picture or shading by its name; null where there is none, or it is not there yet. */
  object(id: string): unknown;
  /** Resolves once something that operators depend on is there, or cannot be had. */
  arrived(id: string): Promise<unknown>;
  /** The face that a font of such a name is; null where it is not here. */
  face(name: string): NamedFace | null;
  /** Whether what is marked so is shown. */
  isShown(properties: unknown): boolean;
  /** Operators by their numbers. */
  operator(code: number): Operator;
}

/** Cells within cells, states that are saved, and operators that are run, those of cells and drawn glyphs each time. */
const most = { cells: 8, states: 500, operators: 3_000_000 } as const;

/** Pixels that a line without width is drawn with: the thinnest that is sure to be seen. */
const hairline = 0.25;

/** How an outline is painted. */
export interface Painting {
  readonly fill: 'nonzero' | 'evenodd' | null;
  readonly stroke: boolean;
}

/** Paints the operators of a page onto a sheet. */
export class PagePainter {
  state: GraphicsState;
  /** The rule of a clip that the next path makes; null where it makes none. */
  pendingClip: 'nonzero' | 'evenodd' | null = null;
  /** The mask that was painted last, and is taken up where the state says so. */
  paintedMask: string | null = null;
  /** What is marked to be hidden: one entry a mark. */
  readonly hidden: boolean[] = [];
  /** Writes what was begun and is added to, such as a word, before anything else is painted. */
  flush: () => Promise<void> = async () => undefined;
  private readonly saved: GraphicsState[] = [];
  private readonly cells = new WeakMap<OperatorList, Map<string, string>>();
  private cellDepth = 0;
  private ran = 0;
  /** From the sheet to the coordinates of an outline that is drawn in its own; null where it is drawn in the sheet’s. */
  private within: Matrix | null = null;

  constructor(
    readonly sheet: SvgSheet,
    readonly resources: PageResources,
    /** From the page’s own coordinates to those of the sheet. */
    readonly start: Matrix,
    /** What can be seen of what is being painted: the sheet, or a cell. */
    public area: Bounds,
  ) {
    this.state = initialState(start);
  }

  /** Runs operators, each of which pdf.js has checked. @throws PdfFault where they come to too much. */
  async run({ fnArray, argsArray }: OperatorList): Promise<void> {
    for (let i = 0; i < fnArray.length; i++) {
      if (++this.ran > most.operators)
        throw new PdfFault('What is on this page is more than can be opened at once.');
      await this.resources.operator(fnArray[i])(this, argsArray[i] ?? []);
    }
    await this.flush();
  }

  set(change: Partial<GraphicsState>): void {
    this.state = { ...this.state, ...change };
  }

  transform(matrix: Matrix): void {
    this.set({ matrix: multiply(this.state.matrix, matrix) });
  }

  save(): void {
    if (this.saved.length >= most.states) throw new PdfFault('The page saves more states than can be kept.');
    this.saved.push(this.state);
  }

  restore(): void {
    this.state = this.saved.pop() ?? this.state;
  }

  get isHidden(): boolean {
    return this.hidden.includes(true);
  }

  clipBy({ d, box, upright }: Outline, rule: Clip['rule'] = 'nonzero'): void {
    this.set({ clips: [...this.state.clips, this.sheet.clip(d, rule, upright ? box : null)] });
  }

  /** Paints an outline in sheet coordinates. */
  async paint(outline: Outline, painting: Painting, title = ''): Promise<void> {
    if (!outline.box || this.isHidden) return;
    const { state } = this;
    const edges = painting.fill ? this.edgesOf(state.fill) : this.edgesOf(state.stroke);
    if (painting.fill && painting.stroke && (edges.length || this.edgesOf(state.stroke).length)) {
      // What ends where its gradient ends is painted by itself.
      await this.paint(outline, { ...painting, stroke: false }, title);
      await this.paint(outline, { ...painting, fill: null });
      return;
    }
    this.within = outline.own ? invert(outline.own.matrix) : null;
    const filled = painting.fill && (await this.paintAttributes('fill', state.fill, state.fillOpacity));
    const stroked =
      painting.stroke && (await this.paintAttributes('stroke', state.stroke, state.strokeOpacity));
    this.within = null;
    if (painting.fill && filled === null) await this.fillWithMesh(outline, painting.fill);
    if (!filled && !stroked) return;
    const scale = outline.own ? 1 : meanScale(state.matrix);
    const width = state.lineWidth * scale || hairline;
    const far = stroked ? this.reach(outline.own ? width * stretchOf(state.matrix) : width) : 0;
    this.sheet.element(
      'path',
      {
        d: outline.own?.d ?? outline.d,
        transform: outline.own && matrixText(outline.own.matrix),
        ...(filled || { fill: 'none' }),
        ...(filled && painting.fill === 'evenodd' ? { 'fill-rule': 'evenodd' } : {}),
        ...(stroked ? { ...stroked, ...this.strokeAttributes(width, scale) } : {}),
      },
      { ...state, clips: [...state.clips, ...edges], bounds: growBounds(outline.box, far) },
      title,
    );
  }

  /** Sets words, which are painted as shapes are. @param content As it stands between tags. */
  async text(content: string, attributes: Attributes, bounds: Bounds): Promise<void> {
    if (this.isHidden) return;
    const { state } = this;
    const filled = await this.paintAttributes('fill', state.fill, state.fillOpacity);
    if (filled) this.sheet.element('text', { ...attributes, ...filled }, { ...state, bounds }, content);
  }

  /** How far a line may paint beside its outline. */
  private reach(width: number): number {
    const { join, miterLimit } = this.state;
    return (width / 2) * Math.max(join === 'miter' ? miterLimit : 1, Math.SQRT2);
  }

  private strokeAttributes(width: number, scale: number): Attributes {
    const { cap, join, miterLimit, dashes, dashOffset } = this.state;
    return {
      'stroke-width': numeral(width),
      ...(cap === 'butt' ? {} : { 'stroke-linecap': cap }),
      ...(join === 'miter'
        ? { 'stroke-miterlimit': numeral(Math.max(1, miterLimit)) }
        : { 'stroke-linejoin': join }),
      ...(dashes.some((d) => d > 0)
        ? {
            'stroke-dasharray': dashes.map((d) => numeral(d * scale)).join(' '),
            'stroke-dashoffset': numeral(dashOffset * scale),
          }
        : {}),
    };
  }

  /** What an element says of its paint; undefined for none, null for one that only pictures can show. */
  private async paintAttributes(
    name: 'fill' | 'stroke',
    paint: PagePaint,
    opacity: number,
  ): Promise<Attributes | null | undefined> {
    const clear = opacity < 1 ? { [`${name}-opacity`]: numeral(opacity) } : {};
    if (paint.kind === 'none') return undefined;
    if (paint.kind === 'colour') return { [name]: paint.hex, ...clear };
    if (paint.kind === 'tiling') {
      const cell = await this.cell(paint.tile, paint.matrix);
      return cell ? { [name]: `url(#${cell})`, ...clear } : undefined;
    }
    const found = shadingOf(this.resources.object(paint.id));
    if (found && 'stops' in found) return { [name]: this.gradient(found, paint.matrix), ...clear };
    if (found && name === 'fill') return null;
    this.sheet.note(found ? 'Lines painted by colour meshes' : 'Shadings that cannot be read');
    return undefined;
  }

  /** A clip to where a gradient ends, where it says so (ISO 32000-1, table 78). */
  private edgesOf(paint: PagePaint): readonly Clip[] {
    if (paint.kind !== 'shading') return [];
    const found = shadingOf(this.resources.object(paint.id));
    return found && 'stops' in found ? this.boxOf(found, paint.matrix) : [];
  }

  private boxOf({ bbox }: Shading, matrix: Matrix): readonly Clip[] {
    if (!bbox) return [];
    const { d, box, upright } = boxOutline(bbox, matrix);
    return [this.sheet.clip(d, 'nonzero', upright ? box : null)];
  }

  /** A matrix to the sheet as one to the coordinates that are drawn in. */
  private inside(matrix: Matrix): Matrix {
    return this.within ? multiply(this.within, matrix) : matrix;
  }

  private gradient(found: Shading, matrix: Matrix): string {
    const id = this.sheet.id('gradient-');
    this.sheet.define(gradientText(id, found, this.inside(matrix)));
    return `url(#${id})`;
  }

  /** Fills an outline with a colour mesh, which is drawn as a picture in it. */
  private async fillWithMesh({ d, box }: Outline, rule: Clip['rule']): Promise<void> {
    const { fill, clips } = this.state;
    const found = fill.kind === 'shading' ? shadingOf(this.resources.object(fill.id)) : null;
    if (fill.kind !== 'shading' || !found || 'stops' in found) return;
    const clip = this.sheet.clip(d, rule, null);
    await this.mesh(found, fill.matrix, [...clips, clip], box);
  }

  private async mesh(
    found: MeshShading,
    matrix: Matrix,
    clips: readonly Clip[],
    bounds: Bounds | null,
  ): Promise<void> {
    this.sheet.note('Colour meshes, which come as pictures');
    this.picture(await meshElement(found, matrix), clips, bounds);
  }

  /** Places a picture. */
  picture(
    { attributes, matrix }: ImageElement,
    clips: readonly Clip[] = this.state.clips,
    bounds: Bounds | null = null,
  ): void {
    if (this.isHidden) return;
    const { fillOpacity, mask, blend } = this.state;
    const opacity = fillOpacity < 1 ? { opacity: numeral(fillOpacity) } : {};
    const all = { ...attributes, ...opacity, transform: matrixText(matrix) };
    this.sheet.element('image', all, { clips, mask, blend, bounds });
  }

  /** Fills all that the clips leave with a shading (ISO 32000-1, 8.7.4.2). */
  async fillClip(id: string): Promise<void> {
    await this.flush();
    if (this.isHidden) return;
    const { state } = this;
    const found = shadingOf(this.resources.object(id));
    if (!found) {
      this.sheet.note('Shadings that cannot be read');
      return;
    }
    if (!('stops' in found)) {
      await this.mesh(found, state.matrix, state.clips, null);
      return;
    }
    // The outline that clips closest is painted itself, within the others.
    const smallest = [...state.clips].sort((a, b) => areaOf(a.box) - areaOf(b.box)).at(0);
    const { x0, y0, x1, y1 } = this.area;
    const d = smallest?.d ?? `M${x0} ${y0}H${x1}V${y1}H${x0}Z`;
    this.sheet.element(
      'path',
      {
        d,
        fill: this.gradient(found, state.matrix),
        ...(smallest?.rule === 'evenodd' ? { 'fill-rule': 'evenodd' } : {}),
        ...(state.fillOpacity < 1 ? { 'fill-opacity': numeral(state.fillOpacity) } : {}),
      },
      {
        ...state,
        clips: [...state.clips.filter((c) => c !== smallest), ...this.boxOf(found, state.matrix)],
        bounds: smallest?.box ?? null,
      },
    );
  }

  /** The id of a cell that repeats; null where it comes to nothing. */
  private async cell(tile: Tile, matrix: Matrix): Promise<string | null> {
    const known = this.cells.get(tile.operators) ?? new Map<string, string>();
    this.cells.set(tile.operators, known);
    const key = `${matrix.join(' ')} ${tile.colour} ${this.within?.join(' ')}`;
    const id = known.get(key);
    if (id) return id;
    const scale = meanScale(matrix);
    if (!Number.isFinite(1 / scale) || !(tile.across > 0 && tile.down > 0)) return null;
    const text = await this.cellContent(tile, scale);
    const made = this.sheet.id('pattern-');
    known.set(key, made);
    const [x0, y0, x1, y1] = tile.bbox;
    if (x1 - x0 > tile.across * 1.001 || y1 - y0 > tile.down * 1.001)
      this.sheet.note('Cells of patterns that overlap');
    const sizes = { x: x0, y: y0, width: tile.across, height: tile.down };
    const said = Object.entries(sizes).map(([k, v]) => ` ${k}="${numeral(v * scale)}"`);
    const to = multiply(this.inside(matrix), [1 / scale, 0, 0, 1 / scale, 0, 0]);
    this.sheet.define(
      `<pattern id="${made}" patternUnits="userSpaceOnUse"${said.join('')} patternTransform="${matrixText(to)}">${text}</pattern>`,
    );
    return made;
  }

  /** What is in a cell, written as large as it is seen. */
  private async cellContent({ operators, colour, bbox }: Tile, scale: number): Promise<string> {
    if (this.cellDepth >= most.cells) throw new PdfFault('The page nests too many patterns.');
    this.cellDepth++;
    const { state, within, area } = this;
    this.within = null;
    const [x0, y0, x1, y1] = bbox.map((v) => v * scale);
    this.area = { x0, y0, x1, y1 };
    const states = this.saved.splice(0);
    const fresh = initialState([scale, 0, 0, scale, 0, 0]);
    const paint: PagePaint = { kind: 'colour', hex: colour ?? '#000000' };
    this.state = { ...fresh, fill: paint, stroke: paint };
    this.sheet.beginApart(null);
    await this.run(operators);
    this.cellDepth--;
    this.area = area;
    this.within = within;
    this.state = state;
    this.saved.splice(0, this.saved.length, ...states);
    return this.sheet.end();
  }

  /** The matrix of a pattern that is set as a colour: its own, where it has one, on that of the page or form it is in. */
  patternMatrix(own: Matrix | null): Matrix {
    return own ? multiply(this.state.base, own) : this.state.base;
  }
}

/** Returns a box of a page’s, x and y of two corners, as an outline on the sheet. */
export function boxOutline(box: ArrayLike<number>, matrix: Matrix): Outline {
  const [x0, y0, x1, y1] = Array.from(box);
  return outlineOf([0, x0, y0, 1, x1, y0, 1, x1, y1, 1, x0, y1, 4], matrix);
}

/** Returns the larger of the two scales of a map, or a little more. */
const stretchOf = ([a, b, c, d]: Matrix): number => Math.hypot(a, b, c, d);

const areaOf = (box: Bounds | null): number => (box ? (box.x1 - box.x0) * (box.y1 - box.y0) : 0);
