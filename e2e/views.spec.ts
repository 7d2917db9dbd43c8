import AxeBuilder from '@axe-core/playwright';
import { formatVersion } from '@/core';
import { whole } from '../test/share';
import { Editor } from './editor';
import { expect, type Page, test } from './test';

test.describe.configure({ timeout: 240_000 });

/** Holds a view against axe, all of it or the part that it has of its own. */
async function clean(page: Page, view: string, part?: string): Promise<void> {
  // A tooltip left open by the pointer belongs to no region.
  await page.mouse.move(2, 400);
  await expect(page.getByRole('tooltip')).toHaveCount(0);
  // What is still fading in has less contrast than it will.
  await page.waitForFunction(() => document.getAnimations().every((a) => a.playState !== 'running'));
  const axe = new AxeBuilder({ page });
  const { violations } = await (part ? axe.include(part) : axe).analyze();
  expect(
    violations.map((v) => `${view}: ${v.id} ${v.nodes.map((n) => n.target.join(' ')).slice(0, 3)}`),
  ).toEqual([]);
}

test('no main view has a fault that axe finds, by day and by night', async ({ page }) => {
  const e = new Editor(page);
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Open Moon-phase badge' }).first()).toBeVisible();
  await clean(page, 'designs');
  await e.openDemo('Moon-phase badge');
  await clean(page, 'editor');
  await e.choose('Rim');
  for (const stage of ['Combine', 'Repeat', 'Colour', 'Depth', 'Proof']) {
    await e.stage(stage);
    await e.settled();
    // The other stages differ in their tray alone: all of them are held whole where all runs are asked for.
    const part = whole || stage === 'Proof' ? undefined : '[role="toolbar"][aria-label="Tray"]';
    await clean(page, stage, part);
  }
  await page.getByRole('button', { name: 'Switch to night' }).click();
  await clean(page, 'night');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toBeVisible();
  await clean(page, 'keys');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await expect(page.getByTestId('export-size')).toBeVisible();
  await clean(page, 'export');
  await e.openDemo('Meteor lettering');
  await e.choose('Window');
  await page.getByRole('button', { name: 'Open Window' }).click();
  await e.choose('METEORS');
  await page.getByRole('button', { name: 'Type on the sheet' }).click();
  await clean(page, 'typing');
  await page.getByRole('button', { name: /^Face:/ }).click();
  await expect(page.getByRole('list', { name: 'Faces' })).toBeVisible();
  await clean(page, 'faces');
});

test('at 1280 × 800 the sheet keeps 760 × 540, and nothing overflows at 1024 × 700', async ({ page }) => {
  const e = new Editor(page);
  // With the palette at its foot the sheet is at its lowest.
  await e.openDemo('Lens emblem');
  await e.stage('Colour');
  await expect(page.getByRole('group', { name: 'Palette' })).toBeVisible();
  const box = await e.sheet.boundingBox();
  expect(box?.width).toBeGreaterThanOrEqual(760);
  expect(box?.height).toBeGreaterThanOrEqual(540);
  await page.setViewportSize({ width: 1024, height: 700 });
  await e.settled();
  const over = await page.evaluate(() => [
    document.documentElement.scrollWidth,
    document.documentElement.scrollHeight,
  ]);
  expect(over[0]).toBeLessThanOrEqual(1024);
  expect(over[1]).toBeLessThanOrEqual(700);
});

test('every command can be found by word and run from the keyboard', async ({ page }) => {
  const e = new Editor(page);
  await e.openDemo('Comet swoosh');
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Find a command' }).fill('outline');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-testid=sheet-canvas]')).toHaveCSS('opacity', '0');
  await page.keyboard.press('o');
  await expect(page.locator('[data-testid=sheet-canvas]')).toHaveCSS('opacity', '1');
  await page.keyboard.press(']');
  await page.keyboard.press('.');
  await page.keyboard.press('Shift+z');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog').getByText('Lift to the top')).toHaveCount(0);
  await expect(page.getByRole('dialog').getByText('Choose all')).toBeVisible();
});

test('a broken design file is refused in words', async ({ page }) => {
  await page.goto('/');
  const file = page.locator('input[type=file]');
  await file.setInputFiles({
    name: 'a.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{ nonsense'),
  });
  await expect(
    page.getByText('“a.json” was not opened. It is neither a design file nor an SVG or a PDF.'),
  ).toBeVisible();
  const wrong = JSON.stringify({ format: 'silent-compass/design', version: 99 });
  await file.setInputFiles({ name: 'b.json', mimeType: 'application/json', buffer: Buffer.from(wrong) });
  await expect(
    page.getByText(`has version 99; this program reads versions 1 to ${formatVersion}`),
  ).toBeVisible();
});

test('designs are copied, deleted and brought back from the list', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Duplicate Comet swoosh', exact: true }).click();
  const copy = page.getByRole('link', { name: 'Open Comet swoosh copy' });
  await expect(copy).toBeVisible();
  await page.getByRole('button', { name: 'Delete Comet swoosh copy' }).click();
  await expect(copy).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(copy).toBeVisible();
  await page.getByRole('button', { name: 'Delete Comet swoosh copy' }).click();
  await expect(copy).toHaveCount(0);
});
