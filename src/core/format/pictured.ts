import { groupNode } from '../scene/group-node';
import type { SceneNode } from '../scene/types';

/** So many nodes after one another that would each be a picture are one together. */
const many = 6;

const counts = new WeakMap<SceneNode, number>();

function count(node: SceneNode): number {
  if (node.blend !== 'normal') return 0;
  if (node.type === 'shape') return node.paint.kind !== 'solid' && node.paint.unbent ? 1 : 0;
  if (node.type !== 'group' || node.mask || node.knockout) return 0;
  let sum = 0;
  for (const child of node.children) {
    const own = picturesIn(child);
    if (!own) return 0;
    sum += own;
  }
  return sum;
}

/** How many pictures a node comes to, 0 where anything in it is none. */
function picturesIn(node: SceneNode): number {
  const known = counts.get(node) ?? count(node);
  counts.set(node, known);
  return known;
}

/** Nodes to be written: those that come to many pictures after one another as one node each run, which is written as a picture. */
export function inRuns(
  nodes: readonly SceneNode[],
): readonly { readonly node: SceneNode; readonly whole: boolean }[] {
  const out: { node: SceneNode; whole: boolean }[] = [];
  let run: SceneNode[] = [];
  let pictures = 0;
  const end = () => {
    if (pictures >= many) out.push({ node: groupNode(run, { isolated: true }), whole: true });
    else out.push(...run.map((node) => ({ node, whole: false })));
    run = [];
    pictures = 0;
  };
  for (const node of nodes) {
    const own = picturesIn(node);
    if (own) {
      run.push(node);
      pictures += own;
      continue;
    }
    end();
    out.push({ node, whole: false });
  }
  end();
  return out;
}
