import { recolour } from '../../finish/recolour';
import { identity, type Matrix, multiply } from '../../geometry/matrix';
import { boundsPath } from '../../geometry/path';
import { groupNode } from '../../scene/group-node';
import { silhouette } from '../../scene/silhouette';
import type { GroupNode, SceneNode } from '../../scene/types';
import type { Content } from './content';
import type { NodeWriter, PdfTarget, SoftMask } from './target';
import { pathText } from './values';

/** A mask by what nodes paint: how opaque or how light they are, or by leaving off where they are. */
function maskOf(
  target: PdfTarget,
  { children, by }: NonNullable<GroupNode['mask']>,
  toSheet: Matrix,
): SoftMask {
  if (by !== 'outside')
    return {
      by: by === 'alpha' ? 'Alpha' : 'Luminosity',
      group: target.group((own) => target.nodes(own, children, toSheet), { isolated: true }),
    };
  // White all over, and black where they are.
  const black = recolour(children, ([, , , a]) => [0, 0, 0, a]);
  return {
    by: 'Luminosity',
    group: target.group(
      (own) => {
        own.add('1 1 1 rg', pathText(boundsPath(target.area), identity), 'f');
        target.nodes(own, black, toSheet);
      },
      { isolated: true },
    ),
  };
}

/** Members of a knock-out group: of each only what no later one lies on. Few drawers know what a file could say of that. */
function knockedOut(target: PdfTarget, content: Content, nodes: readonly SceneNode[], toSheet: Matrix): void {
  nodes.forEach((node, i) => {
    const later = nodes.slice(i + 1).map(silhouette);
    if (!later.length) {
      target.nodes(content, [node], toSheet);
      return;
    }
    const left = groupNode([node], { isolated: true, mask: { children: later, by: 'outside' } });
    target.nodes(content, [left], toSheet);
  });
}

/** A group: nodes in a row where it is plain, else a transparency group (ISO 32000-1, 11.4.7). */
export const writeGroup: NodeWriter<GroupNode> = (target, content, node, toSheet) => {
  const inside = multiply(toSheet, node.matrix);
  const { clip, mask, opacity, blend, children, knockout } = node;
  if (clip && !clip.contours.length) return;
  const own = node.isolated || opacity < 1 || blend !== 'normal' || mask !== undefined;
  content.add('q');
  if (clip) content.add(pathText(clip, inside), clip.fillRule === 'evenodd' ? 'W* n' : 'W n');
  const [only] = children.length === 1 && !mask && !node.isolated && blend === 'normal' ? children : [];
  // One member that meets what lies under it does so by itself: not all drawers know groups that are not isolated.
  if (only) target.nodes(content, [{ ...only, opacity: only.opacity * opacity }], inside);
  else if (!own && !knockout) target.nodes(content, children, inside);
  else {
    const group = target.group(
      (inner) =>
        knockout ? knockedOut(target, inner, children, inside) : target.nodes(inner, children, inside),
      { isolated: node.isolated || knockout },
    );
    target.state(content, opacity, blend, mask ? maskOf(target, mask, inside) : null);
    content.add(`/${content.name('XObject', group)} Do`);
  }
  content.add('Q');
};
