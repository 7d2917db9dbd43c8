import { gradientTable } from '../colour/gradient';
import { identity, invert, type Matrix, multiply } from '../geometry/matrix';
import {
  type Bounds,
  growBounds,
  joinBounds,
  type Path,
  pathBounds,
  pathOf,
  polygonContour,
  transformBounds,
} from '../geometry/path';
import { meshBounds } from '../scene/damage';
import { silhouette } from '../scene/silhouette';
import {
  type BlendMode,
  blendModes,
  type GradientPaint,
  type GroupNode,
  type Scene,
  type SceneNode,
  type ScenePaint,
  type ShapeNode,
  spreads,
} from '../scene/types';
import { edgesOf } from './edges';
import { type Kernels, makeKernels } from './kernels';
import { drawShadow, shadowReach } from './shadow';
import { drawGrain, drawMesh } from './surface';

/** Side of a tile in pixels. */
export const tileSize = 256;

/** Layers that groups may nest to; the kernels hold this many. */
const layerCount = 24;

/** Bytes at the end of the input area that filters work in. */
export const planeBytes = 16 << 20;

export const joins = { composite: 0, mask: 1, mix: 2, luminance: 3, erase: 4 } as const;
const kinds = { linear: 1, radial: 2, conic: 3 } as const;
const tableSize = 1024;
/** Colours that change at once need finer tables: a hard edge is then less than half a pixel soft. */
const sharpTableSize = 16384;
const tablesKept = 512;

/** Lists of more nodes than this are searched by their bounds. */
const few = 4;

/** Number of a blend mode in the kernels. */
export const modeNumber = (mode: BlendMode): number => blendModes.indexOf(mode);

const rectPath = (w: number, h: number): Path =>
  pathOf([
    polygonContour([
      { x: 0, y: 0 },
      { x: w, y: 0 },
      { x: w, y: h },
      { x: 0, y: h },
    ]),
  ]);

const white: ScenePaint = { kind: 'solid', colour: [1, 1, 1, 1] };

function blends(nodes: readonly SceneNode[]): boolean {
  return nodes.some((n) => n.blend !== 'normal' || (n.type === 'group' && blends(n.children)));
}

/** Draws scenes tile by tile into the kernels' memory. One painter serves one thread. */
export class Painter {
  /** @param kernels what works out the pixels. */
  constructor(readonly kernels: Kernels = makeKernels()) {}

  private bump = 0;
  private readonly resident = new Map<Float64Array | Float32Array, number>();
  /** Colour tables by what they are made of: a gradient that moves keeps its colours. */
  private readonly tables = new Map<string, { table: Float32Array; opaque: boolean }>();
  private readonly grounds = new WeakMap<Scene, ShapeNode>();
  private readonly needsLayer = new WeakMap<GroupNode, boolean>();
  private readonly owns = new WeakMap<SceneNode, Bounds | null | undefined>();
  private readonly boxes = new WeakMap<readonly SceneNode[], Float64Array>();
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
    const known = this.grounds.get(scene);
    if (known) return known;
    const node: ShapeNode = {
      type: 'shape',
      path: rectPath(scene.width, scene.height),
      paint: { kind: 'solid', colour: scene.ground },
      opacity: 1,
      blend: 'normal',
    };
    this.grounds.set(scene, node);
    return node;
  }

  /** Puts numbers into the kernels' memory once and says where. */
  private upload(data: Float64Array | Float32Array): number {
    const known = this.resident.get(data);
    if (known !== undefined) return known;
    const room = this.kernels.inputBytes() - planeBytes;
    if (this.bump + data.byteLength + 32 > room) {
      this.resident.clear();
      this.bump = 0;
    }
    if (data.byteLength + 32 > room)
      throw new RangeError('A shape has too many edges to be drawn at this size.');
    const at = this.kernels.input() + this.bump;
    new Uint8Array(this.kernels.memory.buffer, at, data.byteLength).set(
      new Uint8Array(data.buffer, data.byteOffset, data.byteLength),
    );
    this.resident.set(data, at);
    this.bump = (this.bump + data.byteLength + 31) & ~15;
    return at;
  }

  /** Device bounds of what a node paints. */
  boundsOf(node: SceneNode, matrix: Matrix): Bounds | null {
    if (node.type === 'shape') return edgesOf(node.path, matrix).bounds;
    if (node.type === 'mesh') return meshBounds(node, matrix);
    if (node.type === 'grain') return transformBounds(node.bounds, matrix);
    const inner = node.type === 'group' ? multiply(matrix, node.matrix) : matrix;
    const all = node.children.map((c) => this.boundsOf(c, inner)).reduce(joinBounds, null);
    if (!all || node.type === 'group') return all;
    const { scale } = this;
    const grown = growBounds(all, shadowReach(node.sigma * scale));
    return {
      x0: grown.x0 + node.dx * scale,
      y0: grown.y0 + node.dy * scale,
      x1: grown.x1 + node.dx * scale,
      y1: grown.y1 + node.dy * scale,
    };
  }

  /**
   * Bounds of what a node paints, in the coordinates of what holds it; null for nothing, undefined
   * where shadows fall, which no matrix turns.
   */
  private ownBounds(node: SceneNode): Bounds | null | undefined {
    if (this.owns.has(node)) return this.owns.get(node);
    let bounds: Bounds | null | undefined;
    if (node.type === 'shape') bounds = pathBounds(node.path);
    else if (node.type === 'mesh') bounds = meshBounds(node, identity);
    else if (node.type === 'grain') bounds = node.bounds;
    else if (node.type === 'group' && node.clip) {
      // Nothing shows beyond a clip, whatever it holds.
      const clip = pathBounds(node.clip);
      bounds = clip && transformBounds(clip, node.matrix);
    } else if (node.type === 'group') {
      const inside = node.children.map((c) => this.ownBounds(c));
      if (!inside.includes(undefined)) {
        const all = (inside as (Bounds | null)[]).reduce(joinBounds, null);
        bounds = all && transformBounds(all, node.matrix);
      }
    }
    this.owns.set(node, bounds);
    return bounds;
  }

  /** Own bounds of many nodes, x0, y0, x1, y1 each; what cannot be told reaches everywhere. */
  private boxesOf(nodes: readonly SceneNode[]): Float64Array {
    let boxes = this.boxes.get(nodes);
    if (!boxes) {
      boxes = new Float64Array(4 * nodes.length);
      for (let i = 0; i < nodes.length; i++) {
        const b = this.ownBounds(nodes[i]);
        const far = b === undefined ? Number.POSITIVE_INFINITY : Number.NEGATIVE_INFINITY;
        boxes[4 * i] = b?.x0 ?? -far;
        boxes[4 * i + 1] = b?.y0 ?? -far;
        boxes[4 * i + 2] = b?.x1 ?? far;
        boxes[4 * i + 3] = b?.y1 ?? far;
      }
      this.boxes.set(nodes, boxes);
    }
    return boxes;
  }

  /** Those of many nodes that may fall onto the rectangle being drawn. */
  private nearby(nodes: readonly SceneNode[], matrix: Matrix): readonly SceneNode[] {
    const back = nodes.length > few ? invert(matrix) : null;
    if (!back) return nodes.filter((n) => !this.passes(n, matrix));
    const { x0, y0, x1, y1 } = transformBounds(growBounds(this.area, 1), back);
    const boxes = this.boxesOf(nodes);
    return nodes.filter((node, i) => {
      const at = 4 * i;
      if (boxes[at] >= x1 || boxes[at + 1] >= y1 || boxes[at + 2] <= x0 || boxes[at + 3] <= y0) return false;
      return boxes[at] !== Number.NEGATIVE_INFINITY || !this.passes(node, matrix);
    });
  }

  /** Whether nothing of a node falls onto the rectangle being drawn. */
  passes(node: SceneNode, matrix: Matrix): boolean {
    const own = this.ownBounds(node);
    if (own === undefined) return this.misses(this.boundsOf(node, matrix));
    // Chords stay within a pixel of their curves.
    return !own || this.misses(growBounds(transformBounds(own, matrix), 1));
  }

  /** From the sheet to device pixels, for paints that are fixed to it. */
  private sheet: Matrix = identity;

  /** Device pixels a sheet unit, for lengths that no part's turn or scale changes. */
  scale = 1;

  private misses(b: Bounds | null): boolean {
    return !b || b.x1 <= this.x || b.y1 <= this.y || b.x0 >= this.x + this.wide || b.y0 >= this.y + this.high;
  }

  /** Draws nodes onto a layer, in order. */
  draw(nodes: readonly SceneNode[], matrix: Matrix, layer: number): void {
    if (layer >= layerCount - 2) throw new RangeError('Groups are nested too deeply to be drawn.');
    for (const node of this.nearby(nodes, matrix)) {
      if (node.opacity <= 0) continue;
      if (node.type === 'shape') this.drawShape(node, matrix, layer);
      else if (node.type === 'group') this.drawGroup(node, multiply(matrix, node.matrix), layer);
      else if (node.type === 'mesh') drawMesh(this, node, matrix, layer);
      else if (node.type === 'grain') drawGrain(this, node, matrix, layer);
      else drawShadow(this, node, matrix, layer);
    }
  }

  private drawShape(node: ShapeNode, matrix: Matrix, layer: number): void {
    const edges = edgesOf(node.path, matrix);
    if (!edges.xy.length) return;
    const at = this.upload(edges.xy);
    this.setPaint(node.paint, matrix, node.opacity);
    this.kernels.target(layer, modeNumber(node.blend));
    this.kernels.paintShape(at, edges.xy.length / 4, node.path.fillRule === 'evenodd' ? 1 : 0);
  }

  private drawGroup(node: GroupNode, matrix: Matrix, layer: number): void {
    const { kernels } = this;
    const plain = node.opacity >= 1 && node.blend === 'normal' && !node.clip && !node.mask && !node.knockout;
    let isolated = this.needsLayer.get(node);
    if (isolated === undefined) {
      isolated = node.isolated && blends(node.children);
      this.needsLayer.set(node, isolated);
    }
    if (plain && !isolated) {
      this.draw(node.children, matrix, layer);
      return;
    }
    const inLayer = node.clip || node.mask || node.knockout;
    if (!node.isolated && node.blend === 'normal' && !inLayer && blends(node.children)) {
      kernels.copyLayer(layer, layer + 1);
      this.draw(node.children, matrix, layer + 1);
      kernels.joinLayers(layer + 1, layer, joins.mix, 0, node.opacity);
      return;
    }
    if (node.knockout) this.drawKnockOut(node.children, matrix, layer + 1);
    else this.draw(node.children, matrix, layer + 1);
    if (node.mask) {
      this.draw(node.mask.children, matrix, layer + 2);
      const by = node.mask.by === 'alpha' ? joins.mask : joins.luminance;
      kernels.joinLayers(layer + 2, layer + 1, by, 0, 1);
    }
    if (node.clip) {
      this.drawShape(
        { type: 'shape', path: node.clip, paint: white, opacity: 1, blend: 'normal' },
        matrix,
        layer + 2,
      );
      kernels.joinLayers(layer + 2, layer + 1, joins.mask, 0, 1);
    }
    kernels.joinLayers(layer + 1, layer, joins.composite, modeNumber(node.blend), node.opacity);
  }

  /** Draws nodes so that each takes out what earlier ones left where it lies (ISO 32000-1, 11.4.6). */
  private drawKnockOut(nodes: readonly SceneNode[], matrix: Matrix, layer: number): void {
    for (const node of nodes) {
      if (node.opacity <= 0 || this.passes(node, matrix)) continue;
      this.draw([silhouette(node)], matrix, layer + 1);
      this.kernels.joinLayers(layer + 1, layer, joins.erase, 0, 1);
      this.draw([node], matrix, layer);
    }
  }

  private tableOf(paint: GradientPaint, opacity: number): { table: Float32Array; opaque: boolean } {
    const key = `${paint.interpolation} ${opacity} ${paint.stops.map((s) => `${s.at} ${s.colour} ${s.mid}`).join(' ')}`;
    let entry = this.tables.get(key);
    if (!entry) {
      const places = paint.stops.map((s) => s.at).sort((a, b) => a - b);
      const sharp = places.some((at, i) => i > 0 && at - places[i - 1] < 4 / tableSize);
      const size = sharp ? sharpTableSize : tableSize;
      // One entry more than positions: the kernels look one ahead.
      const table = new Float32Array(4 * (size + 1));
      table.set(gradientTable(paint.stops, paint.interpolation, size));
      table.copyWithin(4 * size, 4 * (size - 1), 4 * size);
      if (opacity < 1) for (let i = 0; i < table.length; i++) table[i] *= opacity;
      entry = { table, opaque: opacity >= 1 && paint.stops.every((s) => s.colour[3] >= 1) };
      if (this.tables.size >= tablesKept) this.tables.clear();
      this.tables.set(key, entry);
    }
    return entry;
  }

  private setPaint(paint: ScenePaint, matrix: Matrix, opacity: number): void {
    const { kernels } = this;
    if (paint.kind === 'solid') {
      const [r, g, b] = paint.colour;
      const a = paint.colour[3] * opacity;
      kernels.setSolid(r * a, g * a, b * a, a);
      return;
    }
    const { table, opaque } = this.tableOf(paint, opacity);
    const back = invert(multiply(paint.fixed ? this.sheet : matrix, paint.matrix)) ?? [0, 0, 0, 0, 1, 0];
    const [fx, fy] = paint.focus ?? [0, 0];
    kernels.setGradient(
      kinds[paint.kind],
      ...(back as [number, number, number, number, number, number]),
      this.upload(table),
      table.length / 4 - 1,
      spreads.indexOf(paint.spread),
      opaque ? 1 : 0,
      fx,
      fy,
    );
  }
}

/** Matrix from sheet units to the pixels of a picture `scale` times as large. */
export const pictureMatrix = (scale: number): Matrix => [scale, 0, 0, scale, 0, 0];
