import sharp from 'sharp';
import { rms } from '../test/pictures';
import { Editor, storedId } from './editor';
import { expect, type Page, test } from './test';

/** RGBA of the inside of the sheet as the screen shows it. */
async function seen(page: Page, clip: { x: number; y: number; width: number; height: number }) {
  return sharp(await page.screenshot({ clip }))
    .ensureAlpha()
    .raw()
    .toBuffer();
}

test('a design opens with its stored picture, where the sheet will stand, before any of the program runs', async ({
  page,
  browser,
  baseURL,
}) => {
  const e = new Editor(page);
  const id = await storedId(page, 'Split-moon monogram');
  // The list draws it, where nobody did before.
  const { designs } = await (await page.request.get('/api/designs')).json();
  const { seq } = designs.find((d: { id: string }) => d.id === id);
  expect((await page.request.get(`/api/designs/${id}/picture?width=720&seq=${seq}`)).ok()).toBe(true);

  const bare = await browser.newContext({
    baseURL,
    javaScriptEnabled: false,
    viewport: { width: 1280, height: 800 },
  });
  const first = await bare.newPage();
  await first.goto(`/designs/${id}`);
  const picture = first.locator('[data-testid=sheet] img');
  await expect(picture).toBeVisible();
  // Nothing is drawn for it: it is as it was kept.
  expect(await picture.getAttribute('src')).toBe(`/api/designs/${id}/picture?last=true&seq=${seq}`);

  await page.goto(`/designs/${id}`);
  await e.ready();
  await expect(page.locator('[data-testid=sheet] img')).toHaveCount(0);
  const [x0, y0] = await e.at(0, 0);
  const [x1, y1] = await e.at(2000, 2000);
  const inside = { x: Math.ceil(x0) + 2, y: Math.ceil(y0) + 2, width: x1 - x0 - 6, height: y1 - y0 - 6 };
  const clip = { ...inside, width: Math.floor(inside.width), height: Math.floor(inside.height) };
  // The same picture at the same place: one pixel aside it would differ by several times as much.
  expect(rms(await seen(first, clip), await seen(page, clip))).toBeLessThan(6);
  await bare.close();
});
