import { readFile } from 'node:fs/promises';
import { Hand } from './hand';
import { expect, test } from './test';

test.describe.configure({ timeout: 180_000 });

test('words are typed on the sheet, selected by pointer and keys, undone, and come back after a reload', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  const name = await e.words(300, 900, 'Supper room');
  expect(name).toBe('Supper room');
  const words = page.getByRole('textbox', { name: 'Words', exact: true });
  await expect(words).toHaveValue('Supper room');

  // A second press on the words types in them: a word is chosen and written over.
  const outline = await page.getByTestId('chosen-outline').boundingBox();
  if (!outline) throw new Error('The words are not on the sheet.');
  await page.mouse.dblclick(outline.x + outline.width * 0.8, outline.y + outline.height * 0.5);
  await expect(page.getByTestId('typing')).toBeAttached();
  await page.keyboard.press('Control+a');
  await expect(page.getByTestId('selected-letter')).toHaveCount('Supper room'.length);
  // A press on the words sets the caret, and the keys stay with them.
  await page.mouse.click(outline.x + 3, outline.y + outline.height * 0.5);
  await expect(page.getByTestId('caret')).toBeAttached();
  await page.keyboard.press('End');
  await page.keyboard.press('Control+Shift+ArrowLeft');
  await expect(page.getByTestId('selected-letter')).toHaveCount('room'.length);
  await page.keyboard.type('hall');
  await expect(words).toHaveValue('Supper hall');
  await e.settled();
  await page.keyboard.press('Control+z');
  await expect(words).toHaveValue('Supper room');
  // The panel shows no more at a key than it did before it, and what it keeps is the part of that moment.
  await page.keyboard.press('End');
  await page.evaluate(() => {
    const seen: string[] = [];
    Object.assign(window, { seen });
    const panel = document.querySelector('[data-testid="card-panel"]');
    if (!panel) throw new Error('There is no panel.');
    new MutationObserver((all) => {
      for (const { addedNodes } of all)
        for (const node of addedNodes)
          if (node instanceof HTMLElement && node.tagName === 'SECTION') seen.push(node.ariaLabel ?? '');
    }).observe(panel, { childList: true, subtree: true });
  });
  await page.keyboard.type('s');
  await page.getByRole('button', { name: 'Keep as look' }).click();
  await e.settled();
  await expect(words).toHaveValue('Supper rooms');
  expect(await page.evaluate(() => (window as unknown as { seen: string[] }).seen)).toEqual([]);
  await page.getByTestId('sheet').focus();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(words).toHaveValue('Supper room');
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('typing')).toHaveCount(0);

  // Lettering left without words goes.
  await e.take('Lettering');
  await page.mouse.click(...(await e.at(400, 1500)));
  await page.getByLabel('Words on the sheet').waitFor({ state: 'attached' });
  await expect(page.getByRole('treeitem')).toHaveCount(2);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('treeitem')).toHaveCount(1);
  await e.saved();
  await page.reload();
  await e.ready();
  await e.part('Supper room').click();
  await expect(words).toHaveValue('Supper room');
});

test('the face is changed at the very end, and all that came after the words stays', async ({ page }) => {
  const e = new Hand(page);
  await e.openDemo('Supper-room lettering');
  await e.part('Supper room').click();
  const cards = page.getByTestId('bench').getByRole('button', { name: /^(Fill|Stroke|Offset|Trail)$/ });
  const before = await cards.count();
  await page.getByRole('button', { name: /^Face:/ }).click();
  const faces = page.getByRole('list', { name: 'Faces' });
  await expect(faces.getByRole('listitem')).toHaveCount(15);
  await page.getByRole('combobox', { name: 'Character' }).click();
  await page.getByRole('option', { name: 'Script', exact: true }).click();
  await expect(faces.getByRole('listitem')).toHaveCount(3);
  await faces.getByRole('button', { name: 'Great Vibes', exact: true }).click();
  await page.getByRole('button', { name: 'Done' }).click();
  await e.settled();
  await expect(page.getByRole('button', { name: 'Face: Great Vibes' })).toBeVisible();
  // Other words, typed into the panel.
  await page.getByRole('textbox', { name: 'Words', exact: true }).fill('Night kitchen');
  await e.settled();
  await expect(e.part('Night kitchen')).toBeVisible();
  expect(await cards.count()).toBe(before);
  // What the face does not have is said, not replaced.
  await page.getByRole('textbox', { name: 'Words', exact: true }).fill('Night ☾');
  await expect(page.getByText('Great Vibes has no “☾”.')).toBeVisible();
  // All of it is taken back step by step.
  const words = page.getByRole('textbox', { name: 'Words', exact: true });
  await expect(async () => {
    await page.getByTestId('sheet').focus();
    await page.keyboard.press('Control+z');
    await e.settled();
    await expect(page.getByRole('button', { name: 'Face: Pacifico' })).toBeVisible({ timeout: 300 });
    await expect(words).toHaveValue('Supper room', { timeout: 300 });
  }).toPass({ timeout: 30_000 });
});

test('letters are moved, turned and coloured one by one, and keep that when the word changes', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.words(300, 1000, 'Meteor');
  await page.getByRole('button', { name: 'Type on the sheet' }).click();
  await page.keyboard.press('Home');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(
    page.getByTestId('card-panel').getByRole('region', { name: 'Letter', exact: true }),
  ).toBeVisible();
  const own = (name: string) =>
    page.getByRole('region', { name: 'Letter', exact: true }).getByLabel(name, { exact: true });
  for (const [name, value] of [
    ['Shift y', '-60'],
    ['Turn', '20'],
    ['Colour, hex or RGB', '#b23a48'],
  ] as const) {
    await own(name).fill(value);
    await own(name).press('Enter');
    await e.settled();
  }
  const tall = (await page.getByTestId('selected-letter').boundingBox())?.y ?? 0;
  // Nudged by keys, and a letter put before it: the change goes along.
  await page.getByLabel('Words on the sheet').focus();
  await page.keyboard.press('Tab');
  await expect(page.getByText('In hand: arrows move them.')).toBeVisible();
  await page.keyboard.press('Shift+ArrowUp');
  await expect
    .poll(async () => (await page.getByTestId('selected-letter').boundingBox())?.y ?? 0)
    .toBeLessThan(tall);
  await page.keyboard.press('Home');
  await page.keyboard.type('A ');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  // Between two letters the caret tells their distance.
  await e.type('Distance', '12');
  await page.getByLabel('Words on the sheet').focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(own('Shift y')).toHaveValue(/^-70/);
  await expect(own('Turn')).toHaveValue('20');
  await page.keyboard.press('Escape');
  await e.saved();
  await page.reload();
  await e.ready();
  await e.part('A Meteor').click();
  await expect(page.getByRole('textbox', { name: 'Words', exact: true })).toHaveValue('A Meteor');
});

test('words run round a circle with a grip for its radius, wrap in a frame, and follow another part', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.words(1000, 1000, 'HOLLIN TARN OBSERVATORY');
  await e.pickOption('Alignment', 'Centre');
  await e.type('Size', '90');
  const straight = await page.getByTestId('chosen-outline').boundingBox();
  await e.pickOption('Follows', 'Circle');
  await e.grip('radius', '600');
  await expect(e.field('Radius')).toHaveValue('600');
  const ring = await page.getByTestId('chosen-outline').boundingBox();
  // An arc of the same length rises by its sagitta.
  expect(ring?.height ?? 0).toBeGreaterThan(3 * (straight?.height ?? 0));
  expect(ring?.width ?? 0).toBeLessThan(0.95 * (straight?.width ?? 0));
  await e.pickOption('Follows', 'Line');
  await e.pickOption('Lines', 'Wrapped');
  await e.type('Frame width', '500');
  const wrapped = await page.getByTestId('chosen-outline').boundingBox();
  // Three words that do not fit beside each other.
  expect(wrapped?.height ?? 0).toBeGreaterThan(2.5 * (straight?.height ?? 0));
  const disc = await e.draw('Circle', { Width: 900, Height: 900, 'Centre x': 1000, 'Centre y': 1000 });
  await e.part('HOLLIN TARN OBSERVATORY').click();
  await e.pickOption('Follows', 'Another part');
  await expect(page.getByText('Choose the part whose outline the words follow.')).toBeVisible();
  await e.pickOption('Part', disc);
  await expect(page.getByText('Choose the part whose outline the words follow.')).toHaveCount(0);
  // They stand round the disc, wherever they stood before, and come back straight about where they are.
  const middle = async () => {
    const b = await page.getByTestId('chosen-outline').boundingBox();
    return [(b?.x ?? 0) + (b?.width ?? 0) / 2, (b?.y ?? 0) + (b?.height ?? 0) / 2];
  };
  const [x, y] = await middle();
  const [cx, cy] = await e.at(1000, 1000);
  expect(Math.hypot(x - cx, y - cy)).toBeLessThan(140);
  await e.pickOption('Follows', 'Line');
  const [nx, ny] = await middle();
  expect(Math.hypot(nx - x, ny - y)).toBeLessThan(2);
});

test('a letter takes another form from its picture, and others are taken out piece by piece', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.words(300, 1000, 'Radio');
  await e.face('Pacifico');
  // Pictures of the part show it once its face is here.
  const inked = page.locator('[role=treeitem] canvas').evaluate((c: HTMLCanvasElement) => {
    const seen = () =>
      c
        .getContext('2d')
        ?.getImageData(0, 0, c.width, c.height)
        .data.some((v) => v > 0);
    return new Promise((r) => {
      const look = () => (seen() ? r(true) : setTimeout(look, 100));
      look();
    });
  });
  await inked;
  const shape = () => page.getByTestId('chosen-outline').getAttribute('d');
  const plain = await shape();
  await e.letters(0);
  const form = page.getByRole('button', { name: 'Alternates 1' });
  await form.click();
  await e.settled();
  await expect(form).toHaveAttribute('aria-pressed', 'true');
  await page.getByLabel('Words on the sheet').focus();
  await page.keyboard.press('Escape');
  await e.settled();
  expect(await shape()).not.toBe(plain);
  // A letter that has no other form offers none.
  await e.letters(2);
  await expect(page.getByRole('group', { name: 'Alternates' })).toHaveCount(0);
  await e.letters(3);
  await expect(page.getByRole('combobox', { name: 'Piece 2' })).toBeVisible();
  await page.getByRole('button', { name: 'Take out piece by piece' }).click();
  await e.settled();
  await expect(e.part('i 1')).toBeVisible();
  await expect(e.part('i 2')).toBeVisible();
  // The words are still words, with room where the letter was.
  await e.part('Radio').click();
  await expect(page.getByRole('textbox', { name: 'Words', exact: true })).toHaveValue('Radio');
  await page.keyboard.press('Control+z');
  await expect(e.part('i 1')).toHaveCount(0);
});

test('lettering goes into an SVG file as text in a font of its own', async ({ page }) => {
  const e = new Hand(page);
  await e.openDemo('Observatory lock-up');
  await page.getByRole('button', { name: 'Export' }).first().click();
  const dialog = page.getByRole('dialog');
  const pick = async (field: string, option: string) => {
    await dialog.getByRole('combobox', { name: field }).click();
    await page.getByRole('option', { name: option, exact: true }).click();
  };
  await pick('Format', 'SVG');
  await pick('Lettering as', 'Text');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'Export SVG' }).click(),
  ]);
  const text = await readFile(await file.path(), 'utf8');
  expect(text.match(/>OBSERVATORY<\/text>/g)).toHaveLength(2);
  expect(text).toContain('@font-face');
  expect(text.length).toBeLessThan(120_000);
});
