import { Hand } from './hand';
import { expect, test } from './test';

test('parts are copied from one design to another by the keys alone', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  const name = await e.draw('Rectangle', { Width: 400, Height: 300, 'Centre x': 700, 'Centre y': 800 });
  await page.getByTestId('sheet').focus();
  await page.keyboard.press('Control+x');
  await e.settled();
  await expect(page.getByRole('treeitem')).toHaveCount(0);
  await e.blank('Mark or badge');
  await page.getByTestId('sheet').focus();
  await page.keyboard.press('Control+v');
  await e.settled();
  expect(await e.chosen()).toBe(name);
  expect(await e.field('Centre x').inputValue()).toBe('700');
  expect(await e.pixel(700, 800)).toEqual([0x9a, 0x6b, 0x1f]);
  // What comes from elsewhere and is broken says so, and changes nothing.
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData(
      'text/plain',
      JSON.stringify({ format: 'silent-compass/parts', version: 2, top: ['x'], parts: {} }),
    );
    document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
  });
  await expect(page.getByText('the part “x” is missing')).toBeVisible();
  await expect(page.getByRole('treeitem')).toHaveCount(1);
});

test('a double press goes into a group: the member is chosen, the rest fades, and a line leads out again', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Rectangle', { Width: 400, Height: 400, 'Centre x': 500, 'Centre y': 500 });
  const second = await e.draw('Rectangle', { Width: 400, Height: 400, 'Centre x': 1000, 'Centre y': 500 });
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+a');
  await e.stage('Combine');
  await e.tool('Group').click();
  await e.settled();
  await page.keyboard.press('Escape');
  await page.mouse.dblclick(...(await e.at(1000, 600)));
  await e.settled();
  expect(await e.chosen()).toBe(second);
  const where = page.getByRole('status', { name: 'Where you are' });
  await expect(where).toContainText('Inside Group');
  await expect(page.getByTestId('scope-veil')).toBeVisible();
  await where.getByRole('button', { name: /Leave/ }).click();
  await e.settled();
  await expect(where).toHaveCount(0);
  expect(await e.chosen()).toBe('Group');
});

test('a ring is centred on a member, and a card dragged out of the bench is seen whole', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Rectangle', { Width: 100, Height: 100, 'Centre x': 1000, 'Centre y': 600 });
  const hub = await e.draw('Rectangle', { Width: 60, Height: 60, 'Centre x': 1000, 'Centre y': 1000 });
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+a');
  await e.stage('Combine');
  await e.tool('Group').click();
  await e.settled();
  await e.step('Repeat', 'Radial repeat', { Copies: 4 });
  await e.pickOption('Centred on', hub);
  for (const [x, y] of [
    [1400, 1000],
    [1000, 1400],
    [600, 1000],
  ] as const)
    expect(await e.pixel(x, y)).toEqual([0x9a, 0x6b, 0x1f]);
  const card = await e.card('Radial repeat').boundingBox();
  const bench = await page.getByTestId('bench').boundingBox();
  if (!card || !bench) throw new Error('There is no card.');
  await page.mouse.move(card.x + 30, card.y + 20);
  await page.mouse.down();
  await page.mouse.move(card.x + 60, bench.y - 200, { steps: 6 });
  const carried = page
    .locator('body > div > *')
    .getByRole('button', { name: 'Radial repeat', exact: true })
    .last();
  // Nothing that holds it cuts it off.
  await expect(carried).toBeInViewport({ ratio: 1 });
  const at = await carried.boundingBox();
  expect(at && at.y + at.height).toBeLessThan(bench.y);
  await page.keyboard.press('Escape');
  await page.mouse.up();
});

test('points of a rectangle: two corners leave it one, one corner makes it a path, arrows without a point move nothing', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Rectangle', { Width: 400, Height: 200, 'Centre x': 1000, 'Centre y': 1000 });
  await e.tool('Points').click();
  await e.settled();
  await page.getByTestId('sheet').focus();
  await page.keyboard.press('ArrowRight');
  await e.settled();
  await page.getByTestId('point-0-0').click();
  await page.getByTestId('point-0-1').click({ modifiers: ['Shift'] });
  await page.keyboard.press('Shift+ArrowUp');
  await e.settled();
  await page.keyboard.press('Escape');
  await expect(e.card('Rectangle')).toBeVisible();
  expect(await e.field('Height').inputValue()).toBe('210');
  expect(await e.field('Centre x').inputValue()).toBe('1000');
  await e.tool('Points').click();
  await page.getByTestId('point-0-0').click();
  await e.fill({ 'Point x': 700 });
  await expect(page.getByText('is a drawn path now.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(e.card('Drawn path')).toBeVisible();
  await page.keyboard.press('Control+z');
  await e.settled();
  await expect(e.card('Rectangle')).toBeVisible();
});

test('parts are flipped by key and button, free drags land on whole units, and what is seen is told', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Triangle', { Width: 400, Height: 300, Apex: 0, 'Centre x': 700, 'Centre y': 900 }, 'Polygon');
  expect(await e.pixel(520, 820)).toEqual([0x9a, 0x6b, 0x1f]);
  await page.getByTestId('sheet').focus();
  await page.keyboard.press('\\');
  await e.settled();
  expect(await e.pixel(520, 820)).toEqual([255, 255, 255]);
  expect(await e.pixel(880, 820)).toEqual([0x9a, 0x6b, 0x1f]);
  await page.getByTestId('card-panel').getByRole('button', { name: 'Flip top to bottom' }).click();
  await e.settled();
  expect(await e.pixel(880, 980)).toEqual([0x9a, 0x6b, 0x1f]);
  await e.drag([800, 930], [1123, 1207]);
  for (const field of ['Centre x', 'Centre y'])
    expect(Number.isInteger(Number(await e.field(field).inputValue()))).toBe(true);
  // A mirror that keeps no original: the numbers are those of what is seen, and typed they move that.
  await e.fill({ 'Centre x': 700, 'Centre y': 900 });
  await e.stage('Repeat');
  await e.tool('Mirror').click();
  await e.settled();
  await e.fill({ 'Axis x': 1000 });
  await page.getByTestId('card-panel').getByLabel('Keep the original').click();
  await e.settled();
  await e.card('Triangle').click();
  expect(await e.field('Centre x').inputValue()).toBe('1300');
  await e.fill({ 'Centre x': 1000 });
  expect(await e.pixel(1120, 980)).toEqual([255, 255, 255]);
  expect(await e.pixel(880, 980)).toEqual([0x9a, 0x6b, 0x1f]);
});

test('a mirror starts at the sheet’s middle where the part lies on it', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Rectangle', { Width: 300, Height: 200, 'Centre x': 1150, 'Centre y': 700 });
  await e.stage('Repeat');
  await e.tool('Mirror').click();
  await e.settled();
  expect(await e.field('Axis x').inputValue()).toBe('1000');
  expect(await e.pixel(900, 700)).toEqual([0x9a, 0x6b, 0x1f]);
});

test('guides are asked for their number, and take no press while they are locked; a spacing shows its grid', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await page.mouse.dblclick(...(await e.at(1000, 300)));
  const asked = page.getByRole('dialog', { name: 'Place of the guide' });
  await expect(asked).toBeVisible();
  await page.keyboard.type('640');
  await page.keyboard.press('Enter');
  await e.settled();
  await expect(asked).toHaveCount(0);
  expect(await e.field('Upright 1').inputValue()).toBe('640');
  await page.getByRole('button', { name: 'Lock guide 1' }).click();
  await e.settled();
  await e.drag([640, 300], [900, 320]);
  expect(await e.field('Upright 1').inputValue()).toBe('640');
  await expect(page.getByTestId('grid')).toHaveCount(0);
  await e.type('Spacing', '125');
  await expect(page.getByTestId('grid')).toBeVisible();
});

test('the whole sheet stays in sight when the window changes, and the middle of a view does', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await page.setViewportSize({ width: 1100, height: 720 });
  await e.settled();
  const inSight = async () => {
    const [view, frame] = await Promise.all([
      e.sheet.boundingBox(),
      page.locator('[data-testid=sheet] svg > rect').first().boundingBox(),
    ]);
    if (!view || !frame) throw new Error('The sheet is not shown.');
    return { view, frame };
  };
  const small = await inSight();
  expect(small.frame.x).toBeGreaterThan(small.view.x);
  expect(small.frame.y + small.frame.height).toBeLessThan(small.view.y + small.view.height);
  await page.setViewportSize({ width: 1280, height: 800 });
  await e.settled();
  const large = await inSight();
  expect(large.frame.width).toBeGreaterThan(small.frame.width);
  await page.mouse.move(large.view.x + 300, large.view.y + 200);
  await page.mouse.wheel(120, 40);
  await e.settled();
  const middle = ({ view, frame }: typeof large) => (view.x + view.width / 2 - frame.x) / frame.width;
  const before = await inSight();
  await page.setViewportSize({ width: 1080, height: 760 });
  await e.settled();
  expect(middle(await inSight())).toBeCloseTo(middle(before), 2);
});

test('the tree is walked by its keys, and the search knows other words', async ({ page }) => {
  const e = new Hand(page);
  await e.openDemo('Dome icon');
  await e.part('Drum').click();
  await page.keyboard.press('ArrowRight');
  await expect(e.part('Drum')).toHaveAttribute('aria-expanded', 'true');
  await page.keyboard.press('ArrowRight');
  await e.settled();
  const inside = await e.chosen();
  await expect(e.part(inside)).toBeFocused();
  await expect(e.part(inside)).toHaveAttribute('aria-level', '2');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await expect(e.part('Drum')).toHaveAttribute('aria-expanded', 'false');
  await page.keyboard.press('ArrowUp');
  await e.settled();
  expect(await e.chosen()).toBe('Door');
  await page.keyboard.press('End');
  await e.settled();
  expect(await e.chosen()).toBe('Night');
  await page.keyboard.press('Control+k');
  const search = page.getByRole('combobox', { name: 'Find a command' });
  const first = page.getByRole('option').first();
  for (const [word, command] of [
    ['merge', 'Union'],
    ['eyedropper', 'Pick up'],
    ['nodes', 'Points'],
    ['ungroup', 'Release'],
  ]) {
    await search.fill(word);
    await expect(first).toContainText(command);
  }
  await search.fill('flip');
  await expect(page.getByRole('option', { name: /^Mirror/ })).toBeVisible();
});
