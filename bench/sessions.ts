import type { Browser, Page } from '@playwright/test';
import { makeDesign } from '@/core';
import { crowd } from './browser';
import { median, ms, quantile, type Row } from './measure';
import { settled, stored, withStored } from './page';

/** Minutes of work on the illustration. */
const minutes = Number(process.env.BENCH_MINUTES ?? 5);

/** What a hand does in one go, and how soon the editor has answered all of it. */
class Session {
  private readonly answers: number[] = [];
  private before = 0;

  private constructor(
    private readonly page: Page,
    private readonly name: string,
  ) {}

  static async begin(page: Page, name: string): Promise<Session> {
    await settled(page);
    await page.evaluate(() => {
      const tasks: number[] = [];
      new PerformanceObserver((list) => {
        for (const task of list.getEntries()) tasks.push(task.duration);
      }).observe({ type: 'longtask' });
      Object.assign(window, { longTasks: tasks });
    });
    const session = new Session(page, name);
    session.before = await session.memory();
    return session;
  }

  /** Megabytes that the window's objects take once what nobody holds is gone. */
  private async memory(): Promise<number> {
    const cdp = await this.page.context().newCDPSession(this.page);
    await cdp.send('HeapProfiler.collectGarbage');
    const { usedSize } = await cdp.send('Runtime.getHeapUsage');
    await cdp.detach();
    return usedSize / 1e6;
  }

  /** Does one thing and waits until every tile in sight is fresh. */
  async act(work: () => Promise<void>): Promise<void> {
    const start = performance.now();
    await work();
    await settled(this.page);
    this.answers.push(performance.now() - start);
  }

  async drag(from: readonly [number, number], to: readonly [number, number]): Promise<void> {
    const { mouse } = this.page;
    await mouse.move(...from);
    await mouse.down();
    await mouse.move(...to, { steps: 8 });
    await this.act(() => mouse.up());
  }

  async press(key: string): Promise<void> {
    await this.act(() => this.page.keyboard.press(key));
  }

  async row(): Promise<Row> {
    await stored(this.page);
    const tasks = await this.page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks);
    const after = await this.memory();
    const { answers: list } = this;
    const longest = Math.max(0, ...tasks);
    return [
      `${this.name}: ${list.length} actions, each to its answer`,
      `median ${ms(median(list))}, p95 ${ms(quantile(list, 0.95))}, worst ${ms(Math.max(...list))}; window ${this.before.toFixed(0)} → ${after.toFixed(0)} MB; ${tasks.length} tasks over 50 ms, the longest ${ms(longest)}`,
      '–',
      '–',
    ];
  }
}

/** A badge from a blank sheet: shapes drawn, moved, turned to numbers, nudged, copied, taken back. */
async function badge(browser: Browser): Promise<Row> {
  return withStored(browser, makeDesign('Badge'), async (page) => {
    const s = await Session.begin(page, 'A badge from blank');
    const sheet = await page.getByTestId('sheet').boundingBox();
    if (!sheet) throw new Error('There is no sheet.');
    const [cx, cy] = [sheet.x + sheet.width / 2, sheet.y + sheet.height / 2];
    const opacity = page.getByTestId('card-panel').getByLabel('Opacity', { exact: true });
    for (let i = 0; i < 10; i++) {
      const r = 200 - 17 * i;
      await s.press('1');
      // Circle, rectangle and polygon in turns.
      await s.press('sdf'[i % 3]);
      await s.drag([cx - r, cy - r], [cx + r, cy + r]);
      await s.act(() => opacity.fill(String(95 - 4 * i)));
      await s.act(() => opacity.press('Enter'));
      await page.getByTestId('sheet').focus();
      for (const key of ['ArrowRight', 'ArrowUp', 'Shift+ArrowLeft', 'ArrowDown']) await s.press(key);
      await s.press('a');
      const outline = await page.getByTestId('chosen-outline').boundingBox();
      if (!outline) throw new Error('Nothing is chosen.');
      const at = [outline.x + outline.width / 2, outline.y + outline.height / 2] as const;
      await s.drag(at, [at[0] + 14, at[1] - 9]);
      for (const key of ['Control+z', 'Control+Shift+z', 'Control+c', 'Control+v']) await s.press(key);
    }
    return s.row();
  });
}

/** Some minutes of work on an illustration of 400 parts: parts chosen, moved, nudged, taken back, the view enlarged and moved. */
async function illustration(browser: Browser): Promise<Row> {
  return withStored(browser, crowd(400), async (page) => {
    const s = await Session.begin(page, `${minutes} minutes on an illustration of 400 parts`);
    const sheet = await page.getByTestId('sheet').boundingBox();
    if (!sheet) throw new Error('There is no sheet.');
    const until = performance.now() + 60_000 * minutes;
    for (let i = 0; performance.now() < until; i++) {
      // Places spread evenly over the sheet, in an order without a pattern.
      const [u, v] = [(i * 0.618034) % 1, (i * 0.754878) % 1];
      const at = [
        sheet.x + sheet.width * (0.3 + 0.4 * u),
        sheet.y + sheet.height * (0.15 + 0.7 * v),
      ] as const;
      await s.act(() => page.mouse.click(...at));
      await s.drag(at, [at[0] + 12 - 24 * v, at[1] + 8]);
      for (const key of ['ArrowLeft', 'ArrowDown', 'Control+z', 'Control+z']) await s.press(key);
      if (i % 5) continue;
      await page.mouse.move(...at);
      await page.keyboard.down('Control');
      for (const by of [-240, 240]) await s.act(() => page.mouse.wheel(0, by));
      await page.keyboard.up('Control');
    }
    return s.row();
  });
}

/** Returns how soon each action of two sessions of work is answered, what memory they take, and how busy the window was. */
export const sessionRows = async (browser: Browser): Promise<Row[]> => [
  await badge(browser),
  await illustration(browser),
];
