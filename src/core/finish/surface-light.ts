import { chromaMatrix } from '../colour/mix';
import { blendField } from '../document/blend-field';
import { number, share, sibling, size } from '../document/fields';
import { castersOf } from '../scene/caster';
import { filterNode } from '../scene/filter-node';
import type { BlendMode, SceneNode } from '../scene/types';
import { defineFinish } from './definition';
import { cutBy } from './light-nodes';

interface SurfaceLight {
  from: string;
  strength: number;
  level: number;
  contrast: number;
  softness: number;
  blend: BlendMode;
}

/** The tone that changes nothing under a blend mode (W3C Compositing and Blending Level 1, section 9); half of white under most. */
const neutral: Partial<Record<BlendMode, number>> = {
  multiply: 1,
  darken: 1,
  'color-burn': 1,
  screen: 0,
  lighten: 0,
  'color-dodge': 0,
};

/** The lights and shades of another part, such as a picture that this one lies on, laid over it and nothing else. */
export const surfaceLight = defineFinish<SurfaceLight>({
  kind: 'surface-light',
  label: 'Surface light',
  about: 'The lights, shades and grain of the part that it lies on, such as a picture, fall onto it too.',
  alsoKnown: ['texture', 'displacement', 'mock-up', 'light layer'],
  fields: [
    sibling('from', 'Lies on', 'The part whose lights and shades it takes.', 'Nothing yet'),
    share('strength', 'Strength', 'How much of them.'),
    share('level', 'Plain tone', 'The tone of the surface where it is neither lit nor shaded.', 0.02, 1),
    number('contrast', 'Contrast', 'Of lights against shades.', 0.1, 10, 0.1),
    size('softness', 'Softness', 'Twice the standard deviation of a blur that leaves out its grain.'),
    blendField('Of the lights and shades with the part.'),
  ],
  defaults: { from: '', strength: 0.85, level: 0.85, contrast: 1.2, softness: 0, blend: 'multiply' },
  note: ({ from }) => (from ? null : 'Choose the part that it lies on.'),
  apply(painted, p) {
    const surface = p.from ? painted.caster(p.from) : null;
    if (!surface || !(p.strength > 0)) return painted.nodes;
    const soft: readonly SceneNode[] =
      p.softness > 0 ? [filterNode({ kind: 'blur', sigma: p.softness / 2 }, surface.nodes)] : surface.nodes;
    const grey = filterNode({ kind: 'mix', rows: chromaMatrix(0), linear: false }, soft);
    const rest = neutral[p.blend] ?? 0.5;
    const levels = {
      black: p.level - rest / p.contrast,
      white: p.level + (1 - rest) / p.contrast,
      gamma: 1,
      low: 0,
      high: 1,
    };
    const light = filterNode({ kind: 'tones', softness: 0, levels }, [grey]);
    const laid = { opacity: p.strength, blend: p.blend };
    return [...painted.nodes, cutBy(castersOf(painted.nodes), [light], laid)];
  },
});
