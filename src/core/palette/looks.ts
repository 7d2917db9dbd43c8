import type { Coat } from '../coat/types';
import { mapOwners } from '../document/owners';
import { sameJson } from '../document/patch';
import type { Card, Design, Part } from '../document/types';
import type { BlendMode } from '../scene/types';

/** Coats and finishes kept under a name, to put on other parts. */
export interface Look {
  readonly id: string;
  readonly name: string;
  readonly coats: readonly Coat[];
  readonly finishes: readonly Card[];
  readonly opacity: number;
  readonly blend: BlendMode;
}

const none: readonly Look[] = [];
export const looksOf = (design: Pick<Design, 'looks'>): readonly Look[] => design.looks ?? none;

/** What a part looks like, its geometry aside. */
export const lookOf = ({ coats, finishes, opacity, blend }: Part) => ({ coats, finishes, opacity, blend });

const sameLook = (part: Part, look: Look): boolean =>
  sameJson(lookOf(part), {
    coats: look.coats,
    finishes: look.finishes,
    opacity: look.opacity,
    blend: look.blend,
  });

/** A part given a look; it follows the look from now on. */
export function wearLook(part: Part, look: Look): Part {
  const { inks: _, ...rest } = part;
  return {
    ...rest,
    coats: look.coats,
    finishes: look.finishes,
    opacity: look.opacity,
    blend: look.blend,
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
  return dropLooseLooks(left.length ? { ...rest, looks: left } : rest);
}

/** A part wears a look only while it looks like it: what was changed by hand follows it no longer. */
export function dropLooseLooks(design: Design): Design {
  const byId = new Map(looksOf(design).map((l) => [l.id, l]));
  return mapOwners(design, (owner) => {
    if (!('source' in owner) || !owner.look) return owner;
    const look = byId.get(owner.look);
    if (look && sameLook(owner, look)) return owner;
    const { look: _, ...bare } = owner;
    return bare as typeof owner;
  });
}
