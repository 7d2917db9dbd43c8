import { type FaceMap, facesOf } from '../arrange/faces';
import { joinOutline } from '../outline/join';
import type { Outline, Piece } from '../outline/types';
import { defineHolder, type Member } from './definition';
import type { Faces } from './types';

const known = new WeakMap<Outline, { rest: readonly Outline[]; map: FaceMap }>();

/** The faces of some outlines, remembered as long as these stay the same objects. */
export function faceMapOf(outlines: readonly Outline[]): FaceMap {
  const [first, ...rest] = outlines;
  if (!first) return facesOf([]);
  const hit = known.get(first);
  if (hit && hit.rest.length === rest.length && hit.rest.every((o, i) => o === rest[i])) return hit.map;
  const map = facesOf(outlines.map(joinOutline));
  known.set(first, { rest, map });
  return map;
}

/** All faces of the members of a holder. */
export const memberFaces = (members: readonly Pick<Member, 'outline'>[]): FaceMap =>
  faceMapOf(members.map((m) => m.outline));

/** Every region that the members' outlines cut out, kept, dropped, joined or coloured one by one. */
export const faces = defineHolder<Faces>({
  kind: 'faces',
  fields: [],
  defaults: { dropped: [], regions: [] },
  painted: true,
  outline(members, { dropped, regions }) {
    const map = memberFaces(members);
    const gone = new Set(dropped);
    const kept = map.faces.flatMap((f, i) => (gone.has(f.key) ? [] : [{ key: f.key, i }]));
    const named = new Map(regions.flatMap((r, n) => r.faces.map((key) => [key, n] as const)));
    const out: Piece[] = [];
    regions.forEach(({ colour }, n) => {
      const list = kept.filter((f) => named.get(f.key) === n).map((f) => f.i);
      if (list.length) out.push({ path: map.outline(list), ...(colour ? { tint: colour } : {}) });
    });
    for (const f of kept) if (!named.has(f.key)) out.push({ path: map.outline([f.i]) });
    return out;
  },
});
