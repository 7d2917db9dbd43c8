import { Editor } from './editor';
import { expect, test } from './test';

const brass = [0x9a, 0x6b, 0x1f];
const white = [255, 255, 255];

test('faces are dropped by a press, joined by a sweep, coloured, and follow the circles', async ({
  page,
}) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  for (const [x, y] of [
    [500, 500],
    [900, 500],
    [700, 850],
  ] as const) {
    await page.keyboard.press('s');
    await e.drag([x, y], [x + 700, y + 700], ['Shift']);
  }
  await page.keyboard.press('Control+a');
  await e.stage('Combine');
  await e.tool('Faces').click();
  await e.settled();
  await expect(page.getByTestId('faces').locator('path[data-testid^=face-]')).toHaveCount(7);

  await page.mouse.click(...(await e.at(1050, 1000)));
  await e.settled();
  expect(await e.pixel(1050, 1000)).toEqual(white);
  expect(await e.pixel(600, 800)).toEqual(brass);
  await page.mouse.click(...(await e.at(1050, 1000)));
  await e.settled();
  expect(await e.pixel(1050, 1000)).toEqual(brass);

  // A sweep over two faces makes them one region; a colour put on it colours both.
  await e.drag([600, 800], [1050, 700]);
  await expect(page.getByTestId('card-panel')).toContainText('1 joined or coloured');
  await page.getByTestId('card-panel').getByRole('combobox', { name: 'Press to' }).click();
  await page.getByRole('option', { name: 'Colour' }).click();
  await e.type('Colour, hex or RGB', '#203060');
  await page.mouse.click(...(await e.at(600, 800)));
  await e.settled();
  expect(await e.pixel(600, 800)).toEqual([0x20, 0x30, 0x60]);
  expect(await e.pixel(1050, 700)).toEqual([0x20, 0x30, 0x60]);
  expect(await e.pixel(1500, 800)).toEqual(brass);

  // Live: a circle moved inside moves the faces.
  await page.keyboard.press('Escape');
  await page.mouse.dblclick(...(await e.at(1500, 800)));
  await e.settled();
  await e.drag([1550, 850], [1750, 850]);
  expect(await e.pixel(1780, 850)).toEqual(brass);
  await e.saved();
  await page.reload();
  await e.ready();
  expect(await e.pixel(600, 800)).toEqual([0x20, 0x30, 0x60]);
  expect(await e.pixel(1780, 850)).toEqual(brass);
});

test('a disc cut along an open path falls into pieces that abut, and the cutter moves them', async ({
  page,
}) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  await page.keyboard.press('s');
  await e.drag([500, 500], [1500, 1500], ['Shift']);
  await e.tool('Path').click();
  for (const [x, y] of [
    [300, 1100],
    [1000, 900],
    [1700, 1150],
  ] as const) {
    await e.click(x, y);
  }
  await page.keyboard.press('Enter');
  await page.keyboard.press('Control+a');
  await e.stage('Combine');
  await page.getByRole('button', { name: 'More like Faces' }).click();
  await page.getByRole('menuitem', { name: 'Cut along' }).click();
  await e.settled();
  await expect(e.part('Cut')).toBeVisible();
  expect(await e.pixel(1000, 900)).toEqual(brass);
  expect(await e.pixel(1000, 905)).toEqual(brass);

  // Inside, one piece is thrown away; the cutter, picked by its line, moves the edge that is left.
  await page.mouse.dblclick(...(await e.at(900, 1300)));
  await e.settled();
  await e.click(900, 1300);
  await page.keyboard.press('Delete');
  await e.settled();
  expect(await e.pixel(900, 1300)).toEqual(white);
  expect(await e.pixel(1000, 700)).toEqual(brass);
  await e.click(1350, 1025);
  await e.drag([1350, 1025], [1350, 1275]);
  expect(await e.pixel(1000, 1100)).toEqual(brass);
  await page.keyboard.press('Control+z');
  await e.settled();
  expect(await e.pixel(1000, 1100)).toEqual(white);
});

test('points are chosen, dragged, typed, smoothed and rounded; two of them move together', async ({
  page,
}) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  await e.tool('Path').click();
  for (const [x, y] of [
    [400, 400],
    [1200, 400],
    [1200, 1200],
    [400, 1200],
  ] as const) {
    await e.click(x, y);
  }
  await page.mouse.click(...(await e.at(400, 400)));
  await e.settled();
  await e.tool('Points').click();
  await expect(page.getByTestId(/^point-/)).toHaveCount(4);
  await page.getByTestId('point-0-1').click();
  await e.type('Point x', '1200');
  await e.type('Point y', '400');
  await page.keyboard.down('Shift');
  await page.getByTestId('point-0-2').click();
  await page.keyboard.up('Shift');
  await expect(page.getByTestId('card-panel')).toContainText('2 points');
  await e.type('Point x', '1500');
  expect(await e.pixel(1450, 800)).toEqual(brass);
  await page.keyboard.press('Shift+ArrowRight');
  await e.settled();
  expect(Number(await e.field('Point x').inputValue())).toBeCloseTo(1510, 3);

  // A second press soon after on an edge puts a point there; Delete takes it out.
  await page.mouse.dblclick(...(await e.at(900, 400)));
  await expect(page.getByTestId(/^point-/)).toHaveCount(5);
  await page.keyboard.press('Delete');
  await expect(page.getByTestId(/^point-/)).toHaveCount(4);

  await page.getByTestId('point-0-0').click();
  await e.type('Corner radius', '200');
  await page.getByRole('button', { name: 'Round these corners' }).click();
  await e.settled();
  expect(await e.pixel(430, 430)).toEqual(white);
  expect(await e.pixel(470, 470)).toEqual(brass);
  await page.keyboard.press('Escape');
  await expect(e.card('Round corners')).toBeVisible();
});

test('a blend is spaced by number, and the last transform is done again with copies', async ({ page }) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  await page.keyboard.press('s');
  await e.drag([200, 200], [400, 400], ['Shift']);
  await page.keyboard.press('s');
  await e.drag([1400, 1400], [1800, 1800], ['Shift']);
  await page.keyboard.press('Control+a');
  await e.stage('Repeat');
  await e.tool('Blend').click();
  await e.settled();
  await e.type('Copies', '1');
  expect(await e.pixel(950, 950)).toEqual(brass);
  await e.type('Copies', '2');
  expect(await e.pixel(950, 950)).toEqual(white);

  await page.keyboard.press('1');
  await page.keyboard.press('d');
  await e.drag([200, 1500], [300, 1600], ['Shift']);
  await e.drag([250, 1550], [400, 1550]);
  await page.keyboard.press('Shift+R');
  await e.settled();
  await page.keyboard.press('Shift+R');
  await e.settled();
  expect(await e.pixel(400, 1550)).toEqual(brass);
  expect(await e.pixel(550, 1550)).toEqual(brass);
  expect(await e.pixel(700, 1550)).toEqual(brass);
  expect(await e.pixel(475, 1550)).toEqual(white);

  await page.getByRole('radio', { name: 'top left' }).check();
  await e.type('Left x', '900');
  await e.type('Top y', '1700');
  expect(await e.field('Left x').inputValue()).toBe('900');
  expect(await e.pixel(905, 1705)).toEqual(brass);
  expect(await e.pixel(895, 1705)).toEqual(white);
});

test('an isometric grid is set by number and drawn on; guides slant', async ({ page }) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  await page.getByTestId('card-panel').getByRole('combobox', { name: 'Kind' }).click();
  await page.getByRole('option', { name: 'Isometric' }).click();
  await expect(page.getByTestId('grid')).toBeVisible();
  await e.type('Spacing', '200');
  await e.type('Slant 1', '30');
  await page.keyboard.press('g');
  // 200 / sin 60° along the axis at 30°, three times.
  const far = (3 * 200) / Math.sin(Math.PI / 3);
  const goal = [1000 + far * Math.cos(Math.PI / 6), 1000 + far / 2] as const;
  await e.drag([1006, 994], [goal[0] - 8, goal[1] + 7]);
  const value = async (name: string) => Number(await e.field(name).inputValue());
  expect((await value('End x')) - (await value('Start x'))).toBeCloseTo(far * Math.cos(Math.PI / 6), 2);
  expect((await value('End y')) - (await value('Start y'))).toBeCloseTo(far / 2, 2);
});

test('the tidy check finds a double and a near miss, shows them and mends them, undoably', async ({
  page,
}) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  await page.keyboard.press('d');
  await e.drag([300, 300], [700, 500]);
  await e.type('Width', '400');
  await e.type('Height', '200');
  await e.type('Centre x', '500');
  await e.type('Centre y', '400');
  await page.keyboard.press('Escape');
  await e.click(500, 400);
  await page.keyboard.press('Control+d');
  await e.settled();
  await page.keyboard.press('Control+d');
  await e.settled();
  await e.type('Centre x', '900.4');
  await e.type('Centre y', '470');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('Tidy check');
  await page.keyboard.press('Enter');
  const faults = page.getByRole('list', { name: 'Faults' }).getByRole('listitem');
  await expect(faults).toHaveCount(2);
  await expect(faults.nth(0)).toContainText('lies exactly on');
  await expect(faults.nth(1)).toContainText('by 0.4');
  await expect(page.getByTestId('tidy-mark')).toHaveCount(2);
  await faults.nth(0).getByRole('button').click();
  await expect(faults).toHaveCount(1);
  await page.getByRole('button', { name: 'Mend all 1' }).click();
  await expect(page.getByText('Nothing to mend.')).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(faults).toHaveCount(2);
});

test('a number typed once counts once: several parts turn by what was typed', async ({ page }) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  for (const x of [300, 1100]) {
    await page.keyboard.press('d');
    await e.drag([x, 300], [x + 400, 500]);
  }
  await page.keyboard.press('Control+a');
  await e.type('Turn by', '30');
  await e.choose('Rectangle');
  await e.settled();
  expect(await e.field('Turn').inputValue()).toBe('30');
});

test('freehand drawing comes to a smooth path that can be smoothed and closed', async ({ page }) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  await page.getByRole('button', { name: 'More like Path' }).click();
  await page.getByRole('menuitem', { name: 'Freehand' }).click();
  await e.type('Smoothness', '4');
  const around = (i: number) => e.at(1000 + 500 * Math.cos(i / 6), 1000 + 500 * Math.sin(i / 6));
  await page.mouse.move(...(await around(0)));
  await page.mouse.down();
  for (let i = 1; i <= 38; i++) await page.mouse.move(...(await around(i)));
  await page.mouse.up();
  await e.settled();
  await expect(e.part('Path')).toBeVisible();
  expect(await e.pixel(1000, 1000)).toEqual(brass);
  expect(await e.pixel(300, 300)).toEqual(white);
  await e.tool('Points').click();
  await expect(page.getByTestId(/^point-/).first()).toBeVisible();
  expect(await page.getByTestId(/^point-/).count()).toBeLessThan(14);
});

test('a design has several sheets; parts are copied from one to another, and undo brings a sheet back', async ({
  page,
}) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  await page.keyboard.press('d');
  await e.drag([300, 300], [700, 500]);
  expect(await e.pixel(500, 400)).toEqual(brass);
  await page.keyboard.press('Control+c');
  const sheets = page.getByRole('navigation', { name: 'Sheets' });
  await sheets.getByRole('button', { name: 'Add a sheet' }).click();
  await e.settled();
  await expect(sheets.getByRole('button', { name: 'Sheet 2' })).toHaveAttribute('aria-current', 'true');
  expect(await e.pixel(500, 400)).toEqual(white);
  await page.keyboard.press('Control+v');
  await e.settled();
  expect(await e.pixel(500, 400)).toEqual(brass);
  await sheets.getByRole('button', { name: 'Sheet 1' }).click();
  await e.settled();
  await expect(page.getByRole('treeitem')).toHaveCount(1);
  await sheets.getByRole('button', { name: 'Sheet 2' }).click();
  await e.settled();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Remove this sheet' }).click();
  await e.settled();
  await expect(sheets.getByRole('button', { name: 'Sheet 2' })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await e.settled();
  await sheets.getByRole('button', { name: 'Sheet 2' }).click();
  await e.settled();
  expect(await e.pixel(500, 400)).toEqual(brass);
  // Undone to before the second sheet was there, the first is shown.
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await e.settled();
  await expect(sheets.getByRole('button', { name: 'Sheet 1' })).toHaveAttribute('aria-current', 'true');
  await e.saved();
});
