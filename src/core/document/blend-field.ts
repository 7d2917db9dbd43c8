import type { BlendMode } from '../scene/types';
import { choice, type Field } from './fields';

/** What blend modes are called; the standard's words (Compositing and Blending Level 1). */
export const blendWords: Readonly<Record<BlendMode, string>> = {
  normal: 'Normal',
  multiply: 'Multiply',
  screen: 'Screen',
  overlay: 'Overlay',
  darken: 'Darken',
  lighten: 'Lighten',
  'color-dodge': 'Color dodge',
  'color-burn': 'Color burn',
  'hard-light': 'Hard light',
  'soft-light': 'Soft light',
  difference: 'Difference',
  exclusion: 'Exclusion',
  hue: 'Hue',
  saturation: 'Saturation',
  color: 'Color',
  luminosity: 'Luminosity',
};

/** How colours blend with what lies under them. */
export const blendField = (about: string): Field => choice('blend', 'Blend mode', about, blendWords);
