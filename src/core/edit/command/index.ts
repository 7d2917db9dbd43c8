import type { Design } from '../../document/types';
import { applyLockUps } from '../../scene/lock-up-rules';
import type { Edited } from '../edited';
import { settleTies } from '../settle';
import type { CommandContext, CommandDefinition } from './definition';
import { letteringCommands } from './lettering';
import { paintCommands } from './paint';
import { partCommands } from './parts';
import { placeCommands } from './place';
import { pointCommands } from './points';

export type { CommandContext, CommandDefinition } from './definition';

const all = { ...partCommands, ...placeCommands, ...paintCommands, ...pointCommands, ...letteringCommands };

type All = typeof all;
type ArgsOf<D> = D extends CommandDefinition<infer A> ? A : never;

/** A command by its id, and what it is given. */
export type Command = { [K in keyof All]: { readonly do: K } & ArgsOf<All[K]> }[keyof All];

/** The commands by their ids. */
export const commands = all as unknown as Readonly<Record<Command['do'], CommandDefinition<object>>>;

/** Works a command out on a sheet of a design. */
export function runCommand(design: Design, command: Command, context: CommandContext): Edited {
  const result = commands[command.do].run(design, command, context);
  return { ...result, design: applyLockUps(settleTies(design, result.design)) };
}
