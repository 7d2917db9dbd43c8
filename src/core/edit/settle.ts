import type { Design, Part, Source } from '../document/types';
import { joinOutline } from '../holder/join';
import { evaluatePart } from '../scene/evaluate';
import { asPath } from './plain';
import { parentOf } from './tree';

/** A source with the ids of other parts that it names put through `rename`. */
export function withNames(source: Source, rename: (id: string) => string): Source {
  if (source.kind === 'piece') return { ...source, of: rename(source.of), by: source.by.map(rename) };
  if (source.kind === 'blend' && source.spine) return { ...source, spine: rename(source.spine) };
  return source;
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
export function settlePieces(before: Design, after: Design): Design {
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
