import { readFileSync } from 'node:fs';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { openChanged } from './copies';
import { Hand } from './hand';
import { expect, test } from './test';

test.describe.configure({ timeout: 120_000 });

test('a set of files is kept with the design, made by a worker and saved as one zip', async ({ page }) => {
  const e = new Hand(page);
  await openChanged(e, 'Dome icon', (d) => ({ ...d, exports: undefined }));
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('tab', { name: 'Set of files' }).click();
  await dialog.getByRole('button', { name: 'Add what is needed for …' }).click();
  await page.getByRole('menuitem', { name: /^Icons of a web page/ }).click();
  await expect(dialog.getByRole('button', { name: 'Make 6 files' })).toBeVisible();
  // One more, in another format and size.
  await dialog.getByRole('button', { name: 'Add a file' }).click();
  await dialog.getByRole('combobox', { name: 'Format' }).click();
  await page.getByRole('option', { name: 'JPEG' }).click();
  await dialog.getByLabel('Pixels', { exact: true }).fill('300');
  await dialog.getByLabel('Pixels', { exact: true }).press('Enter');
  await dialog.getByLabel('File name').fill('press/{design} {width}');
  await dialog.getByLabel('File name').press('Enter');
  await expect(dialog.getByText('press/By-hand-Dome-icon-300.jpg')).toBeVisible();
  await expect(dialog.getByText('300 × 300 pixels, 96 dpi')).toBeVisible();
  await dialog.getByRole('button', { name: 'Make 7 files' }).click();
  await expect(dialog.getByRole('status').filter({ hasText: '7 of 7 files' })).toBeVisible({
    timeout: 60_000,
  });
  const download = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Save all as a zip' }).click();
  const zip = unzipSync(readFileSync(await (await download).path()));
  expect(Object.keys(zip).sort()).toEqual([
    'press/By-hand-Dome-icon-300.jpg',
    'web/icon-180.png',
    'web/icon-192.png',
    'web/icon-512.png',
    'web/icon.ico',
    'web/icon.svg',
    'web/site.webmanifest',
  ]);
  expect(await sharp(zip['press/By-hand-Dome-icon-300.jpg']).metadata()).toMatchObject({
    format: 'jpeg',
    width: 300,
  });
  // It is kept with the design.
  await page.reload();
  await e.settled();
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await dialog.getByRole('tab', { name: 'Set of files' }).click();
  await expect(dialog.getByRole('list', { name: 'Files of the set' }).getByRole('listitem')).toHaveCount(7);
  await dialog.getByRole('tab', { name: 'Delivered' }).click();
  await expect(dialog.getByRole('list', { name: 'Delivered files' }).getByRole('listitem')).toHaveCount(7);
});

test('one file of a kind that the window cannot make comes from the server; what cannot be made says why', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.openDemo('Dome icon');
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'Format' }).click();
  await page.getByRole('option', { name: 'AVIF' }).click();
  await dialog.getByRole('combobox', { name: 'Size by' }).click();
  await page.getByRole('option', { name: 'Times the sheet' }).click();
  await dialog.getByLabel('Times', { exact: true }).fill('900');
  await dialog.getByLabel('Times', { exact: true }).press('Enter');
  await expect(dialog.getByTestId('export-size')).toContainText('AVIF has at most 16,384 a side');
  await expect(dialog.getByRole('button', { name: 'Export AVIF' })).toBeDisabled();
  await dialog.getByLabel('Times', { exact: true }).fill('0.1');
  await dialog.getByLabel('Times', { exact: true }).press('Enter');
  const download = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Export AVIF' }).click();
  const saved = await download;
  expect(saved.suggestedFilename()).toBe('Dome-icon.avif');
  expect(await sharp(await saved.path()).metadata()).toMatchObject({ format: 'heif', compression: 'av1' });
});
