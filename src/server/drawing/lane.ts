import { type ChildProcess, spawn } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { constants, setPriority } from 'node:os';
import path from 'node:path';
import { Busy, HttpError } from '../http/errors';
import type { Answer, Job, Results } from './messages';

export interface LaneLimits {
  /** Milliseconds of a processor that one job may take. */
  readonly time: number;
  /** Bytes of memory that the process may hold. */
  readonly memory: number;
  /** Jobs that may wait. */
  readonly queue: number;
}

interface Waiting {
  readonly job: Job;
  readonly time: number;
  readonly signal: AbortSignal | null;
  onProgress(share: number): void;
  resolve(result: unknown): void;
  reject(e: unknown): void;
}

/** A job that its limits put an end to: the same again would end the same. */
export class Exhausted extends HttpError {
  constructor(message: string) {
    super(422, message);
  }
}

/** A job that came to an end for no reason of its own, as when the machine had no memory left: the same again may well be done. */
export class Interrupted extends Busy {}

/** The bundle that drawing processes run, made with the application. */
const bundle = () => path.join(process.cwd(), 'build/drawing.mjs');

const pageSize = 4096;
/** Milliseconds of one tick of the times that Linux tells (proc(5): USER_HZ is 100). */
const tick = 10;

/** A file about a process, as Linux tells it; null where it cannot be told. */
function told(pid: number, name: 'stat' | 'statm'): string | null {
  try {
    return readFileSync(`/proc/${pid}/${name}`, 'utf8');
  } catch {
    return null;
  }
}

/** Bytes a process holds in memory; 0 where that cannot be told. */
const held = (pid: number): number => Number(told(pid, 'statm')?.split(' ')[1] ?? 0) * pageSize;

/** Milliseconds of a processor that a process has taken; null where that cannot be told. */
function spent(pid: number): number | null {
  const text = told(pid, 'stat');
  // Its name, in brackets, may hold anything.
  const [user, system] =
    text
      ?.slice(text.lastIndexOf(')') + 2)
      .split(' ')
      .slice(11, 13) ?? [];
  return user === undefined ? null : tick * (Number(user) + Number(system));
}

/** How many times as long as its share of a processor a job may take by the clock, on a machine that others use as well. */
const patience = 6;

/** From this share of the memory that a job may hold on, an end without words is put down to memory. */
const nearlyAll = 0.5;

const abandoned = () => new HttpError(499, 'Nobody waits for this any more.');

/**
 * Does jobs one after another in a process of its own, which is started when it is needed and ended when a job takes
 * too long or too much memory, or crashes: then that job fails in words, and the next goes to a new process. It yields
 * the machine to the server, so that other requests are answered meanwhile.
 */
export class Lane {
  private child: ChildProcess | null = null;
  private readonly queue: Waiting[] = [];
  private busy = false;

  constructor(private readonly limits: LaneLimits) {}

  /** @throws Busy where too many wait; Exhausted where a limit was met; HttpError where it cannot be done. */
  run<J extends Job>(
    job: J,
    {
      time = this.limits.time,
      signal = null,
      onProgress = () => {},
    }: { time?: number; signal?: AbortSignal | null; onProgress?(share: number): void } = {},
  ): Promise<Results[J['kind']]> {
    if (signal?.aborted) return Promise.reject(abandoned());
    if (this.queue.length >= this.limits.queue)
      return Promise.reject(new Busy('Too many pictures are waiting to be drawn. Try again in a moment.'));
    return new Promise<unknown>((resolve, reject) => {
      const waiting: Waiting = { job, time, signal, onProgress, resolve, reject };
      this.queue.push(waiting);
      signal?.addEventListener('abort', () => {
        const at = this.queue.indexOf(waiting);
        if (at < 0) return;
        this.queue.splice(at, 1);
        reject(abandoned());
      });
      void this.next();
    }) as Promise<Results[J['kind']]>;
  }

  /** How many jobs wait. */
  get waiting(): number {
    return this.queue.length;
  }

  /** Ends the process; what waits fails. */
  close(): void {
    for (const w of this.queue.splice(0)) w.reject(abandoned());
    this.child?.kill('SIGKILL');
    this.child = null;
  }

  private async next(): Promise<void> {
    if (this.busy) return;
    const waiting = this.queue.shift();
    if (!waiting) return;
    this.busy = true;
    try {
      waiting.resolve(await this.attempt(waiting));
    } catch (e) {
      waiting.reject(e);
    } finally {
      this.busy = false;
    }
    void this.next();
  }

  private start(): ChildProcess {
    const file = bundle();
    if (!existsSync(file))
      throw new Error('The drawing program is missing (build/drawing.mjs): build the application first.');
    const heap = Math.floor((0.75 * this.limits.memory) / (1 << 20));
    const child = spawn(process.execPath, [`--max-old-space-size=${heap}`, file], {
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      serialization: 'advanced',
    });
    if (child.pid)
      try {
        setPriority(child.pid, constants.priority.PRIORITY_BELOW_NORMAL);
      } catch {
        // It runs as any other then.
      }
    child.once('exit', () => {
      if (this.child === child) this.child = null;
    });
    this.child = child;
    return child;
  }

  private attempt({ job, time, signal, onProgress }: Waiting): Promise<unknown> {
    const child = this.child ?? this.start();
    return new Promise((resolve, reject) => {
      const end = (e: HttpError) => {
        finish();
        reject(e);
        if (this.child === child) this.child = null;
        child.kill('SIGKILL');
      };
      const onMessage = (answer: Answer) => {
        if ('progress' in answer) {
          onProgress(answer.progress);
          return;
        }
        finish();
        if (answer.ok) resolve(answer.result);
        else
          reject(
            answer.status === 422 && !answer.faults
              ? new Exhausted(answer.message)
              : new HttpError(answer.status, answer.message, answer.faults),
          );
        // What one job has left behind is not carried on for ever.
        if (held(child.pid ?? 0) > this.limits.memory / 2) this.retire(child);
      };
      const pid = child.pid ?? 0;
      const { memory } = this.limits;
      const before = spent(pid) ?? 0;
      const began = performance.now();
      let most = 0;
      const tooMuch = () =>
        end(new Exhausted('This cannot be drawn: it takes more memory than there is for one picture.'));
      const onExit = () => {
        if (most > nearlyAll * memory) tooMuch();
        else end(new Interrupted('Drawing was interrupted. Try again in a moment.'));
      };
      const onError = (e: Error) => {
        finish();
        reject(e);
        this.retire(child);
      };
      const onAbort = () => end(abandoned());
      const watch = setInterval(() => {
        const now = spent(pid);
        const passed = performance.now() - began;
        most = Math.max(most, held(pid));
        if (most > memory) tooMuch();
        else if ((now === null ? passed : now - before) > time)
          end(new Exhausted(`This takes longer than ${Math.round(time / 1000)} s to draw and was given up.`));
        else if (passed > patience * time)
          end(new Interrupted('The machine is too busy to draw this now. Try again in a moment.'));
      }, 100);
      const finish = () => {
        clearInterval(watch);
        child.off('message', onMessage);
        child.off('exit', onExit);
        child.off('error', onError);
        signal?.removeEventListener('abort', onAbort);
      };
      child.on('message', onMessage);
      child.on('exit', onExit);
      child.on('error', onError);
      signal?.addEventListener('abort', onAbort);
      child.send(job, (e) => e && onError(e));
    });
  }

  private retire(child: ChildProcess): void {
    if (this.child === child) this.child = null;
    child.kill('SIGKILL');
  }
}
