import {
  type Card,
  hangProof,
  lookFields,
  makeProof,
  mockUpOfProof,
  mockUps,
  type ProofRow,
  type ProofRules,
  proofs,
  sceneProofKind,
  usualWall,
  type Wall,
} from '@/core';
import { commit, openedDesign } from '../state/history';
import { get, set } from '../state/store';

/** The wall of the open design: its own, or the usual one. */
export const wallOf = (): Wall => openedDesign().wall ?? usualWall;

function changeWall(label: string, change: (wall: Wall) => Wall): void {
  const design = openedDesign();
  commit(label, { ...design, wall: change(design.wall ?? usualWall) });
}

const changeProofs = (label: string, change: (list: readonly Card[]) => readonly Card[]): void =>
  changeWall(label, (w) => ({ ...w, proofs: change(w.proofs) }));

export const rowOf = (card: Card): ProofRow => proofs[card.kind].row;

/** What a proof is titled. */
export const titleOfProof = ({ kind, params }: Card): string => proofs[kind].title(params);

/** Puts a proof after the last one of its row, and chooses it. */
export function addProof(kind: string, params: object = {}): void {
  const card = makeProof(kind, params);
  changeProofs(`Add ${proofs[kind].label.toLowerCase()}`, (list) => hangProof(list, card));
  chooseProof(card.id);
}

/** Hangs every scene, those that are there already as they are. */
export function addAllScenes(): void {
  changeProofs('All scenes', (list) => {
    const there = new Map(list.map((c) => [c.kind, c]));
    const missing = Object.keys(mockUps).filter((m) => !there.has(sceneProofKind(m)));
    const hung = list.map((c) => (mockUpOfProof(c.kind) ? { ...c, on: true } : c));
    return missing.reduce<readonly Card[]>((all, m) => hangProof(all, makeProof(sceneProofKind(m))), hung);
  });
}

/** Shows the sheet in all scenes as it is shown in one: what of it, in which inks, how large, in what light. */
export function lookInAllScenes({ params }: Card): void {
  const look = Object.fromEntries(lookFields.map(({ name }) => [name, params[name]]));
  changeProofs('Same in all scenes', (list) =>
    list.map((c) => (mockUpOfProof(c.kind) ? { ...c, params: { ...c.params, ...look } } : c)),
  );
}

export function chooseProof(id: string | null): void {
  set((s) => ({ wall: { ...s.wall, proof: id, pane: id ? 'proof' : s.wall.pane } }));
}

/** Takes the chosen proof off the wall, and chooses its neighbour. */
export function removeProof(id: string): void {
  const { proofs: list } = wallOf();
  const at = list.findIndex((c) => c.id === id);
  if (at < 0) return;
  changeProofs('Remove proof', (all) => all.filter((c) => c.id !== id));
  chooseProof(list[at + 1]?.id ?? list[at - 1]?.id ?? null);
}

export const switchProof = (id: string): void =>
  changeProofs('Hang proof', (list) => list.map((c) => (c.id === id ? { ...c, on: !c.on } : c)));

/** Puts a proof in the place of another one. */
export function moveProof(id: string, to: string): void {
  changeProofs('Move proof', (list) => {
    const [from, at] = [id, to].map((x) => list.findIndex((c) => c.id === x));
    const card = list[from];
    return from < 0 || at < 0 ? list : list.toSpliced(from, 1).toSpliced(at, 0, card);
  });
}

export const putProof = (label: string, id: string, params: object): void =>
  changeProofs(label, (list) =>
    list.map((c) => (c.id === id ? { ...c, params: { ...c.params, ...params } } : c)),
  );

export const putRules = (label: string, rules: Partial<ProofRules>): void =>
  changeWall(label, (w) => ({ ...w, rules: { ...w.rules, ...rules } }));

/** The proof at hand, where one is. */
export function proofAtHand(): Card | null {
  const { design, wall } = get();
  return (design?.wall ?? usualWall).proofs.find((c) => c.id === wall.proof) ?? null;
}

/** The smallest size that hangs, pixels. */
export function smallestHung(wall: Wall): number {
  const sizes = wall.proofs.filter((c) => c.on).flatMap((c) => proofs[c.kind].pixels?.(c.params) ?? []);
  return sizes.length ? Math.min(...sizes) : 64;
}
