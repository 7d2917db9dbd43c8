import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { say } from './say.mjs';

/** Seconds to wait for another start before that is said, and before it is given up. */
const patience = { word: 3, end: 300 };

/**
 * Holds a lock of the operating system on a file while `work` runs, so that several starts at once take turns. The
 * system lets go of it however its holder ends, so what the file holds, or an old one left behind, is no matter.
 */
export async function alone(file, work) {
  mkdirSync(path.dirname(file), { recursive: true });
  // The lock lives as long as this small process, and that as long as its input is open.
  const holder = spawn('flock', ['-w', String(patience.end), file, 'sh', '-c', 'echo held; cat'], {
    stdio: ['pipe', 'pipe', 'ignore'],
  });
  const word = setTimeout(() => say('Another start is at work; waiting for it …'), 1000 * patience.word);
  try {
    await new Promise((resolve, reject) => {
      holder.once('error', () => reject(new Error('“flock” is missing: install the package util-linux.')));
      holder.once('exit', () =>
        reject(
          new Error(
            `Another start has been at work for ${patience.end / 60} minutes (${file}). End it first.`,
          ),
        ),
      );
      holder.stdout.once('data', resolve);
    });
    clearTimeout(word);
    return await work();
  } finally {
    clearTimeout(word);
    holder.removeAllListeners('exit');
    holder.stdin?.end();
  }
}
