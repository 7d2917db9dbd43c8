import { type Browser, chromium, type Page } from '@playwright/test';
import { keptPictureWidth } from '@/core';
import { demoDesigns } from '../demo';
import { chromiumFlags } from '../e2e/chromium';
import { median, ms, type Row } from './measure';

/** Times that each design is opened with nothing in the browser's cache. */
const openings = 3;

interface Times {
  /** Milliseconds from asking for the address until the stored picture stands where the sheet will. */
  readonly picture: number;
  /** Until the editor answers. */
  readonly works: number;
  /** Until every tile in sight is fresh. */
  readonly whole: number;
}

async function openCold(browser: Browser, address: string): Promise<Times> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  try {
    const page: Page = await context.newPage();
    await page.addInitScript(() => {
      window.compassProbe = {};
    });
    const start = performance.now();
    await page.goto(address, { waitUntil: 'commit' });
    const since = () => performance.now() - start;
    await page.waitForFunction(
      () => {
        const image = document.querySelector<HTMLImageElement>('[data-testid=sheet] img');
        return (image?.complete && image.naturalWidth > 0) || window.compassProbe?.settled;
      },
      undefined,
      { polling: 10 },
    );
    const picture = since();
    await page.waitForFunction(() => window.compassProbe?.settled !== undefined, undefined, { polling: 10 });
    const works = since();
    await page.evaluate(() => window.compassProbe?.pictured?.());
    return { picture, works, whole: since() };
  } finally {
    await context.close();
  }
}

/** Returns how long every demo design takes to open, cold: to its stored picture, to a working editor, to the whole picture. */
export async function openingRows(): Promise<Row[]> {
  const base = process.env.BASE_URL ?? '';
  const browser = await chromium.launch({ executablePath: process.env.CHROMIUM, args: chromiumFlags });
  const { designs } = (await (await fetch(`${base}/api/designs`)).json()) as {
    designs: readonly { id: string; name: string; seq: number }[];
  };
  try {
    const rows: Row[] = [];
    for (const make of Object.values(demoDesigns)) {
      const { name } = make();
      const entry = designs.find((d) => d.name === name);
      if (!entry) throw new Error(`“${name}” is not stored.`);
      await fetch(`${base}/api/designs/${entry.id}/picture?width=${keptPictureWidth}&seq=${entry.seq}`);
      const list: Times[] = [];
      for (let i = 0; i < openings; i++) list.push(await openCold(browser, `${base}/designs/${entry.id}`));
      const middle = (key: keyof Times) => ms(median(list.map((t) => t[key])));
      rows.push([
        `open ${name}, cold: the stored picture, a working editor, the whole picture`,
        `${middle('picture')}, ${middle('works')}, ${middle('whole')}`,
        'goal 500 ms for the first, 1800 ms for the last',
        '–',
      ]);
    }
    return rows;
  } finally {
    await browser.close();
  }
}
