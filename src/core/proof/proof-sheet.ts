import { lettered } from '../construction/figures';
import type { Card } from '../document/card';
import { boundsPath } from '../geometry/path';
import { sizeWithin } from '../raster/picture-within';
import { filledWith } from '../scene/filled-with';
import type { Scene, SceneNode } from '../scene/types';
import { proofRows } from './definition';
import { proofs } from './index';
import { proofScene } from './proof-scene';
import { laidSheet } from './whole-sheet';

/** Sheet units about everything, between proofs, and of a line of words. */
const margin = 48;
const gap = 32;
const line = 13;
/** Longer side of a proof that has no size of its own. */
const usualSize = 240;
/** How wide rows are before they go on below. */
const wide = 1200;

const ink = '#1f2b38';
const paper = [1, 1, 1, 1] as const;
const edge = { kind: 'solid', colour: [0.75, 0.77, 0.8, 1] } as const;

/** What a sheet is held against, by its address; null where that is not at hand. */
export type Others = (address: string) => Scene | null;

interface Tile {
  readonly scene: Scene;
  readonly title: string;
  readonly width: number;
  readonly height: number;
}

/** A proof as a tile, or null where what it is held against is not at hand. */
function tileOf(sheet: Scene, card: Card, others: Others): Tile | null {
  const kind = proofs[card.kind];
  const address = kind.against?.(card.params);
  const other = address === undefined ? null : others(address);
  if (address !== undefined && !other) return null;
  // Under a wiper there are two pictures in one place, which paper has not.
  const scene = proofScene(
    sheet,
    { ...card, params: { ...card.params, ...(address ? { how: 'beside' } : {}) } },
    other,
  );
  const size = sizeWithin(scene, kind.pixels?.(card.params) ?? usualSize * (address ? 2 : 1));
  return { scene, title: kind.title(card.params), ...size };
}

/** Words that begin at a place, standing on their line. */
function wordsAt(text: string, x: number, y: number, size = line): SceneNode[] {
  const words = lettered(text, size, ink);
  return words ? [words.from({ x, y })] : [];
}

/** A tile with a thin edge about it, and its title below. */
const placed = ({ scene, title, width, height }: Tile, x: number, y: number): SceneNode[] => [
  filledWith(boundsPath({ x0: x - 1, y0: y - 1, x1: x + width + 1, y1: y + height + 1 }), edge),
  filledWith(boundsPath({ x0: x, y0: y, x1: x + width, y1: y + height }), { kind: 'solid', colour: paper }),
  laidSheet(scene, x, y, width / scene.width),
  ...wordsAt(title, x, y + height + line + 3),
];

/**
 * The proofs that hang, as one sheet: in rows by what they are for, each in its own pixels where a sheet unit is one, with their
 * titles. What is held against something that is not at hand is left out.
 */
export function proofSheet(sheet: Scene, cards: readonly Card[], title: string, others: Others): Scene {
  const nodes: SceneNode[] = [...wordsAt(title, margin, margin, 22)];
  let y = margin + 44;
  let right = margin;
  for (const [row, word] of Object.entries<string>(proofRows)) {
    const tiles = cards
      .filter((c) => c.on && proofs[c.kind].row === row)
      .flatMap((c) => tileOf(sheet, c, others) ?? []);
    if (!tiles.length) continue;
    nodes.push(...wordsAt(word, margin, y, line));
    y += 2 * line;
    let x = margin;
    let high = 0;
    for (const tile of tiles) {
      const name = lettered(tile.title, line, ink)?.width ?? 0;
      const taken = Math.ceil(Math.max(tile.width, name));
      if (x > margin && x + taken > margin + wide) {
        [x, y, high] = [margin, y + high + gap + 2 * line, 0];
      }
      nodes.push(...placed(tile, x, y));
      high = Math.max(high, tile.height);
      x += taken + gap;
      right = Math.max(right, x - gap);
    }
    y += high + gap + 2 * line;
  }
  return { width: right + margin, height: y - gap + margin, ground: paper, nodes };
}
