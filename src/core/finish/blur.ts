import { later, size, toggle } from '../document/fields';
import { castersOf } from '../scene/caster';
import { groupNode } from '../scene/group-node';
import type { SceneNode } from '../scene/types';
import { defineFinish } from './definition';
import { ringGrip } from './light-nodes';

interface Blur {
  softness: number;
  within: boolean;
}

/** The part as a whole out of focus. Softness is twice the Gaussian's deviation, as in CSS. */
export const blur = defineFinish<Blur>({
  kind: 'blur',
  label: 'Blur',
  about: 'The part out of focus.',
  alsoKnown: ['soften', 'gaussian'],
  fields: [
    size('softness', 'Softness', 'Twice the standard deviation of the blur.'),
    later(toggle('within', 'Keep within the outline', 'Whether nothing shows beyond the outline.'), false),
  ],
  defaults: { softness: 24, within: false },
  apply(painted, { softness, within }): readonly SceneNode[] {
    if (!(softness > 0) || !painted.nodes.length) return painted.nodes;
    const soft: SceneNode = {
      type: 'filter',
      filter: { kind: 'blur', sigma: softness / 2 },
      children: painted.nodes,
      opacity: 1,
      blend: 'normal',
    };
    if (!within) return [soft];
    return [groupNode([soft], { isolated: true, mask: { children: castersOf(painted.nodes), by: 'alpha' } })];
  },
  ...ringGrip('softness'),
});
