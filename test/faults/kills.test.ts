import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { afterAll, beforeAll, expect, it } from 'vitest';
import {
  applyPatch,
  type Design,
  diffJson,
  makePart,
  makeSource,
  type PatchOperation,
  type StoredChange,
} from '@/core';
import { runs, seeded } from '../share';
import { isBuilt, killNow, Running } from './running';

let app: Running;

beforeAll(async () => {
  if (!isBuilt())
    throw new Error(
      'The application must be built first: run this with “npm test” or “npm run test:faults”.',
    );
  app = new Running(`/var/tmp/compass-kills-${randomUUID().slice(0, 8)}`, 3610);
  await app.started();
}, 300_000);

afterAll(() => app?.end(), 60_000);

interface Answer {
  readonly status: number;
  readonly data: unknown;
}

async function ask(path: string, body?: unknown): Promise<Answer> {
  try {
    const response = await fetch(`${app.address}/api/${path}`, {
      method: body === undefined ? 'GET' : 'POST',
      headers: body === undefined ? {} : { 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
      signal: AbortSignal.timeout(15_000),
    });
    return { status: response.status, data: await response.json() };
  } catch {
    return { status: 0, data: null };
  }
}

async function untilHealthy(): Promise<number> {
  const began = performance.now();
  for (;;) {
    if ((await ask('health')).status === 200) return performance.now() - began;
    if (performance.now() - began > 90_000)
      throw new Error(`It does not come back.\n${app.output.slice(-20).join('')}`);
    await wait(50);
  }
}

it('the server, a connection of the database or all of it may be killed at any moment: what was acknowledged is there', async () => {
  const random = seeded(7);
  const kills = runs(200, 3);
  const clients = 6;
  const made = await ask('designs', { purpose: 'mark', name: 'Killed' });
  const { id } = made.data as { id: string };
  const first = ((await ask(`designs/${id}`)).data as { document: Design }).document;
  const acknowledged = new Map<string, number>();
  let running = true;
  const unexpected: unknown[] = [];

  /** One window that goes on saving, the same again until it is acknowledged. */
  const client = async (n: number) => {
    const own = `client-${n}`;
    const part = makePart(makeSource('ellipse'), { id: own, name: own });
    const patches = (i: number): PatchOperation[] =>
      i === 0
        ? [
            { op: 'add', path: `/parts/${own}`, value: part },
            { op: 'add', path: '/sheets/0/parts/-', value: own },
          ]
        : [{ op: 'replace', path: `/parts/${own}/place/x`, value: i }];
    let base = 0;
    for (let i = 0; running; i++) {
      const change = {
        changeId: `${own}-${i}`,
        clientId: own,
        role: 'do',
        label: 'Save',
        patch: patches(i),
        own: [own],
      };
      for (;;) {
        const { status, data } = await ask(`designs/${id}/changes`, { ...change, base, seen: base });
        if (status === 200) {
          const { seq } = data as { seq: number };
          acknowledged.set(change.changeId, seq);
          base = seq;
          break;
        }
        // The lists of two first saves clash: what is there now is the new base.
        if (status === 409) {
          const now = await ask(`designs/${id}`);
          if (now.status === 200) base = (now.data as { seq: number }).seq;
        } else if (![0, 503].includes(status)) {
          unexpected.push({ status, data });
          await wait(200);
        } else await wait(40);
        if (!running) return;
      }
      await wait(random() * 20);
    }
  };
  const all = Array.from({ length: clients }, (_, n) => client(n));

  const counts = { application: 0, backend: 0, postmaster: 0 };
  const back: number[] = [];
  for (let k = 0; k < kills; ) {
    // In the middle of saves: some have been acknowledged since the last.
    const before = acknowledged.size;
    for (let i = 0; acknowledged.size < before + 4 && i < 400; i++) await wait(25);
    await wait(random() * 200);
    const victim = (['application', 'backend', 'postmaster'] as const)[k % 3];
    if (!killNow(app[victim])) {
      await wait(100);
      continue;
    }
    counts[victim]++;
    k++;
    back.push(await untilHealthy());
  }
  running = false;
  await Promise.all(all);
  await untilHealthy();

  const { document, seq } = (await ask(`designs/${id}`)).data as { document: Design; seq: number };
  const changes: StoredChange[] = [];
  while (changes.length < seq) {
    const more = (await ask(`designs/${id}/changes?since=${changes.length}`)).data as {
      changes: StoredChange[];
      message?: string;
    };
    if (!more.changes?.length)
      throw new Error(`The log breaks off at ${changes.length} of ${seq}: ${more.message}`);
    changes.push(...more.changes);
  }
  back.sort((a, b) => a - b);
  console.log(
    `figures: ${kills} kills ${JSON.stringify(counts)}, ${acknowledged.size} saves acknowledged, ${seq} stored, back after ${Math.round(back[back.length >> 1])} ms median, ${Math.round(back.at(-1) ?? 0)} ms at most`,
  );
  const log = new Map(changes.map((c) => [c.changeId, c.seq]));
  const missing = [...acknowledged].filter(([c, s]) => log.get(c) !== s);
  expect(missing).toEqual([]);
  expect(new Set(changes.map((c) => c.changeId)).size).toBe(changes.length);
  expect(changes.map((c) => c.seq)).toEqual(changes.map((_, i) => i + 1));
  const replayed = changes.reduce((at, c) => applyPatch(at, c.patch), first);
  expect(diffJson(replayed, document)).toEqual([]);
  if (unexpected.length) console.log(app.output.join('').slice(-6000));
  expect(unexpected).toEqual([]);
  expect(acknowledged.size).toBeGreaterThan(clients * 2);
}, 3_600_000);
