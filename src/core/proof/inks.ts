import { affordArrangement, boxesOf, overlappingPairs } from '../arrange/afford';
import { combine } from '../arrange/combine';
import { facesOf } from '../arrange/faces';
import { formatHex, type Rgba } from '../colour/colour';
import type { Path } from '../geometry/path';
import { coversSheet } from '../scene/covers-sheet';
import { layersOf } from '../scene/layers';
import type { PaintedLayer } from '../scene/node/definition';
import type { Scene, ScenePaint } from '../scene/types';
import { groundOf } from './whole-sheet';

/** What is at least as opaque as this covers what lies under it. */
const covering = 0.5;
/** Colours that differ by less in each channel are one. */
const alike = 2 / 255;

/** What shows of one colour, or of one gradient. */
export interface InkArea {
  /** The same for what is painted alike. */
  readonly key: string;
  /** Its colour, where it has one. */
  readonly colour: Rgba | null;
  /** A clean path in sheet coordinates. */
  readonly path: Path;
  /** Parts that are painted with it. */
  readonly parts: readonly string[];
}

/** What a sheet shows, ink by ink, the lowest first. */
export interface Inks {
  /** Null where there are too many crossings to tell inks apart. */
  readonly areas: readonly InkArea[] | null;
  /** All that is not ground. */
  readonly silhouette: Path;
}

const solidOf = (paint: ScenePaint): Rgba | null => (paint.kind === 'solid' ? paint.colour : null);

/** How opaque a paint is where it is least so; a picture as its part is. */
function opaqueness(paint: ScenePaint): number {
  if (paint.kind === 'solid') return paint.colour[3];
  return paint.kind === 'image' ? 1 : Math.min(...paint.stops.map((s) => s.colour[3]));
}

const opacityOf = ({ paint, opacity }: PaintedLayer): number => opacity * opaqueness(paint);

const keyOf = (paint: ScenePaint, part: string | undefined): string =>
  paint.kind === 'solid'
    ? formatHex([paint.colour[0], paint.colour[1], paint.colour[2], 1])
    : `${paint.kind} ${part}`;

const sameColour = (a: Rgba, b: Rgba): boolean => [0, 1, 2].every((k) => Math.abs(a[k] - b[k]) < alike);

/** How often boxes of segments may overlap for inks to be told apart: each crossing makes regions more. */
const mostCrossings = 25_000;

/**
 * What shows of each ink of a sheet, as clean paths. What covers all of the sheet is its ground, and what is painted in the
 * ground’s colour is ground as well; what is less than half opaque, and light and shade, are no ink. Where outlines cross too
 * often, only all of them together are told.
 * @param painted what the sheet is painted of, where that is known
 * @throws WorkFault where the sheet has too much even for that.
 */
export function inksOf(scene: Scene, painted: readonly PaintedLayer[] = layersOf(scene.nodes)): Inks {
  const layers = painted.filter((l) => opacityOf(l) >= covering);
  const own = layers.findLastIndex((l) => coversSheet(l.path, scene));
  const ground = own < 0 ? groundOf(scene) : solidOf(layers[own].paint);
  const seen = layers.slice(own + 1);
  const paths = seen.map((l) => l.path);
  affordArrangement(paths);
  if (overlappingPairs(boxesOf(paths), mostCrossings) > mostCrossings)
    return { areas: null, silhouette: combine('union', paths) };
  const map = facesOf(paths);
  const byKey = new Map<
    string,
    { layer: number; colour: Rgba | null; faces: number[]; parts: Set<string> }
  >();
  const shown: number[] = [];
  map.faces.forEach(({ inside }, face) => {
    const layer = inside.lastIndexOf(true);
    const top = seen[layer];
    if (!top) return;
    const colour = solidOf(top.paint);
    if (colour && ground && sameColour(colour, ground)) return;
    const key = keyOf(top.paint, top.part);
    const ink = byKey.get(key) ?? { layer, colour, faces: [], parts: new Set<string>() };
    byKey.set(key, ink);
    ink.layer = Math.min(ink.layer, layer);
    ink.faces.push(face);
    if (top.part) ink.parts.add(top.part);
    shown.push(face);
  });
  const areas = [...byKey]
    .sort(([, a], [, b]) => a.layer - b.layer)
    .map(([key, { colour, faces, parts }]) => ({
      key,
      colour,
      path: map.outline(faces),
      parts: [...parts],
    }));
  const silhouette = map.outline(shown);
  return { areas, silhouette };
}
