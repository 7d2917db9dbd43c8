import { makeId } from '@/core';
import { quantile, type Row } from './measure';

const seconds = 4;

async function call(path: string, body?: unknown): Promise<{ id: string; seq: number }> {
  const response = await fetch(`${process.env.BASE_URL}/api/${path}`, {
    method: body ? 'POST' : 'GET',
    headers: { 'content-type': 'application/json' },
    body: body ? JSON.stringify(body) : undefined,
  });
  if (!response.ok) throw new Error(`${response.status}: ${await response.text()}`);
  return (await response.json()) as { id: string; seq: number };
}

/** One window that saves without pause; returns the milliseconds of each save. */
async function oneWindow(): Promise<number[]> {
  const { id } = await call('designs', { purpose: 'mark', name: 'Bench' });
  const clientId = makeId();
  const times: number[] = [];
  const end = Date.now() + seconds * 1000;
  let base = 0;
  while (Date.now() < end) {
    const start = performance.now();
    const { seq } = await call(`designs/${id}/changes`, {
      changeId: makeId(),
      clientId,
      base,
      role: 'do',
      label: 'Name',
      patch: [{ op: 'replace', path: '/name', value: `Bench ${base}` }],
      inverse: [],
    });
    if (seq !== base + 1) throw new Error(`Change ${base + 1} was stored as ${seq}.`);
    base = seq;
    times.push(performance.now() - start);
  }
  const stored = await call(`designs/${id}`);
  if (stored.seq !== base) throw new Error(`${base} changes were acknowledged, ${stored.seq} are stored.`);
  await fetch(`${process.env.BASE_URL}/api/designs/${id}`, { method: 'DELETE' });
  return times;
}

/** Saves through the real server, each acknowledged one counted in the database afterwards. */
export async function serverRows(): Promise<Row[]> {
  const rows: Row[] = [];
  for (const windows of [1, 4]) {
    const all = (await Promise.all(Array.from({ length: windows }, oneWindow))).flat();
    rows.push([
      `saves of ${windows} window${windows > 1 ? 's' : ''}, none lost`,
      `${Math.round(all.length / seconds)} a second, p95 ${quantile(all, 0.95).toFixed(0)} ms`,
      '–',
      '–',
    ]);
  }
  return rows;
}
