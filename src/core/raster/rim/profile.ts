import { monotoneCurve } from '../../geometry/monotone';
import type { Rim, RimProfile } from '../../scene/types';

/**
 * How steeply a profile rises at a place across the rim, 0 at its foot and 1 at its top: a rise over a run, so that upright
 * starts are no trouble.
 */
export interface Slope {
  rise(u: number): number;
  run(u: number): number;
}

/** Treads of a stepped rim, and how much of each its riser takes. */
const treads = 3;
const riser = 0.35;

/** The slopes of heights over 0–1: straight, a quarter circle that bulges, one that is hollow, and steps. */
const slopes: Readonly<Record<Exclude<RimProfile, 'own'>, Slope>> = {
  chamfer: { rise: () => 1, run: () => 1 },
  round: { rise: (u) => 1 - u, run: (u) => Math.sqrt(u * (2 - u)) },
  cove: { rise: (u) => u, run: (u) => Math.sqrt(1 - u * u) },
  step: { rise: (u) => ((u * treads) % 1 < riser ? 1 : 0), run: () => riser },
};

/** The slope of a rim's profile, shipped or its own. */
export function slopeOf({ profile, curve }: Rim): Slope {
  if (profile !== 'own') return slopes[profile];
  const { slopeAt } = monotoneCurve(curve);
  return { rise: slopeAt, run: () => 1 };
}

/** From 0 to 1 with level ends (Hermite). */
const smooth = (t: number): number => (t <= 0 ? 0 : t >= 1 ? 1 : t * t * (3 - 2 * t));

/** How much of the slope is left where a rim begins and ends softly over a share of its width. */
export const softened = (u: number, softness: number): number =>
  softness > 0 ? smooth((2 * u) / softness) * smooth((2 * (1 - u)) / softness) : 1;
