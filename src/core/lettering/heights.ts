import { cubicExtremes, cubicPoint, subCubic } from '../geometry/cubic';
import { cubicsOf, type Path } from '../geometry/path';
import { type FaceInstance, type FaceMetrics, faceById } from './face';
import { layoutOf } from './layout-memo';
import type { Lettering } from './types';

/** The lines of level lettering, in the part's coordinates. */
export interface LevelLines {
  readonly lines: readonly { readonly y: number; readonly left: number; readonly right: number }[];
  /** Sheet units to a font unit, upward. */
  readonly unit: number;
  readonly metrics: FaceMetrics;
  /** Width of the upright stroke of a capital I. */
  readonly stem: number;
}

/** Where a curve that only rises or only falls crosses a height. */
function crossing(s: Parameters<typeof cubicPoint>[0], y: number): number {
  let [low, high] = s[1] < s[7] ? [0, 1] : [1, 0];
  for (let i = 0; i < 50; i++) {
    const t = (low + high) / 2;
    if (cubicPoint(s, t).y < y) low = t;
    else high = t;
  }
  return cubicPoint(s, (low + high) / 2).x;
}

/** Where an outline crosses a height, from left to right. */
function crossingsAt(path: Path, y: number): number[] {
  const out: number[] = [];
  for (const s of cubicsOf(path)) {
    const cuts = [0, ...cubicExtremes(s).sort((a, b) => a - b), 1];
    for (let i = 1; i < cuts.length; i++) {
      const piece = subCubic(s, cuts[i - 1], cuts[i]);
      if (piece[1] < y !== piece[7] < y) out.push(crossing(piece, y));
    }
  }
  return out.sort((a, b) => a - b);
}

const stems = new WeakMap<FaceInstance, number>();

/** How wide the upright of a capital I is at half its height, font units; 0 where the face has none. */
function stemOf(face: FaceInstance): number {
  let known = stems.get(face);
  if (known === undefined) {
    const order = { from: 0, to: 1, rightToLeft: false, script: 'Latn', features: [] };
    const [glyph] = face.shape('I', order);
    const [a, b] = glyph ? crossingsAt(face.outline(glyph.id), -face.metrics.capHeight / 2) : [];
    known = b === undefined ? 0 : b - a;
    stems.set(face, known);
  }
  return known;
}

/** The lines of lettering and the heights of its face; null where they are not level or the face is not here. */
export function levelLines(l: Lettering): LevelLines | null {
  const face = faceById(l.face)?.at(l.axes);
  if (!face || l.follows !== 'line' || l.slantY !== 0) return null;
  const unit = (l.size * l.stretchY) / face.unitsPerEm;
  return {
    lines: layoutOf(l).lines.map((line) => ({
      y: l.stretchY * (line.y - l.rise),
      left: line.left * l.stretchX,
      right: (line.left + line.width) * l.stretchX,
    })),
    unit,
    metrics: face.metrics,
    stem: (stemOf(face) * l.size * l.stretchX) / face.unitsPerEm,
  };
}
