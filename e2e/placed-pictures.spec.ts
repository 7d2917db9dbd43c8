import sharp from 'sharp';
import { Hand, serverPixels } from './hand';
import { expect, type Page, test } from './test';

test.describe.configure({ timeout: 180_000 });

/** A flat badge of four colours, drawn by another program than ours. */
const badge = `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="400">
  <rect width="600" height="400" fill="#1f3a5f"/><circle cx="200" cy="200" r="120" fill="#f3d9a0"/>
  <circle cx="250" cy="180" r="90" fill="#1f3a5f"/><rect x="360" y="80" width="160" height="100" fill="#c8553d"/>
  <polygon points="400,220 560,330 380,340" fill="#4f8a8b"/></svg>`;

const file = async (name: string, svg = badge) => ({
  name,
  mimeType: 'image/png',
  buffer: await sharp(Buffer.from(svg)).png().toBuffer(),
});

/** Chooses a file in the dialog that some work opens. */
async function choose(page: Page, work: () => Promise<void>, with_: Awaited<ReturnType<typeof file>>) {
  const opened = page.waitForEvent('filechooser');
  await work();
  await (await opened).setFiles(with_);
}

const near = (a: readonly number[], b: readonly number[], by = 3) =>
  a.every((v, i) => Math.abs(v - b[i]) <= by);

const navy = [0x1f, 0x3a, 0x5f];
const sand = [0xf3, 0xd9, 0xa0];
const red = [0xc8, 0x55, 0x3d];
const white = [255, 255, 255];

/** Places the badge on a blank sheet, 1200 × 800 units about its middle. */
async function placed(e: Hand): Promise<void> {
  await e.blank('Mark or badge');
  await e.stage('Bend');
  await choose(e.page, () => e.tool('Picture').click(), await file('badge.png'));
  await expect(e.page.getByRole('treeitem', { name: 'badge' })).toBeVisible();
  await e.settled();
  await e.card('Rectangle').click();
  await e.fill({ Width: 1200, Height: 800 });
}

test('a picture is placed, turned and bent like any part; screen and server show the same', async ({
  page,
}) => {
  const e = new Hand(page);
  await placed(e);
  expect(await e.pixel(600, 1000)).toEqual(sand);
  expect(await e.pixel(420, 620)).toEqual(navy);
  expect(await e.pixel(1240, 860)).toEqual(red);
  expect(await e.pixel(390, 1000)).toEqual(white);
  await e.card('Fill').click();
  await e.fill({ Turn: 180 });
  expect(await e.pixel(760, 1140)).toEqual(red);
  await e.fill({ Turn: 0 });
  await e.stage('Bend');
  await e.tool('Wave').click();
  await e.settled();
  await e.fill({ 'Wave length': 1200, Height: 100, Phase: 0 });
  // A crest a quarter of a wave to the right, a trough to the left: the picture goes along.
  expect(await e.pixel(1300, 540)).toEqual(navy);
  expect(await e.pixel(700, 640)).toEqual(white);
  expect(await e.pixel(1240, 680)).toEqual(red);
  const server = await serverPixels(e, 2000);
  for (const [x, y] of [
    [1300, 540],
    [1240, 680],
    [600, 1000],
    [900, 900],
  ] as const)
    expect(near(await e.pixel(x, y), server(x, y), 6)).toBe(true);
});

test('a picture is traced to areas that stay live, and taken apart colour by colour', async ({ page }) => {
  const e = new Hand(page);
  await placed(e);
  await e.card('Fill').click();
  await page.getByRole('button', { name: 'Trace to areas' }).click();
  await e.settled();
  await expect(page.getByRole('treeitem', { name: 'badge traced' })).toBeVisible();
  await expect.poll(() => e.pixel(600, 1000)).toEqual(sand);
  expect(await e.pixel(1240, 860)).toEqual(red);
  await e.fill({ Colours: 2 });
  // Two colours are left: the red rectangle is one of them.
  expect(await e.pixel(1240, 860)).not.toEqual(red);
  await e.fill({ Colours: 6 });
  await e.command('Release into pieces');
  await expect(page.getByRole('treeitem', { name: /badge traced \d/ })).toHaveCount(4);
  expect(await e.pixel(1240, 860)).toEqual(red);
});

test('a picture to work by is dim, is not exported, and what is no picture is said', async ({ page }) => {
  const e = new Hand(page);
  await placed(e);
  await page.getByLabel('Reference', { exact: true }).check();
  await e.settled();
  // 40 % of the red on white.
  expect(
    near(
      await e.pixel(1240, 860),
      red.map((v) => 255 + 0.4 * (v - 255)),
      1,
    ),
  ).toBe(true);
  const server = await serverPixels(e, 500);
  expect(server(310, 215)).toEqual(white);
  await e.stage('Bend');
  await choose(page, () => e.tool('Picture').click(), {
    name: 'broken.png',
    mimeType: 'image/png',
    buffer: (await file('x.png')).buffer.subarray(0, 900),
  });
  await expect(page.getByText('“broken.png” was not placed. The picture is damaged')).toBeVisible();
  await choose(page, () => e.tool('Picture').click(), {
    name: 'words.png',
    mimeType: 'image/png',
    buffer: Buffer.from('not a picture at all'),
  });
  await expect(page.getByText('This is no PNG, JPEG, WebP or AVIF picture.')).toBeVisible();
});

test('the eraser leaves out what it goes over, and a bend shows what it is given while its grip is held', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Rectangle', { Width: 1000, Height: 600, 'Centre x': 1000, 'Centre y': 1000 });
  await e.colour('#1f3a5f');
  await e.take('Eraser', 'Path');
  await e.fill({ 'Eraser width': 120 });
  await e.drag([700, 1000], [1300, 1000]);
  await e.settled();
  await expect(page.getByRole('treeitem', { name: 'Rectangle erased' })).toBeVisible();
  expect(await e.pixel(1000, 1000)).toEqual(white);
  expect(await e.pixel(1000, 1045)).toEqual(white);
  expect(await e.pixel(1000, 1075)).toEqual(navy);
  expect(await e.pixel(600, 1000)).toEqual(navy);
  await page.keyboard.press('Escape');
  await e.command('Undo');
  expect(await e.pixel(1000, 1000)).toEqual(navy);

  await e.choose('Rectangle');
  await e.stage('Bend');
  await e.tool('Bow').click();
  await e.settled();
  await expect(page.getByTestId('unbent')).toHaveCount(0);
  const grip = await e.box('turn');
  await page.mouse.move(grip.x, grip.y);
  await page.mouse.down();
  await page.mouse.move(grip.x + 14, grip.y + 30, { steps: 4 });
  await expect(page.getByTestId('unbent')).toBeVisible();
  await page.mouse.up();
  await e.settled();
  await expect(page.getByTestId('unbent')).toHaveCount(0);
});
