import { alongPath } from './along-path';
import { belly } from './belly';
import { bendGrid } from './bend-grid';
import { bendPins } from './bend-pins';
import { bounce } from './bounce';
import { bow } from './bow';
import { brush } from './brush';
import { chamfer } from './chamfer';
import type { StepDefinition } from './definition';
import { close, reverse } from './direction';
import { fourCorners } from './four-corners';
import { gridRepeat } from './grid-repeat';
import { inSpace } from './in-space';
import { mirror } from './mirror';
import { mottle } from './mottle';
import { offsetOutline } from './offset-outline';
import { parallels } from './parallels';
import { radialRepeat } from './radial-repeat';
import { roughEdge } from './rough-edge';
import { roundCorners } from './round-corners';
import { simplify } from './simplify';
import { slab } from './slab';
import { strokeStep } from './stroke-outline';
import { swell } from './swell';
import { taper } from './taper';
import { teeth } from './teeth';
import { trail } from './trail';
import { twist } from './twist';
import { unitePieces } from './unite-pieces';
import { vanish } from './vanish';
import { wave } from './wave';

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
  swell,
  wave,
  bow,
  belly,
  taper,
  twist,
  teeth,
  roughEdge,
  alongPath,
  bendGrid,
  bendPins,
  brush,
  mottle,
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
