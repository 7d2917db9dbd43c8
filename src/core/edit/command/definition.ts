import type { Described } from '../../document/described';
import type { Design } from '../../document/types';
import type { Matrix } from '../../geometry/matrix';
import type { Edited } from '../edited';

export interface CommandContext {
  readonly sheetId: string;
  /** The last move, turn or scale, in sheet units; null before the first one. */
  readonly lastTransform: Matrix | null;
}

/** One piece of work on a design that needs geometry or the whole tree. */
export interface CommandDefinition<A extends object> extends Described {
  run(design: Design, args: A, context: CommandContext): Edited;
  /** What it takes, in words, where it changed nothing. */
  needs?(args: A): string | null;
  /** Whether it moves, turns or scales parts, so that it can be done again. */
  readonly transforms?: boolean;
  /** Whether the points that are chosen are others, or gone, after it. */
  pointsGo?(args: A): boolean;
}

export const defineCommand = <A extends object>(d: CommandDefinition<A>): CommandDefinition<A> => d;

/** What commands on parts are given. */
export interface OnParts {
  readonly ids: readonly string[];
}
