import { spawn } from 'node:child_process';
import { programAt } from '../programs.mjs';
import { Pauses } from './pauses.mjs';
import { root } from './root.mjs';

/**
 * Keeps one worker running; what it ends with is no matter, its files go to the next. `environment` says what it is started with.
 * `end` has it end after the file in hand.
 */
export function keepWorking(environment, stdio = 'inherit') {
  const stop = new AbortController();
  let child = null;
  const rests = new Pauses();
  const ended = (async () => {
    while (!stop.signal.aborted) {
      child = spawn(process.execPath, [programAt('worker')], {
        cwd: root,
        env: environment(),
        stdio: ['ignore', stdio, stdio, 'ipc'],
      });
      await new Promise((resolve) => {
        child.once('exit', resolve);
        child.once('error', resolve);
      });
      // The database may be away.
      if (!stop.signal.aborted) await rests.beforeNext(stop.signal);
    }
  })();
  return {
    ended,
    end() {
      stop.abort();
      child?.kill('SIGTERM');
      return ended;
    },
  };
}
