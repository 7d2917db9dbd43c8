import { paintOf } from '../coat';
import { type Lamp, type PartLight, usualLamp } from '../depth/light';
import { parentOf } from '../document/parent';
import type { Design, Part } from '../document/types';
import { finishes } from '../finish';
import { type Matrix, multiply, placeMatrix } from '../geometry/matrix';

/** Whether any of a part's coats or finishes takes the light of the sheet. */
export const meetsLight = ({ coats, finishes: cards }: Part): boolean =>
  coats.some((c) => c.on && paintOf(c.paint).meetsLight?.(c.paint)) ||
  cards.some((c) => c.on && finishes[c.kind].meetsLight?.(c.params));

/** Finds the light that falls onto parts: which lamp, and how each part lies on its sheet. */
export type LightFinder = (part: Part) => PartLight;

/** The lamps of sheets, each by the parts that stand on its sheet. */
const lampsOf = (sheets: Design['sheets']): ReadonlyMap<string, Lamp> =>
  new Map(sheets.flatMap((s) => s.parts.map((id) => [id, s.lamp] as const)));

/** Finds the light among parts that stand on sheets, or all in one light that is given. */
export function lightFinder(
  parts: Design['parts'],
  sheets: Design['sheets'],
  outer: PartLight | null,
): LightFinder {
  let lamps: ReadonlyMap<string, Lamp> | null = null;
  return (part) => {
    let world: Matrix = placeMatrix(part.place);
    let root = part.id;
    for (let at = parentOf({ parts }, root); at; at = parentOf({ parts }, at)) {
      world = multiply(placeMatrix(parts[at].place), world);
      root = at;
    }
    if (outer) return { lamp: outer.lamp, world: multiply(outer.world, world) };
    lamps ??= lampsOf(sheets);
    return { lamp: lamps.get(root) ?? usualLamp, world };
  };
}

/** Whether two parts meet the light alike: where they stand makes no difference, only how they are turned. */
export const sameLight = (a: PartLight | null, b: PartLight | null): boolean =>
  a === b ||
  (a !== null && b !== null && a.lamp === b.lamp && [0, 1, 2, 3].every((i) => a.world[i] === b.world[i]));
