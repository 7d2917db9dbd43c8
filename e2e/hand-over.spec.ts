import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { type Card, type Delivery, makeRow } from '@/core';
import { Hand } from './hand';
import { expect, type Page, test } from './test';

test.describe.configure({ timeout: 180_000 });

/** A picture of four quarters. */
const quarters = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="400"><rect width="200" height="200" fill="#c8553d"/><rect x="200" width="200" height="200" fill="#1f3a5f"/><rect y="200" width="200" height="200" fill="#f3d9a0"/><rect x="200" y="200" width="200" height="200" fill="#4f8a8b"/></svg>`;

/** A file that the server makes of a design. */
async function delivered(page: Page, design: string, row: Card): Promise<Buffer> {
  const asked = await page.request.post(`/api/designs/${design}/deliveries`, {
    data: { set: { pattern: '{design}', rows: [row] } },
  });
  const { id } = (await asked.json()) as { id: string };
  await expect
    .poll(
      async () => {
        const now = (await (await page.request.get(`/api/deliveries/${id}`)).json()) as Delivery;
        return now.files[0].state;
      },
      { timeout: 60_000 },
    )
    .toBe('done');
  return (await page.request.get(`/api/deliveries/${id}/files/0`)).body();
}

const png = () => sharp(Buffer.from(quarters)).png().toBuffer();

test('what is chosen goes to other programs as SVG and as a picture, and comes back alive', async ({
  page,
  context,
}) => {
  // Reading the clipboard is what the test does; writing it needs no leave.
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Polygon', { Radius: 300, 'Centre x': 1000, 'Centre y': 1000 });
  await e.colour('#c8553d');
  await e.command('Copy as SVG');
  await expect(page.getByText('Copied as SVG')).toBeVisible();
  const text = await page.evaluate(() => navigator.clipboard.readText());
  expect(text).toMatch(/^<svg xmlns="http:\/\/www.w3.org\/2000\/svg"/);
  expect(text).toContain('#c8553d');
  // Pasted here it is a polygon still, not a path.
  await e.blank('Mark or badge');
  await page.evaluate((t) => {
    const data = new DataTransfer();
    data.setData('text/plain', t);
    document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
  }, text);
  await expect(page.getByRole('treeitem')).toHaveCount(1);
  await e.settled();
  await expect(e.card('Polygon')).toBeVisible();
  await e.command('Copy as a picture');
  await expect(page.getByText('Copied as a picture.')).toBeVisible();
  const bytes = await page.evaluate(async () => {
    const [item] = await navigator.clipboard.read();
    return [...new Uint8Array(await (await item.getType('image/png')).arrayBuffer())];
  });
  const { data, info } = await sharp(Buffer.from(bytes)).raw().toBuffer({ resolveWithObject: true });
  expect(Math.max(info.width, info.height)).toBeGreaterThan(1000);
  const middle = info.channels * (Math.floor(info.height / 2) * info.width + Math.floor(info.width / 2));
  expect([...data.subarray(middle, middle + 3)]).toEqual([0xc8, 0x55, 0x3d]);
});

test('a design is one file with its pictures, and opens again from it; so do pictures inside an SVG', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.stage('Bend');
  const chooser = page.waitForEvent('filechooser');
  await e.tool('Picture').click();
  await (await chooser).setFiles({ name: 'quarters.png', mimeType: 'image/png', buffer: await png() });
  await expect(page.getByRole('treeitem', { name: 'quarters' })).toBeVisible();
  await e.settled();
  await e.saved();
  const id = new URL(page.url()).pathname.split('/').at(-1);
  const answer = await page.request.get(`/api/designs/${id}/file`);
  expect(answer.headers()['content-type']).toBe('application/zip');
  const zip = await answer.body();
  await page.goto('/');
  const open = page.getByLabel('Design file');
  await open.setInputFiles({ name: 'Quarters.zip', mimeType: 'application/zip', buffer: zip });
  await e.ready();
  expect(await e.pixel(900, 900)).toEqual([0xc8, 0x55, 0x3d]);
  expect(await e.pixel(1100, 1100)).toEqual([0x4f, 0x8a, 0x8b]);
  // A damaged one is refused in words, and nothing is made.
  await page.goto('/');
  await open.setInputFiles({
    name: 'Broken.zip',
    mimeType: 'application/zip',
    buffer: zip.subarray(0, zip.length / 2),
  });
  await expect(page.getByText(/“Broken.zip” was not opened/)).toBeVisible();
  const href = `data:image/png;base64,${(await png()).toString('base64')}`;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="1000" height="1000"><image href="${href}" x="100" y="100" width="800" height="800"/></svg>`;
  await open.setInputFiles({
    name: 'With a picture.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(svg),
  });
  await e.ready();
  e.sheetWidth = 1000;
  expect(await e.pixel(300, 300)).toEqual([0xc8, 0x55, 0x3d]);
  expect(await e.pixel(700, 700)).toEqual([0x4f, 0x8a, 0x8b]);
  await expect(page.getByText(/Not as in the file/)).toBeHidden();
});

test('a PDF opens as a sheet a page, and its first page is placed on a sheet', async ({ page }) => {
  const e = new Hand(page);
  await e.openDemo('Observatory lock-up');
  const id = new URL(page.url()).pathname.split('/').at(-1);
  const pdf = await delivered(page, `${id}`, makeRow('pdf', { of: 'sheets:icon,one-ink' }));
  await page.goto('/');
  await page
    .getByLabel('Design file')
    .setInputFiles({ name: 'Guide.pdf', mimeType: 'application/pdf', buffer: pdf });
  await e.ready();
  const tabs = page.getByRole('navigation', { name: 'Sheets' });
  await expect(tabs.getByRole('button', { name: /^Page/ })).toHaveCount(2);
  e.sheetWidth = 1024;
  expect(await e.pixel(512, 400)).toEqual([0xfb, 0xf1, 0xd6]);
  expect(await e.pixel(60, 60)).toEqual([0x14, 0x21, 0x3d]);
  await tabs.getByRole('button', { name: 'Page 2' }).click();
  await e.settled();
  e.sheetWidth = 2400;
  await expect.poll(() => e.pixel(520, 500)).toEqual([0, 0, 0]);
  // Dropped on a sheet its first page is a group there.
  await e.blank('Mark or badge');
  e.sheetWidth = 2000;
  await page.getByTestId('sheet').evaluate(
    (el, bytes) => {
      const data = new DataTransfer();
      data.items.add(new File([new Uint8Array(bytes)], 'Guide.pdf', { type: 'application/pdf' }));
      const { left, top, width, height } = el.getBoundingClientRect();
      const at = { clientX: left + width / 2, clientY: top + height / 2 };
      el.dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true, ...at }));
    },
    [...pdf],
  );
  await expect(page.getByText('The first of its 2 pages is placed.')).toBeVisible({ timeout: 20_000 });
  await expect(page.getByRole('treeitem', { name: 'Guide' })).toBeVisible();
});

test('a palette goes out as custom properties and comes in again', async ({ page }) => {
  const e = new Hand(page);
  await e.openDemo('Observatory lock-up');
  await e.stage('Colour');
  await page.getByRole('button', { name: /^Palette/ }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export CSS' }).click(),
  ]);
  const css = readFileSync(await file.path(), 'utf8');
  expect(css).toContain('--tarn-water: #2f6f7a;');
  expect(css).toMatch(/--lamplight: linear-gradient\(to right in oklab, /);
  await page.getByLabel('File of a palette').setInputFiles({
    name: 'inks.css',
    mimeType: 'text/css',
    buffer: Buffer.from(css.replace('#2f6f7a', 'hsl(120 100% 25%)')),
  });
  await expect(page.getByText(/colours and gradients read/)).toBeVisible();
  const names = page.getByRole('list', { name: 'Swatches' }).getByLabel('Name of the swatch');
  await expect(names.first()).toHaveValue('Night');
  await expect(
    page.getByRole('list', { name: 'Swatches' }).getByRole('textbox', { name: 'Tarn water, hex or RGB' }),
  ).toHaveValue('#008000');
});
