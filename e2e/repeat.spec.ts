import { expect, test } from '@playwright/test';
import { Editor } from './editor';

const brass = [0x9a, 0x6b, 0x1f];
const white = [255, 255, 255];

test('every shape of the tray is drawn by dragging and by its number keys, and undone', async ({ page }) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  for (const [more, word, part, field] of [
    ['Circle', 'Ring', 'Ring', 'Inner radius'],
    ['Circle', 'Sector', 'Sector', 'Sweep'],
    ['Circle', 'Arc', 'Arc', 'From'],
    ['Circle', 'Notched disc', 'Notched disc', 'Notches'],
    ['Polygon', 'Triangle', 'Triangle', 'Apex'],
    ['Polygon', 'Cross', 'Cross', 'Bar'],
    ['Line', 'Arrow', 'Arrow', 'Head length'],
    ['Line', 'Spiral', 'Spiral', 'Turns'],
  ] as const) {
    await page.getByRole('button', { name: `More like ${more}` }).click();
    await page.getByRole('menuitem', { name: word, exact: true }).click();
    await e.drag([600, 600], [1200, 1180]);
    await expect(e.part(part)).toBeVisible();
    await expect(e.field(field)).toBeVisible();
    await page.getByTestId('sheet').focus();
    await page.keyboard.press('Control+z');
    await expect(e.part(part)).toHaveCount(0);
  }
  // The key of a place goes on through its kin.
  await page.keyboard.press('f');
  await page.keyboard.press('f');
  await page.keyboard.press('f');
  await e.drag([600, 600], [1000, 1000]);
  await expect(e.part('Triangle')).toBeVisible();
});

test('mirror, grid and trail stack into one recipe that follows its source', async ({ page }) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  await page.keyboard.press('d');
  await e.drag([200, 200], [300, 300]);
  for (const [field, value] of [
    ['Width', '100'],
    ['Height', '100'],
    ['Centre x', '250'],
    ['Centre y', '250'],
  ])
    await e.type(field, value);
  await page.keyboard.press('3');
  await e.tool('Mirror').click();
  await e.settled();
  // The axis lies on the right side: together they are 200 wide.
  expect(await e.pixel(380, 250)).toEqual(brass);
  expect(await e.pixel(420, 250)).toEqual(white);
  await e.tool('Grid repeat').click();
  await e.type('Columns', '3');
  await e.type('Rows', '2');
  await e.type('Across', '100');
  await e.type('Down', '100');
  expect(await e.pixel(980, 480)).toEqual(brass);
  expect(await e.pixel(450, 250)).toEqual(white);

  // A grip adds columns; the number beside the pointer is the count.
  const grip = page.getByTestId('handle-count');
  const box = await grip.boundingBox();
  if (!box) throw new Error('The grid has no grip.');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(...(await e.at(1610, 510)), { steps: 5 });
  await expect(page.getByTestId('readout')).toHaveText('5, 2');
  await page.mouse.up();
  await e.settled();
  expect(await e.pixel(1580, 480)).toEqual(brass);

  // The source under it all is changed, and every copy follows.
  await e.card('Rectangle').click();
  await e.type('Height', '60');
  expect(await e.pixel(1580, 228)).toEqual(brass);
  expect(await e.pixel(1580, 215)).toEqual(white);

  await page.keyboard.press('3');
  await e.tool('Trail').click();
  await e.type('Copies', '2');
  await e.type('Step x', '0');
  await e.type('Step y', '900');
  expect(await e.pixel(250, 1150)).toEqual(brass);
  await page.getByTestId('sheet').focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await e.saved();
  await page.reload();
  await e.ready();
  await e.choose('Rectangle');
  await expect(e.card('Mirror')).toBeVisible();
  await expect(e.card('Grid repeat')).toBeVisible();
});

test('a recipe becomes a plain path or its pieces when asked, and comes back by undo', async ({ page }) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  await page.keyboard.press('s');
  await e.drag([300, 300], [500, 500]);
  await page.keyboard.press('3');
  await e.tool('Trail').click();
  await e.type('Copies', '3');
  await e.type('Step x', '300');
  await page.getByTestId('sheet').focus();
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'More like Release' }).click();
  await page.getByRole('menuitem', { name: 'Plain path' }).click();
  await expect(e.card('Drawn path')).toBeVisible();
  await expect(e.card('Trail')).toHaveCount(0);
  expect(await e.pixel(1000, 400)).toEqual(brass);
  await page.keyboard.press('Control+z');
  await expect(e.card('Trail')).toBeVisible();
  await page.getByRole('button', { name: 'More like Release' }).click();
  await page.getByRole('menuitem', { name: 'Release into pieces' }).click();
  await expect(e.part('Disc 3')).toBeVisible();
  await e.settled();
  await e.choose('Disc 2');
  await page.keyboard.press('Delete');
  await e.settled();
  expect(await e.pixel(400, 400)).toEqual(brass);
  expect(await e.pixel(700, 400)).toEqual(white);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await e.settled();
  await expect(e.part('Disc')).toBeVisible();
  expect(await e.pixel(700, 400)).toEqual(brass);
});

test('the topmost part clips the others, is moved inside, and lets go again', async ({ page }) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  await page.keyboard.press('d');
  await e.drag([400, 400], [1200, 1200]);
  await page.keyboard.press('s');
  await e.drag([410, 410], [800, 800]);
  await page.getByTestId('sheet').focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'More like Group' }).click();
  await page.getByRole('menuitem', { name: 'Clip' }).click();
  await e.settled();
  await expect(e.part('Clip')).toBeVisible();
  expect(await e.pixel(600, 600)).toEqual(brass);
  expect(await e.pixel(1000, 1000)).toEqual(white);

  await e.part('Clip').getByRole('button', { name: 'Open Clip' }).click();
  await e.choose('Disc');
  await e.type('Centre x', '1000');
  await e.type('Centre y', '1000');
  expect(await e.pixel(1000, 1000)).toEqual(brass);
  expect(await e.pixel(600, 600)).toEqual(white);

  await e.choose('Clip');
  await page.getByLabel('Topmost part clips').click();
  await e.settled();
  expect(await e.pixel(600, 600)).toEqual(brass);
});
