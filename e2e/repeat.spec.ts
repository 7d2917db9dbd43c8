import { Editor } from './editor';
import { Hand } from './hand';
import { expect, test } from './test';

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

test('measures lead fields, follow one another, and refuse to go round', async ({ page }) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  const panel = page.getByTestId('card-panel');
  const add = panel.getByRole('button', { name: 'Add measure' });
  await add.click();
  await e.type('Value of edge', '120');
  await add.click();
  await e.type('Name of gap', 'wide');
  await e.type('Value of wide', '3*edge + 40');
  expect(await e.field('Value of wide').inputValue()).toBe('400');
  // A circle of measures is refused with their names, and nothing changes.
  await e.type('Value of edge', 'wide/2');
  await expect(panel.getByText(/edge → wide → edge/)).toBeVisible();
  await e.field('Value of edge').press('Escape');
  expect(await e.field('Value of edge').inputValue()).toBe('120');

  await page.keyboard.press('d');
  await e.drag([300, 300], [700, 500]);
  await e.type('Width', 'wide');
  await e.type('Height', 'edge*2');
  await e.type('Centre x', '1000');
  await e.type('Centre y', '1000');
  expect(await e.field('Width').inputValue()).toBe('400');
  expect(await e.pixel(1190, 1000)).toEqual(brass);
  expect(await e.pixel(1210, 1000)).toEqual(white);
  await page.keyboard.press('3');
  await e.tool('Trail').click();
  await e.type('Copies', 'edge/40');
  await e.type('Step x', '0');
  await e.type('Step y', 'wide');
  expect(await e.pixel(1000, 1800)).toEqual(brass);

  // One number changed, and all follow; it is one change.
  await page.keyboard.press('Escape');
  await e.type('Value of edge', '80');
  expect(await e.pixel(1130, 1000)).toEqual(brass);
  expect(await e.pixel(1150, 1000)).toEqual(white);
  expect(await e.pixel(1000, 1800)).toEqual(white);
  await page.getByTestId('sheet').focus();
  await page.keyboard.press('Control+z');
  await e.settled();
  expect(await e.pixel(1000, 1800)).toEqual(brass);

  // A number that cannot be is refused where it would be used.
  await e.type('Value of edge', '20');
  await expect(panel.getByText(/“edge\/40” in “Rectangle” must be a whole number/)).toBeVisible();
  await e.field('Value of edge').press('Escape');

  // Typed over, a field follows no longer; the others do, after a reload too.
  await e.choose('Rectangle');
  await e.card('Rectangle').click();
  await e.type('Width', '500');
  await e.saved();
  await page.reload();
  await e.ready();
  await e.type('Value of edge', '160');
  await e.choose('Rectangle');
  await e.card('Rectangle').click();
  expect(await e.field('Width').inputValue()).toBe('500');
  expect(await e.field('Height').inputValue()).toBe('320');
});

test('a ring is centred on another part, follows it, and lets a copy go by a press', async ({ page }) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  await page.keyboard.press('d');
  await e.drag([900, 900], [1100, 1100]);
  await e.type('Centre x', '1000');
  await e.type('Centre y', '1000');
  await page.keyboard.press('s');
  await e.drag([950, 450], [1050, 550]);
  await e.type('Centre x', '1000');
  await e.type('Centre y', '500');
  await page.keyboard.press('3');
  await e.tool('Radial repeat').click();
  await page.getByTestId('card-panel').getByRole('combobox', { name: 'Centred on' }).click();
  await page.getByRole('option', { name: 'Rectangle' }).click();
  await e.type('Copies', '4');
  expect(await e.pixel(1500, 1000)).toEqual(brass);
  expect(Number(await e.field('Radius of the ring').inputValue())).toBeCloseTo(500, 0);
  await e.type('Radius of the ring', '600');
  expect(await e.pixel(1600, 1000)).toEqual(brass);
  expect(await e.pixel(1000, 1600)).toEqual(brass);
  await page.getByTestId('handle-copy-3').click();
  await e.settled();
  expect(await e.pixel(1000, 1600)).toEqual(white);
  await page.getByTestId('handle-copy-3').click();
  await e.settled();
  await e.choose('Rectangle');
  await e.type('Centre y', '1100');
  expect(await e.pixel(1000, 1800)).toEqual(brass);
});

test('parts are nested by dragging in the list, and several are hidden and locked at once', async ({
  page,
}) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  for (const x of [300, 700, 1100]) {
    await page.keyboard.press('d');
    await e.drag([x, 300], [x + 300, 600]);
  }
  await e.part('Rectangle').click();
  await page.keyboard.press('2');
  await e.tool('Group').click();
  await e.settled();
  // Onto the middle of the group's line: inside.
  const middle = async (name: string): Promise<[number, number]> => {
    const box = await e.part(name).boundingBox();
    if (!box) throw new Error(`“${name}” is not in the list.`);
    return [box.x + 90, box.y + box.height / 2];
  };
  await page.mouse.move(...(await middle('Rectangle 3')));
  await page.mouse.down();
  await page.mouse.move(...(await middle('Group')), { steps: 12 });
  await page.mouse.up();
  await e.settled();
  await expect(e.part('Rectangle 3')).toHaveAttribute('aria-level', '2');
  await page.keyboard.press('Control+z');
  await e.settled();
  await expect(e.part('Rectangle 3')).toHaveAttribute('aria-level', '1');
  await e.part('Rectangle 2').click();
  await e.part('Rectangle 3').click({ modifiers: ['Control'] });
  await e.part('Rectangle 3').getByRole('button', { name: 'Hide Rectangle 3' }).click();
  await e.settled();
  expect(await e.pixel(850, 450)).toEqual(white);
  expect(await e.pixel(1250, 450)).toEqual(white);
  expect(await e.pixel(450, 450)).toEqual(brass);
  await page.keyboard.press('Control+k');
  await page.keyboard.type('Show all that is hidden');
  await page.keyboard.press('Enter');
  await e.settled();
  expect(await e.pixel(1250, 450)).toEqual(brass);
});

test('a group is twisted as one, and comes out of focus', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Rectangle', { Width: 1200, Height: 200, 'Centre x': 1000, 'Centre y': 1000 });
  await e.command('Group');
  await e.stage('Bend');
  await e.tool('Twist').click();
  await e.settled();
  await e.fill({ Radius: 700, Turn: 90 });
  // Near the centre the bar stands upright now; its ends lie as they lay.
  expect(await e.pixel(1000, 1150)).toEqual(brass);
  expect(await e.pixel(1150, 1000)).toEqual(white);
  await e.grip('turn', '-90');
  expect(await e.field('Turn').inputValue()).toContain('-90');
  await e.stage('Depth');
  await e.tool('Blur').click();
  await e.settled();
  await e.fill({ Softness: 40 });
  // Half of the colour where the edge was.
  const [left] = await e.pixel(1000 - 100, 1000);
  expect(left).toBeGreaterThan(brass[0] + 20);
  expect(left).toBeLessThan(white[0] - 20);
  await e.saved();
  await page.reload();
  await e.ready();
  expect((await e.pixel(900, 1000))[0]).toBe(left);
});
