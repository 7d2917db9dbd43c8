import { formatHex, type Rgba } from '../../colour/colour';
import { growBounds } from '../../geometry/path';
import type { Subsetter } from '../../lettering/subset';
import type { Scene } from '../../scene/types';
import { recipeElement } from './recipe';
import { TextWriter } from './text';
import { escapeText, num } from './values';
import { SvgWriter } from './writer';

/** How far beyond the sheet, as a share of its longer side, pictures reach: shadows fall in from there. */
const aside = 0.25;

export interface SvgOptions {
  /** Whether it has the sheet’s ground; so where left out. */
  readonly ground?: boolean;
  /** With one, lettering is text in fonts put into the picture, wherever it would look the same and its font allows that. */
  readonly subsetter?: Subsetter | null;
  /** Decimals of coordinates on the sheet; as exact as they are where left out. */
  readonly decimals?: number;
  /** What parts are called, by their ids, where they are to be told apart. */
  readonly names?: (part: string) => string | undefined;
  /** The design it was made from, as JSON, kept inside so that it can be opened again. */
  readonly recipe?: string;
}

/**
 * A scene as an SVG 1.1 picture with CSS blend modes: vectors, gradients, and shadows as filters. Lettering is outlines where
 * it is not asked for as text.
 */
export function sceneToSvg(
  scene: Scene,
  title: string,
  { ground = true, subsetter = null, decimals, names, recipe }: SvgOptions = {},
): string {
  const { width: w, height: h } = scene;
  // Sharp at twice the sheet's size, and an icon of few units as sharp as a larger one.
  const words = subsetter && new TextWriter(subsetter);
  const writer = new SvgWriter(
    Math.max(2, 2048 / Math.max(w, h)),
    growBounds({ x0: 0, y0: 0, x1: w, y1: h }, aside * Math.max(w, h)),
    words,
    decimals,
    names,
  );
  const body = writer.nodes(scene.nodes, [1, 0, 0, 1, 0, 0]);
  const colour: Rgba | null = ground ? scene.ground : null;
  const back = colour ? `<rect width="${num(w)}" height="${num(h)}" fill="${formatHex(colour)}"/>` : '';
  return `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="${num(w)}" height="${num(h)}" viewBox="0 0 ${num(w)} ${num(h)}"><title>${escapeText(title)}</title>${recipe === undefined ? '' : recipeElement(recipe)}${words?.style() ?? ''}<defs>${writer.defs.join('')}</defs>${back}${body}</svg>`;
}
