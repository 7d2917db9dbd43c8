import { type Browser, chromium, type Page } from '@playwright/test';
import { chromiumFlags } from '../e2e/chromium';
import type { Row } from './measure';

/** How long is dragged and typed. */
const minutes = Number(process.env.BENCH_MINUTES ?? 10);

/** Where the browser is asked about its memory. */
const port = 9377;

interface Answered {
  readonly id?: number;
  readonly result?: Record<string, number>;
  readonly method?: string;
  readonly params?: { readonly sessionId?: string };
}

/**
 * What the window and its workers hold once all that nobody holds any more was collected, MB: objects, and the memory of
 * their arrays (Chrome DevTools Protocol, Runtime.getHeapUsage).
 */
async function held(page: Page): Promise<number> {
  await page.evaluate(() => window.compassProbe?.settled?.());
  const targets = (await (await fetch(`http://127.0.0.1:${port}/json/list`)).json()) as {
    readonly type: string;
    readonly webSocketDebuggerUrl: string;
  }[];
  const socket = new WebSocket(targets.find((t) => t.type === 'page')?.webSocketDebuggerUrl ?? '');
  await new Promise((resolve) => socket.addEventListener('open', resolve));
  const sessions: (string | undefined)[] = [undefined];
  const waiting = new Map<number, (r: Record<string, number>) => void>();
  socket.addEventListener('message', ({ data }) => {
    const said = JSON.parse(String(data)) as Answered;
    if (said.id !== undefined) waiting.get(said.id)?.(said.result ?? {});
    if (said.method === 'Target.attachedToTarget') sessions.push(said.params?.sessionId);
  });
  const ask = (method: string, params: object = {}, sessionId?: string) =>
    new Promise<Record<string, number>>((resolve) => {
      const id = waiting.size + 1;
      waiting.set(id, resolve);
      socket.send(JSON.stringify({ id, method, params, ...(sessionId ? { sessionId } : {}) }));
    });
  try {
    await ask('Target.setAutoAttach', { autoAttach: true, waitForDebuggerOnStart: false, flatten: true });
    await page.waitForTimeout(500);
    let bytes = 0;
    for (const session of sessions) {
      await ask('HeapProfiler.enable', {}, session);
      for (let i = 0; i < 3; i++) {
        await ask('HeapProfiler.collectGarbage', {}, session);
        // Memory of arrays is given back a little later.
        await page.waitForTimeout(300);
      }
      await ask('HeapProfiler.disable', {}, session);
      const { usedSize = 0, backingStorageSize = 0 } = await ask('Runtime.getHeapUsage', {}, session);
      bytes += usedSize + backingStorageSize;
    }
    return bytes / 1e6;
  } finally {
    socket.close();
  }
}

async function middleOf(page: Page, test: string): Promise<[number, number]> {
  const box = await page.getByTestId(test).first().boundingBox();
  if (!box) throw new Error(`“${test}” is not on the sheet.`);
  return [box.x + box.width / 2, box.y + box.height / 2];
}

/** Drags the end of a curved fade about for some frames, and takes it back. */
async function dragFade(page: Page, frames: number): Promise<void> {
  const [x, y] = await middleOf(page, 'handle-end');
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 1; i <= frames; i++)
    await page.mouse.move(x + 60 * Math.sin(i / 9), y + 40 * Math.cos(i / 7) - 40);
  await page.mouse.move(x, y);
  await page.mouse.up();
  await page.evaluate(() => window.compassProbe?.settled?.());
}

/** Types words that are new each time, and takes them back letter by letter. */
async function typeWords(page: Page, words: string): Promise<void> {
  // What is there is selected at first.
  await page.keyboard.press('End');
  await page.keyboard.type(words);
  for (let i = 0; i < words.length; i++) await page.keyboard.press('Backspace');
  await page.evaluate(() => window.compassProbe?.settled?.());
}

/** Steps the weight of a face through its axis. */
async function weigh(page: Page, weight: number): Promise<void> {
  const field = page.getByTestId('card-panel').getByLabel('Weight', { exact: true });
  if (!(await field.count())) return;
  await field.fill(String(weight));
  await field.press('Enter');
}

async function run(browser: Browser): Promise<number[]> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript(() => {
    window.compassProbe = {};
  });
  const base = process.env.BASE_URL ?? '';
  const made = await page.request.post(`${base}/api/designs`, { data: { purpose: 'mark', name: 'Memory' } });
  await page.goto(`${base}/designs/${(await made.json()).id}`);
  await page.waitForFunction(() => window.compassProbe?.settled !== undefined);
  const sheet = await page.getByTestId('sheet').boundingBox();
  if (!sheet) throw new Error('The sheet is not shown.');
  const at = (x: number, y: number) => [sheet.x + sheet.width * x, sheet.y + sheet.height * y] as const;
  // A star with a curved fade, and words.
  await page.keyboard.press('d');
  await page.mouse.move(...at(0.3, 0.3));
  await page.mouse.down();
  await page.mouse.move(...at(0.6, 0.7), { steps: 5 });
  await page.mouse.up();
  await page.evaluate(() => window.compassProbe?.settled?.());
  await page.getByRole('button', { name: 'Add a finish' }).click();
  await page.getByRole('menuitem', { name: 'Fade' }).click();
  await page.evaluate(() => window.compassProbe?.settled?.());
  await page.getByTestId('card-panel').getByRole('combobox', { name: 'Shape' }).click();
  await page.getByRole('option', { name: 'Along a curve' }).click();
  await page.evaluate(() => window.compassProbe?.settled?.());
  const part = page.getByRole('treeitem', { selected: true });
  const name = (await part.getAttribute('aria-label')) ?? '';
  const fade = () => page.getByTestId('bench').getByRole('button', { name: 'Fade', exact: true }).click();
  const out: number[] = [];
  const began = performance.now();
  let words = '';
  for (let minute = 1; minute <= minutes; minute++) {
    for (let round = 0; performance.now() - began < minute * 60_000; round++) {
      await page.getByRole('treeitem', { name, exact: true }).click();
      await fade();
      await page.getByTestId('handle-end').waitFor();
      await dragFade(page, 120);
      if (!words) {
        await page.keyboard.press('1');
        await page.keyboard.press('k');
        await page.mouse.click(...at(0.1, 0.9));
        await page.getByLabel('Words on the sheet').waitFor({ state: 'attached' });
        await page.keyboard.type('Tarn ');
        await page.keyboard.press('Escape');
        await page.evaluate(() => window.compassProbe?.settled?.());
        words = (await part.getAttribute('data-part')) ?? '';
      }
      await page.locator(`[data-part="${words}"]`).click();
      await weigh(page, 300 + ((round * 7 + minute * 31) % 500));
      await page.getByRole('button', { name: 'Type on the sheet' }).click();
      await page.getByLabel('Words on the sheet').waitFor({ state: 'attached' });
      await typeWords(page, `night ${round} garden ${minute}`);
      await page.keyboard.press('Escape');
    }
    out.push(await held(page));
    console.log(`minute ${minute}: ${out.at(-1)?.toFixed(0)} MB`);
  }
  return out;
}

/** Memory of the window and its workers while the end of a fade is dragged and words are typed, again and again. */
export async function memoryRows(): Promise<Row[]> {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM,
    args: [...chromiumFlags, `--remote-debugging-port=${port}`],
  });
  try {
    const [first, ...rest] = await run(browser);
    const last = rest.slice(-3).reduce((a, b) => a + b, 0) / Math.max(1, Math.min(3, rest.length));
    const mb = (v: number) => `${v.toFixed(0)} MB`;
    return [
      [
        `memory of window and workers, dragging and typing for ${minutes} minutes: the last three`,
        mb(last),
        `after the first ${mb(first)}`,
        `${(last / first).toFixed(2)} ×`,
      ],
    ];
  } finally {
    await browser.close();
  }
}
