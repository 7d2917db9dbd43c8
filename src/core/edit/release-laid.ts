import { makeCoat, makePart, makeSource } from '../document/create';
import type { Design, Part } from '../document/types';
import { matrixPlace, origin } from '../geometry/matrix';
import { evaluate } from '../scene/sheet';
import { type LaidSheet, laidPlace } from '../source/laid-sheet';
import { copyFamilies } from './copy';
import { withPart } from './tree';

/**
 * A laid sheet as a group of copies of what is on that sheet: it is the same picture, and follows no more. Its own finishes stay.
 * The design as it is where there is no such sheet, or it is laid in one ink, which no copies have.
 */
export function releaseLaid(design: Design, part: Part): Design {
  if (part.source.kind !== 'laid-sheet') return design;
  const laid: LaidSheet = part.source;
  const sheet = design.sheets.find((s) => s.id === laid.sheet);
  const at = sheet && laid.inks === 'own' ? laidPlace(evaluate(design, sheet.id), laid) : null;
  if (!sheet || !at) return design;
  const families = copyFamilies(
    design.parts,
    sheet.parts.filter((id) => design.parts[id]),
  );
  let out = families.flat().reduce(withPart, design);
  const ground =
    sheet.ground && laid.shown === 'sheet'
      ? [
          makePart(makeSource('rectangle', { width: sheet.width, height: sheet.height }), {
            name: 'Ground',
            place: { ...origin, x: sheet.width / 2, y: sheet.height / 2 },
            coats: [makeCoat('fill', { paint: { kind: 'solid', colour: sheet.ground } })],
          }),
        ]
      : [];
  const { cut } = at;
  const edge = cut
    ? [
        makePart(makeSource('rectangle', { width: cut.x1 - cut.x0, height: cut.y1 - cut.y0 }), {
          name: 'Edges',
          place: { ...origin, x: (cut.x0 + cut.x1) / 2, y: (cut.y0 + cut.y1) / 2 },
        }),
      ]
    : [];
  const inside = makePart(
    { kind: 'group', ...(cut ? { clip: true } : {}) },
    {
      name: sheet.name,
      place: matrixPlace(at.matrix),
      children: [...ground.map((p) => p.id), ...families.map(([top]) => top.id), ...edge.map((p) => p.id)],
    },
  );
  out = [...ground, ...edge, inside].reduce(withPart, out);
  return withPart(out, { ...part, source: { kind: 'group' }, children: [inside.id] });
}
