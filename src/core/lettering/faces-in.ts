import { sameItems } from '../cache/same-items';
import { figuresFace } from '../construction/settings';
import { remembered } from '../document/record';
import type { Design, Part } from '../document/types';
import { faceById } from './face';

/** What faces are used by. */
export type FacesUsed = Pick<Design, 'parts'> & Partial<Pick<Design, 'sheets' | 'exports'>>;

const facesOf = ({ source }: Part): readonly string[] =>
  source.kind === 'lettering'
    ? [source.face, ...source.runs.flatMap(({ face }) => (face ? [face] : []))]
    : [];

const known = new WeakMap<object, readonly string[]>();

const facesOfParts = (parts: Design['parts']): readonly string[] =>
  remembered(
    known,
    parts,
    (all) => [...new Set(Object.values(all).flatMap(facesOf))],
    (a, b) => a.source === b.source || sameItems(facesOf(a), facesOf(b)),
  );

/** Ids of the faces that a design's lettering is set in. */
function facesIn({ parts, sheets, exports: files }: FacesUsed): string[] {
  const ids = new Set<string>();
  // Construction drawings have numbers, and proofs titles.
  const proofs = files?.rows.some(({ params }) => String(params.of ?? '').startsWith('proofs:'));
  if (proofs || sheets?.some((s) => s.drawing)) ids.add(figuresFace);
  for (const id of facesOfParts(parts)) ids.add(id);
  return [...ids];
}

/** Those of them that are not at hand yet. */
export const facesMissing = (design: FacesUsed): string[] => facesIn(design).filter((id) => !faceById(id));
