import { spawn } from 'node:child_process';
import { root } from './root.mjs';

/** Runs a command in the project's folder; resolves with its exit code. */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, stdio: 'inherit', ...options });
    child.on('error', reject);
    child.on('exit', (code, signal) => resolve(signal ? 1 : (code ?? 1)));
  });
}

/** Runs a command and throws, naming it, where it fails. */
export async function must(command, args, options = {}) {
  const code = await run(command, args, options);
  if (code !== 0) throw new Error(`“${[command, ...args].join(' ')}” ended with code ${code}.`);
}
