import sharp from 'sharp';
import { Hand } from './hand';
import { expect, type Page, test } from './test';

test.describe.configure({ timeout: 180_000 });

/** The colour at a share of a proof's width and height. */
const colourIn = (page: Page, title: string, x: number, y: number): Promise<number[]> =>
  page
    .getByRole('button', { name: `Proof ${title}`, exact: true })
    .locator('canvas')
    .first()
    .evaluate(
      (c, [u, v]) => {
        const canvas = c as HTMLCanvasElement;
        const at = [Math.floor(u * canvas.width), Math.floor(v * canvas.height)] as const;
        return [...(canvas.getContext('2d')?.getImageData(...at, 1, 1).data ?? [])].slice(0, 3);
      },
      [x, y] as const,
    );

/** A thick disc of one colour in the middle of a sheet. */
async function disc(e: Hand, colour: string): Promise<void> {
  await e.blank('Mark or badge');
  await e.draw('Circle', { Width: 1600, Height: 1600, 'Centre x': 1000, 'Centre y': 1000 });
  await e.colour(colour);
}

const isRed = ([r, g, b]: number[]): boolean => r > 90 && r > 1.6 * Math.max(g, b);
const isGreen = ([r, g, b]: number[]): boolean => g > 60 && g > 1.25 * Math.max(r, b);

test('every scene hangs at once, is changed with the others, and becomes a sheet that follows the mark', async ({
  page,
}) => {
  const e = new Hand(page);
  await disc(e, '#c81e1e');
  await page.keyboard.press('7');
  await page.getByRole('button', { name: 'All scenes', exact: true }).click();
  const scenes = page.getByTestId('proof-wall').getByRole('region', { name: 'Scenes' });
  await expect(scenes.getByRole('listitem')).toHaveCount(8);
  const titles = ['Enamel sign', 'Cup', 'Business cards', 'Cloth', 'Lapel badge', 'Tote bag'];
  const middles: Record<string, readonly [number, number]> = {
    'Enamel sign': [0.5, 0.49],
    Cup: [0.475, 0.56],
    'Business cards': [0.5, 0.66],
    Cloth: [0.5, 0.53],
    'Lapel badge': [0.43, 0.5],
    'Tote bag': [0.5, 0.62],
  };
  for (const title of titles) {
    await page.getByRole('button', { name: `Proof ${title}`, exact: true }).scrollIntoViewIfNeeded();
    await expect
      .poll(async () => isRed(await colourIn(page, title, ...middles[title])), { timeout: 20_000 })
      .toBe(true);
  }
  // One ink is set in one scene, and then in all of them.
  await page.getByRole('button', { name: 'Proof Cup', exact: true }).click();
  await e.pickOption('Inks', 'One, all over');
  await e.type('Ink, hex or RGB', '#0a8a3c');
  await page.getByRole('button', { name: 'Same in all scenes' }).click();
  for (const title of ['Cup', 'Enamel sign', 'Tote bag']) {
    await page.getByRole('button', { name: `Proof ${title}`, exact: true }).scrollIntoViewIfNeeded();
    await expect
      .poll(async () => isGreen(await colourIn(page, title, ...middles[title])), { timeout: 20_000 })
      .toBe(true);
  }
  // As a sheet it is parts like any others.
  await page.getByRole('button', { name: 'Proof Cup', exact: true }).click();
  await page.getByRole('button', { name: 'Make it a sheet' }).click();
  await e.settled();
  await expect(
    page.getByRole('navigation', { name: 'Sheets' }).getByRole('button', { name: /cup$/ }),
  ).toHaveAttribute('aria-current', 'true');
  e.sheetWidth = 1600;
  await e.pickOption('Inks', 'Its own');
  await e.settled();
  await expect.poll(async () => isRed(await e.pixel(760, 668))).toBe(true);
  // What changes on the mark changes here.
  await page
    .getByRole('navigation', { name: 'Sheets' })
    .getByRole('button', { name: 'Sheet 1', exact: true })
    .click();
  await e.settled();
  e.sheetWidth = 2000;
  await e.press(await e.at(1000, 1000));
  await e.colour('#0a8a3c');
  await page.getByRole('navigation', { name: 'Sheets' }).getByRole('button', { name: /cup$/ }).click();
  await e.settled();
  e.sheetWidth = 1600;
  await expect.poll(async () => isGreen(await e.pixel(760, 668))).toBe(true);
});

test('a sheet is laid on a picture of one’s own by its corners, takes its light and follows the mark on the wall', async ({
  page,
}) => {
  const e = new Hand(page);
  await disc(e, '#c81e1e');
  await page.keyboard.press('7');
  // A wall that is light on the left and dark on the right.
  const [width, height] = [600, 400];
  const pixels = Buffer.alloc(width * height * 3);
  for (let i = 0; i < pixels.length; i += 3)
    pixels.fill(Math.floor(i / 3) % width < width / 2 ? 230 : 60, i, i + 3);
  const file = await sharp(pixels, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
  await page.getByRole('button', { name: 'More like All scenes' }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('menuitem', { name: 'Scene on a picture', exact: true }).click();
  await (await chooser).setFiles({ name: 'House wall.png', mimeType: 'image/png', buffer: file });
  await expect(
    page.getByRole('navigation', { name: 'Sheets' }).getByRole('button', { name: 'Sheet 1, House wall' }),
  ).toHaveAttribute('aria-current', 'true');
  await e.settled();
  e.sheetWidth = 2000;
  // The disc stands in the middle, lit on the left and shaded on the right.
  await expect.poll(async () => isRed(await e.pixel(940, 667))).toBe(true);
  const [lit, shaded] = [await e.pixel(940, 667), await e.pixel(1060, 667)];
  expect(lit[0]).toBeGreaterThan(2.5 * shaded[0]);
  // Its corners are at hand: the upper left one goes farther out.
  const side = 0.4 * 2000 * (400 / 600);
  await e.drag([1000 - side / 2, 667 - side / 2], [500, 300]);
  await e.settled();
  await expect.poll(async () => isRed(await e.pixel(700, 460))).toBe(true);
  // It hangs on the wall of the mark, and follows that.
  await page
    .getByRole('navigation', { name: 'Sheets' })
    .getByRole('button', { name: 'Sheet 1', exact: true })
    .click();
  await page.keyboard.press('7');
  await page.getByRole('button', { name: 'Proof Own scene', exact: true }).scrollIntoViewIfNeeded();
  await expect
    .poll(async () => isRed(await colourIn(page, 'Own scene', 0.35, 0.34)), { timeout: 20_000 })
    .toBe(true);
});
