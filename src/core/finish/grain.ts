import { blendField } from '../document/blend-field';
import { choice, count, length, share } from '../document/fields';
import { boundsPath, growBounds } from '../geometry/path';
import { castersOf } from '../scene/caster';
import { nodesBounds } from '../scene/damage';
import { filledWith } from '../scene/filled-with';
import { groupNode } from '../scene/group-node';
import type { BlendMode, SceneNode } from '../scene/types';
import { defineFinish } from './definition';
import { cutBy } from './light-nodes';

interface GrainFinish {
  amount: number;
  size: number;
  tone: string;
  where: string;
  seed: number;
  blend: BlendMode;
}

/** Noise over the part: grey or in colours, everywhere or where it is light or dark; as large at every size of the picture. */
export const grainFinish = defineFinish<GrainFinish>({
  kind: 'grain',
  label: 'Grain',
  about: 'Noise over the part: everywhere, in its lights or in its shades.',
  alsoKnown: ['noise', 'film grain', 'texture'],
  fields: [
    share('amount', 'Amount', 'Greatest opacity of a grain.'),
    length('size', 'Size', 'Side of a grain.', 0.1, 1000),
    choice('tone', 'Tone', 'Whether grains are black and white or of all colours.', {
      grey: 'Grey',
      colour: 'Colours',
    }),
    choice('where', 'Lies', 'Where the grain lies.', {
      everywhere: 'Everywhere',
      lights: 'In the lights',
      shades: 'In the shades',
    }),
    count('seed', 'Seed', 'Another number gives other grains.', 0, 9999),
    blendField('Of the grain with the part.'),
  ],
  defaults: { amount: 0.25, size: 2, tone: 'grey', where: 'everywhere', seed: 1, blend: 'normal' },
  apply(painted, p) {
    const casters = castersOf(painted.nodes);
    const bounds = nodesBounds(casters);
    if (!bounds || !(p.amount > 0)) return painted.nodes;
    const grains = (
      ink: readonly [number, number, number, number] | null,
      seed: number,
      amount = p.amount,
    ): SceneNode => ({
      type: 'grain',
      bounds: growBounds(bounds, 1),
      size: p.size,
      amount,
      ink,
      seed,
      opacity: 1,
      blend: 'normal',
    });
    // White grains lie over black ones: so many fewer of them leave the tone as it was on the whole.
    const noise =
      p.tone === 'grey'
        ? [grains([0, 0, 0, 1], p.seed), grains([1, 1, 1, 1], p.seed + 10_000, p.amount / (1 + p.amount / 2))]
        : [grains(null, p.seed)];
    const white = filledWith(boundsPath(growBounds(bounds, 2)), { kind: 'solid', colour: [1, 1, 1, 1] });
    const lit =
      p.where === 'everywhere'
        ? noise
        : [
            groupNode(noise, {
              isolated: true,
              mask: {
                // The difference from white is the negative.
                children: p.where === 'lights' ? casters : [...casters, { ...white, blend: 'difference' }],
                by: 'luminance',
              },
            }),
          ];
    return [...painted.nodes, cutBy(casters, lit, { opacity: 1, blend: p.blend })];
  },
});
