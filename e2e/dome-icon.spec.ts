import { expectLike, Hand } from './hand';
import { inWhole, test } from './test';

test.describe.configure({ timeout: 240_000 });

inWhole('the dome icon is constructed by hand on the isometric grid', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.ground('#f4efe4');
  await e.fill({ 'Light from': 280, 'Light’s height': 40 });
  const cell = { x: 120 * Math.cos(Math.PI / 6), y: 60 };
  /** A stroke over the part at hand, in a gradient from corner to corner. */
  const stroke = async (width: number, from: string, to: string, between: string) => {
    await e.addCoat('Stroke');
    await e.type('Width', String(width));
    await e.gradient(
      'Linear',
      [0, 0, 1, 1],
      [
        [0, from],
        [1, to],
        [0.5, between],
      ],
    );
  };
  /** How the part at hand as a whole is laid over what lies below. */
  const partLook = async (blend: string, opacity: number) => {
    await page.getByTestId('bench').getByRole('listitem').first().click();
    await e.type('Opacity', String(opacity));
    await e.pickOption('Blend mode', blend);
  };
  await e.pickOption('Kind', 'Isometric');
  await e.type('Spacing', String(cell.x));
  await e.draw('Rectangle', {
    Width: 1840,
    Height: 1840,
    'Centre x': 1000,
    'Centre y': 1000,
    'Top left': 400,
    'Top right': 400,
    'Bottom right': 400,
    'Bottom left': 400,
  });
  await e.gradient(
    'Linear',
    [0.5, 0, 0.5, 1],
    [
      [0, '#1b2a55'],
      [1, '#4a4f8a'],
    ],
  );
  await stroke(16, '#8fa0d8', '#c9a24e', '#33407a');
  await e.pickOption('Lies', 'Inside');
  await e.draw(
    'Star',
    { Radius: 46, Points: 4, 'Inner radius': 26, 'Centre x': 430, 'Centre y': 440 },
    'Polygon',
  );
  await e.colour('#f6e3b4');
  await e.step('Repeat', 'Trail', {
    Copies: 3,
    'Step x': 540,
    'Step y': -120,
    'Scale each by': 0.72,
    'Turn each by': 8,
  });
  const at = (right: number, left: number, up = 0): [number, number] => [
    1000 + (right - left) * cell.x,
    690 + (right + left) * cell.y - up,
  ];
  /** Thickness of the part at hand, downwards, its sides by the light. */
  const slab = async (depth: number) => {
    await e.stage('Depth');
    await e.tool('Slab').click();
    await e.settled();
    await e.fill({ Direction: 90, Depth: depth });
    await e.card('Fill').first().click();
    await e.fill({
      'In the light, hex or RGB': '#d5ddf5',
      'In the shade, hex or RGB': '#26305e',
      'Light all round': 15,
    });
  };
  /** A flat tile, and the corners of it that are rounded. */
  const tile = async (corners: [number, number][], colour: string, radius = 0, rounded: number[] = []) => {
    await e.path(corners, true);
    await e.colour(colour);
    if (!rounded.length) return;
    await e.stage('Draw');
    await e.tool('Points').click();
    for (const [i, corner] of rounded.entries())
      await page.getByTestId(`point-0-${corner}`).click({ modifiers: i ? ['Shift'] : [] });
    await e.type('Corner radius', String(radius));
    await page.getByRole('button', { name: 'Round these corners' }).click();
    await e.settled();
    await page.keyboard.press('Escape');
  };
  const floor = [at(0, 0), at(8, 0), at(8, 8), at(0, 8)];
  await tile(floor, '#e6e9f2', 60, [1, 2, 3]);
  await slab(120);
  await tile([at(0.3, 0.3), at(1.7, 0.3), at(1.7, 1.7), at(0.3, 1.7)], '#bcc7df', 16, [1, 3]);
  for (const side of [2, -2])
    await e.step('Repeat', 'Trail', { Copies: 4, 'Step x': side * cell.x, 'Step y': 2 * cell.y });
  await slab(10);

  const width = 720;
  const flat = width / Math.sqrt(3);
  const [foot, rim] = [1170, 870];
  await e.path(floor, true);
  const again = await e.chosen();
  const drawnOut = await e.draw('Circle', { Width: width, Height: flat, 'Centre x': 1000, 'Centre y': foot });
  await page.getByRole('button', { name: 'Add a step', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Slab', exact: true }).click();
  await e.settled();
  await e.fill({ Direction: 10, Depth: 420 });
  await e.pickOption('Makes', 'One outline');
  await e.combine('Intersect', again, drawnOut);
  await e.colour('#7d89b8');
  await partLook('Multiply', 60);
  const wall = await e.draw('Rectangle', { Width: width, Height: 300, 'Centre x': 1000, 'Centre y': 1020 });
  const base = await e.draw('Circle', { Width: width, Height: flat, 'Centre x': 1000, 'Centre y': foot });
  await e.combine('Union', wall, base);
  await e.card('Fill').click();
  await e.gradient(
    'Linear',
    [0, 0.5, 1, 0.5],
    [
      [0, '#fbf0d8'],
      [1, '#835428'],
      [0.4, '#e2bd7a'],
    ],
  );
  await e.draw('Rectangle', {
    Width: 120,
    Height: 230,
    'Centre x': 870,
    'Centre y': foot + 52,
    'Top left': 60,
    'Top right': 60,
  });
  await e.colour('#2c2440');
  await stroke(8, '#fff3d6', '#6b4416', '#c98f3a');
  const sphere = await e.draw('Circle', { Width: width, Height: width, 'Centre x': 1000, 'Centre y': rim });
  const above = await e.draw('Rectangle', {
    Width: 800,
    Height: 400,
    'Centre x': 1000,
    'Centre y': rim - 200,
  });
  const half = await e.combine('Intersect', sphere, above);
  const round = await e.draw('Circle', { Width: width, Height: flat, 'Centre x': 1000, 'Centre y': rim });
  await e.combine('Union', half, round);
  await e.card('Fill').click();
  await e.gradient(
    'Radial',
    [0.3, 0.28, 1.05, 0.8],
    [
      [0, '#fbe3c4'],
      [1, '#5f1f3d'],
      [0.45, '#cf6b52'],
    ],
  );
  await stroke(7, '#fbe3c4', '#3d1230', '#cf6b52');
  await e.pickOption('Lies', 'Inside');
  const smaller = width - 40;
  const inside = await e.draw('Circle', {
    Width: smaller,
    Height: smaller,
    'Centre x': 1000,
    'Centre y': rim,
  });
  const patch = await e.draw('Circle', { Width: 520, Height: 230, 'Centre x': 830, 'Centre y': rim - 240 });
  await e.type('Turn', '-38');
  await e.combine('Intersect', inside, patch);
  await e.card('Fill').click();
  await e.gradient(
    'Linear',
    [0.2, 0, 0.8, 1],
    [
      [0, '#ffffff'],
      [1, '#ffffff00'],
    ],
  );
  await partLook('Screen', 55);
  const outer = await e.draw('Circle', { Width: 420, Height: width, 'Centre x': 1000, 'Centre y': rim });
  const inner = await e.draw('Circle', { Width: 220, Height: width, 'Centre x': 1000, 'Centre y': rim });
  const meridians = await e.combine('Subtract', outer, inner);
  const right = await e.draw('Rectangle', {
    Width: 300,
    Height: 440,
    'Centre x': 1150,
    'Centre y': rim - 140,
  });
  await e.combine('Intersect', meridians, right);
  await e.colour('#2c2440');
  await expectLike(e, 'Dome icon');
});
