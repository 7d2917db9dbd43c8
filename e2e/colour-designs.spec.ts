import { makeCoat } from '@/core';
import { demoNamed, openBare } from './copies';
import { expectLike, Hand } from './hand';
import { construction, expect, inWhole, test } from './test';

test.describe.configure({ timeout: 180_000 });

/** One grey fill in place of all coats. */
const grey = () => ({ coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#808080' } })] });

construction(
  'the sun rosette: coats are taken from one part to another, and two have a shape of their own',
  async ({ page }) => {
    const e = new Hand(page);
    await openBare(e, 'Sun rosette', { Petals: () => ({ ...grey(), steps: [], finishes: [] }) });
    await e.part('Petals').click();
    await e.step('Bend', 'Swell', { 'Points in': 30, 'Spans out': 22 }, 'Bow');
    await e.stage('Colour');
    await e.tool('Pick up').click();
    await e.pickOption('Takes', 'Coats');
    await page.mouse.click(...(await e.at(1000, 210)));
    await e.settled();
    await page.keyboard.press('Escape');
    // The side is less deep here.
    const bench = page.getByTestId('bench');
    await bench.getByRole('button', { name: 'Trail', exact: true }).click();
    await e.type('Copies', '10');
    const shape = async () => {
      await e.pickOption('Shape', 'Circle');
      await e.fill({ 'Shape width': 42, 'Shape height': 42 });
    };
    await e.addCoat('Fill');
    await e.gradient(
      'Radial',
      [0.5, 0.5, 1, 0.5],
      [
        [0, '#fbf1d6'],
        [1, '#c98f3a'],
      ],
    );
    await shape();
    await e.addCoat('Stroke');
    await e.fill({ Width: 6, 'Colour, hex or RGB': '#14213d' });
    await shape();
    await e.stage('Depth');
    await e.tool('Glow').click();
    await e.settled();
    await e.pickOption('Shines', 'Inwards');
    await e.fill({ 'Colour, hex or RGB': '#b0513f', Softness: 50, Spread: 6, Opacity: 60 });
    await e.pickOption('Blend mode', 'Multiply');
    // The shadow is that of the rays, taken over.
    await e.part('Rays').click();
    await page.getByRole('button', { name: 'Copy Soft shadow for other parts' }).click();
    await e.part('Petals').click();
    await page.getByTestId('sheet').focus();
    await page.keyboard.press('Control+v');
    await e.settled();
    await expectLike(e, 'Sun rosette');
  },
);

construction(
  'the lens emblem: glass of four corners, luminosity, and a gloss that fades',
  async ({ page }) => {
    const e = new Hand(page);
    await openBare(e, 'Lens emblem', {
      Glass: () => ({ ...grey(), finishes: [] }),
      Ring: (p) => ({ finishes: p.finishes.slice(0, 1) }),
      Blade: () => ({ finishes: [] }),
      Gloss: () => ({ finishes: [], opacity: 1 }),
      Reflection: (p) => ({ blend: 'normal', opacity: 1, finishes: p.finishes.slice(0, 1) }),
    });
    await e.part('Glass').click();
    await e.stage('Colour');
    await page.getByRole('button', { name: 'More like Radial gradient' }).click();
    await page.getByRole('menuitem', { name: 'Corner gradient' }).click();
    await e.settled();
    await e.fill({
      'Top left, hex or RGB': '#8fb7b5',
      'Top right, hex or RGB': '#2f6f7a',
      'Bottom left, hex or RGB': '#5a3a63',
      'Bottom right, hex or RGB': '#14213d',
    });
    const depth = async (family: string | null, word: string, fields: Record<string, number>) => {
      await e.stage('Depth');
      if (!family) await e.tool(word).click();
      else {
        await page.getByRole('button', { name: `More like ${family}` }).click();
        await page.getByRole('menuitem', { name: word }).click();
      }
      await e.settled();
      await e.fill(fields);
    };
    await depth('Glow', 'Sheen', {});
    await e.pickOption('Shape', 'Band');
    await e.fill({ Leans: 32, Width: 34, 'Soft edge': 50, Opacity: 40 });
    await e.part('Ring').click();
    await depth('Glow', 'Edge light', { Width: 10, Softness: 8, Opacity: 90 });
    await e.part('Blade').click();
    await depth(null, 'Blur', {});
    await e.fill({ Softness: 12 });
    await e.flip('Keep within the outline');
    await e.part('Reflection').click();
    await depth(null, 'Blur', {});
    await e.pickOption('Way', 'At the edge');
    await e.fill({ Softness: 60, Reach: 200 });
    await page.getByTestId('bench').getByRole('listitem').first().click();
    await e.type('Opacity', '45');
    await e.pickOption('Blend mode', 'Luminosity');
    await e.part('Gloss').click();
    await e.type('Opacity', '50');
    await page.getByRole('button', { name: 'Add a finish' }).click();
    await page.getByRole('menuitem', { name: 'Fade' }).click();
    await e.settled();
    await e.fill({ From: 75, To: 2 });
    await e.grip('start', '40 0');
    await e.grip('end', '55 100');
    await expectLike(e, 'Lens emblem');
  },
);

inWhole('the aurora backdrop: nodes of a mesh take colours of the palette and places', async ({ page }) => {
  const e = new Hand(page);
  await openBare(e, 'Aurora backdrop', {
    'Green curtain': (p) => ({
      coats: p.coats.map((c) =>
        c.paint.kind === 'mesh'
          ? {
              ...c,
              blend: 'normal' as const,
              opacity: 1,
              paint: {
                ...c.paint,
                nodes: c.paint.nodes.map((n, i) =>
                  i === 7 || i === 14 ? { ...n, colour: '#ff0000' } : i === 9 ? { ...n, x: n.x + 0.07 } : n,
                ),
              },
            }
          : c,
      ),
    }),
    Sky: grey,
    Stars: () => ({ finishes: [] }),
  });
  await e.part('Sky').click();
  await e.gradient(
    'Linear',
    [0.5, 0, 0.5, 1],
    [
      [0, '#0a1128'],
      [1, '#2f6f7a'],
      [0.55, '#14213d'],
      [0.85, '#24445c'],
    ],
  );
  await e.part('Stars').click();
  await page.getByRole('button', { name: 'Add a finish' }).click();
  await page.getByRole('menuitem', { name: 'Fade' }).click();
  await e.settled();
  await e.part('Green curtain').click();
  await e.card('Fill').click();
  await e.fill({ Opacity: 62 });
  await e.pickOption('Blend mode', 'Screen');
  // Dragged from the palette onto a node, it is that colour, and linked.
  const swatch = page.getByRole('button', { name: 'Colour with Madder' });
  await swatch.dragTo(page.getByTestId('handle-node-7'), { force: true });
  await e.settled();
  await expect(page.getByLabel('Node, hex or RGB')).toHaveValue('#b23a48');
  await expect(page.getByTitle('Linked to Madder').first()).toBeVisible();
  for (const [node, colour] of [
    [7, '#35a88f'],
    [14, '#4fd1a5'],
  ] as const) {
    await page.getByTestId(`handle-node-${node}`).click();
    await e.type('Node, hex or RGB', colour);
  }
  const curtain = Object.values(demoNamed('Aurora backdrop').parts).find((p) => p.name === 'Green curtain');
  const paint = curtain?.coats[0].paint;
  if (paint?.kind !== 'mesh') throw new Error('The curtain is a mesh.');
  await e.grip('node-9', `${paint.nodes[9].x * 100} ${paint.nodes[9].y * 100}`);
  await expectLike(e, 'Aurora backdrop');
});

inWhole('the folded-ribbon star: one gradient picked up, its ends made darker', async ({ page }) => {
  const e = new Hand(page);
  await openBare(e, 'Folded-ribbon star', { 'Light half': grey, 'Dark half': grey, Ring: grey });
  await page.getByRole('button', { name: 'Open Passing over' }).click();
  await page.getByRole('button', { name: 'Open Passing under' }).click();
  await e.part('Light half').click();
  await e.gradient(
    'Linear',
    [0, 0.5, 1, 0.5],
    [
      [0, '#c98f3a'],
      [1, '#fbeecb'],
      [0.55, '#edc77a'],
    ],
  );
  // The other half takes it over from the sheet, and becomes darker toward its end.
  await e.part('Dark half').click();
  await e.tool('Pick up').click();
  await e.pickOption('Takes', 'Paint');
  await page.mouse.click(...(await e.at(1300, 600)));
  await expect(page.getByText('Picked up from Light half.')).toBeVisible();
  await page.keyboard.press('Escape');
  await e.card('Fill').click();
  const stop = async (n: number, fields: Readonly<Record<string, string | number>>) => {
    await page.getByRole('button', { name: new RegExp(`^Stop ${n} at`) }).click({ force: true });
    await e.fill(fields);
  };
  await stop(2, { 'Stop, hex or RGB': '#4a1f33' });
  await stop(3, { 'Stop, hex or RGB': '#8e4a2f', Position: 45 });
  await e.part('Ring').click();
  await e.gradient(
    'Linear',
    [0, 0, 1, 1],
    [
      [0, '#f0cf8a'],
      [1, '#5a2a3a'],
      [0.5, '#b0702c'],
    ],
  );
  await expectLike(e, 'Folded-ribbon star');
});

construction('the night pattern: a hidden tile in a half-drop, toned down', async ({ page }) => {
  const e = new Hand(page);
  await openBare(e, 'Night pattern', { Sky: grey, Moons: () => ({ ...grey(), opacity: 1 }) });
  await e.part('Sky').click();
  await e.gradient(
    'Linear',
    [0.5, 0, 0.5, 1],
    [
      [0, '#14213d'],
      [1, '#5a3a63'],
      [0.7, '#2a2f55'],
    ],
  );
  await e.part('Moons').click();
  await e.type('Opacity', '30');
  await e.stage('Colour');
  await e.tool('Pattern').click();
  await e.settled();
  await e.pickOption('Repeats', 'Tile');
  await e.pickOption('Layout', 'Half drop');
  await e.fill({ 'Spacing x': 70, 'Spacing y': 60, Scale: 80, Turn: -12 });
  // Its tile is worked on in place: a star is coloured anew, and taken back.
  await page.getByRole('button', { name: 'Edit the tile in place' }).click();
  await e.settled();
  await expect(page.getByTestId('tile-cell')).toBeVisible();
  await page.mouse.click(...(await e.at(1110, 975)));
  await expect(page.getByRole('treeitem', { selected: true })).toHaveAttribute('aria-label', 'Star');
  await page.keyboard.press('Delete');
  await e.settled();
  await page.keyboard.press('Control+z');
  await e.settled();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('tile-cell')).toHaveCount(0);
  await expectLike(e, 'Night pattern');
});
