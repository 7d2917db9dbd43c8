import { mebibytes } from '../cache/bounded-cache';
import { identity, invert, type Matrix, multiply } from '../geometry/matrix';
import {
  type Bounds,
  boundsPath,
  growBounds,
  meetBounds,
  type Path,
  transformBounds,
  wholeBounds,
} from '../geometry/path';
import type { Point } from '../geometry/vector';
import { nodeKind } from '../scene/node';
import {
  type BlendMode,
  type ImagePaint,
  type Scene,
  type SceneNode,
  type ScenePaint,
  type ShapeNode,
  spreads,
} from '../scene/types';
import type { Unbent } from '../scene/unbent';
import { backFrom } from './back-from';
import { edgesOf } from './edges';
import { GradientTables } from './gradient-tables';
import { imageColours } from './image-colours';
import { imageLookup } from './image-lookup';
import { type Kernels, makeKernels } from './kernels';
import { drawerOf } from './node';
import { OwnBounds } from './own-bounds';
import { drawKept, isKept, StillNodes } from './still';
import { modeNumber, planeBytes, type Target, tileSize } from './target';

/** Layers that groups may nest to; the kernels hold this many. */
const layerCount = 24;

const kinds = { linear: 1, radial: 2, conic: 3 } as const;

/** Lists of more nodes than this are searched by their bounds. */
const few = 4;

const deep = (v: number): number => Math.min(65535, Math.max(0, Math.round(v)));

/** Draws scenes tile by tile into the kernels' memory. One painter serves one thread. */
export class Painter implements Target {
  /** @param kernels what works out the pixels. */
  constructor(readonly kernels: Kernels = makeKernels()) {}

  private bump = 0;
  private readonly resident = new Map<Float64Array | Float32Array, number>();
  private readonly tables = new GradientTables();
  private readonly own = new OwnBounds();
  private readonly still = new StillNodes();
  private readonly groundShapes = new WeakMap<Scene, ShapeNode>();
  private x = 0;
  private y = 0;
  private wide = tileSize;
  private high = tileSize;

  /** Makes the rectangle of device pixels that is drawn next; at most one tile in each direction. */
  place(x: number, y: number, wide: number, high: number): void {
    this.x = x;
    this.y = y;
    this.wide = wide;
    this.high = high;
    this.kernels.placeTile(x, y, wide, high);
    this.kernels.placePaint(x, y);
    this.kernels.placeSurface(x, y, wide, high);
  }

  /** The rectangle being drawn. */
  get area(): Bounds {
    return { x0: this.x, y0: this.y, x1: this.x + this.wide, y1: this.y + this.high };
  }

  /**
   * Draws a rectangle of at most 256² pixels of a scene into layer 0. `matrix` maps sheet units
   * to device pixels. Read the result with `pixels` or `bytes` before the next call.
   */
  drawTile(scene: Scene, matrix: Matrix, x: number, y: number, wide: number, high: number): void {
    this.kernels.clearLayer(0);
    this.kernels.resetFragments();
    this.sheet = matrix;
    this.still.enter(scene);
    this.place(x, y, wide, high);
    const ground = this.groundOf(scene);
    if (ground) this.draw([ground], matrix, 0);
    this.draw(scene.nodes, matrix, 0);
    this.kernels.flattenLayer(0);
  }

  /** Premultiplied RGBA floats of the last tile: rows of 256 pixels, valid until the next call. */
  pixels(): Float32Array {
    return new Float32Array(this.kernels.memory.buffer, this.kernels.layerPixels(0), 4 * tileSize * tileSize);
  }

  /** Straight-alpha RGBA bytes of the last tile, row after row of its own width. */
  bytes(): Uint8ClampedArray<ArrayBuffer> {
    return this.tileBytes().slice();
  }

  /** Lays the last tile's straight-alpha RGBA bytes into a picture `width` pixels wide, its corner at (x, y). */
  copyBytes(into: Uint8ClampedArray, width: number, x: number, y: number): void {
    const tile = this.tileBytes();
    const row = 4 * this.wide;
    for (let r = 0; r < this.high; r++)
      into.set(tile.subarray(row * r, row * (r + 1)), 4 * ((y + r) * width + x));
  }

  /** The same in 16 bits a channel, the high byte first as PNG has it; eight bytes a pixel. */
  copyDeep(into: Uint8ClampedArray, width: number, x: number, y: number): void {
    const pixels = this.pixels();
    const view = new DataView(into.buffer, into.byteOffset, into.byteLength);
    for (let r = 0; r < this.high; r++)
      for (let i = 0; i < this.wide; i++) {
        const from = 4 * (r * tileSize + i);
        const at = 8 * ((y + r) * width + x + i);
        const alpha = pixels[from + 3];
        const scale = alpha > 0 ? 65535 / alpha : 0;
        for (let k = 0; k < 3; k++) view.setUint16(at + 2 * k, deep(pixels[from + k] * scale));
        view.setUint16(at + 6, deep(alpha * 65535));
      }
  }

  private tileBytes(): Uint8ClampedArray<ArrayBuffer> {
    const at = this.planeAddress(0);
    this.kernels.toBytes(0, this.wide, this.high, at);
    return new Uint8ClampedArray(this.kernels.memory.buffer as ArrayBuffer, at, 4 * this.wide * this.high);
  }

  /** Address of working memory for filters, `offset` bytes into it. */
  planeAddress(offset: number): number {
    return this.kernels.input() + this.kernels.inputBytes() - planeBytes + offset;
  }

  private groundOf(scene: Scene): ShapeNode | null {
    if (!scene.ground) return null;
    const known = this.groundShapes.get(scene);
    if (known) return known;
    const node: ShapeNode = {
      type: 'shape',
      path: boundsPath({ x0: 0, y0: 0, x1: scene.width, y1: scene.height }),
      paint: { kind: 'solid', colour: scene.ground },
      opacity: 1,
      blend: 'normal',
    };
    this.groundShapes.set(scene, node);
    return node;
  }

  /** Sees to it that so many bytes can be put into the kernels' memory without anything there making way in between. */
  private makeRoom(bytes: number): void {
    const room = this.kernels.inputBytes() - planeBytes;
    if (this.bump + bytes + 32 <= room) return;
    this.resident.clear();
    this.bump = 0;
    if (bytes + 32 > room) throw new RangeError('A shape has too many edges to be drawn at this size.');
  }

  upload(data: Float64Array | Float32Array): number {
    const known = this.resident.get(data);
    if (known !== undefined) return known;
    this.makeRoom(data.byteLength);
    const at = this.kernels.input() + this.bump;
    new Uint8Array(this.kernels.memory.buffer, at, data.byteLength).set(
      new Uint8Array(data.buffer, data.byteOffset, data.byteLength),
    );
    this.resident.set(data, at);
    this.bump = (this.bump + data.byteLength + 31) & ~15;
    return at;
  }

  private readonly working = new WeakMap<SceneNode, boolean>();

  worksInPlanes(node: SceneNode): boolean {
    let found = this.working.get(node);
    if (found === undefined) {
      const kind = nodeKind(node);
      const inside = [...(kind.children?.(node) ?? []), ...(kind.aside?.(node) ?? [])];
      found = drawerOf(node).inPlanes === true || inside.some((n) => this.worksInPlanes(n));
      this.working.set(node, found);
    }
    return found;
  }

  /** Device bounds of what a node paints. */
  boundsOf(node: SceneNode, matrix: Matrix): Bounds | null {
    return drawerOf(node).bounds(this, node, matrix);
  }

  /** Those of many nodes that may fall onto the rectangle being drawn. */
  private nearby(nodes: readonly SceneNode[], matrix: Matrix): readonly SceneNode[] {
    const back = nodes.length > few ? invert(matrix) : null;
    if (!back) return nodes.filter((n) => !this.passes(n, matrix));
    const { x0, y0, x1, y1 } = transformBounds(growBounds(this.area, 1), back);
    const boxes = this.own.boxesOf(nodes);
    return nodes.filter((node, i) => {
      const at = 4 * i;
      if (boxes[at] >= x1 || boxes[at + 1] >= y1 || boxes[at + 2] <= x0 || boxes[at + 3] <= y0) return false;
      return boxes[at] !== Number.NEGATIVE_INFINITY || !this.passes(node, matrix);
    });
  }

  /** Whether nothing of a node falls onto the rectangle being drawn. */
  passes(node: SceneNode, matrix: Matrix): boolean {
    const own = this.own.of(node);
    if (own === undefined) return this.misses(this.boundsOf(node, matrix));
    // Chords stay within a pixel of their curves.
    return !own || this.misses(growBounds(transformBounds(own, matrix), 1));
  }

  /** From the sheet to device pixels, for paints that are fixed to it. */
  private sheet: Matrix = identity;

  /** Device pixels a sheet unit, for lengths that no part's turn or scale changes. */
  scale = 1;
  rimRoom = mebibytes(32);

  onLattice(samples: number, shift: Point, work: (toSamples: Matrix) => void): void {
    const { sheet, scale } = this;
    const toSamples: Matrix = [samples, 0, 0, samples, shift.x * samples, shift.y * samples];
    this.sheet = multiply(toSamples, sheet);
    this.scale = scale * samples;
    try {
      work(toSamples);
    } finally {
      this.sheet = sheet;
      this.scale = scale;
    }
  }

  private misses(b: Bounds | null): boolean {
    return !b || b.x1 <= this.x || b.y1 <= this.y || b.x0 >= this.x + this.wide || b.y0 >= this.y + this.high;
  }

  /** Draws nodes onto a layer, in order. */
  draw(nodes: readonly SceneNode[], matrix: Matrix, layer: number): void {
    if (layer >= layerCount - 2) throw new RangeError('Groups are nested too deeply to be drawn.');
    for (const node of this.nearby(nodes, matrix)) {
      if (node.opacity <= 0) continue;
      const drawer = drawerOf(node);
      if (drawer.slow && !isKept(node) && this.still.has(node)) drawKept(this, node, matrix, layer);
      else drawer.draw(this, node, matrix, layer);
    }
  }

  /** Fills a path with a paint of some opacity, laid onto a layer by a blend mode. */
  fill(
    path: Path,
    paint: ScenePaint,
    opacity: number,
    blend: BlendMode,
    matrix: Matrix,
    layer: number,
  ): void {
    // What closes outside the rectangle covers nothing of it.
    const rings = edgesOf(path, matrix).rings.filter((r) => !this.misses(r.bounds));
    if (!rings.length) return;
    for (const { xy } of rings) this.kernels.addEdges(this.upload(xy), xy.length / 4);
    if (paint.kind === 'image') this.setImage(paint, matrix, opacity, edgesOf(path, matrix).bounds);
    else this.setPaint(paint, matrix, opacity);
    this.kernels.target(layer, modeNumber(blend));
    this.kernels.paintShape(path.fillRule === 'evenodd' ? 1 : 0);
  }

  /** Works out what colours a picture gives to the pixels of the rectangle that some bounds reach. */
  private setImage(paint: ImagePaint, matrix: Matrix, opacity: number, bounds: Bounds | null): void {
    const { kernels, area } = this;
    kernels.setGiven();
    const within = bounds && meetBounds(wholeBounds(bounds, 1), area);
    if (!within) return;
    const out = new Float32Array(kernels.memory.buffer, kernels.given(), 4 * tileSize * tileSize);
    const start = (within.y0 - area.y0) * tileSize + within.x0 - area.x0;
    imageColours(paint, imageLookup(paint, matrix, this.sheet), within, opacity, out, start, tileSize);
  }

  private setPaint(paint: Exclude<ScenePaint, ImagePaint>, matrix: Matrix, opacity: number): void {
    const { kernels } = this;
    if (paint.kind === 'solid') {
      const [r, g, b] = paint.colour;
      const a = paint.colour[3] * opacity;
      kernels.setSolid(r * a, g * a, b * a, a);
      return;
    }
    const colours = this.tables.of(paint, opacity);
    const table = 'table' in colours ? colours.table : colours.stops;
    const { unbent } = paint;
    // The lattice must not take the place of the colours.
    this.makeRoom(table.byteLength + (unbent?.coefficients.byteLength ?? 0) + 32);
    const [fx, fy] = paint.focus ?? [0, 0];
    kernels.setGradient(
      kinds[paint.kind],
      ...backFrom(paint, matrix, this.sheet),
      this.upload(table),
      table.length / 4 - 1,
      spreads.indexOf(paint.spread),
      colours.opaque && opacity >= 1 ? 1 : 0,
      fx,
      fy,
    );
    if ('stops' in colours) kernels.setStops(this.upload(table), table.length / 5, opacity);
    if (unbent) this.setUnbent(unbent, matrix);
  }

  setUnbent(unbent: Unbent, matrix: Matrix): void {
    const { x0, y0, width, height, columns, rows, coefficients } = unbent;
    const toSheet = multiply(matrix, [width, 0, 0, height, x0, y0]);
    const back = invert(toSheet) ?? [0, 0, 0, 0, 0, 0];
    this.kernels.setUnbent(this.upload(coefficients), columns, rows, ...back);
  }
}

/** Matrix from sheet units to the pixels of a picture `scale` times as large. */
export const pictureMatrix = (scale: number): Matrix => [scale, 0, 0, scale, 0, 0];
