import { spawn } from 'node:child_process';
import { setTimeout as wait } from 'node:timers/promises';
import { root } from './root.mjs';

/** Milliseconds before a worker that ended is started again: the database may be away. */
const pause = 1000;

/**
 * Keeps one worker running; what it ends with is no matter, its files go to the next. `environment` says what it is started with.
 * `end` has it end after the file in hand.
 */
export function keepWorking(environment, stdio = 'inherit') {
  let ending = false;
  let child = null;
  const ended = (async () => {
    while (!ending) {
      child = spawn(process.execPath, ['--import', 'tsx', 'src/server/delivery/worker-command.ts'], {
        cwd: root,
        env: environment(),
        stdio: ['ignore', stdio, stdio, 'ipc'],
      });
      await new Promise((resolve) => {
        child.once('exit', resolve);
        child.once('error', resolve);
      });
      if (!ending) await wait(pause);
    }
  })();
  return {
    ended,
    end() {
      ending = true;
      child?.kill('SIGTERM');
      return ended;
    },
  };
}
