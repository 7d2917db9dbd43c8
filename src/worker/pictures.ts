import { coatDefaults, formatHex, Painter, type Part, type Scene, type SceneNode } from '@/core';
import type * as edit from '@/core/edit';
import { nodesBounds } from '@/core/live';

/** A square picture, straight-alpha RGBA. */
export interface SmallPicture {
  readonly size: number;
  readonly data: Uint8ClampedArray<ArrayBuffer>;
}

let painter: Painter | null = null;

/** A small picture of nodes, `size` pixels at its longer side, with a margin. */
export function thumbnail(nodes: readonly SceneNode[], size: number): SmallPicture | null {
  const b = nodesBounds(nodes);
  if (!b) return null;
  const side = Math.max(b.x1 - b.x0, b.y1 - b.y0);
  if (!(side > 0) || !Number.isFinite(side)) return null;
  const scale = (size - 6) / side;
  painter ??= new Painter();
  painter.scale = scale;
  const x = (size - (b.x1 - b.x0) * scale) / 2 - b.x0 * scale;
  const y = (size - (b.y1 - b.y0) * scale) / 2 - b.y0 * scale;
  painter.drawTile(
    { width: 0, height: 0, ground: null, nodes },
    [scale, 0, 0, scale, x, y],
    0,
    0,
    size,
    size,
  );
  const data = painter.bytes();
  return { size, data };
}

/** The colour of a scene at a place of its sheet, as hex. */
export function colourOf(scene: Scene, x: number, y: number): string {
  painter ??= new Painter();
  painter.scale = 1;
  painter.drawTile(scene, [1, 0, 0, 1, 0.5 - x, 0.5 - y], 0, 0, 1, 1);
  const [r, g, b, a] = painter.bytes();
  return formatHex([r / 255, g / 255, b / 255, a / 255]);
}

const beginnings = new WeakMap<object, Map<string, readonly unknown[]>>();

/** A list up to one of its cards; the same object every time, so that what it came to is remembered. */
function upTo<T extends { id: string }>(list: readonly T[], id: string): readonly T[] {
  if (list.at(-1)?.id === id) return list;
  const known = beginnings.get(list) ?? new Map<string, readonly unknown[]>();
  beginnings.set(list, known);
  const found = known.get(id) ?? list.slice(0, list.findIndex((c) => c.id === id) + 1);
  known.set(id, found);
  return found as readonly T[];
}

/** The part as it is after one card of its recipe: later cards left out. */
export function partAfter(part: Part, card: edit.CardRef): Part {
  if (card.list === 'source') return { ...part, steps: [], finishes: [] };
  if (card.list === 'steps' && card.coat)
    return {
      ...part,
      coats: part.coats
        .filter((c) => c.id === card.coat)
        .map((c) => ({ ...c, steps: upTo(c.steps, card.id) })),
      finishes: [],
    };
  if (card.list === 'steps') return { ...part, steps: upTo(part.steps, card.id), finishes: [] };
  if (card.list === 'coats')
    return { ...part, coats: part.coats.filter((c) => c.id === card.id), finishes: [] };
  return { ...part, finishes: upTo(part.finishes, card.id) };
}

/** Shows the outline of a part that has no coats. */
export const neutral: Part['coats'] = [
  { ...coatDefaults.fill, id: 'neutral', paint: { kind: 'solid', colour: '#8a94a0' } },
];
