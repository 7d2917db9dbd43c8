import type { Browser, Locator, Page } from '@playwright/test';
import {
  type Design,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
  paints,
} from '@/core';
import { meanCoarseness, profileRows } from '@/editor/state/frame-profile';
import { standingWaves } from '../demo/standing-waves';
import { wovenRings } from '../demo/woven-rings';
import { designOf } from '../test/core/designs';
import { crowd, turnedWords } from './browser';
import { median, ms, quantile, type Row } from './measure';
import { freshAfter, gripLatency, settled, stored, type Way, withStored } from './page';

/** One drag: of which design, what is chosen, and the grip that is held or the field that is scrubbed. */
interface DragCase {
  readonly what: string;
  readonly design: () => Design;
  /** Part and card that are chosen. */
  readonly part: string;
  readonly card?: string;
  readonly grip?: string;
  readonly field?: string;
  readonly way?: Way;
}

const star = (id: string, at: object, look: Partial<Part> = {}): Part =>
  makePart(makeSource('star'), {
    id,
    name: id,
    place: { ...origin, ...at },
    coats: [makeCoat('fill', { paint: paints.linear.defaults })],
    ...look,
  });

const words = (text: string, look: Partial<Part>): Part =>
  makePart(makeSource('lettering', { face: 'lilita-one', text, size: 190 }), {
    id: 'w',
    name: 'Words',
    place: { ...origin, x: 150, y: 1000 },
    coats: [makeCoat('fill', { paint: paints.lit.defaults })],
    ...look,
  });

const twelve = 'Hollin Tarns';

/** A group of twelve stars under a bend grid. */
function gridOverGroup(): Design {
  const stars = Array.from({ length: 12 }, (_, i) =>
    star(`s${i}`, { x: 300 + (i % 4) * 450, y: 400 + Math.floor(i / 4) * 550 }),
  );
  const group = makePart(
    { kind: 'group' },
    {
      id: 'g',
      name: 'Group',
      children: stars.map((s) => s.id),
      steps: [makeStep('bend-grid', {})],
    },
  );
  const d = designOf(2000, group);
  return { ...d, parts: { ...d.parts, ...Object.fromEntries(stars.map((s) => [s.id, s])) } };
}

/** Two stars and their in-betweens. */
function blended(): Design {
  const ends = [star('From', { x: 400, y: 600 }), star('To', { x: 1500, y: 1300 })];
  const blend = makePart(
    { kind: 'blend', spacing: 'count', count: 30, distance: 20, ease: 0, turnWithSpine: false, spine: null },
    { id: 'b', name: 'Blend', children: ends.map((p) => p.id) },
  );
  const d = designOf(2000, blend);
  return { ...d, parts: { ...d.parts, ...Object.fromEntries(ends.map((p) => [p.id, p])) } };
}

const cases: readonly DragCase[] = [
  {
    what: 'a pin on a bent gradient',
    design: standingWaves,
    part: 'Middle lines',
    card: 'Bend pins as painted',
    grip: 'pin-4',
  },
  {
    what: 'the height of a wave on a bent gradient',
    design: standingWaves,
    part: 'Middle lines',
    card: 'Wave as painted',
    grip: 'height',
    way: (x, y, i) => [x + (i % 5), y + 3 + i],
  },
  {
    what: 'a node of a bend grid over a group',
    design: gridOverGroup,
    part: 'Group',
    card: 'Bend grid',
    grip: 'node-5',
  },
  {
    what: 'the depth of a slab of 12 letters',
    design: () =>
      designOf(
        2000,
        words(twelve, {
          coats: [
            makeCoat('fill', {
              paint: paints.lit.defaults,
              steps: [makeStep('slab', { angle: 40, depth: 60 })],
            }),
          ],
        }),
      ),
    part: 'Words',
    card: 'Slab',
    grip: 'far',
  },
  {
    what: 'the point that 12 letters vanish toward',
    design: () =>
      designOf(
        2000,
        words(twelve, {
          coats: [
            makeCoat('fill', {
              paint: paints.lit.defaults,
              steps: [makeStep('vanish', { pointX: 700, pointY: 500, rest: 0.7 })],
            }),
          ],
        }),
      ),
    part: 'Words',
    card: 'Vanish',
    grip: 'point',
  },
  {
    what: '17 letters with thickness turned in space',
    design: turnedWords,
    part: 'Words',
    card: 'Turn in space',
    grip: 'ball',
    way: (x, y, i) => [x + 4 + i, y - (i % 9)],
  },
  {
    what: 'the width of a bevel on 12 letters',
    design: () =>
      designOf(
        2000,
        words(twelve, {
          coats: [makeCoat('fill')],
          finishes: [makeFinish('bevel', { width: 16, rise: 16 })],
        }),
      ),
    part: 'Words',
    card: 'Bevel',
    field: 'Width',
  },
  {
    what: 'the softness of a blur',
    design: () =>
      designOf(
        2000,
        star(
          'Star',
          { x: 1000, y: 1000, scaleX: 3, scaleY: 3 },
          { finishes: [makeFinish('blur', { softness: 30 })] },
        ),
      ),
    part: 'Star',
    card: 'Blur',
    field: 'Softness',
  },
  { what: 'an end of a blend of 30', design: blended, part: 'From' },
  {
    what: 'a part under a trail of 60',
    design: () =>
      designOf(
        2000,
        star(
          'Star',
          { x: 400, y: 500 },
          { steps: [makeStep('trail', { count: 60, stepX: 18, stepY: 15, unite: false })] },
        ),
      ),
    part: 'Star',
  },
  { what: 'a pin of woven rings', design: wovenRings, part: 'Warp', card: 'Bend pins', grip: 'pin-0' },
  { what: '1 of 20,000 parts', design: () => crowd(20_000), part: 'Part 9999' },
];

async function choose(page: Page, { part, card }: DragCase): Promise<void> {
  const row = page.getByRole('treeitem', { name: part, exact: true });
  if (!(await row.isVisible())) await page.getByLabel('Find a part').fill(part);
  await row.click();
  if (card) await page.getByTestId('bench').getByRole('button', { name: card, exact: true }).click();
  await settled(page);
}

/** Drags a number sideways by its label. */
async function scrubLatency(page: Page, label: Locator): Promise<number[]> {
  const box = await label.boundingBox();
  if (!box) throw new Error('The field is not there.');
  const [x, y] = [box.x + 12, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  const out: number[] = [];
  for (let i = 0; i < 40; i++)
    out.push(await freshAfter(page, 'pointermove', () => page.mouse.move(x + 6 + 2 * i, y)));
  await page.mouse.up();
  await settled(page);
  await stored(page);
  return out;
}

/** How long the frames of the last drag took by the program's own account, and where the time went: medians, as one line. */
async function framesOf(page: Page): Promise<{ whole: string; pieces: string }> {
  const frames = await page.evaluate(() => window.compassProbe?.frames?.() ?? []);
  const [whole, ...rows] = profileRows(frames);
  const pieces = rows.map((r) => `${r.what} ${r.median.toFixed(1)}`);
  return {
    whole: whole ? `median ${ms(whole.median)}, p95 ${ms(whole.p95)}` : '–',
    pieces: [...pieces, `px a pixel ${meanCoarseness(frames).toFixed(1)}`].join(', '),
  };
}

async function dragRow(browser: Browser, drag: DragCase): Promise<Row> {
  return withStored(browser, drag.design(), async (page) => {
    await settled(page);
    await choose(page, drag);
    const { field, grip, way } = drag;
    const list = field
      ? await scrubLatency(
          page,
          page.getByTestId('card-panel').locator('label').filter({ hasText: field }).first(),
        )
      : await gripLatency(page, page.getByTestId(grip ? `handle-${grip}` : 'chosen-outline'), way);
    const { whole, pieces } = await framesOf(page);
    console.log(`${drag.what}: ${pieces}`);
    return [
      `pointer move to fresh pixels on the canvas, ${drag.what}`,
      `median ${ms(median(list))}, p95 ${ms(quantile(list, 0.95))}; its frames, from asked for to shown: ${whole}`,
      'goal p95 33 ms',
      '–',
    ];
  });
}

/** Returns how soon fresh pixels follow the pointer in drags of many kinds; `only` names those that are done. */
export async function dragRows(browser: Browser, only = process.env.BENCH_ONLY ?? ''): Promise<Row[]> {
  const rows: Row[] = [];
  for (const drag of cases) if (drag.what.includes(only)) rows.push(await dragRow(browser, drag));
  return rows;
}
