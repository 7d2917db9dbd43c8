import { figuresFace } from '../construction/settings';
import type { Design } from '../document/types';
import { faceById } from './face';

/** What faces are used by. */
export type FacesUsed = Pick<Design, 'parts'> & Partial<Pick<Design, 'sheets' | 'exports'>>;

/** Ids of the faces that a design's lettering is set in. */
function facesIn({ parts, sheets, exports: files }: FacesUsed): string[] {
  const ids = new Set<string>();
  // Construction drawings have numbers, and proofs titles.
  const proofs = files?.rows.some(({ params }) => String(params.of ?? '').startsWith('proofs:'));
  if (proofs || sheets?.some((s) => s.drawing)) ids.add(figuresFace);
  for (const { source } of Object.values(parts)) {
    if (source.kind !== 'lettering') continue;
    ids.add(source.face);
    for (const { face } of source.runs) if (face) ids.add(face);
  }
  return [...ids];
}

/** Those of them that are not at hand yet. */
export const facesMissing = (design: FacesUsed): string[] => facesIn(design).filter((id) => !faceById(id));
