import type { Design } from '../document/types';
import { faceById } from './face';

/** Ids of the faces that a design's lettering is set in. */
function facesIn(design: Pick<Design, 'parts'>): string[] {
  const ids = new Set<string>();
  for (const { source } of Object.values(design.parts)) {
    if (source.kind !== 'lettering') continue;
    ids.add(source.face);
    for (const { face } of source.runs) if (face) ids.add(face);
  }
  return [...ids];
}

/** Those of them that are not at hand yet. */
export const facesMissing = (design: Pick<Design, 'parts'>): string[] =>
  facesIn(design).filter((id) => !faceById(id));
