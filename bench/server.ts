import { makeCoat, makeDesign, makeId, makePart, makeSource } from '@/core';
import { median, ms, quantile, type Row, times } from './measure';

const seconds = 4;

async function call(path: string, body?: unknown): Promise<{ id: string; seq: number }> {
  const response = await fetch(`${process.env.BASE_URL}/api/${path}`, {
    method: body ? 'POST' : 'GET',
    headers: body ? { 'content-type': 'application/json' } : {},
    body: body ? JSON.stringify(body) : undefined,
  });
  if (!response.ok) throw new Error(`${response.status}: ${await response.text()}`);
  return (await response.json()) as { id: string; seq: number };
}

/** A stored design of so many parts, `p0` and so on. */
async function designOf(parts: number): Promise<string> {
  const all = Array.from({ length: parts }, (_, i) =>
    makePart(makeSource('ellipse'), { id: `p${i}`, name: `p${i}`, coats: [makeCoat('fill')] }),
  );
  const d = makeDesign('Bench', { width: 2000, height: 2000 });
  const document = {
    ...d,
    parts: Object.fromEntries(all.map((p) => [p.id, p])),
    sheets: [{ ...d.sheets[0], parts: all.map((p) => p.id) }],
  };
  return (await call('designs', { document })).id;
}

/** One window that saves a field of a part of its own without pause; returns the milliseconds of each save. */
async function oneWindow(id: string, part: number, from: number): Promise<number[]> {
  const clientId = makeId();
  const spent: number[] = [];
  const end = Date.now() + seconds * 1000;
  let base = from;
  for (let i = 1; Date.now() < end; i++) {
    const start = performance.now();
    const { seq } = await call(`designs/${id}/changes`, {
      changeId: makeId(),
      clientId,
      base,
      seen: base,
      own: [clientId],
      role: 'do',
      label: 'Place',
      patch: [{ op: 'replace', path: `/parts/p${part}/place/x`, value: i }],
    });
    if (seq <= base) throw new Error(`A change was stored as ${seq} after ${base}.`);
    base = seq;
    spent.push(performance.now() - start);
  }
  return spent;
}

/** Windows that save into one design; each acknowledged save is counted in the database afterwards. */
async function saves(id: string, windows: number): Promise<number[]> {
  const before = (await call(`designs/${id}`)).seq;
  const all = (await Promise.all(Array.from({ length: windows }, (_, n) => oneWindow(id, n, before)))).flat();
  const stored = (await call(`designs/${id}`)).seq - before;
  if (stored !== all.length)
    throw new Error(`${all.length} changes were acknowledged, ${stored} are stored.`);
  return all;
}

/** Saves through the real server: what one costs by the size of its design, and how many there are a second. */
export async function serverRows(): Promise<Row[]> {
  const rows: Row[] = [];
  const costs: number[] = [];
  for (const parts of [50, 1000, 20_000]) {
    const id = await designOf(parts);
    const all = await saves(id, 1);
    costs.push(median(all));
    const first = costs[0];
    rows.push([
      `a save of one field, ${parts} parts, none lost`,
      `median ${ms(median(all))}, p95 ${ms(quantile(all, 0.95))}`,
      parts === 50 ? '–' : `50 parts ${ms(first)}, goal 2 ×`,
      parts === 50 ? '–' : times(median(all) / first),
    ]);
    if (parts === 1000)
      for (const windows of [4, 32]) {
        const many = await saves(id, windows);
        rows.push([
          `saves of ${windows} windows at once, 1000 parts, none lost`,
          `${Math.round(many.length / seconds)} a second, p95 ${ms(quantile(many, 0.95))}`,
          windows === 32 ? 'goal 60 a second' : '–',
          '–',
        ]);
      }
    await fetch(`${process.env.BASE_URL}/api/designs/${id}`, { method: 'DELETE' });
  }
  return rows;
}
