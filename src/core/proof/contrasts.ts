import { formatHex, type Rgba } from '../colour/colour';
import { contrast } from '../colour/contrast';
import type { Point } from '../geometry/vector';
import { type Picture, renderPixels } from '../raster/render';
import { filledWith } from '../scene/filled-with';
import type { Scene } from '../scene/types';
import { borderOf } from './border';
import type { InkArea } from './inks';
import { pictureOf } from './picture';

/** Two colours that meet along an edge. */
export interface Meeting {
  /** Keys of the inks, null for the ground. */
  readonly keys: readonly [string, string | null];
  readonly colours: readonly [string, string];
  /** 1–21 (WCAG 2.2). */
  readonly contrast: number;
  /** Length of the edge, sheet units, and a place on it. */
  readonly length: number;
  readonly at: Point;
}

/** How far from an edge colours are looked at, pixels. */
const off = 1.6;
/** Edges shorter than this share of the sheet say nothing. */
const shortest = 0.01;
/** Places looked at along the edges of one ink. */
const mostPlaces = 600;

const labelOf = (i: number): Rgba => [((i >> 8) & 255) / 255, (i & 255) / 255, 0, 1];

interface Sample {
  readonly colours: readonly [Rgba, Rgba];
  readonly share: number;
  readonly at: Point;
}

function meetingOf(keys: Meeting['keys'], samples: readonly Sample[]): Meeting {
  const rated = samples
    .map((s) => ({ ...s, contrast: contrast(s.colours[0], s.colours[1]) }))
    .sort((a, b) => a.contrast - b.contrast);
  const length = rated.reduce((sum, s) => sum + s.share, 0);
  // The middle one by length: gradients and soft places are no rule.
  let passed = 0;
  const middle =
    rated.find((s) => {
      passed += s.share;
      return passed >= length / 2;
    }) ?? rated[0];
  const [a, b] = middle.colours.map(formatHex);
  return { keys, colours: [a, b], contrast: middle.contrast, length, at: middle.at };
}

/**
 * The colours that meet along the edges of a sheet’s inks, the least contrast first.
 * @param seen the sheet as `pictureOf` draws it
 */
export function meetingsOf(
  sheet: Scene,
  areas: readonly InkArea[],
  seen: Picture = pictureOf(sheet),
): Meeting[] {
  const longest = Math.max(sheet.width, sheet.height);
  const { width } = seen;
  const scale = width / sheet.width;
  const labelled = areas.map((a, i) => filledWith(a.path, { kind: 'solid', colour: labelOf(i + 1) }));
  const labels = renderPixels({ ...sheet, ground: [0, 0, 0, 1], nodes: labelled }, width);
  const index = (x: number, y: number): number => {
    const [i, j] = [Math.floor(x * scale), Math.floor(y * scale)];
    return i < 0 || j < 0 || i >= seen.width || j >= seen.height ? -1 : 4 * (j * seen.width + i);
  };
  const labelAt = (k: number) =>
    labels.data[k + 2] === 0 ? 256 * labels.data[k] + labels.data[k + 1] : Number.NaN;
  const colourAt = (k: number): Rgba => [
    seen.data[k] / 255,
    seen.data[k + 1] / 255,
    seen.data[k + 2] / 255,
    1,
  ];
  const found = new Map<string, { keys: Meeting['keys']; samples: Sample[] }>();
  areas.forEach(({ path, key }, i) => {
    for (const { x, y, nx, ny, share } of borderOf(path, mostPlaces, true).places) {
      if (!share) continue;
      const d = off / scale;
      const [inside, outside] = [index(x + d * nx, y + d * ny), index(x - d * nx, y - d * ny)];
      if (inside < 0 || outside < 0 || labelAt(inside) !== i + 1) continue;
      const beside = labelAt(outside);
      // Every edge of two inks is met once; a mixture of labels is nobody’s.
      if (!(beside === 0 || (beside > i + 1 && beside <= areas.length))) continue;
      const other = beside === 0 ? null : areas[beside - 1].key;
      const pair = `${key}\n${other}`;
      const known = found.get(pair) ?? { keys: [key, other] as const, samples: [] };
      found.set(pair, known);
      known.samples.push({ colours: [colourAt(inside), colourAt(outside)], share, at: { x, y } });
    }
  });
  return [...found.values()]
    .map(({ keys, samples }) => meetingOf(keys, samples))
    .filter((m) => m.length >= shortest * longest)
    .sort((a, b) => a.contrast - b.contrast);
}
