import { readFileSync } from 'node:fs';
import { Hand } from './hand';
import { expect, test } from './test';

test.describe.configure({ timeout: 120_000 });

const lamp = `<svg xmlns="http://www.w3.org/2000/svg" width="200" height="100" viewBox="0 0 200 100">
  <linearGradient id="g"><stop stop-color="#c98f3a"/><stop offset="1" stop-color="#b0513f"/></linearGradient>
  <g id="Lamp"><rect id="Post" x="90" y="40" width="20" height="60" fill="#14213d"/><circle id="Globe" cx="100" cy="30" r="25" fill="url(#g)"/></g>
  <image id="photo" href="https://example.org/a.png"/>
</svg>`;

const svgFile = (name: string, text: string) => ({
  name,
  mimeType: 'image/svg+xml',
  buffer: Buffer.from(text),
});

test('an SVG opens as a design of parts; what is not read is told', async ({ page }) => {
  const e = new Hand(page);
  await page.goto('/');
  await page.getByLabel('Design file').setInputFiles(svgFile('Lamp on the tarn.svg', lamp));
  await e.ready();
  await expect(page.getByRole('heading', { level: 1, name: 'Lamp on the tarn' })).toBeVisible();
  await expect(page.getByText('Not as in the file: pictures (1: photo).')).toBeVisible();
  await expect(page.getByRole('treeitem', { name: /^Lamp/ })).toBeVisible();
  await e.settled();
  e.sheetWidth = 200;
  expect(await e.pixel(100, 80)).toEqual([0x14, 0x21, 0x3d]);
});

test('an SVG that is pasted or dropped is placed as parts, and taken back in one step', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  const data = await page.evaluateHandle((text) => {
    const t = new DataTransfer();
    t.setData('text/plain', text);
    return t;
  }, lamp);
  await page.evaluate(
    (t) =>
      document.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: t, bubbles: true, cancelable: true }),
      ),
    data,
  );
  await expect(page.getByText('Not as in the file: pictures (1: photo).')).toBeVisible();
  await e.settled();
  // As large as it is: the globe’s middle stands 20 over the sheet’s, the post below.
  expect(await e.pixel(1000, 1030)).toEqual([0x14, 0x21, 0x3d]);
  const [r, g, b] = await e.pixel(1000, 980);
  expect(Math.abs(r - 0xbd) + Math.abs(g - 0x70) + Math.abs(b - 0x3d)).toBeLessThan(12);
  await page.keyboard.press('Control+z');
  await e.settled();
  expect(await e.pixel(1000, 1030)).toEqual([255, 255, 255]);
  // Let go at a place of the sheet, its middle stands there.
  const [x, y] = await e.at(500, 600);
  await page.evaluate(
    ([text, clientX, clientY]) => {
      const t = new DataTransfer();
      t.items.add(new File([text as string], 'Lamp.svg', { type: 'image/svg+xml' }));
      const at = {
        clientX: clientX as number,
        clientY: clientY as number,
        dataTransfer: t,
        bubbles: true,
        cancelable: true,
      };
      const under = document.elementFromPoint(at.clientX, at.clientY);
      under?.dispatchEvent(new DragEvent('dragover', at));
      under?.dispatchEvent(new DragEvent('drop', at));
    },
    [lamp, x, y] as const,
  );
  await expect(page.getByRole('treeitem', { name: /^Lamp/ })).toBeVisible();
  await e.settled();
  const [r2, g2, b2] = await e.pixel(500, 632);
  expect(Math.abs(r2 - 0x14) + Math.abs(g2 - 0x21) + Math.abs(b2 - 0x3d)).toBeLessThan(12);
});

test('a file that was exported with the live design inside opens with everything alive', async ({ page }) => {
  const e = new Hand(page);
  await e.openDemo('Dome icon');
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'Format' }).click();
  await page.getByRole('option', { name: 'SVG' }).click();
  await dialog.getByLabel('Live design inside').click();
  const download = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Export SVG' }).click();
  const text = readFileSync(await (await download).path(), 'utf8');
  await page.goto('/');
  await page.getByLabel('Design file').setInputFiles(svgFile('again.svg', text));
  await e.ready();
  await expect(page.getByRole('heading', { level: 1, name: 'Dome icon' })).toBeVisible();
  await expect(page.getByRole('treeitem', { name: /^Shadow of the drum/ })).toBeVisible();
});

test('a file that is no SVG, or a hostile one, is refused in words', async ({ page }) => {
  await page.goto('/');
  await page
    .getByLabel('Design file')
    .setInputFiles(svgFile('bad.svg', '<svg xmlns="http://www.w3.org/2000/svg"><rect></svg>'));
  await expect(page.getByText(/“bad.svg” was not opened. The SVG is not well-formed/)).toBeVisible();
  // Each entity is ten of the one before: ten thousand million characters.
  const laughs = Array.from({ length: 10 }, (_, i) => `<!ENTITY e${i + 1} "${`&e${i};`.repeat(10)}">`).join(
    '',
  );
  await page
    .getByLabel('Design file')
    .setInputFiles(svgFile('bomb.svg', `<!DOCTYPE svg [<!ENTITY e0 "b">${laughs}]><svg>&e10;</svg>`));
  await expect(page.getByText('With its entities this file has')).toBeVisible();
});

test('reading a file is seen and can be stopped, and nothing of it comes', async ({ page }) => {
  const dot =
    'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
  const slow = svgFile(
    'Slow.svg',
    `<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/><image href="${dot}" width="9" height="9"/></svg>`,
  );
  // The picture inside is never taken.
  await page.route('**/api/images', () => {});
  await page.goto('/');
  await page.getByLabel('Design file').setInputFiles(slow);
  await expect(page.getByText('Reading “Slow.svg” …')).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText('“Slow.svg” was not opened. Reading it was stopped.')).toBeVisible();
  await expect(page.getByText('Reading “Slow.svg” …')).toBeHidden();
  await expect(page).toHaveURL(/\/$/);
  const e = new Hand(page);
  await e.blank('Mark or badge');
  const data = await page.evaluateHandle((bytes) => {
    const t = new DataTransfer();
    t.items.add(new File([bytes], 'Slow.svg', { type: 'image/svg+xml' }));
    return t;
  }, slow.buffer.toString());
  await page.evaluate((t) => {
    const at = { clientX: 600, clientY: 400, bubbles: true, cancelable: true, dataTransfer: t };
    document.querySelector('canvas')?.dispatchEvent(new DragEvent('drop', at));
  }, data);
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText('“Slow.svg” was not placed. Reading it was stopped.')).toBeVisible();
  await expect(page.getByRole('treeitem')).toHaveCount(0);
});
