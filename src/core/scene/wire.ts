import { mebibytes } from '../cache/bounded-cache';
import type { Path } from '../geometry/path';
import { type NodeDecoder, type NodeEncoder, nodeKind } from './node';
import type { Scene, SceneNode, ScenePaint } from './types';
import { Numbers, perStop, putStops, type Stretch, stopsIn } from './wire-numbers';

/** Node as it travels: what can be shared is a number. */
type WireNode = { readonly type: SceneNode['type'] };

/** Path as it travels: the numbers of its contours' coordinates, and which contours are closed. */
interface WirePath {
  readonly fillRule: Path['fillRule'];
  readonly contours: readonly number[];
  readonly closed: readonly boolean[];
}

/** Paint as it travels: the stops of a gradient are a stretch of numbers, `perStop` each. */
type WirePaint = Omit<ScenePaint, 'stops'> & { readonly stops?: Stretch };

type Definition = { readonly id: number } & (
  | { readonly kind: 'path'; readonly value: WirePath }
  | { readonly kind: 'paint'; readonly value: WirePaint }
  | { readonly kind: 'node'; readonly value: WireNode }
  /** Numbers of the nodes. */
  | { readonly kind: 'list'; readonly value: Uint32Array }
  /** Coordinates of a contour. */
  | { readonly kind: 'contour'; readonly value: Stretch }
);

/** A scene as a message: only what the receiver does not have yet, and the number of its list of nodes. */
export interface WireScene {
  /** Whether the receiver forgets all it has first. */
  readonly reset: boolean;
  /** Numbers of what no scene has any more. */
  readonly gone: readonly number[];
  readonly definitions: readonly Definition[];
  /** Coordinates and stops of all definitions: in one piece they travel many times faster than as lists. */
  readonly numbers: Float64Array;
  readonly root: number;
  readonly width: number;
  readonly height: number;
  readonly ground: Scene['ground'];
}

/** What is kept of an object that was sent: about how many bytes it takes, and what it is made of. */
interface Sent {
  readonly bytes: number;
  readonly parts: ArrayLike<number>;
}

/** Bytes that may be held beside twice what the scene takes, before what is gone is let go. */
const slack = mebibytes(4);

/** About how many bytes a value takes: its arrays count by their length, whatever holds them. */
function weightOf(v: unknown): number {
  if (ArrayBuffer.isView(v)) return 64 + v.byteLength;
  if (typeof v === 'string') return 16 + 2 * v.length;
  if (typeof v !== 'object' || v === null) return 8;
  const inside = Array.isArray(v) ? v : Object.values(v);
  return inside.reduce<number>((n, x) => n + weightOf(x), 48 + 8 * inside.length);
}

/** About how many bytes the receiver holds a definition in. */
function bytesOf(d: Definition): number {
  if (d.kind === 'contour') return 64 + 8 * d.value.count;
  if (d.kind === 'path') return 100 + 60 * d.value.closed.length;
  if (d.kind === 'list') return 64 + 8 * d.value.length;
  const stops = d.kind === 'paint' && d.value.stops ? (160 * d.value.stops.count) / perStop : 0;
  return 100 + weightOf(d.value) + stops;
}

/**
 * Sends scenes to receivers that all get the same, each shared object once. What no scene has any more is let go of
 * there too, as soon as it takes more than the scene itself.
 */
export class SceneEncoder {
  private known = new WeakMap<object, number>();
  private sent = new Map<number, Sent>();
  private next = 0;
  private held = 0;
  /** Bytes that the scene took when what is gone was last let go. */
  private live = 0;
  private made: Definition[] = [];
  private readonly numbers = new Numbers();
  /** Numbers of what the object that is being defined is made of. */
  private parts: number[] = [];
  private fresh = true;
  /** The list of the last scene and the numbers of its nodes. */
  private last: { readonly nodes: readonly SceneNode[]; readonly ids: Uint32Array } | null = null;

  /** About how many bytes each receiver holds. */
  get bytes(): number {
    return this.held;
  }

  /** Has the next scene sent whole: somebody receives it who has none yet. */
  reset(): void {
    this.known = new WeakMap();
    this.sent = new Map();
    this.held = 0;
    this.live = 0;
    this.fresh = true;
    this.last = null;
  }

  /** The number of an object. What it holds is defined before it, so that the receiver can build from the front. */
  private share(key: object, define: (id: number) => Definition): number {
    const found = this.known.get(key);
    if (found !== undefined && this.sent.has(found)) {
      this.parts.push(found);
      return found;
    }
    const id = this.next++;
    const outer = this.parts;
    this.parts = [];
    const definition = define(id);
    this.made.push(definition);
    const bytes = bytesOf(definition);
    this.sent.set(id, { bytes, parts: this.parts });
    this.held += bytes;
    this.parts = outer;
    this.parts.push(id);
    this.known.set(key, id);
    return id;
  }

  /** Lets go of all that a scene is not made of. Returns its numbers. */
  private sweep(root: number): number[] {
    const live = new Set<number>();
    const left = [root];
    this.live = 0;
    for (let id = left.pop(); id !== undefined; id = left.pop()) {
      if (live.has(id)) continue;
      live.add(id);
      const sent = this.sent.get(id);
      if (!sent) continue;
      this.live += sent.bytes;
      for (let i = 0; i < sent.parts.length; i++) left.push(sent.parts[i]);
    }
    const gone = [...this.sent.keys()].filter((id) => !live.has(id));
    for (const id of gone) this.sent.delete(id);
    this.held = this.live;
    return gone;
  }

  private path(path: Path): number {
    const { fillRule, contours } = path;
    return this.share(path, (id) => ({
      id,
      kind: 'path',
      value: {
        fillRule,
        contours: contours.map((c) => this.contour(c.xy)),
        closed: contours.map((c) => c.closed),
      },
    }));
  }

  /** A contour that other paths have as well, such as those of a word before a key was typed, goes once. */
  private contour(xy: Path['contours'][number]['xy']): number {
    return this.share(xy, (id) => {
      const { stretch, into } = this.numbers.take(xy.length);
      for (let i = 0; i < xy.length; i++) into[i] = xy[i];
      return { id, kind: 'contour', value: stretch };
    });
  }

  private paint(paint: ScenePaint): number {
    return this.share(paint, (id) => {
      if (!('stops' in paint)) return { id, kind: 'paint', value: paint };
      const { stops, ...rest } = paint;
      return { id, kind: 'paint', value: { ...rest, stops: putStops(this.numbers, stops) } };
    });
  }

  private readonly encoder: NodeEncoder = {
    path: (path) => this.path(path),
    paint: (paint) => this.paint(paint),
    nodes: (nodes) => this.list(nodes),
  };

  private node(n: SceneNode): number {
    return this.share(n, (id) => ({
      id,
      kind: 'node',
      value: nodeKind(n).encode(n, this.encoder) as WireNode,
    }));
  }

  private list(nodes: readonly SceneNode[]): number {
    return this.share(nodes, (id) => ({
      id,
      kind: 'list',
      value: Uint32Array.from(nodes, (n) => this.node(n)),
    }));
  }

  /** The list of a whole scene; what stands where it stood in the one before is not looked up again. */
  private root(nodes: readonly SceneNode[]): number {
    const before = this.last;
    const own = this.share(nodes, (id) => {
      const value = new Uint32Array(nodes.length);
      for (let i = 0; i < nodes.length; i++) {
        const known = before && before.nodes[i] === nodes[i] ? before.ids[i] : undefined;
        value[i] = known !== undefined && this.sent.has(known) ? known : this.node(nodes[i]);
      }
      this.parts = Array.from(value);
      this.last = { nodes, ids: value };
      return { id, kind: 'list', value };
    });
    return own;
  }

  encode(scene: Scene): WireScene {
    const reset = this.fresh;
    this.fresh = false;
    this.made = [];
    this.parts = [];
    const root = this.root(scene.nodes);
    const gone = this.held > 2 * this.live + slack ? this.sweep(root) : [];
    const { width, height, ground } = scene;
    const numbers = this.numbers.taken();
    return { reset, gone, definitions: this.made, numbers, root, width, height, ground };
  }
}

/** Receives scenes from one sender; equal objects stay the same objects from scene to scene. */
export class SceneDecoder {
  private readonly objects = new Map<number, unknown>();
  private last: { readonly ids: Uint32Array; readonly nodes: readonly SceneNode[] } | null = null;

  /** How many objects it holds. */
  get size(): number {
    return this.objects.size;
  }

  private readonly decoder: NodeDecoder = {
    path: (id) => this.objects.get(id) as Path,
    paint: (id) => this.objects.get(id) as ScenePaint,
    nodes: (id) => this.objects.get(id) as readonly SceneNode[],
  };

  private path({ fillRule, contours, closed }: WirePath): Path {
    const xyOf = (id: number) => this.objects.get(id) as Path['contours'][number]['xy'];
    return { fillRule, contours: contours.map((id, i) => ({ xy: xyOf(id), closed: closed[i] })) };
  }

  private built(d: Definition, numbers: Float64Array): unknown {
    if (d.kind === 'contour') return Array.from(numbers.subarray(d.value.from, d.value.from + d.value.count));
    if (d.kind === 'paint')
      return d.value.stops ? { ...d.value, stops: stopsIn(numbers, d.value.stops) } : d.value;
    if (d.kind === 'path') return this.path(d.value);
    if (d.kind === 'node') return nodeKind(d.value).decode(d.value, this.decoder);
    if (d.kind === 'list') return this.list(d.value);
    return d satisfies never;
  }

  /**
   * Nodes by their numbers; what stands where it stood in the list of the last scene is not looked up again.
   * @throws RangeError where one is not there.
   */
  private list(ids: Uint32Array): readonly SceneNode[] {
    const { last } = this;
    const out: SceneNode[] = [];
    for (let i = 0; i < ids.length; i++) {
      const node = last?.ids[i] === ids[i] ? last.nodes[i] : this.objects.get(ids[i]);
      if (!node) throw new RangeError('The scene names a node that it does not have.');
      out.push(node as SceneNode);
    }
    return out;
  }

  decode(wire: WireScene): Scene {
    if (wire.reset) {
      this.objects.clear();
      this.last = null;
    }
    for (const d of wire.definitions) this.objects.set(d.id, this.built(d, wire.numbers));
    for (const id of wire.gone) this.objects.delete(id);
    const { width, height, ground } = wire;
    const nodes = this.objects.get(wire.root) as readonly SceneNode[];
    const root = wire.definitions.find((d) => d.id === wire.root);
    if (root?.kind === 'list') this.last = { ids: root.value, nodes };
    return { width, height, ground, nodes };
  }
}
