import type { StepDefinition } from './definition';
import { offsetOutline } from './offset-outline';
import { radialRepeat } from './radial-repeat';
import { roundCorners } from './round-corners';

export { type Outline, type StepDefinition, StepFault } from './definition';

const all = [roundCorners, offsetOutline, radialRepeat];

type AnyStep = StepDefinition<Record<string, unknown>>;

/** The steps by kind, in the order they are offered. */
export const steps = Object.fromEntries(all.map((d) => [d.kind, d as unknown as AnyStep])) as Readonly<
  Record<string, AnyStep>
>;

export const stepKinds = all.map((d) => d.kind);
