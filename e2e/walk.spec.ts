import { readFileSync } from 'node:fs';
import { PNG } from 'pngjs';
import { Editor } from './editor';
import { expect, test } from './test';

test('from a blank sheet to a badge, by pointer and keyboard, saved, reopened and exported', async ({
  page,
}) => {
  const e = new Editor(page);
  await e.blankFromList('Mark or badge');

  // A disc of an exact size: drawn, then typed.
  await page.keyboard.press('s');
  await e.drag([500, 500], [1300, 1300], ['Shift']);
  await expect(e.part('Disc')).toBeVisible();
  await e.type('Width', '1200');
  await e.type('Height', '600*2');
  await e.type('Centre x', '2000/2');
  await e.type('Centre y', '1000');
  expect(await e.field('Width').inputValue()).toBe('1200');
  expect(await e.pixel(1000, 1000)).toEqual([0x9a, 0x6b, 0x1f]);
  expect(await e.pixel(300, 300)).toEqual([255, 255, 255]);

  // Another disc cut out of it, live.
  await page.keyboard.press('s');
  await e.drag([1300, 500], [1800, 1000], ['Shift']);
  await e.type('Centre x', '1300');
  await e.type('Centre y', '800');
  await page.getByRole('treeitem', { name: 'Disc', exact: true }).click({ modifiers: ['Control'] });
  await e.stage('Combine');
  await e.tool('Subtract').click();
  await e.settled();
  await expect(e.part('Cut-out')).toBeVisible();
  expect(await e.pixel(1300, 800)).toEqual([255, 255, 255]);

  // The cut stays live: go inside and move the knife away.
  await page.mouse.dblclick(...(await e.at(700, 1000)));
  await e.settled();
  // The one that is chosen lies here too: a press goes on to the knife.
  await page.mouse.click(...(await e.at(1300, 800)));
  await e.settled();
  await e.drag([1300, 800], [1300, 1300]);
  expect(await e.pixel(1300, 800)).toEqual([0x9a, 0x6b, 0x1f]);
  await page.keyboard.press('Control+z');
  await e.settled();
  expect(await e.pixel(1300, 800)).toEqual([255, 255, 255]);
  await page.keyboard.press('Control+Shift+z');
  await page.keyboard.press('Control+z');
  await e.settled();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');

  // Switch the operation, and back.
  await e.choose('Cut-out');
  await e.tool('Union').click();
  await e.settled();
  expect(await e.pixel(1300, 800)).toEqual([0x9a, 0x6b, 0x1f]);
  await e.tool('Subtract').click();
  await e.settled();

  // A gradient, by stage and tool.
  await e.choose('Cut-out');
  await page.keyboard.press('5');
  await e.tool('Linear gradient').click();
  await e.settled();
  const [top, foot] = [await e.pixel(1000, 460), await e.pixel(1000, 1560)];
  expect(top[2]).toBeGreaterThan(foot[2] + 80);
  await page.getByRole('button', { name: 'Reverse' }).click();
  await e.settled();
  expect((await e.pixel(1000, 460))[2]).toBeLessThan(top[2] - 80);

  // Marks ringed round a centre.
  await page.keyboard.press('1');
  await page.keyboard.press('d');
  await e.drag([980, 200], [1020, 300]);
  await e.type('Width', '20');
  await e.type('Height', '100');
  await e.type('Centre x', '1000');
  await e.type('Centre y', '250');
  await page.keyboard.press('Escape');
  await e.choose('Rectangle');
  await page.keyboard.press('3');
  await e.tool('Radial repeat').click();
  await e.settled();
  await e.type('Centre x', '1000');
  await e.type('Centre y', '1000');
  await e.type('Copies', '24');
  expect(await e.pixel(1000, 1750)).toEqual([0x9a, 0x6b, 0x1f]);
  expect(await e.pixel(250, 1000)).toEqual([0x9a, 0x6b, 0x1f]);
  await e.type('Copies', '2.5');
  await expect(page.getByText(/whole number/)).toBeVisible();
  await page.keyboard.press('Escape');

  // A soft shadow under the cut-out, and its handle on the sheet.
  await e.choose('Cut-out');
  await page.keyboard.press('6');
  await e.tool('Soft shadow').click();
  await e.settled();
  await expect(e.card('Soft shadow')).toBeVisible();
  const before = await e.pixel(1000, 1612);
  expect(before[0]).toBeLessThan(250);
  const handle = await page.getByTestId('handle-shift').boundingBox();
  if (!handle) throw new Error('The shadow shows no handle.');
  await page.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2);
  await page.mouse.down();
  await page.mouse.move(handle.x + 60, handle.y + 120, { steps: 5 });
  await page.mouse.up();
  await e.settled();
  expect(Number(await e.field('Shift y').inputValue())).toBeGreaterThan(200);
  await page.keyboard.press('Control+z');
  await e.settled();
  await e.saved();

  // Close, come back: everything is there, and can still be undone.
  const address = page.url();
  const look = await page.locator('[data-testid=sheet-canvas]').screenshot();
  await page.goto('/');
  await page.goto(address);
  await e.ready();
  expect(await e.pixel(250, 1000)).toEqual([0x9a, 0x6b, 0x1f]);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
  expect(look.length).toBeGreaterThan(1000);

  // Export at 2000 and 4096 pixels and compare with the screen.
  for (const width of [2000, 4096]) {
    await page.getByRole('button', { name: 'Export', exact: true }).click();
    await page.getByLabel('Pixels', { exact: true }).fill(String(width));
    await page.getByLabel('Pixels', { exact: true }).press('Enter');
    await expect(page.getByTestId('export-size')).toHaveText(`${width} × ${width} pixels, 96 dpi`);
    const [download] = await Promise.all([
      page.waitForEvent('download', { timeout: 60_000 }),
      page.getByRole('button', { name: 'Export PNG' }).click(),
    ]);
    const png = PNG.sync.read(readFileSync(await download.path()));
    expect([png.width, png.height]).toEqual([width, width]);
    for (const [x, y] of [
      [1000, 1000],
      [1300, 800],
      [250, 1000],
      [1000, 460],
      [1000, 1560],
      [300, 300],
    ]) {
      const at = 4 * (Math.floor((y * width) / 2000) * width + Math.floor((x * width) / 2000));
      const shown = await e.pixel(x, y);
      for (let k = 0; k < 3; k++)
        expect(Math.abs(png.data[at + k] - shown[k]), `${width}: ${x}, ${y}`).toBeLessThanOrEqual(3);
    }
  }
});

test('the demo badge: move anything and everything follows; screen and export at the same scale are equal', async ({
  page,
}) => {
  const e = new Editor(page);
  await e.openDemo('Moon-phase badge');
  await e.choose('Minute marks');
  await expect(e.card('Radial repeat')).toHaveCount(2);
  await e.card('Radial repeat').first().click();
  await e.type('Copies', '3');
  await page.keyboard.press('Control+z');
  await e.settled();

  // The card's picture is real: switching the fill off empties it.
  await e.choose('Drum');
  await page.getByRole('button', { name: 'Switch off Fill' }).click();
  await e.settled();
  expect(await e.pixel(860, 1102)).not.toEqual([245, 226, 182]);
  await page.getByRole('button', { name: 'Switch on Fill' }).click();
  await e.settled();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');

  // At 100 % the screen's pixels are the export's pixels.
  await page.getByTestId('zoom').click();
  await page.getByRole('menuitem', { name: '100 %', exact: true }).click();
  await e.settled();
  const shown = await page.evaluate(async () => {
    const canvas = document.querySelector<HTMLCanvasElement>('[data-testid=sheet-canvas]');
    const frame = document.querySelector('[data-testid=sheet] svg > rect')?.getBoundingClientRect();
    const box = canvas?.getBoundingClientRect();
    if (!canvas || !frame || !box) return null;
    const context = canvas.getContext('2d');
    const data = context?.getImageData(0, 0, canvas.width, canvas.height).data;
    return {
      data: await new Promise<string>((resolve) => {
        const reader = new FileReader();
        reader.onload = () => resolve(String(reader.result).split(',')[1]);
        reader.readAsDataURL(new Blob([data ?? new Uint8ClampedArray()]));
      }),
      width: canvas.width,
      height: canvas.height,
      x: Math.round(frame.x + 0.5 - box.x),
      y: Math.round(frame.y + 0.5 - box.y),
    };
  });
  if (!shown) throw new Error('The sheet is not shown.');
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    page.getByRole('button', { name: 'Export PNG' }).click(),
  ]);
  const png = PNG.sync.read(readFileSync(await download.path()));
  expect(png.width).toBe(2000);
  const bytes = Buffer.from(shown.data, 'base64');
  let different = 0;
  for (let y = 0; y < shown.height; y++)
    for (let x = 0; x < shown.width; x++) {
      const a = 4 * (y * shown.width + x);
      const b = 4 * ((y - shown.y) * 2000 + x - shown.x);
      for (let k = 0; k < 3; k++) if (bytes[a + k] !== png.data[b + k]) different++;
    }
  expect(different).toBe(0);
});

test('work goes on without the server, is said, and is sent when it is back', async ({ page, context }) => {
  const e = new Editor(page);
  await e.blank('Icon');
  await context.route('**/api/**', (r) => r.abort());
  await page.keyboard.press('s');
  await e.drawInView();
  await expect(e.part('Disc')).toBeVisible();
  await expect(
    page.getByText('The server cannot be reached. Your work is kept in this window'),
  ).toBeVisible();
  await context.unroute('**/api/**');
  await expect(page.getByTestId('save-state')).toHaveText('saved', { timeout: 20_000 });
  await page.reload();
  await e.ready();
  await expect(e.part('Disc')).toBeVisible();
});

test('a stale window is told, and nothing is silently overwritten', async ({ page, context }) => {
  const e = new Editor(page);
  await e.blank('Icon');
  await page.keyboard.press('d');
  await e.drawInView();
  await e.settled();
  await e.saved();
  const other = new Editor(await context.newPage());
  await other.page.goto(page.url());
  await other.ready();
  await other.choose('Rectangle');
  await other.type('Centre x', '100');
  await other.saved();
  await e.choose('Rectangle');
  await e.type('Centre x', '300');
  await expect(page.getByText('Another window changed the same thing meanwhile.')).toBeVisible();
  await page.getByRole('button', { name: 'Show what is stored' }).click();
  await e.settled();
  await e.choose('Rectangle');
  expect(await e.field('Centre x').inputValue()).toBe('100');
});
