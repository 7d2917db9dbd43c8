import { createContext, useContext } from 'react';
import {
  type Formula,
  followFormula,
  linkSwatch,
  type Meaning,
  measureLookup,
  paletteOf,
  type Swatch,
  settleMeasures,
  unfollowed,
  unlinkSwatch,
} from '@/core';
import { withPart } from '@/core/edit';
import { commit, openedDesign } from '../state/history';
import { usePaced } from '../state/paced';
import { get } from '../state/store';

/** The part or the sheet whose numbers a set of fields shows. */
export type FieldOwner = { readonly kind: 'part' | 'sheet'; readonly id: string };

const owners = new Map<string, FieldOwner>();

/** A part or a sheet as the owner of fields; the same object every time, so that fields stay as they are. */
export function ownerOf(kind: FieldOwner['kind'], id: string): FieldOwner {
  const key = `${kind} ${id}`;
  const owner = owners.get(key) ?? { kind, id };
  owners.set(key, owner);
  return owner;
}

/** Whose numbers the fields inside show: with it, a field with an address can follow measures. */
export const OwnerContext = createContext<FieldOwner | null>(null);

/** Whether a field's number follows a formula, and how to have it follow another one. */
export interface Following {
  readonly formula: Formula | undefined;
  /** Has the number follow a formula, or none. @throws ExpressionError in words where it cannot. */
  follow(formula: Formula | null): void;
}

/** What names of measures mean in the open design. */
export function meaning(unit = 1): Meaning {
  const { design } = get();
  return { unit, measure: design ? measureLookup(design) : undefined };
}

function put(owner: FieldOwner, label: string, address: string, formula: Formula | null): void {
  const design = openedDesign();
  const change = <T extends Parameters<typeof unfollowed>[0]>(o: T): T =>
    formula ? followFormula(design, o, address, formula) : unfollowed(o, address);
  if (owner.kind === 'part') {
    const part = design.parts[owner.id];
    if (part) commit(label, settleMeasures(withPart(design, change(part))));
  } else changeOwner(owner, label, change);
}

/** Changes the part or the sheet that fields belong to. */
export function changeOwner(
  owner: FieldOwner,
  label: string,
  change: <T extends Parameters<typeof unfollowed>[0]>(o: T) => T,
): void {
  const design = openedDesign();
  if (owner.kind === 'part') {
    const part = design.parts[owner.id];
    if (part) commit(label, withPart(design, change(part)));
    return;
  }
  commit(label, { ...design, sheets: design.sheets.map((s) => (s.id === owner.id ? change(s) : s)) });
}

/** The swatch that the colour or gradient at an address is taken from, and how to link it to another. */
export interface Linking {
  readonly swatch: Swatch | undefined;
  link(swatch: Swatch): void;
  unlink(): void;
}

export function useLinking(address: string | undefined): Linking | null {
  const owner = useContext(OwnerContext);
  const swatch = usePaced((s) => {
    if (!owner || !address || !s.design) return undefined;
    const home =
      owner.kind === 'part' ? s.design.parts[owner.id] : s.design.sheets.find((h) => h.id === owner.id);
    const id = home?.inks?.[address];
    return id ? paletteOf(s.design).find((w) => w.id === id) : undefined;
  });
  if (!owner || !address) return null;
  return {
    swatch,
    link: (next) => changeOwner(owner, `Link to ${next.name}`, (o) => linkSwatch(o, address, next)),
    unlink: () => changeOwner(owner, 'Unlink colour', (o) => unlinkSwatch(o, address)),
  };
}

/** The formula that the number at an address follows; null where it has no address to follow from. */
export function useFollowing(label: string, address: string | undefined): Following | null {
  const owner = useContext(OwnerContext);
  const formula = usePaced((s) => {
    if (!owner || !address) return undefined;
    const home =
      owner.kind === 'part' ? s.design?.parts[owner.id] : s.design?.sheets.find((h) => h.id === owner.id);
    return home?.formulas?.[address];
  });
  return owner && address
    ? { formula, follow: (next: Formula | null) => put(owner, label, address, next) }
    : null;
}
