import type { FaceMap } from '../arrange/faces';
import { colourSchema } from '../document/field-schema';
import { faceKeysSchema } from '../document/id-schema';
import { faceMapOf } from '../outline/face-map';
import type { Piece } from '../outline/types';
import { defineHolder, type Member } from './definition';
import type { Faces } from './types';

/** All faces of the members of a holder. */
export const memberFaces = (members: readonly Pick<Member, 'outline'>[]): FaceMap =>
  faceMapOf(members.map((m) => m.outline));

/** Every region that the members' outlines cut out, kept, dropped, joined or coloured one by one. */
export const faces = defineHolder<Faces>({
  kind: 'faces',
  label: 'Faces',
  about: 'Every region that the outlines inside cut out, kept, dropped, joined or coloured.',
  alsoKnown: ['regions', 'divide', 'areas'],
  fields: [],
  schema: (joi) => ({
    dropped: faceKeysSchema(joi).required().description('Names of faces that are left out.'),
    regions: joi
      .array()
      .items(
        joi.object({
          faces: faceKeysSchema(joi).required(),
          colour: joi.alternatives(joi.valid(null), colourSchema(joi)).required(),
        }),
      )
      .max(10_000)
      .required()
      .description('Faces taken as one, and a colour in place of the fills’, or `null` for theirs.'),
  }),
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
