import type { Browser, Locator, Page } from '@playwright/test';
import type { Design } from '@/core';

/** Says that a page is driven, so that the editor tells when it has settled. */
export const driven = (page: Page) =>
  page.addInitScript(() => {
    window.compassProbe = {};
  });

/** Waits until the editor answers. */
export const answers = (page: Page) =>
  page.waitForFunction(() => window.compassProbe?.settled !== undefined, undefined, { polling: 10 });

/** Waits until nothing is under way and every tile in sight is fresh. */
export const settled = (page: Page) => page.evaluate(() => window.compassProbe?.settled?.());

/** Waits until all that was done is stored. */
export const stored = (page: Page) =>
  page
    .getByTestId('save-state')
    .filter({ hasText: /^saved$/ })
    .waitFor();

/** Opens a stored design by its name. */
export async function open(page: Page, name: string): Promise<void> {
  await driven(page);
  await page.goto(process.env.BASE_URL ?? '');
  await page
    .getByRole('link', { name: `Open ${name}` })
    .first()
    .click();
  await answers(page);
  await settled(page);
}

/** Milliseconds from an event in the page, brought about by `act`, until its fresh pixels are on the canvas. */
export async function freshAfter(page: Page, event: string, act: () => Promise<void>): Promise<number> {
  const waits = page.evaluate(
    (type) =>
      new Promise<number>((resolve) => {
        window.addEventListener(
          type,
          () => {
            const start = performance.now();
            void window.compassProbe?.fresh?.().then(() => resolve(performance.now() - start));
          },
          { once: true, capture: true },
        );
      }),
    event,
  );
  await page.waitForTimeout(30);
  await act();
  const late = page.waitForTimeout(20_000).then(() => {
    throw new Error(`Nothing new was seen after a ${event}.`);
  });
  late.catch(() => undefined);
  return Promise.race([waits, late]);
}

export type Way = (x: number, y: number, i: number) => readonly [number, number];

const rightwards: Way = (x, y, i) => [x + 5 + i * 2, y + (i % 7)];

/** The same over a drag of whatever is held from (x, y) on, on a way whose every move changes what is seen. */
export async function gripLatency(
  page: Page,
  grip: Locator,
  way: Way = rightwards,
  moves = 40,
): Promise<number[]> {
  const box = await grip.boundingBox();
  if (!box) throw new Error('What is dragged is not on the sheet.');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 4, y, { steps: 4 });
  const out: number[] = [];
  for (let i = 0; i < moves; i++) {
    const [toX, toY] = way(x, y, i);
    out.push(await freshAfter(page, 'pointermove', () => page.mouse.move(toX, toY)));
  }
  await page.mouse.up();
  await settled(page);
  await page.keyboard.press('Control+z');
  // Taken back and stored before the page goes.
  await settled(page);
  await stored(page);
  return out;
}

/** Stores a design for a bench; returns its id. */
async function store(document: Design): Promise<string> {
  const answer = await fetch(`${process.env.BASE_URL ?? ''}/api/designs`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ document }),
  });
  if (!answer.ok) throw new Error(`${answer.status}: ${await answer.text()}`);
  return ((await answer.json()) as { id: string }).id;
}

/** Works with a stored design in a window of its own; `start` is when that was opened. Both are gone afterwards. */
export async function withStored<T>(
  browser: Browser,
  document: Design,
  work: (page: Page, start: number) => Promise<T>,
): Promise<T> {
  const base = process.env.BASE_URL ?? '';
  const id = await store(document);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  try {
    const start = Date.now();
    await driven(page);
    await page.goto(`${base}/designs/${id}`);
    await answers(page);
    return await work(page, start);
  } finally {
    await page.close();
    await fetch(`${base}/api/designs/${id}`, { method: 'DELETE' });
  }
}
