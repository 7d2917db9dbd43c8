import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { freePort } from './ports.mjs';
import { root } from './root.mjs';

/** Starts the application on one port; null where another start took the port meanwhile. */
async function tryPort(env, port, stdio) {
  const address = `http://127.0.0.1:${port}`;
  const start = randomUUID();
  const next = path.join(root, 'node_modules/next/dist/bin/next');
  const child = spawn(process.execPath, [next, 'start', '-H', '127.0.0.1', '-p', String(port)], {
    cwd: root,
    env: { ...env, COMPASS_START: start },
    stdio,
  });
  const ended = new Promise((resolve) => child.on('exit', (code) => resolve(code ?? 1)));
  for (let i = 0; i < 300; i++) {
    try {
      const answer = await (await fetch(`${address}/api/health`)).json();
      if (answer.ok && answer.start === start) return { address, child, ended };
      if (answer.start && answer.start !== start) {
        child.kill();
        return null;
      }
    } catch {
      // Not listening yet.
    }
    await wait(100);
  }
  child.kill();
  throw new Error('The server did not answer within 30 seconds.');
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
