import { chromium, type Page } from '@playwright/test';
import { chromiumFlags } from '../e2e/chromium';
import { median, ms, quantile, type Row } from './measure';

async function open(page: Page, name: string): Promise<void> {
  await page.goto(process.env.BASE_URL ?? '');
  await page
    .getByRole('link', { name: `Open ${name}` })
    .first()
    .click();
  await page.waitForFunction(() => 'compassSettled' in window);
  await page.evaluate(() => (window as unknown as { compassSettled(): Promise<void> }).compassSettled());
}

/** Milliseconds from a pointer move until its fresh pixels are on the canvas, over a drag. */
async function dragLatency(page: Page, part: string): Promise<number[]> {
  await page.getByRole('treeitem', { name: part, exact: true }).click();
  const grip = page.locator('[data-testid=sheet] svg g path[stroke]').first();
  const box = await grip.boundingBox();
  if (!box) throw new Error(`“${part}” is not on the sheet.`);
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 4, y, { steps: 4 });
  const out: number[] = [];
  for (let i = 0; i < 40; i++) {
    const to: [number, number] = [x + 5 + i * 2, y + (i % 7)];
    const waits = page.evaluate(
      () =>
        new Promise<number>((resolve) => {
          window.addEventListener(
            'pointermove',
            () => {
              const start = performance.now();
              const board = window as unknown as { compassFresh(): Promise<void> };
              void board.compassFresh().then(() => resolve(performance.now() - start));
            },
            { once: true, capture: true },
          );
        }),
    );
    await page.waitForTimeout(30);
    await page.mouse.move(...to);
    out.push(await waits);
  }
  await page.mouse.up();
  await page.keyboard.press('Control+z');
  return out;
}

export async function browserRows(): Promise<Row[]> {
  const browser = await chromium.launch({ executablePath: process.env.CHROMIUM, args: chromiumFlags });
  const rows: Row[] = [];
  try {
    const list = await browser.newPage();
    await list.goto(process.env.BASE_URL ?? '');
    const link = list.getByRole('link', { name: 'Open Moon-phase badge' }).first();
    const href = await link.getAttribute('href');
    await list.close();
    const cold: number[] = [];
    for (let i = 0; i < 5; i++) {
      // A context of its own has nothing in its cache.
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
      const page = await context.newPage();
      const start = Date.now();
      await page.goto(`${process.env.BASE_URL}${href}`);
      await page.waitForFunction(() => 'compassSettled' in window);
      await page.evaluate(() => (window as unknown as { compassSettled(): Promise<void> }).compassSettled());
      cold.push(Date.now() - start);
      await context.close();
    }
    rows.push(['open the editor, cold, to the whole picture', ms(median(cold)), 'goal 2000 ms', '–']);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    for (const [design, part] of [
      ['Moon-phase badge', 'Dome'],
      ['Comet swoosh', 'Nucleus'],
    ] as const) {
      await open(page, design);
      const list = await dragLatency(page, part);
      rows.push([
        `pointer move to fresh pixels on the canvas, ${design}, dragging ${part}`,
        `median ${ms(median(list))}, p95 ${ms(quantile(list, 0.95))}`,
        'goal p95 33 ms',
        '–',
      ]);
    }
  } finally {
    await browser.close();
  }
  return rows;
}
