import { type ChildProcess, spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { constants, setPriority } from 'node:os';
import path from 'node:path';
import { Busy, HttpError } from '../http/errors';
import { abandoned, FairQueue } from './fair-queue';
import type { Answer, Job, Results } from './messages';
import { held, spent } from './process-use';

export interface LaneLimits {
  /** Milliseconds of a processor that one job may take. */
  readonly time: number;
  /** Bytes of memory that the process may hold. */
  readonly memory: number;
  /** Jobs that may wait, and those of one asker. */
  readonly queue: number;
  readonly queueOfOne?: number;
}

/** How a job is to be done. */
export interface JobTerms {
  /** Who asks: those are served in turn. */
  readonly by?: string;
  /** Milliseconds of a processor that it may take. */
  readonly time?: number;
  /** Tells when nobody waits for it any more: then it is given up. */
  readonly signal?: AbortSignal | null;
  onProgress?(share: number): void;
}

interface Begun {
  readonly job: Job;
  readonly time: number;
  readonly signal: AbortSignal | null;
  onProgress(share: number): void;
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

/** How many times as long as its share of a processor a job may take by the clock, on a machine that others use as well. */
const patience = 6;

/** Milliseconds for which a process stays though nothing is asked of it. */
const idleTime = 300_000;

/** From this share of the memory that a job may hold on, an end without words is put down to memory. */
const nearlyAll = 0.5;

/**
 * Does jobs one after another in a process of its own, which is started when it is needed and ended when a job takes
 * too long or too much memory, or crashes: then that job fails in words, and the next goes to a new process. It yields
 * the machine to the server, so that other requests are answered meanwhile.
 */
export class Lane {
  private child: ChildProcess | null = null;
  private idle: NodeJS.Timeout | undefined;
  private readonly turns: FairQueue;

  constructor(private readonly limits: LaneLimits) {
    const { queue, queueOfOne = queue } = limits;
    const full = 'Too many pictures are waiting to be drawn. Try again in a moment.';
    this.turns = new FairQueue({ atOnce: 1, waiting: queue, waitingOfOne: queueOfOne, full });
  }

  /** @throws Busy where too many wait; Exhausted where a limit was met; HttpError where it cannot be done, or 499 where `signal` says that nobody waits. */
  run<J extends Job>(
    job: J,
    { by = '', time = this.limits.time, signal = null, onProgress = () => {} }: JobTerms = {},
  ): Promise<Results[J['kind']]> {
    return this.turns.take(by, signal, async () => {
      clearTimeout(this.idle);
      try {
        return await this.attempt({ job, time, signal, onProgress });
      } finally {
        // A process that nothing was asked of for a while gives its memory back.
        this.idle = setTimeout(() => this.child && this.retire(this.child), idleTime).unref();
      }
    }) as Promise<Results[J['kind']]>;
  }

  /** How many jobs wait. */
  get waiting(): number {
    return this.turns.waiting;
  }

  /** Ends the process; what waits fails. */
  close(): void {
    this.turns.close();
    clearTimeout(this.idle);
    this.child?.kill('SIGKILL');
    this.child = null;
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

  private attempt({ job, time, signal, onProgress }: Begun): Promise<unknown> {
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
