import { isGradient } from '../coat';
import type { Coat } from '../coat/types';
import { mapOwners, type Owner } from '../document/owners';
import { sameJson } from '../document/patch';
import type { Design } from '../document/types';
import { type Address, valueAt, withValueAt } from '../measure/address';
import type { ColourSwatch, Inks, Swatch } from './types';

export const isColourSwatch = (s: Swatch): s is ColourSwatch => 'colour' in s;

const none: readonly Swatch[] = [];
export const paletteOf = (design: Pick<Design, 'palette'>): readonly Swatch[] => design.palette ?? none;

function withInks<T extends Owner>(owner: T, inks: Inks): T {
  const { inks: _, ...rest } = owner;
  return (Object.keys(inks).length ? { ...rest, inks } : rest) as T;
}

/** What stands at an address once it takes a swatch; undefined where that cannot be. */
function inked(owner: Owner, address: Address, swatch: Swatch): unknown {
  const now = valueAt(owner, address);
  if (isColourSwatch(swatch)) return typeof now === 'string' ? swatch.colour : undefined;
  const paint = now as Coat['paint'] | undefined;
  return typeof paint === 'object' && paint && isGradient(paint)
    ? { ...paint, stops: swatch.stops, interpolation: swatch.interpolation }
    : undefined;
}

/** The owner with the colour or gradient at an address taken from a swatch from now on. */
export function linkSwatch<T extends Owner>(owner: T, address: Address, swatch: Swatch): T {
  const value = inked(owner, address, swatch);
  return value === undefined
    ? owner
    : withInks(withValueAt(owner, address, value), { ...owner.inks, [address]: swatch.id });
}

/** The owner with the value at an address as it is, taken from no swatch any more. */
export function unlinkSwatch<T extends Owner>(owner: T, address: Address): T {
  if (!owner.inks?.[address]) return owner;
  const { [address]: _, ...left } = owner.inks;
  return withInks(owner, left);
}

/** The design with a swatch put in, or put in place of the one with its id; all that is linked to it follows. */
export function withSwatch(design: Design, swatch: Swatch): Design {
  const all = paletteOf(design);
  const known = all.some((s) => s.id === swatch.id);
  const palette = known ? all.map((s) => (s.id === swatch.id ? swatch : s)) : [...all, swatch];
  return mapOwners({ ...design, palette }, (owner) =>
    Object.entries(owner.inks ?? {}).reduce((o, [address, id]) => {
      const value = id === swatch.id ? inked(o, address, swatch) : undefined;
      return value === undefined || sameJson(value, valueAt(o, address)) ? o : withValueAt(o, address, value);
    }, owner),
  );
}

/** The design without a swatch; what was linked to it keeps its colour. */
export function withoutSwatch(design: Design, id: string): Design {
  const { palette: _, ...rest } = design;
  const left = paletteOf(design).filter((s) => s.id !== id);
  return mapOwners(left.length ? { ...rest, palette: left } : rest, withoutLooseInks(left));
}

/** Tells of each owner what it is without links to swatches that are gone or whose value it has no longer. */
export function withoutLooseInks(palette: readonly Swatch[]): <T extends Owner>(owner: T) => T {
  const byId = new Map(palette.map((s) => [s.id, s]));
  return (owner) => {
    if (!owner.inks) return owner;
    const left = Object.entries(owner.inks).filter(([address, id]) => {
      const swatch = byId.get(id);
      return swatch && sameJson(inked(owner, address, swatch), valueAt(owner, address));
    });
    return left.length === Object.keys(owner.inks).length ? owner : withInks(owner, Object.fromEntries(left));
  };
}

/** How many colours and gradients are linked to each swatch. */
export function swatchUses(design: Design): ReadonlyMap<string, number> {
  const uses = new Map<string, number>();
  for (const owner of [...Object.values(design.parts), ...design.sheets])
    for (const id of Object.values(owner.inks ?? {})) uses.set(id, (uses.get(id) ?? 0) + 1);
  return uses;
}

/** A name that no swatch of a palette has yet. */
export function freeSwatchName(palette: readonly Swatch[], wish: string): string {
  const taken = new Set(palette.map((s) => s.name));
  if (!taken.has(wish)) return wish;
  let n = 2;
  while (taken.has(`${wish} ${n}`)) n++;
  return `${wish} ${n}`;
}
