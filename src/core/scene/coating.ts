import { combine } from '../arrange/combine';
import { type Coat, coatArea, paintToScene } from '../coat';
import { parseHex } from '../colour/colour';
import type { Part } from '../document/types';
import { finishes } from '../finish';
import { identity } from '../geometry/matrix';
import { type Bounds, joinBounds, type Path, pathBounds } from '../geometry/path';
import type { Outline } from '../step';
import type { SceneNode } from './types';

const areas = new WeakMap<Path, { key: string; area: Path }[]>();

export const outlineBounds = (outline: Outline): Bounds | null =>
  outline.map(pathBounds).reduce(joinBounds, null);

function areaOf(coat: Coat, path: Path): Path {
  if (coat.kind === 'fill') return path;
  const { width, align, cap, join, miterLimit, dashes, dashOffset } = coat;
  const key = JSON.stringify([width, align, cap, join, miterLimit, dashes, dashOffset]);
  const list = areas.get(path) ?? [];
  const known = list.find((a) => a.key === key);
  if (known) return known.area;
  const area = coatArea(coat, path);
  areas.set(path, [{ key, area }, ...list.slice(0, 7)]);
  return area;
}

/** What a part's coats paint on its outline. Pieces that show in part are painted one by one. */
export function coatNodes(part: Part, outline: Outline): SceneNode[] {
  const bounds = outlineBounds(outline);
  if (!bounds) return [];
  if (outline.every((piece) => piece.opacity === undefined)) return paintedOn(part, outline, bounds);
  return outline.map(
    (piece): SceneNode => ({
      type: 'group',
      children: paintedOn(part, [piece], bounds),
      matrix: identity,
      opacity: piece.opacity ?? 1,
      blend: 'normal',
      isolated: false,
    }),
  );
}

function paintedOn(part: Part, pieces: Outline, bounds: Bounds): SceneNode[] {
  return part.coats
    .filter((c) => c.on && c.opacity > 0)
    .flatMap((coat) => {
      const paint = paintToScene(coat.paint, bounds);
      return pieces
        .map((piece) => ({ path: areaOf(coat, piece), tint: coat.kind === 'fill' ? piece.tint : undefined }))
        .filter(({ path }) => path.contours.length)
        .map(
          ({ path, tint }): SceneNode => ({
            type: 'shape',
            path,
            paint: tint ? { kind: 'solid', colour: parseHex(tint) } : paint,
            opacity: coat.opacity,
            blend: coat.blend,
          }),
        );
    });
}

/** What is painted once a part's finishes have done their work. */
export function finishNodes(part: Part, outline: Outline, nodes: readonly SceneNode[]): readonly SceneNode[] {
  let at = nodes;
  for (const card of part.finishes) {
    if (!card.on) continue;
    const painted = {
      nodes: at,
      silhouette: () => {
        const strokes = part.coats
          .filter((c) => c.on && c.kind === 'stroke')
          .flatMap((c) => outline.map((p) => areaOf(c, p)));
        return combine('union', [...outline, ...strokes]);
      },
    };
    at = finishes[card.kind].apply(painted, card.params);
  }
  return at;
}
