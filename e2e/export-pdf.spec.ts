import { readFileSync } from 'node:fs';
import { PDFDocument } from 'pdf-lib';
import { Hand } from './hand';
import { expect, test } from './test';

test.describe.configure({ timeout: 120_000 });

test('the sheet is exported as a PDF with a bleed, and what went in as a picture is said', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Circle', { Width: 1000, Height: 1000, 'Centre x': 1000, 'Centre y': 1000 });
  await page.getByRole('button', { name: 'Add a finish', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Soft shadow' }).click();
  await e.settled();
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'Format' }).click();
  await page.getByRole('option', { name: 'PDF' }).click();
  // The field is left by pressing the button, as hands do it: what was typed counts.
  await dialog.getByLabel('Bleed', { exact: true }).fill('3mm');
  const download = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Export PDF' }).click();
  const file = await (await download).path();
  await expect(page.getByText('As pictures at 300 dpi: blurs and shadows (1).')).toBeVisible();
  const read = await PDFDocument.load(readFileSync(file));
  // 2000 units are 1500 points, 3 mm are 8.504.
  const [only] = read.getPages();
  expect(only.getTrimBox().width).toBeCloseTo(1500, 3);
  expect(only.getMediaBox().width).toBeCloseTo(1500 + 2 * 8.504, 2);
  expect(only.getTrimBox().x).toBeCloseTo(8.504, 2);
});
