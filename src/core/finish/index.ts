import type { Card } from '../document/card';
import { paintedBends } from './bent';
import { bevel } from './bevel';
import { blur } from './blur';
import { castShadow } from './cast-shadow';
import { colourBalance, colourShift, oneInk, tint } from './colour-changes';
import type { FinishDefinition } from './definition';
import { edgeLight } from './edge-light';
import { fade } from './fade';
import { floorShadow } from './floor-shadow';
import { glow } from './glow';
import { grainFinish } from './grain';
import { mirrored } from './mirrored';
import { sheen } from './sheen';
import { softShadow } from './soft-shadow';
import { surfaceLight } from './surface-light';
import { levels, posterise, threshold } from './tones';
import { turnPainted } from './turn-painted';

export type { FinishDefinition, Painted } from './definition';

const all = [
  softShadow,
  floorShadow,
  castShadow,
  glow,
  edgeLight,
  sheen,
  surfaceLight,
  bevel,
  blur,
  grainFinish,
  fade,
  turnPainted,
  ...paintedBends,
  mirrored,
  threshold,
  levels,
  posterise,
  tint,
  colourShift,
  colourBalance,
  oneInk,
];

type AnyFinish = FinishDefinition<Record<string, unknown>>;

/** The finishes by kind, in the order they are offered. */
export const finishes = Object.fromEntries(all.map((d) => [d.kind, d as unknown as AnyFinish])) as Readonly<
  Record<string, AnyFinish>
>;

/** Whether a finish changes what lies below its part, in the same group or on the sheet, in place of the part itself. */
export const reachesBelow = ({ params }: Card): boolean => params.changes === 'below';

/** Whether some finish is done to the pieces or members of a part one by one. */
export const finishesApart = (cards: readonly Card[]): boolean =>
  cards.some((c) => c.on && finishes[c.kind].each?.(c.params));

/** The finish that bends what is painted as a step bends the outline; undefined where there is none. */
export const paintedBendOf = (step: string): AnyFinish | undefined =>
  all.find((d) => d.bendOf === step) as AnyFinish | undefined;

export const finishKinds = all.map((d) => d.kind);
