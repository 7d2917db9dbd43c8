import { spawn } from 'node:child_process';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { freePort } from './ports.mjs';
import { root } from './root.mjs';

/** Starts the built application on the first free port; resolves once it answers. */
export async function serve(env, firstPort, stdio = 'inherit') {
  const port = await freePort(firstPort);
  const address = `http://127.0.0.1:${port}`;
  const child = spawn(
    process.execPath,
    [path.join(root, 'node_modules/next/dist/bin/next'), 'start', '-H', '127.0.0.1', '-p', String(port)],
    {
      cwd: root,
      env,
      stdio,
    },
  );
  const ended = new Promise((resolve) => child.on('exit', (code) => resolve(code ?? 1)));
  let gone = false;
  ended.then(() => {
    gone = true;
  });
  for (let i = 0; i < 300; i++) {
    if (gone) throw new Error('The server ended before it answered.');
    try {
      if ((await fetch(`${address}/api/health`)).ok) return { address, child, ended };
    } catch {
      // Not listening yet.
    }
    await wait(100);
  }
  child.kill();
  throw new Error('The server did not answer within 30 seconds.');
}
