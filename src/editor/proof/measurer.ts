import { type Remote, transfer } from 'comlink';
import type { Findings, ProofRules } from '@/core';
import type { MeasureAnswer, MeasureOrder } from '@/worker/measure';
import type { Studio } from '@/worker/studio-service';
import { reportDefect } from '../state/defects';

/** What the studio knows the worker by. */
const name = 'measure';

/** Has the sheet measured by a worker of its own, which is started when it is first asked for. */
export class Measurer {
  private worker: Worker | null = null;
  private take: ((findings: Findings) => void) | null = null;

  constructor(private readonly studio: Remote<Studio>) {}

  /**
   * Measures a version of the sheet; `take` is told what is known so far, again and again. Whoever asked before is told no more.
   * Returns what ends the telling.
   */
  measure(
    version: number,
    rules: ProofRules,
    smallest: number,
    take: (findings: Findings) => void,
  ): () => void {
    const order: MeasureOrder = { type: 'measure', version, rules, smallest };
    this.started().postMessage(order);
    this.take = take;
    return () => {
      if (this.take === take) this.take = null;
    };
  }

  /** Nothing is measured until it is asked for again: the worker ends, and gets no more scenes. */
  rest(): void {
    if (!this.worker) return;
    this.close();
    this.studio.dropReceiver(name).catch(reportDefect);
  }

  close(): void {
    this.take = null;
    this.worker?.terminate();
    this.worker = null;
  }

  private started(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL('../../worker/measure.ts', import.meta.url), { type: 'module' });
    const channel = new MessageChannel();
    const order: MeasureOrder = { type: 'port', port: channel.port1 };
    worker.postMessage(order, [channel.port1]);
    this.studio.addReceiver(name, transfer(channel.port2, [channel.port2])).catch(reportDefect);
    worker.onmessage = ({ data }: MessageEvent<MeasureAnswer>) => {
      if (data.type === 'findings') this.take?.(data.findings);
      else reportDefect(new Error(data.message));
    };
    worker.onerror = (e) =>
      reportDefect(e.error ?? new Error(e.message || 'The sheet could not be measured.'));
    this.worker = worker;
    return worker;
  }
}
