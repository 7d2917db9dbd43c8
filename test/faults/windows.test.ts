import { afterAll, beforeAll, expect, it } from 'vitest';
import { type Design, diffJson, makeCoat, makeDesign, makePart, makeSource } from '@/core';
import { DesignError } from '@/core/reading';
import { ApiError } from '@/editor/state/api';
import type { Wire } from '@/editor/sync/ports';
import { appendChange, pageOfChanges } from '@/server/changes';
import type { Database } from '@/server/database';
import { createDesign, getDesign } from '@/server/designs';
import { HttpError } from '@/server/http/errors';
import { ensureOwner } from '@/server/owners';
import { openDatabase } from '../server/requests';
import { seed as firstSeed, runs, seeded } from '../share';
import { Account, Browser, Network, SimWindow } from './sim-window';

let db: Database;
let owner: string;

beforeAll(async () => {
  db = await openDatabase();
  owner = await ensureOwner(db);
});

afterAll(() => db.destroy());

/** Answers of the real store, as HTTP would bring them. */
async function asAnswer<T>(work: () => Promise<T>): Promise<T> {
  try {
    return structuredClone(await work());
  } catch (e) {
    if (e instanceof HttpError) throw new ApiError(e.status, e.message);
    if (e instanceof DesignError) throw new ApiError(422, e.message);
    throw new ApiError(503, String(e));
  }
}

const server = (): Wire => ({
  append: (id, change) => asAnswer(() => appendChange(db, owner, id, change)),
  changes: (id, since) => asAnswer(async () => (await pageOfChanges(db, owner, id, since)).changes),
});

const totals = {
  made: 0,
  stored: 0,
  told: 0,
  conflicts: 0,
  asides: 0,
  reloads: 0,
  exact: 0,
  other: 0,
  requests: 0,
  lost: 0,
};

async function oneRun(seed: number): Promise<void> {
  const random = seeded(seed);
  const parts = Object.fromEntries(
    Array.from({ length: 5 }, (_, i) => {
      const id = `p${i}`;
      return [
        id,
        makePart(makeSource('ellipse'), { id, name: id, coats: [makeCoat('fill'), makeCoat('stroke')] }),
      ];
    }),
  );
  const d = makeDesign('Sim', { width: 500, height: 500 });
  const start: Design = { ...d, parts, sheets: [{ ...d.sheets[0], parts: Object.keys(parts) }] };
  const { id } = await createDesign(db, owner, start);
  const load = (design: string) => getDesign(db, owner, design);
  const network = new Network(random, server());
  const browser = new Browser();
  const account = new Account();
  const refusing = random() < 0.3;
  const refuses = () => refusing && random() < 0.04;
  const open = async (): Promise<SimWindow> => {
    const w = new SimWindow(id, browser, network, account, refuses);
    await w.open(load);
    return w;
  };
  const windows = [await open(), await open()];
  if (random() < 0.4) windows.push(await open());

  for (let i = 0; i < 45; i++) {
    const at = Math.floor(random() * windows.length);
    const w = windows[at];
    const what = random();
    if (w.inConflict && what < 0.5) {
      w.settleConflict();
      w.close();
      windows[at] = await open();
    } else if (what < 0.6) w.edit(random);
    else if (what < 0.7) w.toggleHold();
    else if (what < 0.78) await w.look();
    else if (what < 0.84) network.offline = network.offline ? 0 : 1;
    else if (what < 0.9) {
      w.close();
      totals.reloads++;
      windows[at] = await open();
    } else await new Promise((resolve) => setTimeout(resolve, random() * 12));
  }

  // Everybody comes back, and everything settles.
  network.offline = 0;
  for (let round = 0; round < 400; round++) {
    for (const [i, w] of windows.entries()) {
      w.rest();
      if (!w.inConflict) continue;
      w.settleConflict();
      w.close();
      windows[i] = await open();
    }
    await Promise.all(windows.map((w) => w.look()));
    const stored = await load(id);
    const agree = windows.every(
      (w) => w.clean && !w.inConflict && w.shown && diffJson(w.shown, stored.document).length === 0,
    );
    const left = [...browser.stored.keys()].some((k) => k.includes('.unsent.'));
    if (agree && !left) break;
    // What could not be taken up while the server was away is, when the design is opened again.
    if (agree) {
      windows[0].close();
      windows[0] = await open();
    }
    if (round === 399 && !agree)
      throw new Error(
        `Run ${seed}: the windows do not come to agree: ${windows.map((w) => `${w.save}, ${w.clean ? 'clean' : 'waiting'}, ${JSON.stringify(w.shown && diffJson(w.shown, stored.document)).slice(0, 200)}`).join(' | ')}`,
      );
    await new Promise((resolve) => setTimeout(resolve, 4));
  }

  expect(account.defects, `run ${seed}`).toEqual([]);
  const log = new Set((await pageOfChanges(db, owner, id, 0)).changes.map((c) => c.changeId));
  const vanished = [...account.made].filter((c) => !log.has(c) && !account.told.has(c));
  expect(vanished, `run ${seed}: changes that vanished without a word`).toEqual([]);
  // Nothing unsent is left lying about.
  expect(
    [...browser.stored.keys()].filter((k) => k.includes('.unsent.')),
    `run ${seed}`,
  ).toEqual([]);
  for (const a of account.asides.values())
    expect(Object.keys(a.design.parts).length, `run ${seed}`).toBeGreaterThan(0);
  for (const w of windows) w.close();
  await db.deleteFrom('designs').where('id', '=', id).execute();
  totals.made += account.made.size;
  totals.stored += [...account.made].filter((c) => log.has(c)).length;
  totals.told += account.told.size;
  totals.conflicts += account.conflicts;
  totals.asides += account.asides.size;
  totals.exact += account.returned.exact;
  totals.other += account.returned.other;
  totals.requests += network.counts.requests;
  totals.lost += network.counts.lostRequests + network.counts.lostAnswers;
}

it('windows that lose the server, answers and themselves agree in the end, and nothing vanishes without a word', async () => {
  const all = runs(500, 24);
  const first = firstSeed;
  for (let seed = first; seed < first + all; seed += 4)
    await Promise.all([0, 1, 2, 3].map((k) => oneRun(seed + k)));
  console.log(`figures: ${all} runs, ${JSON.stringify(totals)}`);
  // The runs must have met what they are about.
  expect(totals.stored).toBeGreaterThan(all * 3);
  expect(totals.conflicts).toBeGreaterThan(0);
  expect(totals.asides).toBeGreaterThan(0);
  expect(totals.lost).toBeGreaterThan(all);
  // What is set aside of a window that was closed is the design as that window had shown it.
  expect(totals.exact).toBeGreaterThan(3 * totals.other);
}, 1_800_000);
