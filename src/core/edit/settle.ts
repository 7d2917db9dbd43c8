import type { Card } from '../document/card';
import type { Design, Part, Source } from '../document/types';
import { dropOverridden } from '../measure/formulas';
import { joinOutline } from '../outline/join';
import { dropLooseLinks } from '../palette/looks';
import { evaluatePart } from '../scene/evaluate';
import { setLettering } from './lettering';
import { asPath } from './plain';
import { parentOf, withPart } from './tree';

/** A part with the ids of others that it names put through `rename`. */
export function withNamesOf(part: Part, rename: (id: string) => string): Part {
  const source = withNames(part.source, rename);
  const steps = part.steps.map((c) =>
    c.params.centreOn ? { ...c, params: { ...c.params, centreOn: rename(String(c.params.centreOn)) } } : c,
  );
  const coats = part.coats.map((c) =>
    c.paint.kind === 'pattern' ? { ...c, paint: { ...c.paint, tile: rename(c.paint.tile) } } : c,
  );
  return { ...part, source, steps, coats };
}

/** A source with the ids of other parts that it names put through `rename`. */
function withNames(source: Source, rename: (id: string) => string): Source {
  if (source.kind === 'piece') return { ...source, of: rename(source.of), by: source.by.map(rename) };
  if (source.kind === 'lettering') return letteringWithNames(source, rename);
  if (source.kind === 'blend' && source.spine) return { ...source, spine: rename(source.spine) };
  return source;
}

function letteringWithNames(
  source: Extract<Source, { kind: 'lettering' }>,
  rename: (id: string) => string,
): Source {
  const letters = source.letters.map((c) =>
    c.pieces ? { ...c, pieces: c.pieces.map((p) => (p.by ? { ...p, by: rename(p.by) } : p)) } : c,
  );
  return { ...source, letters, along: source.along && rename(source.along) };
}

/** A piece as the plain path it comes to among some parts; any other part stays as it is. */
export function settlePart(parts: Design['parts'], part: Part): Part {
  if (part.source.kind !== 'piece') return part;
  return asPath(part, joinOutline(evaluatePart({ parts }, part).outline));
}

/**
 * Pieces that lost what they were cut from, because it was removed or moved elsewhere, become the
 * plain paths they were before: nothing drawn is lost.
 */
function settlePieces(before: Design, after: Design): Design {
  let parts = after.parts;
  for (const part of Object.values(after.parts)) {
    if (part.source.kind !== 'piece') continue;
    const home = parentOf(after, part.id);
    const needed = [part.source.of, ...part.source.by];
    if (needed.every((id) => after.parts[id] && parentOf(after, id) === home)) continue;
    parts = { ...parts, [part.id]: settlePart({ ...after.parts, ...before.parts }, part) };
  }
  return parts === after.parts ? after : { ...after, parts };
}

/** A step that lost the sibling it is centred on keeps the centre it had. */
function settleCentres(before: Design, after: Design): Design {
  let parts = after.parts;
  for (const part of Object.values(after.parts)) {
    if (!part.steps.some((c) => c.params.centreOn)) continue;
    const home = parentOf(after, part.id);
    const lost = (c: Card) => {
      const on = String(c.params.centreOn || '');
      return on !== '' && (!after.parts[on] || on === part.id || parentOf(after, on) !== home);
    };
    if (!part.steps.some(lost)) continue;
    const was = before.parts[part.id];
    const { stages } = was ? evaluatePart(before, was) : { stages: [] };
    const steps = part.steps.map((c) => {
      if (!lost(c)) return c;
      const centre = stages[was?.steps.findIndex((s) => s.id === c.id) ?? -1]?.centre;
      const at = centre ? { centreX: centre.x, centreY: centre.y } : {};
      return { ...c, params: { ...c.params, ...at, centreOn: '' } };
    });
    parts = { ...parts, [part.id]: { ...part, steps } };
  }
  return parts === after.parts ? after : { ...after, parts };
}

/** Words that lost the part they follow run straight, about where they were. */
function settleWords(before: Design, after: Design): Design {
  let out = after;
  for (const part of Object.values(after.parts)) {
    const { source } = part;
    if (source.kind !== 'lettering' || source.follows !== 'part' || !source.along) continue;
    const was = before.parts[part.id];
    if (after.parts[source.along] || !before.parts[source.along] || !was) continue;
    const { design } = setLettering(before, part.id, { follows: 'line', along: '' });
    const { source: straight, place } = design.parts[part.id];
    out = withPart(out, { ...part, source: straight, place });
  }
  return out;
}

/** The design after an edit, with parts that lost a sibling they rest on made to stand alone. */
export const settleTies = (before: Design, after: Design): Design =>
  settleWords(before, settleCentres(before, settlePieces(before, after)));

/** The design after a change by hand: numbers, colours and looks that were changed follow nothing any more. */
export const settleLinks = (before: Design, after: Design): Design =>
  dropLooseLinks(dropOverridden(before, after));
