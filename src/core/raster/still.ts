import type { Matrix } from '../geometry/matrix';
import { meetBounds, wholeBounds } from '../geometry/path';
import type { Scene, SceneNode } from '../scene/types';
import { DrawnBlocks } from './filter/drawn-blocks';
import { modeNumber, type Target } from './target';

/**
 * Nodes that stay as they are while the rest of a scene changes, as under a drag: those that were drawn in another scene before. What
 * of them takes long is kept as pixels.
 */
export class StillNodes {
  private readonly scenes = new WeakMap<Scene, number>();
  private readonly first = new WeakMap<SceneNode, number>();
  private count = 0;
  private now = 0;

  /** Says which scene is drawn from here on. */
  enter(scene: Scene): void {
    const known = this.scenes.get(scene) ?? ++this.count;
    this.scenes.set(scene, known);
    this.now = known;
  }

  /** Whether a node was drawn in another scene before. */
  has(node: SceneNode): boolean {
    const first = this.first.get(node);
    if (first === undefined) this.first.set(node, this.now);
    return first !== undefined && first !== this.now;
  }
}

/** Nodes as they are drawn for keeping, in a list of their own: what they meet is met when they are laid. */
const bare = new WeakMap<SceneNode, readonly SceneNode[]>();
const kept = new WeakSet<SceneNode>();

function bareOf(node: SceneNode): readonly SceneNode[] {
  const known = bare.get(node);
  if (known) return known;
  const own: SceneNode = { ...node, blend: 'normal' };
  const made = [own];
  kept.add(own);
  bare.set(node, made);
  return made;
}

/** Whether a node stands for one that is being drawn for keeping. */
export const isKept = (node: SceneNode): boolean => kept.has(node);

/** Lays a node onto a layer by the pixels that were drawn of it, or are now: block by block, the same bits as it has drawn anew. */
export function drawKept(target: Target, node: SceneNode, matrix: Matrix, layer: number): void {
  const { kernels, area: whole } = target;
  const bounds = target.boundsOf(node, matrix);
  const area = bounds && meetBounds(whole, wholeBounds(bounds));
  if (!bounds || !area) return;
  const keep = (draw: () => void) => draw();
  const blocks = new DrawnBlocks(target, bareOf(node), matrix, layer + 1, wholeBounds(bounds), keep, true);
  const plane = target.planeAddress(0);
  const wide = area.x1 - area.x0;
  blocks.copy(area, plane, wide);
  const [left, top] = [area.x0 - whole.x0, area.y0 - whole.y0];
  kernels.layKept(
    layer,
    left,
    top,
    left + wide,
    top + area.y1 - area.y0,
    plane,
    wide,
    modeNumber(node.blend),
  );
}
