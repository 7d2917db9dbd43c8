import { expectLike, Hand } from './hand';
import { construction, expect, inWhole, test } from './test';

test.describe.configure({ timeout: 240_000 });

construction('the folded-ribbon star is constructed by hand', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.ground('#f4efe4');
  // A rectangle, then its two outer points together, then one of them alone.
  await e.path(
    [
      [1000, 526.1],
      [1500, 526.1],
      [1500, 694.1],
      [1000, 694.1],
    ],
    true,
  );
  await e.tool('Points').click();
  await page.getByTestId('point-0-1').click();
  await page.getByTestId('point-0-2').click({ modifiers: ['Shift'] });
  await e.type('Point x', '1594.2');
  await page.getByTestId('point-0-2').click();
  await e.type('Point x', '1383.6');
  await page.keyboard.press('Escape');
  await e.gradient(
    'Linear',
    [0, 0.5, 1, 0.5],
    [
      [0, '#c98f3a'],
      [1, '#fbeecb'],
      [0.55, '#edc77a'],
    ],
  );
  // A copy below it, mirrored, with the dark ends of the gradient changed.
  await page.keyboard.press('Control+d');
  await e.settled();
  await e.step('Repeat', 'Mirror', { 'Axis x': 1000 });
  await e.flip('Keep the original');
  await e.card('Fill').click();
  await page.getByRole('button', { name: /^Stop 2 at/ }).click({ force: true });
  await e.type('Stop, hex or RGB', '#4a1f33');
  await page.getByRole('button', { name: /^Stop 3 at/ }).click({ force: true });
  await e.fill({ 'Stop, hex or RGB': '#8e4a2f', Position: 45 });
  for (const half of ['Path 2', 'Path']) {
    await e.choose(half);
    await e.stage('Combine');
    await e.tool('Group').click();
    await e.settled();
    await e.step('Repeat', 'Radial repeat', { 'Centre x': 1000, 'Centre y': 1000, Copies: 7 });
  }
  await e.shadow({ 'Colour, hex or RGB': '#2a1420', 'Shift x': 0, 'Shift y': 10, Softness: 26, Opacity: 45 });
  // The half that passes over was drawn first: it is lifted.
  await page.keyboard.press('Control+k');
  await page.keyboard.type('Lift to the top');
  await page.keyboard.press('Enter');
  await e.settled();
  await e.draw('Circle', { Width: 420, Height: 420, 'Centre x': 1000, 'Centre y': 1000 });
  await e.step('Combine', 'Outline stroke', { Width: 36 }, 'Offset');
  await e.card('Fill').click();
  await e.gradient(
    'Linear',
    [0, 0, 1, 1],
    [
      [0, '#f0cf8a'],
      [1, '#5a2a3a'],
      [0.5, '#b0702c'],
    ],
  );
  await e.draw(
    'Star',
    { Radius: 150, Points: 7, 'Inner radius': 42, 'Centre x': 1000, 'Centre y': 1000 },
    'Polygon',
  );
  await e.colour('#b23a48');
  await expectLike(e, 'Folded-ribbon star');
});

construction('the split-moon monogram is constructed by hand', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.ground('#f7f2e8');
  const middle = { 'Centre x': 1000, 'Centre y': 1000 };
  const ring = await e.draw('Ring', { Radius: 720, 'Inner radius': 88, ...middle }, 'Circle');
  const moon = await e.draw('Circle', { Width: 940, Height: 940, ...middle });
  const left = await e.draw('Rectangle', { Width: 400, Height: 1000, 'Centre x': 710, 'Centre y': 1000 });
  const uprights = await e.combine('Intersect', moon, left);
  await e.step('Repeat', 'Mirror', { 'Axis x': 1000, 'Axis y': 1000 });
  const bar = await e.draw('Rectangle', { Width: 240, Height: 150, 'Centre x': 1000, 'Centre y': 930 });
  const letter = await e.combine('Union', ring, uprights, bar);
  const gap = await e.draw('Rectangle', {
    Width: 190,
    Height: 300,
    'Centre x': 1477,
    'Centre y': 523,
    Turn: 45,
  });
  const water = await e.draw('Rectangle', { Width: 1600, Height: 22, 'Centre x': 1000, 'Centre y': 1150 });
  await e.step('Repeat', 'Trail', { Copies: 4, 'Step x': 0, 'Step y': 112, 'Scale each by': 1.34 });
  await e.combine('Subtract', letter, gap, water);
  await e.card('Fill').click();
  await e.gradient(
    'Linear',
    [0.1, 0, 0.9, 1],
    [
      [0, '#22345f'],
      [1, '#e0a24a'],
      [0.45, '#5c3a63'],
      [0.75, '#b0513f'],
    ],
  );
  await e.draw(
    'Star',
    { Radius: 120, Points: 4, 'Inner radius': 26, 'Centre x': 1485, 'Centre y': 515 },
    'Polygon',
  );
  await e.colour('#c98f3a');
  await e.words(1000, 1885, 'HOLLIN TARN');
  await e.pickOption('Alignment', 'Centre');
  // Their ink stands a little beside the middle of what they take up.
  await e.fill({ Size: 96, Tracking: 42, 'Centre x': 998.44, 'Centre y': 1853.32 });
  await e.colour('#22345f');
  await expectLike(e, 'Split-moon monogram');
});

inWhole('the comet swoosh is constructed by hand: discs cut along one, a piece dropped', async ({ page }) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.ground('#070a1c');
  await e.draw('Rectangle', { Width: 2000, Height: 2000, 'Centre x': 1000, 'Centre y': 1000 });
  await e.gradient(
    'Radial',
    [0.24, 0.76, 1.05, -0.05],
    [
      [0, '#2a3768'],
      [1, '#070a1c'],
      [0.5, '#131a3a'],
    ],
  );
  for (const [x, y, radius, count, stepX, stepY, turn] of [
    [170, 240, 22, 5, 310, -50, 12],
    [1840, 1380, 18, 6, -190, 150, -16],
    [120, 980, 14, 3, 90, 420, 20],
    [1830, 160, 20, 3, -60, 260, 14],
  ]) {
    await e.draw(
      'Star',
      { Radius: radius, Points: 4, 'Inner radius': 22, 'Centre x': x, 'Centre y': y },
      'Polygon',
    );
    await e.type('Opacity', '80');
    await e.colour('#dfe6ff');
    await e.step('Repeat', 'Trail', {
      Copies: count,
      'Step x': stepX,
      'Step y': stepY,
      'Turn each by': turn,
      'Scale each by': 0.86,
    });
  }
  const head = { x: 470, y: 1520 };
  const place = (r: number, i: number) => {
    const a = ((-62 + 9 * i) * Math.PI) / 180;
    return {
      Width: 2 * r,
      Height: 2 * r,
      'Centre x': (head.x + r * Math.cos(a)).toFixed(1),
      'Centre y': (head.y + r * Math.sin(a)).toFixed(1),
    };
  };
  await e.draw('Circle', place(760, 0));
  await e.gradient(
    'Radial',
    [0.1, 0.9, 0.95, 0.05],
    [
      [0, '#fff3cf'],
      [1, '#7a2048'],
      [0.3, '#f6bd62'],
      [0.65, '#d9573f'],
    ],
  );
  // Copies are smaller and swung further round; the gradient goes with them.
  for (const [i, r] of [610, 470, 345, 235, 140].entries()) {
    await page.getByTestId('sheet').focus();
    await page.keyboard.press('Control+d');
    await e.settled();
    await e.card('Circle').click();
    await e.fill(place(r, i + 1));
  }
  await e.draw('Circle', { Width: 1960, Height: 1960, 'Centre x': 60, 'Centre y': 700 });
  await e.chooseAll('Disc', 'Disc 2', 'Disc 3', 'Disc 4', 'Disc 5', 'Disc 6', 'Disc 7');
  await e.step('Combine', 'Cut along', {}, 'Faces');
  await e.shadow({
    'Colour, hex or RGB': '#02030c',
    'Shift x': 26,
    'Shift y': 40,
    Softness: 110,
    Opacity: 60,
  });
  await e.part('Cut').getByRole('button', { name: 'Open Cut' }).click();
  await e.choose('Disc, piece 2');
  await expect(e.card('Piece')).toBeVisible();
  await page.getByTestId('sheet').focus();
  await page.keyboard.press('Delete');
  await e.settled();
  await e.choose('Disc 2, piece 2');
  await e.card('Fill').click();
  await e.pickOption('Kind', 'Solid');
  await e.gradient(
    'Radial',
    [0.1, 0.95, 1, 0],
    [
      [0, '#e58a4a'],
      [1, '#1a1440'],
      [0.4, '#7b2a52'],
    ],
  );
  // The dark look goes onto the other dark pieces.
  await page.getByRole('button', { name: 'Copy Fill for other parts' }).click();
  await e.chooseAll('Disc 3, piece 2', 'Disc 4, piece 2', 'Disc 5, piece 2', 'Disc 6, piece 2');
  await page.getByTestId('sheet').focus();
  await page.keyboard.press('Control+v');
  await e.settled();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await e.draw('Circle', { Width: 230, Height: 230, 'Centre x': head.x, 'Centre y': head.y });
  await e.gradient(
    'Radial',
    [0.4, 0.38, 1, 1],
    [
      [0, '#fffdf4'],
      [1, '#ee9a44'],
      [0.35, '#ffe9b4'],
    ],
  );
  await e.shadow(
    { 'Colour, hex or RGB': '#ffd98a', 'Shift x': 0, 'Shift y': 0, Softness: 120, Spread: 14, Opacity: 90 },
    'Screen',
  );
  await expectLike(e, 'Comet swoosh');
});

inWhole(
  'the orbit wallpaper is constructed by hand: blends in equal steps, a double found and removed',
  async ({ page }) => {
    const e = new Hand(page);
    await e.blank('Wallpaper');
    e.sheetWidth = 1920;
    await e.ground('#070a1a');
    const middle = { 'Centre x': 960, 'Centre y': 540 };
    await e.draw('Rectangle', { Width: 1920, Height: 1080, ...middle });
    await e.gradient(
      'Radial',
      [0.5, 0.5, 1.06, 0.92],
      [
        [0, '#232c58'],
        [1, '#070a1a'],
        [0.45, '#131936'],
      ],
    );
    /** An orbit as a fine line. */
    const orbit = async (width: number, height: number, turn: number, colour: string, opacity: number) => {
      const name = await e.draw('Circle', {
        Width: width,
        Height: height,
        ...middle,
        Turn: turn,
        Opacity: opacity,
      });
      await page.getByRole('button', { name: 'Remove Fill' }).click();
      await e.stage('Colour');
      await e.tool('Add stroke').click();
      await e.settled();
      await e.fill({ 'Colour, hex or RGB': colour, Width: 1.5 });
      return name;
    };
    const blend = async (names: readonly string[], copies: number, ease: number, tool = 'Blend') => {
      await e.chooseAll(...names);
      await e.step(
        'Repeat',
        tool,
        { Copies: copies, Crowding: ease },
        tool === 'Blend' ? undefined : 'Blend',
      );
    };
    const widest = await orbit(1980, 700, -16, '#6f86d6', 50);
    const narrow = await orbit(360, 1000, 74, '#c99a4a', 75);
    await blend([widest, narrow], 34, 0);
    const outer = await orbit(820, 290, 24, '#f3d9a0', 90);
    const inner = await orbit(150, 330, 114, '#b23a48', 90);
    await blend([outer, inner], 16, 0.2);
    const sun = await e.draw('Circle', { Width: 132, Height: 132, ...middle });
    await e.gradient(
      'Radial',
      [0.4, 0.36, 1, 0.8],
      [
        [0, '#fff6dc'],
        [1, '#c07a2a'],
        [0.5, '#f3c873'],
      ],
    );
    // A copy made by mistake lies exactly on the sun; the tidy check finds and removes it.
    await page.getByTestId('sheet').focus();
    await page.keyboard.press('Control+d');
    await e.settled();
    const twin = await e.chosen();
    expect(twin).not.toBe(sun);
    await page.keyboard.press('Control+k');
    await page.keyboard.type('Tidy check');
    await page.keyboard.press('Enter');
    const double = page.getByRole('listitem').filter({ hasText: 'lies exactly on' });
    await double.getByRole('button').click();
    await expect(e.part(twin)).toHaveCount(0);
    await page.keyboard.press('Escape');
    await e.choose(sun);
    await e.shadow({
      'Colour, hex or RGB': '#f3c873',
      'Shift x': 0,
      'Shift y': 0,
      Softness: 60,
      Spread: 8,
      Opacity: 70,
    });
    await e.pickOption('Blend mode', 'Normal');
    // Coloured while it is large, then made small.
    const first = await e.draw('Circle', { Width: 148, Height: 148, 'Centre x': 300, 'Centre y': 860 });
    await e.gradient(
      'Radial',
      [0.32, 0.28, 1, 0.9],
      [
        [0, '#dfe6ff'],
        [1, '#6f86d6'],
      ],
    );
    await e.card('Circle').click();
    await e.fill({ Width: 20, Height: 20 });
    const last = await e.draw('Circle', { Width: 148, Height: 148, 'Centre x': 1640, 'Centre y': 300 });
    await e.gradient(
      'Radial',
      [0.32, 0.28, 1, 0.9],
      [
        [0, '#fbe9c8'],
        [1, '#8e3a3f'],
      ],
    );
    // The way they follow: two nodes, each dragged into a curve.
    await e.take('Path');
    await e.drag([300, 860], [760, 1060], ['Control']);
    await e.drag([1640, 300], [1720, 40], ['Control']);
    await page.keyboard.press('Enter');
    await e.settled();
    const bow = await e.chosen();
    await blend([first, last, bow], 7, 0.25, 'Blend along');
    await expectLike(e, 'Orbit wallpaper');
  },
);
