import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { GET as getHealth } from '@/app/api/health/route';
import { readDesign } from '@/core/reading';
import { type Database, database } from '@/server/database';
import { Exhausted, Lane } from '@/server/drawing/lane';
import { get, none, openDatabase } from '../server/requests';
import { seed as firstSeed, runs, seeded } from '../share';
import { absurdDesign } from './absurd';

let db: Database;
let lane: Lane;
let folder: string;

beforeAll(async () => {
  db = await openDatabase();
  lane = new Lane({ time: runs(10_000, 3000), memory: 1536 << 20, queue: 4 });
  folder = await mkdtemp(path.join(tmpdir(), 'absurd-'));
});

afterAll(async () => {
  lane.close();
  await rm(folder, { recursive: true, force: true });
  await db.destroy();
  await database().destroy();
});

it('absurd designs are drawn, or refused in words, and the server answers all along', async () => {
  const all = runs(300, 8);
  const first = firstSeed;
  const figures = { drawn: 0, refused: 0, slowest: 0, health: 0, asked: 0 };
  const refusals = new Map<string, number>();
  let done = false;
  const watching = (async () => {
    while (!done) {
      const began = performance.now();
      const { status } = await getHealth(get('health'), none);
      expect(status).toBe(200);
      figures.health = Math.max(figures.health, performance.now() - began);
      figures.asked++;
      await wait(20);
    }
  })();
  for (let seed = first; seed < first + all; seed++) {
    const design = readDesign(absurdDesign(seeded(seed)));
    const began = performance.now();
    try {
      await lane.run({
        kind: 'picture',
        text: JSON.stringify(design),
        order: { width: 240, dpi: 96, ground: true, depth: 8 },
        fonts: [],
        images: [],
        file: path.join(folder, 'a.png'),
      });
      figures.drawn++;
    } catch (e) {
      // Words for the designer; anything else is a defect, and which design has it is told.
      if (!(e instanceof Exhausted)) throw new Error(`Design ${seed}: ${(e as Error).stack}`);
      figures.refused++;
      refusals.set(e.message, (refusals.get(e.message) ?? 0) + 1);
    }
    figures.slowest = Math.max(figures.slowest, performance.now() - began);
  }
  done = true;
  await watching;
  console.log(
    `figures: ${all} designs, ${JSON.stringify(figures, (_, v) => (typeof v === 'number' ? Math.round(v) : v))} ${JSON.stringify([...refusals])}`,
  );
  expect(figures.drawn + figures.refused).toBe(all);
  expect(figures.drawn).toBeGreaterThan(0);
  for (const [words] of refusals) expect(words).toMatch(/^[A-Z].*\.$/);
  // How long it took is a figure, not a test: the machine is shared.
  expect(figures.asked).toBeGreaterThan(all);
}, 3_600_000);
