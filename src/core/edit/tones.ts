import { combine } from '../arrange/combine';
import { formatHex } from '../colour/colour';
import type { ToneStep } from '../colour/tones';
import { toneOf } from '../colour/tones';
import type { Card } from '../document/card';
import { makeCoat, makeId, makePart, makeSource } from '../document/create';
import type { Design, Part } from '../document/types';
import { finishes } from '../finish';
import { type Bounds, type Path, pathBounds, transformPath } from '../geometry/path';
import { renderPixels } from '../raster/render';
import { areaOfNodes } from '../scene/area';
import { nodesBounds } from '../scene/damage';
import { evaluatePart } from '../scene/evaluate';
import type { SceneNode } from '../scene/types';
import { SmoothField } from '../trace/field';
import { levelPath } from '../trace/level-path';
import { type Edited, freeName } from './edited';
import { numbersOf } from './plain';
import { childrenOf, parentOf, withChildren, withParts } from './tree';

/** What a part is painted as before one of its finishes, in its own coordinates. */
function paintedBefore(design: Design, part: Part, card: Card): readonly SceneNode[] {
  const at = part.finishes.findIndex((c) => c.id === card.id);
  const before = { ...part, finishes: part.finishes.slice(0, at), opacity: 1, blend: 'normal' as const };
  const parts = { ...design.parts, [part.id]: before };
  return evaluatePart({ ...design, parts }, before).nodes;
}

interface Drawn {
  readonly data: Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
  /** Where it lies, and its pixels a unit. */
  readonly box: Bounds;
  readonly scale: number;
}

/** Nodes drawn by themselves, so many pixels along the longer side. */
function drawn(nodes: readonly SceneNode[], longest: number): Drawn | null {
  const b = nodesBounds(nodes);
  if (!b) return null;
  const [w, h] = [b.x1 - b.x0, b.y1 - b.y0];
  const scale = longest / Math.max(w, h, 1e-6);
  const [width, height] = [w, h].map((v) => Math.max(2, Math.ceil(v * scale)));
  const shifted = {
    type: 'group',
    children: nodes,
    matrix: [1, 0, 0, 1, -b.x0, -b.y0],
    opacity: 1,
    blend: 'normal',
    isolated: false,
  } as const;
  const made = renderPixels(
    { width: width / scale, height: height / scale, ground: null, nodes: [shifted] },
    width,
  );
  return { data: made.data, width: made.width, height: made.height, box: b, scale };
}

/** Bars of a chart of tones. */
const bars = 64;
const chartSide = 192;

/** How much of what one of a part's finishes is given has each tone, from black to white: shares of 64 bars, together 1. */
export function tonesOfPart(design: Design, id: string, card: string): number[] {
  const part = design.parts[id];
  const found = part?.finishes.find((c) => c.id === card);
  const picture = found && drawn(paintedBefore(design, part, found), chartSide);
  const out = new Array<number>(bars).fill(0);
  if (!picture) return out;
  let sum = 0;
  const { data } = picture;
  for (let k = 0; k < data.length; k += 4) {
    const alpha = data[k + 3] / 255;
    const tone = toneOf(data[k], data[k + 1], data[k + 2]) / 255;
    out[Math.min(bars - 1, Math.floor(tone * bars))] += alpha;
    sum += alpha;
  }
  return sum > 0 ? out.map((v) => v / sum) : out;
}

/** Pixels along the longer side that areas of a tone are found in. */
const traceSide = 1024;
/** How far fitted lines may lie off, pixels, and the least area that is kept, square pixels. */
const traced = { tolerance: 0.08, least: 6 } as const;
/** Rings of pixels about what is painted that take on the tones beside them, so that lines run on out of it. */
const rings = 6;

/** Tones of a picture, run on beyond what is painted. */
function toneField({ data, width, height }: Drawn): SmoothField {
  const tones = new Float64Array(width * height);
  let known = new Uint8Array(width * height);
  for (let k = 0; k < tones.length; k++) {
    if (data[4 * k + 3] < 128) continue;
    known[k] = 1;
    tones[k] = toneOf(data[4 * k], data[4 * k + 1], data[4 * k + 2]) / 255;
  }
  for (let r = 0; r < rings; r++) {
    const next = known.slice();
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const k = y * width + x;
        if (known[k]) continue;
        let [sum, count] = [0, 0];
        for (const [dx, dy] of [
          [1, 0],
          [-1, 0],
          [0, 1],
          [0, -1],
        ]) {
          const [px, py] = [x + dx, y + dy];
          if (px < 0 || py < 0 || px >= width || py >= height || !known[py * width + px]) continue;
          sum += tones[py * width + px];
          count++;
        }
        if (!count) continue;
        tones[k] = sum / count;
        next[k] = 1;
      }
    known = next;
  }
  return new SmoothField(tones, width, height);
}

/** The tone steps that a finish of tones puts a part down to, from the darkest up; null for one that has none. */
function stepsOf(card: Card): readonly ToneStep[] | null {
  const made = finishes[card.kind].toneSteps?.(card.params);
  return made && made.length > 1 ? made : null;
}

/**
 * Gives a part whose tones are put down to a few its areas of each tone as plain paths, in a group above it: the whole in the
 * darkest colour, and over it what is lighter, tone by tone.
 */
export function tonesToPaths(design: Design, sheetId: string, id: string, card: string): Edited | null {
  const part = design.parts[id];
  const found = part?.finishes.find((c) => c.id === card);
  const steps = found && stepsOf(found);
  if (!part || !found || !steps) return null;
  const nodes = paintedBefore(design, part, found);
  const picture = drawn(nodes, traceSide);
  const whole = areaOfNodes(nodes);
  if (!picture || !pathBounds(whole)) return null;
  const field = toneField(picture);
  const { box, scale } = picture;
  // Samples lie in the middles of pixels.
  const toPart = (path: Path): Path =>
    transformPath(path, [1 / scale, 0, 0, 1 / scale, box.x0 + 0.5 / scale, box.y0 + 0.5 / scale]);
  const areas = steps.map(({ from }, k) =>
    k ? combine('intersect', [whole, toPart(levelPath(field, from, traced.tolerance, traced.least))]) : whole,
  );
  const paths = areas.flatMap((path, k) =>
    path.contours.length
      ? [
          makePart(makeSource('path', numbersOf(path)), {
            id: makeId(),
            name: `${part.name}, tone ${k + 1}`,
            coats: [makeCoat('fill', { paint: { kind: 'solid', colour: formatHex(steps[k].colour) } })],
          }),
        ]
      : [],
  );
  const name = freeName(design, `${part.name} in tones`);
  const group = makePart(
    { kind: 'group' },
    { id: makeId(), name, place: part.place, children: paths.map((c) => c.id) },
  );
  const parent = parentOf(design, id);
  const level = childrenOf(design, sheetId, parent).flatMap((c) => (c === id ? [id, group.id] : [c]));
  return {
    design: withChildren(withParts(design, [...paths, group]), sheetId, parent, level),
    chosen: [group.id],
  };
}
