import { mapOwners, type Owner } from '../document/owners';
import { sameJson } from '../document/patch';
import type { Design, Part } from '../document/types';
import { paletteOf, withoutLooseInks } from './palette';
import type { Look } from './types';

const none: readonly Look[] = [];
export const looksOf = (design: Pick<Design, 'looks'>): readonly Look[] => design.looks ?? none;

/** What a part looks like, its geometry aside. */
export const lookOf = ({ coats, finishes, opacity, blend }: Part | Look) => ({
  coats,
  finishes,
  opacity,
  blend,
});

const sameLook = (part: Part, look: Look): boolean => sameJson(lookOf(part), lookOf(look));

/** A part given a look; it follows the look from now on. */
export function wearLook(part: Part, look: Look): Part {
  const { inks: _, ...rest } = part;
  return {
    ...rest,
    ...lookOf(look),
    look: look.id,
  };
}

/** The design with a look put in, or put in place of the one with its id; the parts that wear it follow. */
export function withLook(design: Design, look: Look): Design {
  const all = looksOf(design);
  const known = all.some((l) => l.id === look.id);
  const looks = known ? all.map((l) => (l.id === look.id ? look : l)) : [...all, look];
  return mapOwners({ ...design, looks }, (owner) =>
    'source' in owner && owner.look === look.id
      ? (wearLook(owner as Part, look) as unknown as typeof owner)
      : owner,
  );
}

/** The design without a look; the parts that wore it stay as they are. */
export function withoutLook(design: Design, id: string): Design {
  const { looks: _, ...rest } = design;
  const left = looksOf(design).filter((l) => l.id !== id);
  return mapOwners(left.length ? { ...rest, looks: left } : rest, withoutLooseLook(left));
}

/** Tells of each part what it is without a look that is gone or that it does not look like any more. */
function withoutLooseLook(looks: readonly Look[]): <T extends Owner>(owner: T) => T {
  const byId = new Map(looks.map((l) => [l.id, l]));
  return <T extends Owner>(owner: T): T => {
    if (!('source' in owner) || !owner.look) return owner;
    const look = byId.get(owner.look);
    if (look && sameLook(owner, look)) return owner;
    const { look: _, ...bare } = owner;
    return bare as T;
  };
}

/** The design with links to swatches and looks only where the values are still theirs. */
export function dropLooseLinks(design: Design): Design {
  const inks = withoutLooseInks(paletteOf(design));
  const looks = withoutLooseLook(looksOf(design));
  return mapOwners(design, (owner) => looks(inks(owner)));
}
