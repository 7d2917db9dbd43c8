import { Hand } from './hand';
import { expect, test } from './test';

test.describe.configure({ timeout: 180_000 });

test('the circles and lines behind a mark are drawn on a sheet of its own, which follows the mark', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  const disc = await e.draw('Circle', { Width: 1000, Height: 1000, 'Centre x': 1000, 'Centre y': 1000 });
  await page.keyboard.press('7');
  await page
    .getByRole('toolbar', { name: 'Tray' })
    .getByRole('button', { name: 'Construction drawing' })
    .click();
  const tab = page.getByRole('button', { name: 'Sheet 1, construction' });
  await expect(tab).toHaveAttribute('aria-current', 'true');
  await e.settled();
  // Madder on the circle at its right, pale ink inside, the drawing's paper beyond.
  const onCircle = async (x: number) => (await e.pixel(x, 900))[0] - (await e.pixel(x, 900))[1];
  const rim = Math.round(1000 + Math.sqrt(500 ** 2 - 100 ** 2));
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Construction drawing' })).toContainText('Draws “Sheet 1”');
  const reach = async (): Promise<number> => {
    let most = 0;
    for (let x = rim - 8; x <= rim + 8; x += 2) most = Math.max(most, await onCircle(x));
    return most;
  };
  expect(await reach()).toBeGreaterThan(25);
  expect(await e.pixel(800, 900)).not.toEqual([0xfb, 0xf9, 0xf4]);
  expect(await e.pixel(1750, 300)).toEqual([0xfb, 0xf9, 0xf4]);
  // Circles switched off, they are gone; switched off for the part, so is its centre.
  await page.getByLabel('Outlines').click();
  await page.getByLabel('Circles').click();
  await e.settled();
  expect(await reach()).toBeLessThan(12);
  await page.getByLabel('Circles').click();
  await page.getByRole('region', { name: 'Construction of' }).getByLabel(disc).click();
  await e.settled();
  expect(await reach()).toBeLessThan(12);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await e.settled();
  expect(await reach()).toBeGreaterThan(25);
  // The mark changes on its own sheet, and the drawing with it.
  await page.getByRole('button', { name: 'Sheet 1', exact: true }).click();
  await e.choose(disc);
  await e.fill({ Width: 600, Height: 600 });
  await tab.click();
  await e.settled();
  expect(await reach()).toBeLessThan(12);
  expect(await e.pixel(1400, 900)).toEqual([0xfb, 0xf9, 0xf4]);
});
