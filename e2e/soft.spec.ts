import { Hand } from './hand';
import { expect, test } from './test';

test.describe.configure({ timeout: 180_000 });

test('a blur runs along a direction, about a place and toward the edge, each by its grips', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Rectangle', { Width: 600, Height: 400, 'Centre x': 1000, 'Centre y': 1000 });
  await e.colour('#b23a48');
  await e.stage('Depth');
  await e.tool('Blur').click();
  await e.settled();
  await e.pickOption('Way', 'Along');
  await e.fill({ Softness: 160, Direction: 0 });
  // Soft to the right, sharp above.
  const beside = await e.pixel(1330, 1000);
  expect(beside[1]).toBeGreaterThan(0x3a + 40);
  expect(beside[1]).toBeLessThan(250);
  expect(await e.pixel(1000, 790)).toEqual([255, 255, 255]);
  expect((await e.pixel(1000, 812))[1]).toBeLessThan(0x3a + 8);
  await e.grip('amount', '160 90');
  expect(await e.field('Direction').inputValue()).toBe('90');
  expect(await e.pixel(1320, 1000)).toEqual([255, 255, 255]);
  expect((await e.pixel(1000, 785))[1]).toBeLessThan(250);

  await e.pickOption('Way', 'Around');
  const amount = await page.getByTestId('handle-amount').boundingBox();
  if (!amount) throw new Error('There is no grip.');
  await page.mouse.move(amount.x + amount.width / 2, amount.y + amount.height / 2);
  await page.mouse.down();
  await page.mouse.move(...(await e.at(1150, 1150)), { steps: 4 });
  await page.mouse.up();
  await e.settled();
  expect(Number(await e.field('Turn').inputValue())).toBeCloseTo(45, 0);
  expect((await e.pixel(1000, 760))[1]).toBeLessThan(252);
  // The middle about which it turns stays as it is.
  expect((await e.pixel(1000, 1000))[1]).toBe(0x3a);

  await e.pickOption('Way', 'At the edge');
  await e.fill({ Softness: 60, Reach: 150 });
  const half = await e.pixel(1000, 800);
  expect(half[1]).toBeGreaterThan(120);
  expect(half[1]).toBeLessThan(180);
  expect((await e.pixel(1000, 960))[1]).toBe(0x3a);
  await e.flip('Keep within the outline');
  expect(await e.pixel(1000, 792)).toEqual([255, 255, 255]);
});

test('a bevel takes a profile of its own, whose points are added, dragged, typed and taken out', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Circle', { Width: 900, Height: 900, 'Centre x': 1000, 'Centre y': 1000 });
  await e.colour('#9a6b1f');
  await e.stage('Depth');
  await e.tool('Bevel').click();
  await e.settled();
  await e.fill({ Width: 200, Height: 160 });
  await e.pickOption('Profile', 'Own curve');
  const curve = page.getByRole('slider', { name: 'Own curve' });
  await expect(curve).toHaveAttribute('aria-valuetext', /of 4/);
  const box = await curve.boundingBox();
  if (!box) throw new Error('There is no curve.');
  const at = (x: number, y: number) => [box.x + x * box.width, box.y + (1 - y) * box.height] as const;
  // Where the curve is level the rim is as light as what lies flat; where it rises it is not.
  const flat = await e.pixel(1000, 1000);
  const onRim = (share: number): Promise<[number, number, number]> => {
    const r = (450 - 200 * share) * Math.SQRT1_2;
    return e.pixel(1000 - r, 1000 - r);
  };
  expect(await onRim(0.45)).toEqual(flat);
  expect((await onRim(0.75))[2]).toBeGreaterThan(flat[2] + 10);
  await page.mouse.click(...at(0.8, 0.75));
  await e.settled();
  await expect(curve).toHaveAttribute('aria-valuetext', /Point 4 of 5/);
  await page.mouse.move(...at(0.8, 0.75));
  await page.mouse.down();
  await page.mouse.move(...at(0.9, 0.3), { steps: 3 });
  await page.mouse.up();
  await e.settled();
  await expect(curve).toHaveAttribute('aria-valuetext', 'Point 4 of 5: height 30 % at 90 %');
  await e.type('Height of the point', '70');
  await expect(curve).toHaveAttribute('aria-valuetext', 'Point 4 of 5: height 70 % at 90 %');
  expect(await onRim(0.75)).toEqual(flat);
  await curve.press('Delete');
  await e.settled();
  await expect(curve).toHaveAttribute('aria-valuetext', /of 4/);
  // Each press, drag, number and key is one change.
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await e.settled();
  await expect(curve).toHaveAttribute('aria-valuetext', /30 % at 90 %/);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await e.settled();
  await expect(curve).toHaveAttribute('aria-valuetext', /of 4/);
});

test('letters cast shadows onto the letters before them', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.words(400, 1200, 'HH');
  await e.face('Lilita One');
  await e.fill({ Size: 900, Tracking: -40 });
  await e.colour('#f3d9a0');
  await e.shadow({ 'Shift x': -60, 'Shift y': 0, Softness: 10, Opacity: 60 });
  const row = () => Promise.all(Array.from({ length: 60 }, (_, i) => e.pixel(380 + 20 * i, 900)));
  const face = String([0xf3, 0xd9, 0xa0]);
  const whole = await row();
  await e.pickOption('Of', 'Each piece');
  const each = await row();
  // The second darkens what was bare of the first, left of its own stem; elsewhere all is as it was.
  const darker = whole.flatMap((p, i) => (String(p) === face && each[i][0] < 0xf3 - 60 ? [i] : []));
  expect(darker.length).toBeGreaterThan(0);
  expect(darker.length).toBeLessThan(6);
  expect(whole.filter((p, i) => String(p) !== String(each[i])).length).toBeLessThan(8);
});

test('rays show what the lamp lights while it is held; the tidy check tells what disagrees', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  for (const [x, kind] of [
    [600, 'Bevel'],
    [1400, 'Bevel'],
  ] as const) {
    await e.draw('Circle', { Width: 400, Height: 400, 'Centre x': x, 'Centre y': 1000 });
    await e.colour('#9a6b1f');
    await e.stage('Depth');
    await e.tool(kind).click();
    await e.settled();
  }
  const lamp = await page.getByTestId('lamp').locator('circle').last().boundingBox();
  if (!lamp) throw new Error('There is no lamp.');
  await page.mouse.move(lamp.x + 7, lamp.y + 7);
  await page.mouse.down();
  await page.mouse.move(lamp.x + 60, lamp.y + 20, { steps: 4 });
  await e.settled();
  await expect(page.getByTestId('rays')).toHaveAttribute('d', /M.*M/);
  await page.mouse.up();
  await e.settled();
  await expect(page.getByTestId('rays')).toHaveAttribute('d', '');
  await e.pickOption('Lit by', 'Its own light');
  await e.fill({ 'Light from': 135 });
  await page.keyboard.press('Escape');
  await e.stage('Draw');
  await e.command('Tidy check');
  const fault = page
    .getByRole('list', { name: 'Faults' })
    .getByText(/bevel has its light \d+° from the lamp/);
  await expect(fault).toBeVisible();
  await page.getByRole('button', { name: /^Mend: .* has its light/ }).click();
  await expect(page.getByText('Nothing to mend.')).toBeVisible();
});

test('new parts are drawn straight on a plane', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.stage('Depth');
  await page.getByRole('button', { name: 'More like Turn in space' }).click();
  await page.getByRole('menuitem', { name: 'Onto the left plane', exact: true }).click();
  await e.settled();
  await e.stage('Draw');
  await e.take('Rectangle');
  await e.drag([600, 600], [1000, 1200]);
  await e.settled();
  // Its sides are upright, its edges run down at 30°.
  const ink = async (x: number, y: number) => (await e.pixel(x, y))[0] < 200;
  expect([await ink(620, 660), await ink(980, 1150)]).toEqual([true, true]);
  expect([await ink(960, 640), await ink(640, 1160)]).toEqual([false, false]);
  expect(Number(await e.field('Turn').inputValue())).toBeCloseTo(30, 3);
  await page.keyboard.press('Escape');
  await page.getByRole('combobox', { name: 'Draw on' }).click();
  await page.getByRole('option', { name: 'Flat' }).click();
  await e.settled();
  await e.take('Rectangle');
  await e.drag([1200, 600], [1500, 900]);
  await e.settled();
  expect(await e.field('Turn').inputValue()).toBe('0');
});

test('a chamfer gives letters faces and ridges in one press, and plain paths in another', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.words(350, 1250, 'HT');
  await e.face('Lilita One');
  await e.fill({ Size: 900 });
  await e.colour('#d9a441');
  await e.stage('Depth');
  await page.getByRole('button', { name: 'More like Bevel' }).click();
  await page.getByRole('menuitem', { name: 'Chamfer' }).click();
  await e.settled();
  await e.fill({ Width: 200, Height: 120 });
  // The left half of the first stem faces the lamp, the right half does not.
  const shades = await Promise.all([0, 1, 2, 3, 4, 5].map((i) => e.pixel(400 + 40 * i, 1000)));
  const light = shades.map((c) => c[0]);
  expect(Math.max(...light) - Math.min(...light)).toBeGreaterThan(30);
  await page.getByRole('button', { name: 'More like Slab' }).click();
  await page.getByRole('menuitem', { name: 'Thickness to paths' }).click();
  await e.settled();
  await expect(e.part('HT thickness')).toBeVisible();
  const after = await Promise.all([0, 1, 2, 3, 4, 5].map((i) => e.pixel(400 + 40 * i, 1000)));
  for (const [i, c] of after.entries())
    for (const k of [0, 1, 2]) expect(Math.abs(c[k] - shades[i][k])).toBeLessThanOrEqual(2);
});
