import { type Browser, chromium, type Page } from '@playwright/test';
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
import { driven, freshAfter, gripLatency, open, settled, stored, withStored } from './page';

/** Milliseconds from a pointer move until its fresh pixels are on the canvas, over a drag of a part or a grip of its fill. */
async function dragLatency(page: Page, part: string, handle?: string): Promise<number[]> {
  await page.getByRole('treeitem', { name: part, exact: true }).click();
  if (handle) await page.getByTestId('bench').getByRole('button', { name: 'Fill', exact: true }).click();
  return gripLatency(page, page.getByTestId(handle ? `handle-${handle}` : 'chosen-outline'));
}

/** A sheet of many small shapes, half of them in groups of ten. */
export function crowd(parts: number): Design {
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
        await settled(page);
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
export function turnedWords(): Design {
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
    await settled(page);
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
    await settled(page);
    const opened = Date.now() - start;
    const name = 'Part 2499';
    const before = Date.now();
    await page.getByLabel('Find a part').fill(name);
    await page.getByRole('treeitem', { name, exact: true }).click();
    await page.getByTestId('chosen-outline').waitFor();
    const chosen = Date.now() - before;
    const list = await dragLatency(page, name);
    await stored(page);
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
      await settled(page);
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
