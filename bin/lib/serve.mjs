import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { freePort } from './ports.mjs';
import { root } from './root.mjs';

/** Seconds that the application may take until it answers. */
const startTime = 60;

/** Characters of its output that are kept, to be shown where a start fails. */
const keptOutput = 4000;

/** Starts the application on one port; null where another start took the port meanwhile. */
async function tryPort(env, port, stdio) {
  const address = `http://127.0.0.1:${port}`;
  const start = randomUUID();
  const application = path.join(root, 'bin/application.mjs');
  const child = spawn(process.execPath, [application, '127.0.0.1', String(port)], {
    cwd: root,
    env: { ...env, COMPASS_START: start, NODE_ENV: 'production' },
    stdio: ['ignore', 'pipe', stdio],
  });
  let output = '';
  child.stdout.on('data', (text) => {
    output = (output + text).slice(-keptOutput);
  });
  let code = null;
  const ended = new Promise((resolve) =>
    child.once('exit', (c, signal) => {
      code = c ?? signal ?? 1;
      resolve(code);
    }),
  );
  for (let i = 0; code === null && i < 10 * startTime; i++) {
    try {
      const answer = await (
        await fetch(`${address}/api/health`, { signal: AbortSignal.timeout(5000) })
      ).json();
      if (answer.start === start) return { address, port, child, ended };
      if (answer.start) {
        child.kill();
        return null;
      }
    } catch {
      // Not listening yet.
    }
    await wait(100);
  }
  child.kill('SIGKILL');
  const why = code === null ? `did not answer within ${startTime} seconds` : `ended with ${code}`;
  throw new Error(`The application ${why}.\n${output.trim()}`.trim());
}

/** Starts the built application on the first free port; resolves once it answers. */
export async function serve(env, firstPort, stdio = 'inherit') {
  for (let first = firstPort; ; ) {
    const port = await freePort(first);
    const served = await tryPort(env, port, stdio);
    if (served) return served;
    first = port + 1;
  }
}
