import { type ChildProcess, spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';

/** The application as it is started for use, on a database of its own, to be killed piece by piece. */
export class Running {
  private readonly child: ChildProcess;
  readonly output: string[] = [];
  address = '';

  constructor(
    readonly data: string,
    port: number,
  ) {
    mkdirSync(data, { recursive: true });
    chmodSync(data, 0o755);
    this.child = spawn(process.execPath, ['bin/demo.mjs'], {
      env: {
        ...process.env,
        COMPASS_DATA: data,
        PORT: String(port),
        DATABASE_URL: '',
        COMPASS_LONGEST_PAUSE: '600',
      },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    const take = (text: Buffer) => {
      this.output.push(text.toString());
      const found = /Silent Compass: {2}(\S+)/.exec(text.toString());
      if (found) this.address = found[1];
    };
    this.child.stdout?.on('data', take);
    this.child.stderr?.on('data', take);
  }

  async started(): Promise<void> {
    for (let i = 0; !this.address; i++) {
      if (i > 3000 || this.child.exitCode !== null)
        throw new Error(`It did not start.\n${this.output.join('')}`);
      await wait(100);
    }
  }

  /** The process that serves the application. */
  get application(): number | null {
    const { pid } = this.child;
    const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8')
      .trim()
      .split(' ')
      .filter(Boolean)
      .map(Number);
    return children.find((c) => commandOf(c).includes('bin/application.mjs')) ?? null;
  }

  get postmaster(): number | null {
    const file = path.join(this.data, 'postgres/postmaster.pid');
    return existsSync(file) ? Number(readFileSync(file, 'utf8').split('\n')[0]) : null;
  }

  /** A process of the database that serves a connection. */
  get backend(): number | null {
    const { postmaster } = this;
    if (postmaster === null) return null;
    const all = readdirSync('/proc').filter((p) => /^\d+$/.test(p));
    const found = all.find(
      (p) => parentOf(Number(p)) === postmaster && /silent_compass/.test(commandOf(Number(p))),
    );
    return found ? Number(found) : null;
  }

  async end(): Promise<void> {
    const { postmaster } = this;
    this.child.kill('SIGTERM');
    for (let i = 0; this.child.exitCode === null && this.child.signalCode === null && i < 100; i++)
      await wait(100);
    this.child.kill('SIGKILL');
    if (postmaster) {
      try {
        process.kill(postmaster, 'SIGINT');
        for (let i = 0; i < 200; i++) {
          process.kill(postmaster, 0);
          await wait(50);
        }
      } catch {
        // It has ended.
      }
    }
    rmSync(this.data, { recursive: true, force: true });
  }
}

function commandOf(pid: number): string {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ');
  } catch {
    return '';
  }
}

function parentOf(pid: number): number {
  try {
    return Number(readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ')[1]);
  } catch {
    return 0;
  }
}

/** Kills a process at once; says whether it was there. */
export function killNow(pid: number | null): boolean {
  if (!pid) return false;
  try {
    process.kill(pid, 'SIGKILL');
    return true;
  } catch {
    return false;
  }
}

/** Whether the application was built. */
export const isBuilt = (): boolean => existsSync('.next/stamp');
