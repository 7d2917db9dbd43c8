import { Hand, serverPixels } from './hand';
import { expect, test } from './test';

test.describe.configure({ timeout: 180_000 });

const ink = [0x33, 0x66, 0x99];

/** A sheet with a rectangle in its middle that runs from white on the left to black. */
async function ramp(e: Hand, width: number, height: number): Promise<void> {
  await e.blank('Mark or badge');
  await e.draw('Rectangle', { Width: width, Height: height, 'Centre x': 1000, 'Centre y': 1000 });
  await e.card('Fill').click();
  await e.gradient(
    'Linear',
    [0, 0.5, 1, 0.5],
    [
      [0, '#ffffff'],
      [1, '#000000'],
    ],
  );
}

test('a shape takes waves, a bow and a swell, each by numbers and by its grips', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Rectangle', { Width: 1200, Height: 300, 'Centre x': 1000, 'Centre y': 1000 });
  await e.colour('#336699');
  await e.stage('Bend');
  await e.tool('Wave').click();
  await e.settled();
  await e.fill({ 'Wave length': 400, Height: 100, Phase: 0 });
  // Crests rise at a quarter of a wave past the middle, troughs sink before it.
  expect(await e.pixel(1100, 780)).toEqual(ink);
  expect(await e.pixel(900, 780)).toEqual([255, 255, 255]);
  expect(await e.pixel(900, 1220)).toEqual(ink);
  // The grip of the height lies on a crest: dragged down through the middle, crests are troughs.
  await e.dragGrip('height', 1100, 1080);
  expect(Number(await e.field('Height').inputValue())).toBeCloseTo(-80, 0);
  expect(await e.pixel(900, 800)).toEqual(ink);
  await e.pickOption('Form', 'Pointed');
  expect(await e.pixel(900, 780)).toEqual(ink);

  await page.getByRole('button', { name: 'Switch off Wave' }).click();
  await e.step('Bend', 'Bow', { Turn: 90 });
  // An arc of a radius of 2400 / π about a place below: its middle stays, its ends sink.
  expect(await e.pixel(1000, 870)).toEqual(ink);
  expect(await e.pixel(500, 900)).toEqual([255, 255, 255]);
  await e.dragGrip('turn', 1550, 1000);
  expect(Math.abs(Number(await e.field('Turn').inputValue()))).toBeLessThan(1);
  expect(await e.pixel(500, 900)).toEqual(ink);
  await e.step('Bend', 'Swell', { 'Points in': 20, 'Spans out': 50 }, 'Bow');
  // The middles of the long sides go out from 150 by half of that.
  expect(await e.pixel(1000, 790)).toEqual(ink);
  expect(await e.pixel(420, 870)).toEqual([255, 255, 255]);
});

test('a bend grid over lettering: a node dragged, more at once, rows added without a change, the words typed on', async ({
  page,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.words(500, 1000, 'Hollin');
  await e.fill({ Size: 400 });
  await e.stage('Bend');
  await e.tool('Bend grid').click();
  await e.settled();
  const columns = () => e.field('Columns').inputValue();
  await e.dragGrip('node-5', 840, 700);
  const bent = await e.box('node-5');
  const [nodeX, nodeY] = await e.at(840, 700);
  expect(Math.hypot(bent.x - nodeX, bent.y - nodeY)).toBeLessThan(1.5);
  // A row and a column more: nothing moves.
  const before = await e.sheetPicture();
  await e.fill({ Rows: 4, Columns: 5 });
  expect(await columns()).toBe('5');
  expect(await e.sheetPicture()).toEqual(before);
  // Two nodes go together, and on by the arrow keys.
  await page.getByTestId('handle-node-0').click();
  await page.getByTestId('handle-node-5').click({ modifiers: ['Shift'] });
  await expect(page.getByRole('button', { name: 'Reset 2 nodes' })).toBeVisible();
  const corner = await e.box('node-0');
  await page.getByTestId('sheet').focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowLeft');
  await e.settled();
  expect((await e.box('node-0')).x).toBeLessThan(corner.x - 5);
  await page.getByRole('button', { name: 'Reset 2 nodes' }).click();
  await e.settled();
  expect((await e.box('node-0')).x).toBeCloseTo(corner.x, 0);
  await e.pickOption('Start from', 'Canopy');
  // Typed on, the words stay under their canopy, which is as wide as they are.
  await e.card('Lettering').click();
  const wide = await e.box('node-0').catch(() => null);
  await page.getByRole('textbox', { name: 'Words' }).fill('Hollin Tarn');
  await e.settled();
  await e.card('Bend grid').click();
  await e.settled();
  expect((await e.box('node-5')).x).toBeGreaterThan((wide?.x ?? corner.x) + 150);
});

test('bend pins are pressed onto the part, dragged and taken out', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Rectangle', { Width: 1200, Height: 300, 'Centre x': 1000, 'Centre y': 1000 });
  await e.colour('#336699');
  await e.stage('Bend');
  await e.tool('Bend pins').click();
  await e.settled();
  for (const x of [500, 1000, 1500]) {
    await page.mouse.click(...(await e.at(x, 1000)));
    await e.settled();
  }
  await e.dragGrip('pin-1', 1000, 1300);
  expect(await e.pixel(1000, 1250)).toEqual(ink);
  expect(await e.pixel(1000, 900)).toEqual([255, 255, 255]);
  await expect(page.getByText('Pin 2 of 3')).toBeVisible();
  // Turned by its own grip it takes a size, and its turn is told.
  await e.fill({ Turn: 30 });
  expect(Number(await e.field('Radius').inputValue())).toBe(12);
  await page.keyboard.press('Escape');
  await page.getByTestId('handle-pin-1').click();
  await page.getByTestId('sheet').focus();
  await page.keyboard.press('Delete');
  await e.settled();
  await expect(page.getByTestId('handle-pin-2')).toHaveCount(0);
  await expect(page.getByRole('treeitem')).toHaveCount(1);
  expect(await e.pixel(1000, 900)).toEqual(ink);
});

test('a painted part bends with its gradient and its blur, on screen as on the server', async ({ page }) => {
  const e = new Hand(page);
  await ramp(e, 1200, 600);
  await e.step('Bend', 'Twist as painted', { Radius: 700, Turn: 180 }, 'Twist');
  // The middle is turned half round: what was light on the left lies dark there, near the centre.
  const [left, right] = [await e.pixel(930, 1000), await e.pixel(1070, 1000)];
  expect(left[0]).toBeLessThan(right[0]);
  expect((await e.pixel(500, 1000))[0]).toBeGreaterThan(200);
  await e.stage('Depth');
  await e.tool('Blur').click();
  await e.settled();
  await e.fill({ Softness: 60 });
  await e.step('Bend', 'Wave as painted', { 'Wave length': 600, Height: 120 }, 'Wave');
  const server = await serverPixels(e, 2000);
  for (const [x, y] of [
    [700, 900],
    [1000, 1000],
    [1200, 1100],
    [1450, 950],
  ])
    for (const [k, v] of (await e.pixel(x, y)).entries())
      expect(Math.abs(v - server(x, y)[k])).toBeLessThan(8);
});

test('lettering lies along another part, and keeps its line once that is gone', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  const ring = await e.draw('Circle', { Width: 1200, Height: 1200, 'Centre x': 1000, 'Centre y': 1000 });
  await e.words(300, 300, 'Hollin Tarn');
  await e.step('Bend', 'Along a path', {});
  await e.pickOption('Along', ring);
  const from = await e.box('from');
  await e.choose(ring);
  await page.getByTestId('sheet').focus();
  await page.keyboard.press('Delete');
  await e.settled();
  await e.choose('Hollin Tarn');
  await e.card('Along a path').click();
  // Its start stays where it was, on a line of its own.
  const after = await e.box('from');
  expect(Math.hypot(after.x - from.x, after.y - from.y)).toBeLessThan(1.5);
  await expect(page.getByTestId('card-panel').getByText('No part')).toBeVisible();
});

test('a gradient is folded into lines, put down to two tones by a chart, and comes to plain paths', async ({
  page,
}) => {
  const e = new Hand(page);
  await ramp(e, 1600, 1600);
  await e.step('Bend', 'Mirrored repetition', { Scale: 25, Angle: 60 });
  // The middle of the middle image is grey still, half of the lightness of white; along its direction light and dark take turns.
  expect(Math.abs((await e.pixel(1000, 1000))[0] - 99)).toBeLessThan(6);
  const along = (d: number) => e.pixel(1000 + d * Math.cos(Math.PI / 3), 1000 + d * Math.sin(Math.PI / 3));
  expect((await along(-190))[0]).toBeGreaterThan(235);
  expect((await along(190))[0]).toBeLessThan(20);
  expect((await along(210))[0]).toBeLessThan(20);
  await e.step('Bend', 'Threshold', { Level: 30 });
  await expect(page.getByTestId('tone-chart').locator('.recharts-bar-rectangle').first()).toBeAttached();
  expect(await along(190)).toEqual([0x1f, 0x2b, 0x38]);
  expect(await along(0)).toEqual([255, 255, 255]);
  await page.getByRole('button', { name: 'Tones to paths' }).click();
  await e.settled();
  await expect(page.getByRole('treeitem', { name: 'Rectangle in tones' })).toBeVisible();
  await e.choose('Rectangle');
  await page.keyboard.press('Delete');
  await e.settled();
  expect(await along(190)).toEqual([0x1f, 0x2b, 0x38]);
  expect(await along(0)).toEqual([255, 255, 255]);
});

test('a line becomes a stroke of bristles, a disc is mottled, both as vectors', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.path(
    [
      [400, 600],
      [1600, 600],
    ],
    false,
  );
  await e.addCoat('Fill');
  await e.type('Colour, hex or RGB', '#336699');
  await e.step('Bend', 'Brush', { Width: 300 }, 'Along a path');
  await e.pickOption('Made of', 'Chalk');
  expect(await e.pixel(1000, 480)).toEqual(ink);
  expect(await e.pixel(1000, 440)).toEqual([255, 255, 255]);
  await e.grip('width', '400');
  expect(Number(await e.field('Width').inputValue())).toBe(400);
  await page.keyboard.press('Escape');
  await e.draw('Circle', { Width: 600, Height: 600, 'Centre x': 1000, 'Centre y': 1400 });
  await e.colour('#b23a48');
  await e.step('Bend', 'Mottle', { Spots: 900, Size: 24 }, 'Along a path');
  await e.pickOption('Crowd', 'At the rim');
  await e.fill({ Strongly: 100 });
  expect(await e.pixel(1000, 1400)).toEqual([255, 255, 255]);
});
