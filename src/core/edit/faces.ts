import { makeId, makePart } from '../document/create';
import type { Design } from '../document/types';
import { transformPath } from '../geometry/path';
import { formatPath } from '../geometry/svg-path';
import { memberFaces } from '../holder/faces';
import type { Faces } from '../holder/types';
import { membersOfPart } from '../scene/evaluate';
import { inOrder, lookOf, wrap } from './arrange-parts';
import { type Edited, freeName } from './edited';
import { withPart, worldOf } from './tree';

/** One face of a part made of faces, as it lies on the sheet. */
export interface FaceOnSheet {
  readonly key: string;
  /** SVG path text in sheet units. */
  readonly d: string;
  readonly dropped: boolean;
}

/** Makes the faces that some parts' outlines cut out: live, all kept, in the look of the lowest. */
export function makeFaces(design: Design, sheetId: string, ids: readonly string[]): Edited {
  const members = inOrder(design, sheetId, ids);
  if (!members.length || (members.length === 1 && design.parts[members[0]].source.kind === 'faces'))
    return { design, chosen: ids };
  const { coats, finishes } = lookOf(design, members[0]);
  const part = makePart(
    { kind: 'faces', dropped: [], regions: [] },
    {
      name: freeName(design, 'Faces'),
      coats: coats.map((c) => ({ ...c, id: makeId() })),
      finishes: finishes.map((f) => ({ ...f, id: makeId() })),
    },
  );
  return wrap(design, sheetId, members, part);
}

/** All faces of a part made of them, for pointing at. */
export function facesOnSheet(design: Design, id: string): FaceOnSheet[] {
  const part = design.parts[id];
  if (part?.source.kind !== 'faces') return [];
  const map = memberFaces(membersOfPart(design, part));
  const world = worldOf(design, id);
  const gone = new Set(part.source.dropped);
  return map.faces.map(({ key }, i) => ({
    key,
    d: formatPath(transformPath(map.outline([i]), world)),
    dropped: gone.has(key),
  }));
}

/** What is done with chosen faces: `part` undoes `join`, a colour of null takes that of the fills again. */
export type FaceChange =
  | { readonly do: 'drop' | 'keep' | 'join' | 'part' }
  | { readonly do: 'colour'; readonly colour: string | null };

function changed(source: Faces, keys: readonly string[], change: FaceChange): Faces {
  const mine = new Set(keys);
  const touched = source.regions.filter((r) => r.faces.some((k) => mine.has(k)));
  const others = source.regions.filter((r) => !touched.includes(r));
  switch (change.do) {
    case 'drop':
      return { ...source, dropped: [...new Set([...source.dropped, ...keys])] };
    case 'keep':
      return { ...source, dropped: source.dropped.filter((k) => !mine.has(k)) };
    case 'join': {
      const faces = [...new Set([...touched.flatMap((r) => r.faces), ...keys])];
      const colour = touched.find((r) => r.colour)?.colour ?? null;
      return {
        dropped: source.dropped.filter((k) => !mine.has(k)),
        regions: [...others, { faces, colour }],
      };
    }
    case 'part':
      return {
        ...source,
        regions: [
          ...others,
          ...touched.flatMap((r) => (r.colour ? r.faces.map((k) => ({ faces: [k], colour: r.colour })) : [])),
        ],
      };
    case 'colour': {
      const alone = keys.filter((k) => !touched.some((r) => r.faces.includes(k)));
      const { colour } = change;
      return {
        dropped: source.dropped.filter((k) => !mine.has(k)),
        regions: [
          ...others,
          ...touched.flatMap((r) => (colour || r.faces.length > 1 ? [{ ...r, colour }] : [])),
          ...(colour ? alone.map((k) => ({ faces: [k], colour })) : []),
        ],
      };
    }
  }
}

/** Keeps, drops, joins or colours faces of a part made of them. */
export function changeFaces(design: Design, id: string, keys: readonly string[], change: FaceChange): Edited {
  const part = design.parts[id];
  if (part?.source.kind !== 'faces') return { design, chosen: [id] };
  const source = { ...part.source, ...changed(part.source, keys, change) };
  return { design: withPart(design, { ...part, source }), chosen: [id] };
}
