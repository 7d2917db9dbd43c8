import { bounce } from './bounce';
import { chamfer } from './chamfer';
import type { StepDefinition } from './definition';
import { close, reverse } from './direction';
import { fourCorners } from './four-corners';
import { gridRepeat } from './grid-repeat';
import { inSpace } from './in-space';
import { mirror } from './mirror';
import { offsetOutline } from './offset-outline';
import { parallels } from './parallels';
import { radialRepeat } from './radial-repeat';
import { roundCorners } from './round-corners';
import { simplify } from './simplify';
import { slab } from './slab';
import { strokeStep } from './stroke-outline';
import { trail } from './trail';
import { twist } from './twist';
import { unitePieces } from './unite-pieces';
import { vanish } from './vanish';

export { type StepDefinition, StepFault } from './definition';

const all = [
  roundCorners,
  offsetOutline,
  parallels,
  strokeStep,
  simplify,
  bounce,
  unitePieces,
  reverse,
  close,
  mirror,
  radialRepeat,
  gridRepeat,
  trail,
  twist,
  slab,
  chamfer,
  vanish,
  inSpace,
  fourCorners,
];

type AnyStep = StepDefinition<Record<string, unknown>>;

/** The steps by kind, in the order they are offered. */
export const steps = Object.fromEntries(all.map((d) => [d.kind, d as unknown as AnyStep])) as Readonly<
  Record<string, AnyStep>
>;

export const stepKinds = all.map((d) => d.kind);
