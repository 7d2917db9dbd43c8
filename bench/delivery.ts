import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { type Delivery, evaluate, fileScene, hasEnded, makeRow, plannedFiles, renderBands } from '@/core';
import { demoDesigns } from '../demo';
import { writeDelivered } from '../src/server/encode';
import { takeShippedFaces } from '../test/faces';
import { ms, type Row, times } from './measure';

takeShippedFaces();

/** Milliseconds that a piece of work takes. */
async function timed(work: () => unknown): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

const folder = mkdtempSync(path.join(tmpdir(), 'compass-bench-'));

/** Twenty PNG files of a design against the drawing of their pixels alone, evaluated anew before each. */
async function setRow(name: string): Promise<Row> {
  const design = demoDesigns[name]();
  const rows = Array.from({ length: 20 }, (_, i) =>
    makeRow('png', { pixels: 256 + 128 * i, palette: false }),
  );
  const files = plannedFiles(design, { pattern: '{width}', rows });
  evaluate(design, design.sheets[0].id);
  let pixels = 0;
  let whole = 0;
  for (const file of files) {
    pixels += await timed(() => {
      const { scene, size } = fileScene(design, file.row);
      for (const _ of renderBands(scene, size?.scale ?? 1));
    });
    whole += await timed(() => writeDelivered(design, files, file, path.join(folder, 'file')));
  }
  return [
    `Export set: 20 PNG files of ${name}`,
    ms(whole),
    `their pixels ${ms(pixels)} (goal 1.2 ×)`,
    times(whole / pixels),
  ];
}

async function pdfRow(name: string): Promise<Row> {
  const design = demoDesigns[name]();
  evaluate(design, design.sheets[0].id);
  const files = plannedFiles(design, { pattern: 'x', rows: [makeRow('pdf', {})] });
  const took = await timed(() => writeDelivered(design, files, files[0], path.join(folder, 'file')));
  return [`PDF of ${name}, evaluated before`, ms(took), 'goal 2000 ms', times(took / 2000)];
}

async function call<T>(at: string, body?: unknown): Promise<T> {
  const response = await fetch(`${process.env.BASE_URL}/api/${at}`, {
    method: body ? 'POST' : 'GET',
    headers: body ? { 'content-type': 'application/json' } : {},
    body: body ? JSON.stringify(body) : undefined,
  });
  if (!response.ok) throw new Error(`${response.status}: ${await response.text()}`);
  return (await response.json()) as T;
}

/** A worker that is ready to take files. */
function startWorker(): Promise<ChildProcess> {
  const child = spawn(process.execPath, ['build/worker.mjs'], {
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  return new Promise((resolve, reject) => {
    child.once('message', () => resolve(child));
    child.once('exit', () => reject(new Error('The worker ended.')));
  });
}

/** Milliseconds until so many workers have made a set of files of a stored design. */
async function delivered(id: string, rows: readonly object[], workers: number): Promise<number> {
  const running = await Promise.all(Array.from({ length: workers }, startWorker));
  // A small one first, so that each has started what draws for it.
  const order = async (of: readonly object[]) => {
    const { id: delivery } = await call<{ id: string }>(`designs/${id}/deliveries`, {
      set: { pattern: '{width}', rows: of },
    });
    for (;;) {
      const now = await call<Delivery>(`deliveries/${delivery}`);
      if (hasEnded(now)) return now;
      await new Promise((resolve) => setTimeout(resolve, 25));
    }
  };
  try {
    await order(Array.from({ length: 4 * workers }, () => makeRow('png', { pixels: 300 })));
    const start = performance.now();
    const { files } = await order(rows);
    const took = performance.now() - start;
    if (files.some((f) => f.state !== 'done')) throw new Error('Not all files were made.');
    return took;
  } finally {
    await Promise.all(
      running.map((w) => {
        const ended = new Promise((resolve) => w.once('exit', resolve));
        w.kill();
        return ended;
      }),
    );
  }
}

async function workerRow(): Promise<Row> {
  const { id } = await call<{ id: string }>('designs', { document: demoDesigns['moon-phase-badge']() });
  const rows = Array.from({ length: 24 }, (_, i) => makeRow('png', { pixels: 1400 + i }));
  const [one, two] = [await delivered(id, rows, 1), await delivered(id, rows, 2)];
  return [
    'Deliveries: 24 PNG of 1400 px of the badge, two workers',
    ms(two),
    `one worker ${ms(one)} (goal ≥ 1.8 × as fast)`,
    times(one / two),
  ];
}

export async function deliveryRows(): Promise<Row[]> {
  try {
    const rows: Row[] = [];
    for (const name of ['moon-phase-badge', 'dome-icon', 'aurora-backdrop']) rows.push(await setRow(name));
    for (const name of ['moon-phase-badge', 'lens-emblem', 'orbit-wallpaper']) rows.push(await pdfRow(name));
    return [...rows, await workerRow()];
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
