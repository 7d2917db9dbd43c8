import type { Card } from '../document/card';
import type { Design } from '../document/types';
import { sceneToSvg } from '../format/svg';
import type { Subsetter } from '../lettering/subset';
import type { Scene } from '../scene/types';
import type { SvgParams } from './format/svg';

/** Whether the file of a row has lettering as text, for which fonts are cut down. */
export const wantsText = ({ params }: Card): boolean => (params as Partial<SvgParams>).lettering === 'text';

/** What a row shows as an SVG with its settings; `subsetter` cuts fonts down where it has lettering as text. */
export function svgFile(design: Design, row: Card, scene: Scene, subsetter: Subsetter | null): string {
  const { decimals, recipe, titles } = row.params as unknown as SvgParams;
  return sceneToSvg(scene, design.name, {
    subsetter,
    decimals,
    names: titles ? (id) => design.parts[id]?.name : undefined,
    recipe: recipe ? JSON.stringify(design) : undefined,
  });
}
