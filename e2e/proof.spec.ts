import AxeBuilder from '@axe-core/playwright';
import { Hand } from './hand';
import { expect, type Locator, type Page, test } from './test';

test.describe.configure({ timeout: 180_000 });

/** The colour of a place of a proof, by shares of its width and height. */
const colourIn = (proof: Locator, x: number, y: number): Promise<number[]> =>
  proof
    .locator('canvas')
    .first()
    .evaluate(
      (c, [u, v]) => {
        const canvas = c as HTMLCanvasElement;
        const context = canvas.getContext('2d');
        const at = [Math.floor(u * canvas.width), Math.floor(v * canvas.height)] as const;
        return [...(context?.getImageData(...at, 1, 1).data ?? [])].slice(0, 3);
      },
      [x, y] as const,
    );

const proof = (page: Page, title: string): Locator =>
  page.getByRole('button', { name: `Proof ${title}`, exact: true });

/** Waits until a proof shows a colour at a place, each channel within a few steps. */
const shows = (
  of: Locator,
  at: readonly [number, number],
  colour: readonly number[],
  by = 3,
): Promise<void> =>
  expect
    .poll(async () => (await colourIn(of, ...at)).every((v, i) => Math.abs(v - colour[i]) <= by), {
      timeout: 20_000,
    })
    .toBe(true);

const brass = [0x9a, 0x6b, 0x1f];
const white = [255, 255, 255];

/** A thick disc and a bar of ten units on a sheet of two thousand. */
async function drawn(e: Hand): Promise<string> {
  await e.blank('Mark or badge');
  const disc = await e.draw('Circle', { Width: 1000, Height: 1000, 'Centre x': 1000, 'Centre y': 800 });
  await e.colour('#9a6b1f');
  await e.draw('Rectangle', { Width: 1600, Height: 10, 'Centre x': 1000, 'Centre y': 1600 });
  await e.colour('#14213d');
  return disc;
}

test('the wall shows the sheet in true pixels, in one ink and to other eyes, and follows each change', async ({
  page,
}) => {
  const e = new Hand(page);
  await drawn(e);
  await page.keyboard.press('7');
  const wall = page.getByTestId('proof-wall');
  await expect(wall).toBeVisible();
  await shows(proof(page, '32 px'), [0.5, 0.4], brass);
  for (const px of [16, 24, 32, 48, 64, 128]) {
    const size = await proof(page, `${px} px`)
      .locator('canvas')
      .first()
      .evaluate((c) => {
        const canvas = c as HTMLCanvasElement;
        return [canvas.width, canvas.height, canvas.getBoundingClientRect().width * window.devicePixelRatio];
      });
    expect(size).toEqual([px, px, px]);
  }
  await proof(page, 'Reversed').scrollIntoViewIfNeeded();
  await shows(proof(page, 'Reversed'), [0.5, 0.4], white);
  await shows(proof(page, 'Reversed'), [0.02, 0.02], [0x1f, 0x2b, 0x38]);
  // What is changed on the bench below shows on the wall at once.
  await e.card('Fill').click();
  await e.type('Colour, hex or RGB', '#b23a48');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await page.getByRole('tab', { name: 'Findings' }).click();
  await proof(page, '16 px').scrollIntoViewIfNeeded();
  await shows(proof(page, '32 px'), [0.5, 0.4], brass);
});

test('what is measured is told worst first, and leads to its part', async ({ page }) => {
  const e = new Hand(page);
  await drawn(e);
  await page.keyboard.press('7');
  const list = page.getByRole('list', { name: 'Findings' });
  const first = list.getByRole('listitem').first();
  // Ten of two thousand units: a pixel at 200 px, a quarter of a millimetre at 50 mm.
  await expect(first).toContainText('Thinnest stroke 10: holds from 200 px and 50 mm.', { timeout: 30_000 });
  await expect(first).toContainText('Breaks a rule');
  await first.hover();
  await expect(proof(page, '128 px').getByTestId('finding-mark')).toBeVisible();
  await first.getByRole('button', { name: /^Go to: Thinnest stroke/ }).click();
  await expect(page.getByRole('treeitem', { selected: true })).toHaveAccessibleName(/Rectangle/);
  await expect(page.getByTestId('sheet').getByTestId('finding-mark')).toBeVisible();
  // Mended, it holds; the mark goes with the change.
  await e.card('Rectangle').click();
  await e.fill({ Height: 200 });
  await expect(page.getByTestId('sheet').getByTestId('finding-mark')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.keyboard.press('7');
  await expect(list).toContainText('Thinnest stroke 200', { timeout: 30_000 });
  await expect(list).not.toContainText('Thinnest stroke 10:');
  // Rules are typed, and kept with the design.
  await page.getByLabel('Pixels at least').fill('20');
  await page.getByLabel('Pixels at least').press('Enter');
  await expect(list).toContainText('Thinnest stroke 200: holds from 200 px', { timeout: 30_000 });
  await e.saved();
  await page.reload();
  await page.keyboard.press('7');
  await expect(page.getByLabel('Pixels at least')).toHaveValue('20');
});

test('proofs are added, switched, removed and kept; under the pointer pixels are doubled', async ({
  page,
}) => {
  const e = new Hand(page);
  await drawn(e);
  await page.keyboard.press('7');
  await page.keyboard.press('a');
  await page.getByLabel('Pixels', { exact: true }).fill('20');
  await page.getByLabel('Pixels', { exact: true }).press('Enter');
  await shows(proof(page, '20 px'), [0.5, 0.4], brass);
  await page.getByRole('button', { name: 'Take down proof 512 px' }).click();
  await expect(proof(page, '512 px')).toHaveCount(0);
  // Delete takes the proof at hand, and no part.
  await proof(page, '20 px').click();
  await page.keyboard.press('Delete');
  await expect(proof(page, '20 px')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(proof(page, '20 px')).toBeVisible();
  await proof(page, '16 px').hover();
  const loupe = page.getByTestId('loupe');
  await expect(loupe).toBeVisible();
  const sizes = await loupe.evaluate((c) => [
    (c as HTMLCanvasElement).width,
    (c as HTMLCanvasElement).height,
  ]);
  expect(sizes).toEqual([128, 128]);
  await page.mouse.move(5, 300);
  await expect(loupe).toHaveCount(0);
  await e.saved();
  await page.reload();
  await page.keyboard.press('7');
  await expect(proof(page, '20 px')).toBeVisible();
  await expect(proof(page, '512 px')).toHaveCount(0);
  await page.keyboard.press('1');
  await expect(page.getByRole('treeitem')).toHaveCount(2);
});

test('the sheet is held against what it was before, side by side and under a wiper', async ({ page }) => {
  const e = new Hand(page);
  await e.choose(await drawn(e));
  await e.colour('#b23a48');
  await e.saved();
  await page.keyboard.press('7');
  await page.keyboard.press('g');
  await page.getByRole('combobox', { name: 'Against' }).click();
  await page
    .getByRole('option', { name: /^Before “Colour/ })
    .first()
    .click();
  const beside = proof(page, 'Before and after');
  await shows(beside, [0.24, 0.4], brass);
  await shows(beside, [0.75, 0.4], [0xb2, 0x3a, 0x48]);
  await page.getByRole('combobox', { name: 'Shown' }).click();
  await page.getByRole('option', { name: 'Under a wiper' }).click();
  await shows(beside, [0.5, 0.4], [0xb2, 0x3a, 0x48]);
  const under = beside.locator('canvas').nth(1);
  await expect
    .poll(() =>
      under.evaluate((c) =>
        [...((c as HTMLCanvasElement).getContext('2d')?.getImageData(100, 80, 1, 1).data ?? [])].slice(0, 3),
      ),
    )
    .toEqual(brass);
  const faults = await new AxeBuilder({ page }).analyze();
  expect(faults.violations).toEqual([]);
});
