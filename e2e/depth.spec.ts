import { openBare, openChanged, without } from './copies';
import { expectLike, Hand } from './hand';
import { construction, expect, test } from './test';

test.describe.configure({ timeout: 240_000 });

test('a slab is dragged by its grip, follows the lamp, and becomes plain paths', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Rectangle', { Width: 600, Height: 400, 'Centre x': 900, 'Centre y': 900 });
  await e.colour('#d9a441');
  await e.stage('Depth');
  await e.tool('Slab').click();
  await e.settled();
  // Its card is at hand: the numbers, and the grip for both of them.
  await e.fill({ Direction: 45, Depth: 200 });
  const [right, below] = [
    [1280, 900],
    [900, 1190],
  ] as const;
  const shade = await e.pixel(...right);
  // The usual lamp stands at the upper left: both sides that are seen lie in the shade.
  expect(await e.pixel(...below)).toEqual(shade);
  await e.grip('far', '150 45');
  expect(await e.field('Depth').inputValue()).toBe('150');

  // The lamp is dragged to the right: the right side lights up while it is on its way.
  const lamp = await page.getByTestId('lamp').boundingBox();
  if (!lamp) throw new Error('There is no lamp.');
  const [lx, ly] = [lamp.x + lamp.width / 2, lamp.y + lamp.height / 2];
  const [mx, my] = await e.at(1700, 1000);
  await page.mouse.move(lx, ly);
  await page.mouse.down();
  await page.mouse.move(mx - 40, my, { steps: 4 });
  await page.mouse.move(mx, my);
  await e.settled();
  const underWay = await e.pixel(...right);
  expect(underWay[0]).toBeGreaterThan(shade[0] + 30);
  await page.mouse.up();
  await e.settled();
  const lit = await e.pixel(...right);
  expect(await e.pixel(...below)).toEqual(shade);
  await page.keyboard.press('Control+z');
  await e.settled();
  expect(await e.pixel(...right)).toEqual(shade);
  await page.keyboard.press('Control+Shift+z');
  await e.settled();
  expect(await e.pixel(...right)).toEqual(lit);
  // As numbers it stands with the sheet.
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await e.type('Light from', '180');
  expect(await e.pixel(...right)).toEqual(shade);
  expect((await e.pixel(...below))[0]).toBeGreaterThan(shade[0] + 30);

  // Let go of the lamp, it has a light of its own.
  await e.choose('Rectangle');
  await e.card('Fill').first().click();
  await e.pickOption('Lit by', 'Its own light');
  await e.fill({ 'Light from': 90 });
  expect((await e.pixel(...right))[0]).toBeGreaterThan(shade[0] + 30);
  const before = [await e.pixel(...right), await e.pixel(...below), await e.pixel(900, 900)];
  await page.getByRole('button', { name: 'More like Slab' }).click();
  await page.getByRole('menuitem', { name: 'Thickness to paths' }).click();
  await e.settled();
  await expect(e.part('Rectangle thickness')).toBeVisible();
  expect([await e.pixel(...right), await e.pixel(...below), await e.pixel(900, 900)]).toEqual(before);
});

test('several parts vanish toward one point, which is dragged; words stay words', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  const disc = await e.draw('Circle', { Width: 300, Height: 300, 'Centre x': 500, 'Centre y': 500 });
  const name = await e.words(900, 560, 'TARN');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+a');
  await e.stage('Depth');
  await e.tool('Vanish').click();
  await e.settled();
  await e.choose(name);
  await e.card('Vanish').click();
  await e.fill({ 'Vanishing point x': 1000, 'Vanishing point y': 1700 });
  await e.grip('point', '1200 1650');
  expect(await e.field('Vanishing point x').inputValue()).toBe('1200');
  const places = async () => (await page.getByTestId('chosen-outline').first().getAttribute('d'))?.length;
  const before = await places();
  await e.card('Lettering').click();
  await page.getByRole('button', { name: 'Type on the sheet' }).click();
  await page.keyboard.press('End');
  await page.keyboard.type('S');
  await page.keyboard.press('Escape');
  await e.settled();
  await expect(e.card('Vanish')).toBeVisible();
  expect(await places()).toBeGreaterThan(before ?? 0);
  // The point may be another part’s middle, and goes with it.
  await e.choose(`${name}S`);
  await e.card('Vanish').click();
  await e.pickOption('Vanishes at', disc);
  await expect(e.field('Vanishing point x')).toHaveCount(0);
});

construction(
  'light and shade: the visitor pin gets its thickness, sheen, edge lights and shadows by hand',
  async ({ page }) => {
    const e = new Hand(page);
    await openBare(e, 'Visitor pin', {
      Depth: () => ({ coats: [], finishes: [] }),
      Arrowhead: () => ({ finishes: [] }),
      Globe: () => ({ finishes: [] }),
    });
    await e.choose('Depth');
    await e.stage('Depth');
    await e.tool('Slab').click();
    await e.settled();
    await e.fill({ Direction: 118, Depth: 130 });
    await e.card('Fill').click();
    await e.fill({
      'In the light, hex or RGB': '#3f8089',
      'In the shade, hex or RGB': '#0a1626',
      'Light all round': 12,
    });
    await e.tool('Soft shadow').click();
    await e.settled();
    await e.pickOption('Lies', 'By the lamp');
    await e.fill({ 'Colour, hex or RGB': '#14213d', 'Stands over': 90, Softness: 110, Opacity: 40 });
    await e.choose('Arrowhead');
    await page.getByRole('button', { name: 'More like Glow' }).click();
    await page.getByRole('menuitem', { name: 'Sheen' }).click();
    await e.settled();
    await e.fill({ Width: 100 });
    const edgeLight = async (fields: Record<string, number>) => {
      await page.getByRole('button', { name: 'More like Glow' }).click();
      await page.getByRole('menuitem', { name: 'Edge light' }).click();
      await e.settled();
      await e.fill(fields);
    };
    await edgeLight({ Width: 12, Softness: 8, Opacity: 70 });
    await e.choose('Globe');
    await e.shadow(
      { 'Shift x': -22, 'Shift y': -22, Softness: 46, Opacity: 55, 'Colour, hex or RGB': '#14213d' },
      'Multiply',
    );
    await e.pickOption('Falls', 'Into it');
    await edgeLight({ Width: 9, Softness: 6, Opacity: 90 });
    await e.shadow({ Softness: 34, Opacity: 55, 'Colour, hex or RGB': '#14213d' }, 'Multiply');
    await e.pickOption('Lies', 'By the lamp');
    await e.fill({ 'Stands over': 26 });
    await expectLike(e, 'Visitor pin');
  },
);

test('a glow too dark to lighten says so on its card, and one press sets it right', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Circle', { Width: 500, Height: 500, 'Centre x': 1000, 'Centre y': 1000 });
  await e.stage('Depth');
  await e.tool('Glow').click();
  await e.settled();
  await e.fill({ 'Colour, hex or RGB': '#050505' });
  await expect(page.getByText('So dark a colour cannot be seen where it only lightens.')).toBeVisible();
  await page.getByRole('button', { name: 'Multiply instead' }).click();
  await e.settled();
  await expect(page.getByText('So dark a colour')).toHaveCount(0);
  await expect(page.getByTestId('card-panel').getByRole('combobox', { name: 'Blend mode' })).toHaveText(
    'Multiply',
  );
});

construction(
  'the word-mark: a dot given to a lamp, a bevel, a turn and a shadow on the floor',
  async ({ page }) => {
    const e = new Hand(page);
    await openChanged(e, 'Tarn word-mark', (d) => without(d, 'Tarnside'));
    await e.words(1000, 760, 'Tarnside');
    await e.face('Lilita One');
    await e.type('Size', '470');
    await e.pickOption('Alignment', 'Centre');
    await e.type('Turn', '-4');
    await e.letters(5);
    await e.pickOption('Piece 2', 'Lamp');
    const panel = page.getByRole('region', { name: 'Letter', exact: true });
    for (const [name, value] of [
      ['Height', '180'],
      ['Shift y', '-23.5'],
    ] as const) {
      const field = panel.getByLabel(name, { exact: true }).last();
      await field.fill(value);
      await field.press('Enter');
      await e.settled();
    }
    await panel.getByLabel('Own look').last().click();
    await e.settled();
    await page.getByLabel('Words on the sheet').focus();
    await page.keyboard.press('Escape');
    await e.card('Fill').click();
    await e.gradient(
      'Linear',
      [0.5, 0, 0.5, 1],
      [
        [0, '#f3d9a0'],
        [1, '#8a5a1c'],
        [0.5, '#c98f3a'],
      ],
    );
    await e.stage('Depth');
    await e.tool('Bevel').click();
    await e.settled();
    await e.fill({ Width: 20, Height: 22, Shine: 50 });
    await page.getByRole('button', { name: 'More like Soft shadow' }).click();
    await page.getByRole('menuitem', { name: 'Floor shadow' }).click();
    await e.settled();
    await e.fill({
      Height: 50,
      Slant: 42,
      Softness: 10,
      'Softer far off': 400,
      'Left far off': 10,
      Opacity: 35,
    });
    await expectLike(e, 'Tarn word-mark');
    // Words stay words: another letter has its rim as well.
    await e.card('Lettering').click();
    await page.getByRole('button', { name: 'Type on the sheet' }).click();
    await page.keyboard.press('End');
    await page.keyboard.type('s');
    await page.keyboard.press('Escape');
    await e.settled();
    await expect(e.card('Bevel')).toBeVisible();
  },
);

test('a part is turned in space by its ball, put on planes of the grid, and its corners are dragged', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Rectangle', { Width: 600, Height: 600, 'Centre x': 1000, 'Centre y': 1000 });
  await e.colour('#2f6f7a');
  const inside = async (x: number, y: number) => (await e.pixel(x, y))[0] < 200;
  expect(await inside(1280, 1000)).toBe(true);
  await e.stage('Depth');
  await e.tool('Turn in space').click();
  await e.settled();
  expect(await e.field('Swing').inputValue()).toBe('35');
  // The right side goes away: it is nearer to the middle, and lower than the left one.
  expect(await inside(1280, 1000)).toBe(false);
  const ball = await page.getByTestId('handle-ball').boundingBox();
  if (!ball) throw new Error('There is no ball.');
  await page.mouse.move(ball.x + ball.width / 2, ball.y + ball.height / 2);
  await page.mouse.down();
  const [cx, cy] = await e.at(1000, 1000);
  await page.mouse.move(cx - 20, cy - 10, { steps: 3 });
  await page.mouse.move(cx, cy, { steps: 3 });
  await page.mouse.up();
  await e.settled();
  expect([await e.field('Swing').inputValue(), await e.field('Tilt').inputValue()]).toEqual(['0', '0']);
  expect(await inside(1280, 1000)).toBe(true);
  await e.fill({ Tilt: 90 });
  await expect(page.getByText('Seen from its edge there is nothing of it.').first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await e.settled();

  const planes = async (word: string) => {
    await page.getByRole('button', { name: 'More like Turn in space' }).click();
    await page.getByRole('menuitem', { name: word, exact: true }).click();
    await e.settled();
  };
  await planes('Onto the left plane');
  // Its upper left corner has risen, its sides stay upright.
  expect(await inside(760, 600)).toBe(true);
  expect(await inside(1240, 720)).toBe(false);
  await planes('Onto the right plane');
  expect(await inside(1240, 600)).toBe(true);
  await planes('Off its plane');
  expect(await inside(1280, 1280)).toBe(true);
  expect(await inside(1240, 600)).toBe(false);

  await planes('Four corners');
  const before = await inside(1280, 720);
  await e.grip('topRight', '60 40');
  expect([before, await inside(1280, 720)]).toEqual([true, false]);
  expect(await e.field('Top right x').inputValue()).toBe('60');
});

test('a part casts its shadow onto another and nowhere else, and both can be moved', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  const ground = await e.draw('Rectangle', { Width: 900, Height: 900, 'Centre x': 1000, 'Centre y': 1000 });
  await e.colour('#e6e9f2');
  const disc = await e.draw('Circle', { Width: 300, Height: 300, 'Centre x': 1000, 'Centre y': 900 });
  await e.colour('#b23a48');
  await e.choose(ground);
  await e.stage('Depth');
  await page.getByRole('button', { name: 'More like Soft shadow' }).click();
  await page.getByRole('menuitem', { name: 'Cast shadow' }).click();
  await e.settled();
  await expect(page.getByText('Choose the part that casts the shadow.')).toBeVisible();
  await e.pickOption('Cast by', disc);
  await e.fill({ 'Stands over': 250, Softness: 10 });
  const paper = [0xe6, 0xe9, 0xf2];
  // The usual lamp stands at the upper left, half way up.
  const [x, y] = [1000 + 250 * Math.SQRT1_2, 900 + 250 * Math.SQRT1_2];
  expect(await e.pixel(x + 60, y + 60)).not.toEqual(paper);
  expect(await e.pixel(700, 1300)).toEqual(paper);
  await e.choose(disc);
  await e.fill({ 'Centre x': 1400, 'Centre y': 1400 });
  expect(await e.pixel(x + 60, y + 60)).toEqual(paper);
  // Beyond the part that it falls on there is none of it.
  expect(await e.pixel(1640, 1640)).toEqual([255, 255, 255]);
});
