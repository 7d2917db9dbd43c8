import type { Design } from '../../document/types';
import { levelLines } from '../../lettering/heights';
import { worldOf } from '../tree';

/** A height that a face sets letters by, on the sheet. */
export interface FaceLine {
  readonly what: string;
  readonly y: number;
  /** How far it reaches, sheet units. */
  readonly from: number;
  readonly to: number;
}

/** Round letters reach over flat ones by this share of the height: common practice, no source. */
const overshoot = 0.015;

/** The heights of level lettering on the sheet: baselines, and above each those of its face. */
export function faceLines(design: Design, id: string): FaceLine[] {
  const part = design.parts[id];
  const l = part?.source;
  if (l?.kind !== 'lettering') return [];
  const [a, b, , d, e, f] = worldOf(design, id);
  if (b !== 0 || !(d > 0) || part.steps.some((s) => s.on)) return [];
  const level = levelLines(l);
  if (!level) return [];
  const { capHeight, xHeight, ascender, descender } = level.metrics;
  const heights = [
    ['baseline', 0],
    ['small letters’ height', xHeight],
    ['capital height', capHeight],
    ['overshoot', -overshoot * capHeight],
    ['ascender', ascender],
    ['descender', descender],
  ] as const;
  return level.lines.flatMap(({ y, left, right }) => {
    const ends = [left, right].map((x) => x * a + e);
    return heights.map(([what, height]) => ({
      what,
      y: f + d * (y - height * level.unit),
      from: Math.min(...ends),
      to: Math.max(...ends),
    }));
  });
}
