import { readFileSync } from 'node:fs';
import { Hand } from './hand';
import { expect, type Locator, type Page, test } from './test';

test.describe.configure({ timeout: 180_000 });

/** The pixel at a place of the sheet as the window shows it. */
async function pixel(e: Hand, x: number, y: number): Promise<number[]> {
  await e.settled();
  const [px, py] = await e.at(x, y);
  const shot = await e.page.screenshot({
    clip: { x: Math.round(px), y: Math.round(py), width: 1, height: 1 },
  });
  const { default: sharp } = await import('sharp');
  return [...(await sharp(shot).removeAlpha().raw().toBuffer())];
}

/** Drags one thing onto another, as a hand does it. */
async function dragOnto(page: Page, what: Locator, onto: Locator): Promise<void> {
  const [from, to] = [await what.boundingBox(), await onto.boundingBox()];
  if (!from || !to) throw new Error('What is dragged, or where to, is not in sight.');
  await page.mouse.move(from.x + from.width / 2, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(to.x + to.width / 2, to.y + 12, { steps: 8 });
  await page.mouse.up();
}

const near = (a: readonly number[], b: readonly number[], by = 3) =>
  a.every((v, i) => Math.abs(v - b[i]) <= by);

test('coats take steps and shapes of their own, and are copied by dragging', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Circle', { Width: 800, Height: 800, 'Centre x': 1000, 'Centre y': 1000 });
  await e.colour('#c98f3a');
  // A dark fill behind, wider by an offset that is the coat's alone.
  await page.getByRole('button', { name: 'Add a coat', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Fill' }).click();
  await e.settled();
  await e.type('Colour, hex or RGB', '#14213d');
  const cards = page.getByTestId('bench').getByRole('list', { name: 'Coats' }).getByRole('listitem');
  await dragOnto(page, cards.nth(1), cards.nth(0));
  await e.settled();
  await page.getByRole('button', { name: 'Add a step to the coat' }).first().click();
  await page.getByRole('menuitem', { name: 'Offset' }).click();
  await e.settled();
  await e.type('Distance', '100');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  expect(near(await pixel(e, 1390, 1225), [0x14, 0x21, 0x3d])).toBe(true);
  expect(near(await pixel(e, 1303, 1175), [0xc9, 0x8f, 0x3a])).toBe(true);

  // The step goes to another part by being dropped on its line in the list.
  await e.draw('Rectangle', { Width: 200, Height: 200, 'Centre x': 300, 'Centre y': 300 });
  await e.part('Disc').click();
  const step = page
    .getByTestId('bench')
    .getByRole('list', { name: 'Steps of the coat' })
    .getByRole('listitem')
    .first();
  await dragOnto(page, step, e.part('Rectangle'));
  await e.part('Rectangle').click();
  await expect(page.getByTestId('bench').getByRole('button', { name: 'Offset', exact: true })).toBeVisible();

  // A coat of its own shape.
  await e.card('Fill').click();
  await e.pickOption('Shape', 'Circle');
  await e.type('Shape width', '50');
  await page.reload();
  await e.ready();
  await e.part('Rectangle').click();
  await e.card('Fill').click();
  await expect(page.getByLabel('Shape width')).toHaveValue('50');
});

test('a mesh is fitted, coloured node by node, and gets lines where it is pressed', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Circle', { Width: 1200, Height: 1200, 'Centre x': 1000, 'Centre y': 1000 });
  await e.colour('#14213d');
  await e.stage('Colour');
  await e.tool('Gradient mesh').click();
  await e.settled();
  await page.getByTestId('handle-node-4').click();
  await e.type('Node, hex or RGB', '#f3d9a0');
  expect(near(await pixel(e, 1045, 1045), [0xf3, 0xd9, 0xa0], 6)).toBe(true);
  await expect(page.getByTestId('handle-right-4')).toBeVisible();
  // Two nodes at once.
  await page.getByTestId('handle-node-1').click();
  await page.getByTestId('handle-node-7').click({ modifiers: ['Shift'] });
  await e.type('2 nodes, hex or RGB', '#b23a48');
  await page.getByRole('button', { name: 'Add lines' }).click();
  await page.mouse.click(...(await e.at(1150, 1150)));
  await e.settled();
  await expect(page.getByLabel('Rows')).toHaveValue('3');
  await expect(page.getByLabel('Columns')).toHaveValue('3');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Rows')).toHaveValue('2');
});

test('the palette colours what is linked to it, and goes out and in as tokens', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Circle', { Width: 600, Height: 600, 'Centre x': 700, 'Centre y': 1000 });
  await e.colour('oklch(56.4% 0.107 74.5)');
  await e.stage('Colour');
  await page.getByRole('button', { name: /^Palette/ }).click();
  await page.getByRole('button', { name: 'Add from chosen parts' }).click();
  await page.getByLabel('Name of the swatch').fill('Brass');
  await page.getByLabel('Name of the swatch').press('Enter');
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('button', { name: 'Colour: open the colour picker' }).click();
  await page
    .getByRole('group', { name: 'Palette: press to link' })
    .getByRole('button', { name: 'Brass' })
    .click();
  await expect(page.getByText('Linked to Brass')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Palette/ }).click();
  await expect(page.getByText('1 link')).toBeVisible();
  await page.getByRole('list', { name: 'Swatches' }).getByLabel('hex or RGB').fill('#b23a48');
  await page.getByRole('list', { name: 'Swatches' }).getByLabel('hex or RGB').press('Enter');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export tokens' }).click(),
  ]);
  const text = readFileSync(await file.path(), 'utf8');
  expect(JSON.parse(text).colours.Brass.$value.hex).toBe('#b23a48');
  // The same tokens with another colour come in: what is linked follows.
  await page.getByLabel('File of a palette').setInputFiles({
    name: 'inks.tokens.json',
    mimeType: 'application/json',
    buffer: Buffer.from(
      JSON.stringify({ inks: { $type: 'color', Brass: { $value: '#2f6f7a' }, Snow: { $value: '#fbf1d6' } } }),
    ),
  });
  await expect(page.getByText('2 colours and gradients read.')).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();
  expect(near(await pixel(e, 740, 1060), [0x2f, 0x6f, 0x7a])).toBe(true);
  // A file that is none is refused with a word.
  await page.getByRole('button', { name: /^Palette/ }).click();
  await page.getByLabel('File of a palette').setInputFiles({
    name: 'broken.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"a":'),
  });
  await expect(page.getByText(/The file is not JSON/)).toBeVisible();
});

test('paints and colours are picked up from other parts, and looks follow each other', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  const first = await e.draw('Circle', { Width: 500, Height: 500, 'Centre x': 500, 'Centre y': 1000 });
  await e.gradient(
    'Linear',
    [0, 0.5, 1, 0.5],
    [
      [0, '#fbf1d6'],
      [1, '#b23a48'],
    ],
  );
  const second = await e.draw('Rectangle', { Width: 500, Height: 500, 'Centre x': 1400, 'Centre y': 1000 });
  await e.stage('Colour');
  await e.tool('Pick up').click();
  await e.pickOption('Takes', 'Paint');
  await page.mouse.click(...(await e.at(500, 1000)));
  await expect(page.getByText(`Picked up from ${first}.`)).toBeVisible();
  expect(near(await pixel(e, 1162, 1100), [0xfb, 0xf1, 0xd6], 8)).toBe(true);
  await page.keyboard.press('Escape');
  // The rectangle's look is kept, worn by the disc, and changed for both.
  await e.part(second).click();
  await e.card('Rectangle').click();
  await page.getByRole('button', { name: 'Keep as look' }).click();
  await e.part(first).click();
  await e.pickOption('Wears', second);
  await e.part(second).click();
  await e.card('Fill').click();
  await e.pickOption('Kind', 'Solid');
  await e.type('Colour, hex or RGB', '#2f6f7a');
  await e.card('Rectangle').click();
  await e.pickOption('Change a look to it', second);
  expect(near(await pixel(e, 540, 1060), [0x2f, 0x6f, 0x7a])).toBe(true);
});

test('stops are added on the line of a gradient and go when they are dragged off it', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Rectangle', { Width: 1200, Height: 600, 'Centre x': 1000, 'Centre y': 1100 });
  await e.gradient(
    'Linear',
    [0, 0.5, 1, 0.5],
    [
      [0, '#000000'],
      [1, '#ffffff'],
    ],
  );
  await page.mouse.click(...(await e.at(820, 1100)));
  await e.settled();
  await expect(page.getByRole('button', { name: /^Stop 3 at 3[45] %/ })).toBeVisible();
  await e.type('Stop, hex or RGB', '#b23a48');
  expect(near(await pixel(e, 820, 1250), [0xb2, 0x3a, 0x48], 8)).toBe(true);
  const box = await page.getByTestId('handle-stop-2').boundingBox();
  if (!box) throw new Error('The stop is not in sight.');
  await page.mouse.move(box.x + box.width / 2, box.y + 4);
  await page.mouse.down();
  await page.mouse.move(box.x + 10, box.y - 150, { steps: 6 });
  await page.mouse.up();
  await e.settled();
  await expect(page.getByRole('button', { name: /^Stop 3 at/ })).toHaveCount(0);
});

test('a pattern repeats a part that is hidden, and follows it', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  const tile = await e.draw('Rectangle', { Width: 100, Height: 100, 'Centre x': 300, 'Centre y': 300 });
  await e.colour('#b23a48');
  await e.draw('Circle', { Width: 1000, Height: 1000, 'Centre x': 1100, 'Centre y': 1100 });
  await e.stage('Colour');
  await e.tool('Pattern').click();
  await e.settled();
  await expect(page.getByText('Choose the part that the pattern repeats.')).toBeVisible();
  await e.pickOption('Repeats', tile);
  await e.type('Spacing x', '100');
  expect(near(await pixel(e, 1130, 1130), [0xb2, 0x3a, 0x48])).toBe(true);
  expect(near(await pixel(e, 1200, 1140), [255, 255, 255])).toBe(true);
  await e.part(tile).click();
  await e.colour('#2f6f7a');
  expect(near(await pixel(e, 1130, 1130), [0x2f, 0x6f, 0x7a])).toBe(true);
});
