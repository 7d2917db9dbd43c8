import { type Browser, chromium, type Locator, type Page } from '@playwright/test';
import {
  type Design,
  makeCoat,
  makeDesign,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
  paints,
} from '@/core';
import { chromiumFlags } from '../e2e/chromium';
import { numbers } from '../test/core/shapes';
import { litParts } from './depth';
import { sixCoats } from './lettering';
import { median, ms, quantile, type Row } from './measure';

/** Says that a page is driven, so that the editor tells when it has settled. */
const driven = (page: Page) =>
  page.addInitScript(() => {
    window.compassProbe = {};
  });

async function open(page: Page, name: string): Promise<void> {
  await driven(page);
  await page.goto(process.env.BASE_URL ?? '');
  await page
    .getByRole('link', { name: `Open ${name}` })
    .first()
    .click();
  await page.waitForFunction(() => window.compassProbe?.settled !== undefined);
  await page.evaluate(() => window.compassProbe?.settled?.());
}

/** Milliseconds from an event in the page, brought about by `act`, until its fresh pixels are on the canvas. */
async function freshAfter(page: Page, event: string, act: () => Promise<void>): Promise<number> {
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
  return waits;
}

/** Milliseconds from a pointer move until its fresh pixels are on the canvas, over a drag of a part or a grip of its fill. */
async function dragLatency(page: Page, part: string, handle?: string): Promise<number[]> {
  await page.getByRole('treeitem', { name: part, exact: true }).click();
  if (handle) await page.getByTestId('bench').getByRole('button', { name: 'Fill', exact: true }).click();
  return gripLatency(page, page.getByTestId(handle ? `handle-${handle}` : 'chosen-outline'));
}

type Way = (x: number, y: number, i: number) => readonly [number, number];

const rightwards: Way = (x, y, i) => [x + 5 + i * 2, y + (i % 7)];

/** The same over a drag of whatever is held from (x, y) on, on a way whose every move changes what is seen. */
async function gripLatency(page: Page, grip: Locator, way = rightwards): Promise<number[]> {
  const box = await grip.boundingBox();
  if (!box) throw new Error('What is dragged is not on the sheet.');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 4, y, { steps: 4 });
  const out: number[] = [];
  for (let i = 0; i < 40; i++) {
    const [toX, toY] = way(x, y, i);
    out.push(await freshAfter(page, 'pointermove', () => page.mouse.move(toX, toY)));
  }
  await page.mouse.up();
  await page.keyboard.press('Control+z');
  // Taken back and stored before the page goes.
  await page.evaluate(() => window.compassProbe?.settled?.());
  await page
    .getByTestId('save-state')
    .filter({ hasText: /^saved$/ })
    .waitFor();
  return out;
}

/** A sheet of many small shapes, half of them in groups of ten. */
function crowd(parts: number): Design {
  const next = numbers(11);
  const made: Part[] = [];
  const top: string[] = [];
  for (let i = 0; i < parts; i++) {
    const kind = (['ellipse', 'rectangle', 'star', 'polygon'] as const)[i % 4];
    const size = 10 + 30 * next();
    const params =
      kind === 'ellipse' || kind === 'rectangle' ? { width: size, height: size } : { radius: size / 2 };
    made.push(
      makePart(makeSource(kind, params), {
        id: `p${i}`,
        name: `Part ${i}`,
        coats: [{ ...makeCoat('fill', { paint: { kind: 'solid', colour: '#9a6b1f' } }), id: `c${i}` }],
        place: { ...origin, x: 1900 * next() + 50, y: 1900 * next() + 50, turn: 360 * next() },
      }),
    );
    if (i < parts / 2) top.push(`p${i}`);
    else if (i % 10 === 9) {
      const children = made.slice(-10).map((p) => p.id);
      made.push(makePart({ kind: 'group' }, { id: `g${i}`, name: `Group ${i}`, children }));
      top.push(`g${i}`);
    }
  }
  const d = makeDesign('Crowd');
  return {
    ...d,
    sheets: [{ ...d.sheets[0], parts: top }],
    parts: Object.fromEntries(made.map((p) => [p.id, p])),
  };
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
async function withStored<T>(
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
    await page.waitForFunction(() => window.compassProbe?.settled !== undefined);
    return await work(page, start);
  } finally {
    await page.close();
    await fetch(`${base}/api/designs/${id}`, { method: 'DELETE' });
  }
}

/** Words of about twenty letters, how long they rest in milliseconds, and what is typed on at their ends. */
const newWords: Readonly<Record<string, { rest: number; list: readonly (readonly [string, string])[] }>> = {
  'words that are new': {
    rest: 1500,
    list: [
      ['The night gar', 'dens open'],
      ['A comet by ', 'half past six'],
      ['Open all summ', 'er until dusk'],
      ['Hollin Tarn ', 'observatory'],
      ['Bring a war', 'm coat and tea'],
    ],
  },
  'words that are new, read for 5 s first': {
    rest: 5000,
    list: [
      ['Supper by the ', 'window'],
      ['Lamps out at ', 'nine tonight'],
      ['The great mir', 'ror turns slowly'],
      ['Quiet paths r', 'ound the lake'],
      ['First frost a', 'nd clear skies'],
    ],
  },
};

/**
 * Keys typed at the end of about twenty letters with six coats, to their fresh pixels: some letters again and again,
 * each taken back, then words that were never there before.
 */
async function typingRows(browser: Browser, document: Design, what: string): Promise<Row[]> {
  return withStored(browser, document, async (page) => {
    await page.getByRole('treeitem').first().click();
    await page.getByRole('button', { name: 'Type on the sheet' }).click();
    await page.keyboard.press('End');
    const press = async (key: string): Promise<number> => {
      const taken = await freshAfter(page, 'keydown', () => page.keyboard.press(key));
      await page.waitForTimeout(60);
      return taken;
    };
    const again: number[] = [];
    for (let i = 0; i < 50; i++) {
      // A letter more, and one less again.
      const taken = await press(i % 2 ? 'Backspace' : 'enatlsdrmu'[(i * 3) % 10]);
      // The first letters are drawn for the first time.
      if (i >= 10) again.push(taken);
    }
    const anew: Record<string, number[]> = {};
    for (const [how, { rest, list }] of Object.entries(newWords)) {
      anew[how] = [];
      for (const [start, more] of list) {
        await page.keyboard.press('Control+a');
        await page.keyboard.insertText(start);
        await page.evaluate(() => window.compassProbe?.settled?.());
        await page.waitForTimeout(rest);
        for (const key of more) anew[how].push(await press(key));
      }
    }
    const row = (how: string, list: readonly number[]): Row => [
      `key to fresh pixels on the canvas, ${what}, ${how}`,
      `median ${ms(median(list))}, p95 ${ms(quantile(list, 0.95))}`,
      'goal p95 50 ms',
      '–',
    ];
    return [row('typed and taken back', again), ...Object.entries(anew).map(([how, list]) => row(how, list))];
  });
}

/** A word-mark with thickness that is turned in space, its sides by the light. */
function turnedWords(): Design {
  const d = makeDesign('Turned words');
  const words = makePart(
    makeSource('lettering', { face: 'lilita-one', text: 'Hollin Tarn obser', size: 170 }),
    {
      id: 'w',
      name: 'Words',
      place: { ...origin, x: 200, y: 1000 },
      steps: [makeStep('in-space', { tilt: 18, swing: 24, distance: 2200, pivotX: 700, depth: 60 })],
      coats: [makeCoat('fill', { paint: paints.lit.defaults })],
    },
  );
  return { ...d, parts: { w: words }, sheets: [{ ...d.sheets[0], parts: ['w'] }] };
}

/** The lamp dragged round a sheet of twelve lit parts. */
async function lampRow(browser: Browser): Promise<Row> {
  return withStored(browser, litParts(), async (page) => {
    await page.getByRole('button', { name: /^6/ }).click();
    await page.evaluate(() => window.compassProbe?.settled?.());
    const sheet = await page.getByTestId('sheet').boundingBox();
    if (!sheet) throw new Error('There is no sheet.');
    const [mx, my] = [sheet.x + sheet.width / 2, sheet.y + sheet.height / 2];
    const list = await gripLatency(page, page.getByTestId('lamp').locator('circle').last(), (x, y, i) => {
      const [cos, sin] = [Math.cos((i + 2) / 20), Math.sin((i + 2) / 20)];
      return [mx + (x - mx) * cos - (y - my) * sin, my + (x - mx) * sin + (y - my) * cos];
    });
    return [
      'pointer move to fresh pixels on the canvas, the lamp dragged over 12 lit parts',
      `median ${ms(median(list))}, p95 ${ms(quantile(list, 0.95))}`,
      'goal p95 33 ms',
      '–',
    ];
  });
}

async function crowdRows(browser: Browser): Promise<Row[]> {
  return withStored(browser, crowd(5000), async (page, start) => {
    await page.evaluate(() => window.compassProbe?.settled?.());
    const opened = Date.now() - start;
    const name = 'Part 2499';
    const before = Date.now();
    await page.getByLabel('Find a part').fill(name);
    await page.getByRole('treeitem', { name, exact: true }).click();
    await page.getByTestId('chosen-outline').waitFor();
    const chosen = Date.now() - before;
    const list = await dragLatency(page, name);
    await page
      .getByTestId('save-state')
      .filter({ hasText: /^saved$/ })
      .waitFor();
    return [
      ['5,000-part sheet: open to the whole picture', ms(opened), 'goal 3000 ms', '–'],
      ['5,000-part sheet: found by name and pressed, to its outline on the sheet', ms(chosen), '–', '–'],
      [
        '5,000-part sheet: pointer move to fresh pixels, dragging one part',
        `median ${ms(median(list))}, p95 ${ms(quantile(list, 0.95))}`,
        'goal p95 33 ms',
        '–',
      ],
    ];
  });
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
      await driven(page);
      await page.goto(`${process.env.BASE_URL}${href}`);
      await page.waitForFunction(() => window.compassProbe?.settled !== undefined);
      await page.evaluate(() => window.compassProbe?.settled?.());
      cold.push(Date.now() - start);
      await context.close();
    }
    rows.push(['open the editor, cold, to the whole picture', ms(median(cold)), 'goal 2000 ms', '–']);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    for (const [design, part, what, handle] of [
      ['Moon-phase badge', 'Dome', 'Dome'],
      ['Comet swoosh', 'Nucleus', 'Nucleus'],
      ['Aurora backdrop', 'Green curtain', 'a mesh node', 'node-9'],
      ['Aurora backdrop', 'Sky', 'a gradient end', 'end'],
      ['Night pattern', 'Sky', 'a gradient end', 'end'],
    ] as const) {
      await open(page, design);
      const list = await dragLatency(page, part, handle);
      rows.push([
        `pointer move to fresh pixels on the canvas, ${design}, dragging ${what}`,
        `median ${ms(median(list))}, p95 ${ms(quantile(list, 0.95))}`,
        'goal p95 33 ms',
        '–',
      ]);
    }
    for (const [face, pieces] of [
      ['league-spartan-800', 'letters'],
      ['pacifico', 'united'],
    ] as const)
      rows.push(
        ...(await typingRows(browser, sixCoats(face, pieces), `20 letters with 6 coats, ${face}, ${pieces}`)),
      );
    rows.push(...(await typingRows(browser, turnedWords(), 'a word-mark with thickness, turned in space')));
    rows.push(await lampRow(browser));
    rows.push(...(await crowdRows(browser)));
  } finally {
    await browser.close();
  }
  return rows;
}
