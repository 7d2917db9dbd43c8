import type { Path } from '../geometry/path';
import { type NodeDecoder, type NodeEncoder, nodeKind } from './node';
import type { Scene, SceneNode, ScenePaint } from './types';

/** Node as it travels: what can be shared is a number. */
type WireNode = { readonly type: SceneNode['type'] };

/** Path as it travels: the numbers of its contours' coordinates, and which contours are closed. */
interface WirePath {
  readonly fillRule: Path['fillRule'];
  readonly contours: Uint32Array;
  readonly closed: readonly boolean[];
}

type Definition = { readonly id: number } & (
  | { readonly kind: 'path'; readonly value: WirePath }
  | { readonly kind: 'paint'; readonly value: ScenePaint }
  | { readonly kind: 'node'; readonly value: WireNode }
  /** Numbers of the nodes. */
  | { readonly kind: 'list'; readonly value: Uint32Array }
  /** Coordinates of a contour: packed, they travel many times faster than as a list. */
  | { readonly kind: 'contour'; readonly value: Float64Array }
);

/** A scene as a message: only what the receiver does not have yet, and the number of its list of nodes. */
export interface WireScene {
  readonly reset: boolean;
  readonly definitions: readonly Definition[];
  readonly root: number;
  readonly width: number;
  readonly height: number;
  readonly ground: Scene['ground'];
}

const enough = 200_000;

/** Sends scenes to one receiver, each shared object once. */
export class SceneEncoder {
  private known = new WeakMap<object, number>();
  private next = 0;
  private made: Definition[] = [];

  /** The number of an object. What it holds is defined before it, so that the receiver can build from the front. */
  private share(key: object, define: (id: number) => Definition): number {
    const found = this.known.get(key);
    if (found !== undefined) return found;
    const id = this.next++;
    this.made.push(define(id));
    this.known.set(key, id);
    return id;
  }

  private path(path: Path): number {
    const { fillRule, contours } = path;
    return this.share(path, (id) => ({
      id,
      kind: 'path',
      value: {
        fillRule,
        contours: Uint32Array.from(contours, (c) => this.contour(c.xy)),
        closed: contours.map((c) => c.closed),
      },
    }));
  }

  /** A contour that other paths have as well, such as those of a word before a key was typed, goes once. */
  private contour(xy: Path['contours'][number]['xy']): number {
    return this.share(xy, (id) => ({ id, kind: 'contour', value: Float64Array.from(xy) }));
  }

  private readonly encoder: NodeEncoder = {
    path: (path) => this.path(path),
    paint: (paint) => this.share(paint, (id) => ({ id, kind: 'paint', value: paint })),
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

  encode(scene: Scene): WireScene {
    const reset = this.next > enough;
    if (reset) {
      this.known = new WeakMap();
      this.next = 0;
    }
    this.made = [];
    const root = this.list(scene.nodes);
    const { width, height, ground } = scene;
    return { reset, definitions: this.made, root, width, height, ground };
  }
}

/** Receives scenes from one sender; equal objects stay the same objects from scene to scene. */
export class SceneDecoder {
  private readonly objects = new Map<number, unknown>();

  private readonly decoder: NodeDecoder = {
    path: (id) => this.objects.get(id) as Path,
    paint: (id) => this.objects.get(id) as ScenePaint,
    nodes: (id) => this.objects.get(id) as readonly SceneNode[],
  };

  private path({ fillRule, contours, closed }: WirePath): Path {
    const xyOf = (id: number) => this.objects.get(id) as Path['contours'][number]['xy'];
    return { fillRule, contours: Array.from(contours, (id, i) => ({ xy: xyOf(id), closed: closed[i] })) };
  }

  private built(d: Definition): unknown {
    if (d.kind === 'contour') return Array.from(d.value);
    if (d.kind === 'path') return this.path(d.value);
    if (d.kind === 'node') return nodeKind(d.value).decode(d.value, this.decoder);
    if (d.kind === 'list') return Array.from(d.value, (id) => this.objects.get(id) as SceneNode);
    return d.value;
  }

  decode(wire: WireScene): Scene {
    if (wire.reset) this.objects.clear();
    for (const d of wire.definitions) this.objects.set(d.id, this.built(d));
    const { width, height, ground } = wire;
    return { width, height, ground, nodes: this.objects.get(wire.root) as readonly SceneNode[] };
  }
}
