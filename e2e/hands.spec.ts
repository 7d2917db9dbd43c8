import { Editor } from './editor';
import { Hand } from './hand';
import { expect, test } from './test';

test('numbers typed during a drag are met exactly, and Escape gives the drag back', async ({ page }) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  // A rectangle of a typed size, from where the press began.
  await page.keyboard.press('d');
  await page.mouse.move(...(await e.at(300, 300)));
  await page.mouse.down();
  await page.mouse.move(...(await e.at(700, 500)), { steps: 4 });
  await page.keyboard.type('640 320');
  await expect(page.getByTestId('sheet').getByText('640 320 ⏎')).toBeVisible();
  await page.keyboard.press('Enter');
  await page.mouse.up();
  await e.settled();
  expect(await e.field('Width').inputValue()).toBe('640');
  expect(await e.field('Height').inputValue()).toBe('320');

  // Moved by a distance and by both shifts; the letters of tools do nothing meanwhile.
  const x = Number(await e.field('Centre x').inputValue());
  await page.mouse.move(...(await e.at(x, 460)));
  await page.mouse.down();
  await page.mouse.move(...(await e.at(x + 200, 460)), { steps: 4 });
  await page.keyboard.type('s25.4mm');
  await page.keyboard.press('Enter');
  await page.mouse.up();
  await e.settled();
  expect(Number(await e.field('Centre x').inputValue())).toBeCloseTo(x + 96, 2);

  await page.mouse.move(...(await e.at(x + 96, 460)));
  await page.mouse.down();
  await page.mouse.move(...(await e.at(x + 300, 700)), { steps: 4 });
  await page.keyboard.type('50');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await e.settled();
  expect(Number(await e.field('Centre x').inputValue())).toBeCloseTo(x + 96, 2);

  // What is typed into a field and given up by Escape is not taken.
  await e.field('Width').fill('111');
  await e.field('Width').press('Escape');
  expect(await e.field('Width').inputValue()).toBe('640');

  // A handle takes its own number: the corner's radius.
  const handle = page.getByTestId('handle-topLeft');
  const box = await handle.boundingBox();
  if (!box) throw new Error('The corner has no handle.');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 20, box.y + 20, { steps: 3 });
  await page.keyboard.type('90');
  await page.mouse.up();
  await e.settled();
  expect(await e.field('Top left').inputValue()).toBe('90');
  await page.keyboard.press('Control+z');
  await e.settled();
  expect(await e.field('Top left').inputValue()).toBe('0');
});

test('the dial offers what fits, by key, by stroke and by number', async ({ page }) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  await page.mouse.move(...(await e.at(1000, 1000)));
  await page.keyboard.press('q');
  await expect(page.getByRole('menu', { name: 'Dial' })).toBeVisible();
  await page.keyboard.press('1');
  await e.drag([500, 500], [900, 900]);
  await expect(e.part('Disc')).toBeVisible();

  // A stroke with the right button, to the right.
  const [x, y] = await e.at(700, 700);
  await page.mouse.move(x, y);
  await page.mouse.down({ button: 'right' });
  await expect(page.getByRole('menu', { name: 'Dial' })).toBeVisible();
  await page.mouse.move(x + 60, y, { steps: 4 });
  await page.mouse.up({ button: 'right' });
  await expect(page.getByRole('menu', { name: 'Dial' })).toHaveCount(0);
  await expect(e.card('Round corners')).toBeVisible();

  await page.mouse.click(x, y, { button: 'right' });
  await expect(page.getByRole('menuitem', { name: 'Duplicate in place' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('menu', { name: 'Dial' })).toHaveCount(0);
});

test('a scrub and a drag in the colour picker show at once and are one change each', async ({ page }) => {
  const e = new Editor(page);
  await e.blank('Mark or badge');
  await page.keyboard.press('s');
  await e.drag([600, 600], [1400, 1400]);
  const label = page.getByTestId('card-panel').getByText('Width', { exact: true });
  const box = await label.boundingBox();
  if (!box) throw new Error('There is no width.');
  const before = Number(await e.field('Width').inputValue());
  await page.mouse.move(box.x + 10, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + 110, box.y + 8, { steps: 12 });
  await page.mouse.up();
  await e.settled();
  expect(Number(await e.field('Width').inputValue())).toBe(before + 50);
  await page.keyboard.press('Control+z');
  await e.settled();
  expect(Number(await e.field('Width').inputValue())).toBe(before);

  await e.card('Fill').click();
  await page.getByRole('button', { name: /open the colour picker/ }).click();
  const picker = await page.getByTestId('chroma-field').boundingBox();
  if (!picker) throw new Error('The picker is not open.');
  await page.mouse.move(picker.x + 10, picker.y + 10);
  await page.mouse.down();
  await page.mouse.move(picker.x + 150, picker.y + 30, { steps: 10 });
  await e.settled();
  const during = await e.pixel(1000, 1000);
  expect(during).not.toEqual([0x9a, 0x6b, 0x1f]);
  // Let go outside of the picker.
  await page.mouse.move(picker.x - 60, picker.y + 30);
  await page.mouse.up();
  await page.keyboard.press('Escape');
  await page.getByTestId('sheet').focus();
  await page.keyboard.press('Control+z');
  await e.settled();
  expect(await e.pixel(1000, 1000)).toEqual([0x9a, 0x6b, 0x1f]);
});

test('parts come before guides, which are taken on the rulers; Shift before the press drags straight', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  // Over the two guides through the middle of the sheet.
  const name = await e.draw('Rectangle', { Width: 400, Height: 400, 'Centre x': 1000, 'Centre y': 1000 });
  await page.keyboard.press('Escape');
  await expect(page.getByRole('treeitem', { selected: true })).toHaveCount(0);
  await e.click(1000, 1100);
  expect(await e.chosen()).toBe(name);
  await e.drag([1000, 1100], [1200, 1150], ['Control']);
  expect(Number(await e.field('Centre x').inputValue())).toBeCloseTo(1200, -1);
  await page.keyboard.press('Control+z');
  await e.settled();

  // Shift is held before the press: the part stays chosen and moves level.
  await e.drag([1100, 1100], [1400, 1130], ['Shift', 'Control']);
  expect(await e.chosen()).toBe(name);
  expect(await e.field('Centre y').inputValue()).toBe('1000');
  expect(Number(await e.field('Centre x').inputValue())).toBeGreaterThan(1250);
  // A press with Shift that does not move takes it out of the choice.
  await page.keyboard.down('Shift');
  await e.click(1350, 1100);
  await page.keyboard.up('Shift');
  await expect(page.getByRole('treeitem', { selected: true })).toHaveCount(0);

  // The upright guide by its mark on the ruler, and the level one where nothing lies under it.
  const mark = await page.getByTestId('guide-mark-middle-x').boundingBox();
  if (!mark) throw new Error('The guide has no mark.');
  await page.mouse.move(mark.x + mark.width / 2, mark.y + mark.height / 2);
  await page.mouse.down();
  await page.mouse.move(...(await e.at(1300, 500)), { steps: 3 });
  await page.mouse.up();
  await e.settled();
  await e.drag([300, 1000], [320, 700]);
  await e.saved();
  const { document } = await (
    await page.request.get(`/api/designs/${new URL(page.url()).pathname.split('/').pop()}`)
  ).json();
  const at = (id: string) => document.sheets[0].guides.find((g: { id: string }) => g.id === id).at;
  expect(Math.abs(at('middle-x') - 1300)).toBeLessThan(8);
  expect(Math.abs(at('middle-y') - 700)).toBeLessThan(8);

  // One turn of the wheel with Ctrl, however large, keeps what is looked at in sight.
  const zoom = async () => Number.parseFloat(await page.getByTestId('zoom').innerText());
  const before = await zoom();
  await page.keyboard.down('Control');
  await page.mouse.wheel(0, 240);
  await page.keyboard.up('Control');
  await expect.poll(zoom).toBeLessThan(before);
  expect(await zoom()).toBeGreaterThan(before * 0.7);
});
