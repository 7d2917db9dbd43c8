import type { Design } from '@/core';
import { reportOf } from '@/core/edit';
import { takeShippedFaces } from '../test/faces';
import { demoNamed, openChanged, without } from './copies';
import { expectLike, Hand } from './hand';
import { construction, expect, inWhole, test } from './test';

test.describe.configure({ timeout: 240_000 });
takeShippedFaces();

/** Where a part of a demo design stands, as it is typed. */
function placeOf(design: Design, name: string): Record<string, number> {
  const part = Object.values(design.parts).find((p) => p.name === name);
  const at = part && reportOf(design, [part.id], null).anchor;
  if (!at) throw new Error(`There is no part “${name}”.`);
  return { 'Centre x': at.x, 'Centre y': at.y };
}

/** Puts other words in place of those at hand, sees that nothing of the recipe goes, and takes them back. */
async function reword(e: Hand, was: string, words: string): Promise<void> {
  const { page } = e;
  const box = page.getByRole('textbox', { name: 'Words', exact: true });
  const cards = page.getByTestId('bench').getByRole('listitem');
  const before = await cards.count();
  const shape = () => page.getByTestId('chosen-outline').getAttribute('d');
  const first = await shape();
  await box.fill(words);
  await e.settled();
  expect(await shape()).not.toBe(first);
  await expect(cards).toHaveCount(before);
  await page.getByTestId('sheet').focus();
  await page.keyboard.press('Control+z');
  await e.settled();
  await expect(box).toHaveValue(was);
  expect(await shape()).toBe(first);
}

/** A fill with thickness of its own, by its place from the lowest: the words grown, then solid, its sides by the light. */
async function thick(
  e: Hand,
  coat: number,
  distance: number,
  [kind, solid]: readonly [string, Record<string, number>],
  look: Record<string, string | number>,
): Promise<void> {
  await e.card('Fill').nth(coat).click();
  await e.pickOption('Kind', 'By the light');
  await e.fill(look);
  await e.coatStep(coat, 'Offset', { Distance: distance });
  await e.coatStep(coat, kind, solid);
}

construction(
  'the supper-room lettering: a script united, coats with thicknesses of their own, stacked, leaning lines',
  async ({ page }) => {
    const e = new Hand(page);
    const whole = demoNamed('Supper-room lettering');
    const names = ['Supper room', 'THE OBSERVATORY’S', 'open until the stars go out'];
    await openChanged(e, 'Supper-room lettering', (d) => without(d, ...names));

    await e.words(400, 1050, 'Supper room');
    await e.face('Pacifico');
    await e.fill({ Size: 285, 'Slant of lines': -5 });
    await e.pickOption('Alignment', 'Centre');
    await e.pickOption('Made into', 'One outline');
    for (const kind of ['Fill', 'Fill', 'Fill', 'Stroke'] as const) await e.addCoat(kind);
    await e.card('Fill').nth(2).click();
    await e.type('Colour, hex or RGB', '#14213d');
    await e.card('Fill').nth(3).click();
    await e.gradient(
      'Linear',
      [0.5, 0, 0.5, 1],
      [
        [0, '#fbf1d6'],
        [1, '#c98f3a'],
        [0.5, '#f3d9a0'],
      ],
    );
    await e.card('Stroke').click();
    await e.fill({ Width: 3, 'Colour, hex or RGB': '#ffffff', Opacity: 60 });
    await e.coatStep(4, 'Offset', { Distance: -7 });
    await e.coatStep(2, 'Offset', { Distance: 15 });
    const slab = (depth: number) => ['Slab', { Direction: 55, Depth: depth }] as const;
    const colours = (light: string, shade: string) => ({
      'In the light, hex or RGB': light,
      'In the shade, hex or RGB': shade,
    });
    await thick(e, 0, 22, slab(48), colours('#fbe9c0', '#8a5a1c'));
    await thick(e, 1, 15, slab(32), colours('#c9503a', '#57180f'));
    await e.card('Lettering').click();
    await e.fill(placeOf(whole, 'Supper room'));
    await reword(e, 'Supper room', 'Night kitchen');

    await e.words(600, 700, 'THE OBSERVATORY’S');
    await e.face('League Spartan ExtraBold');
    await e.fill({ Size: 82, Tracking: 22, 'Slant of lines': -5 });
    await e.colour('#f3d9a0');
    await e.card('Lettering').click();
    await e.fill(placeOf(whole, 'THE OBSERVATORY’S'));
    await e.words(600, 1360, 'open until the stars go out');
    await e.face('Sacramento');
    await e.fill({ Size: 118, 'Slant of lines': -5 });
    await e.colour('#f3d9a0');
    await e.addCoat('Stroke');
    await e.fill({ Width: 2.5, 'Colour, hex or RGB': '#f3d9a0' });
    await e.card('Lettering').click();
    await e.fill(placeOf(whole, 'open until the stars go out'));
    await expectLike(e, 'Supper-room lettering');
  },
);

inWhole(
  'the meteor lettering: letters raised and turned one by one, a wave over a line, a round window',
  async ({ page }) => {
    const e = new Hand(page);
    const whole = demoNamed('Meteor lettering');
    // The window is taken apart and its words are gone.
    await openChanged(e, 'Meteor lettering', (d) => {
      const bare = without(d, 'METEORS', 'AUGUST NIGHTS', 'Window’s edge', 'Frame');
      const group = Object.values(bare.parts).find((p) => p.name === 'Window');
      if (!group) throw new Error('There is no window.');
      const { [group.id]: _, ...parts } = bare.parts;
      return { ...bare, parts, sheets: [{ ...bare.sheets[0], parts: group.children }] };
    });
    await e.words(300, 1100, 'METEORS');
    await e.face('Lilita One');
    await e.fill({ Size: 280, 'Slant of lines': -8 });
    const meteors = Object.values(whole.parts).find((p) => p.name === 'METEORS');
    if (meteors?.source.kind !== 'lettering') throw new Error('There are no such words.');
    const { letters, size } = meteors.source;
    // The first is moved, turned and scaled by hand on the sheet, then all are told by number.
    await e.letters(0);
    await page.getByLabel('Words on the sheet').press('Tab');
    const grab = async (id: string, dx: number, dy: number) => {
      const box = await page.getByTestId(id).boundingBox();
      if (!box) throw new Error(`There is no “${id}”.`);
      const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
      await page.mouse.move(x, y);
      await page.mouse.down();
      await page.mouse.move(x + dx, y + dy, { steps: 5 });
      await page.mouse.up();
      await e.settled();
    };
    const own = (name: string) =>
      page.getByRole('region', { name: 'Letter', exact: true }).getByLabel(name, { exact: true });
    await grab('selected-letter', -8, 14);
    expect(Number(await own('Shift y').inputValue())).toBeGreaterThan(10);
    await grab('letters-turn', -20, 0);
    expect(Number(await own('Turn').inputValue())).toBeLessThan(-5);
    await grab('letters-scale', 12, 12);
    expect(Number(await own('Scale').inputValue())).toBeGreaterThan(103);
    for (const [i, c] of letters.entries()) {
      await e.letters(i);
      for (const [name, value] of [
        ['Shift x', c.dx * size],
        ['Shift y', c.dy * size],
        ['Turn', c.turn],
        ['Scale', c.scale * 100],
      ] as const) {
        await own(name).fill(String(value));
        await own(name).press('Enter');
      }
      await e.settled();
    }
    await page.getByLabel('Words on the sheet').focus();
    await page.keyboard.press('Escape');
    for (const kind of ['Fill', 'Fill', 'Stroke'] as const) await e.addCoat(kind);
    await e.fill({ Width: 5, 'Colour, hex or RGB': '#14213d' });
    await e.card('Fill').nth(1).click();
    await e.type('Colour, hex or RGB', '#14213d');
    await e.card('Fill').nth(2).click();
    await e.gradient(
      'Linear',
      [0.5, 0, 0.5, 1],
      [
        [0, '#fbf1d6'],
        [1, '#b0513f'],
        [0.45, '#f3d9a0'],
        [0.8, '#c98f3a'],
      ],
    );
    await e.coatStep(1, 'Offset', { Distance: 12 });
    await e.card('Lettering').click();
    const flat = { ...whole, parts: { ...whole.parts, [meteors.id]: { ...meteors, steps: [] } } };
    await e.fill(placeOf(flat, 'METEORS'));
    // The word leans back, and all of it vanishes toward one point; both are told by number.
    await page.getByRole('button', { name: 'Add a step', exact: true }).click();
    await page.getByRole('menuitem', { name: 'Turn in space', exact: true }).click();
    await e.settled();
    const { x, y } = meteors.place;
    await e.fill({ Tilt: 16, Swing: -20, Eye: 1700, 'Pivot x': x, 'Pivot y': y - 110 });
    await thick(
      e,
      0,
      12,
      ['Vanish', { 'Vanishing point x': x + 260, 'Vanishing point y': y + 560, 'Far end': 80 }],
      {
        'In the light, hex or RGB': '#c2573f',
        'In the shade, hex or RGB': '#0a1128',
        'Light all round': 10,
      },
    );
    await e.card('Lettering').click();
    await reword(e, 'METEORS', 'METEORITES');

    await e.words(500, 1400, 'AUGUST NIGHTS');
    await e.face('League Spartan ExtraBold');
    await e.fill({ Size: 84, Tracking: 30 });
    await e.colour('#f3d9a0');
    await page.getByRole('button', { name: 'Add a step', exact: true }).click();
    await page.getByRole('menuitem', { name: 'Bounce' }).click();
    await e.settled();
    await e.pickOption('Rule', 'Wave');
    await e.fill({ 'Raised by': 14, Turn: 5, Letters: 6 });
    await e.card('Lettering').click();
    await e.fill(placeOf(whole, 'AUGUST NIGHTS'));

    const window = { Width: 1440, Height: 1440, 'Centre x': 1000, 'Centre y': 1000 };
    const edge = await e.draw('Circle', window);
    await e.chooseAll('Sky', 'Trails', 'METEORS', 'AUGUST NIGHTS', edge);
    await e.stage('Combine');
    await page.getByRole('button', { name: 'More like Group' }).click();
    await page.getByRole('menuitem', { name: 'Clip', exact: true }).click();
    await e.settled();
    const frame = await e.draw('Circle', window);
    await e.card('Fill').click();
    await page.getByRole('button', { name: 'Remove Fill' }).click();
    await e.settled();
    for (const _ of [0, 1]) await e.addCoat('Stroke');
    await e.fill({ Width: 4, 'Colour, hex or RGB': '#14213d' });
    await e.card('Stroke').nth(0).click();
    await e.type('Width', '26');
    await e.gradient(
      'Linear',
      [0, 0, 1, 1],
      [
        [0, '#f3d9a0'],
        [1, '#f3d9a0'],
        [0.333333, '#c98f3a'],
        [0.666667, '#6b4416'],
      ],
    );
    await e.coatStep(1, 'Offset', { Distance: -13 });
    await expect(e.part(frame)).toBeVisible();
    await expectLike(e, 'Meteor lettering');
  },
);

construction('the moon-phase badge: words outside and inside its rim', async ({ page }) => {
  const e = new Hand(page);
  const whole = demoNamed('Moon-phase badge');
  const names = ['HOLLIN TARN OBSERVATORY', 'EIGHT PHASES · ONE LAMP'];
  await openChanged(e, 'Moon-phase badge', (d) => without(d, ...names));
  for (const [i, name] of names.entries()) {
    await e.words(700, 1000 + 200 * i, name);
    await e.face('League Spartan ExtraBold');
    await e.fill({ Size: 44, Tracking: 16 });
    await e.pickOption('Alignment', 'Centre');
    await e.pickOption('Follows', 'Circle');
    await e.fill(i ? { Radius: 871, Angle: 180 } : { Radius: 840, Angle: 0 });
    if (i) await e.pickOption('Side', 'Inside');
    await e.colour('#4a2f0b');
    await e.card('Lettering').click();
    await e.fill(placeOf(whole, name));
  }
  await reword(e, names[1], 'TWELVE PHASES · TWO LAMPS');
  await expectLike(e, 'Moon-phase badge');
});

construction(
  'the observatory’s lock-up: a dot given to a star, and rules that hold when the words change',
  async ({ page }) => {
    const e = new Hand(page);
    const whole = demoNamed('Observatory lock-up');
    // Of the upper one only its mark is left, anywhere on the sheet.
    await openChanged(e, 'Observatory lock-up', (d) => {
      const mark = Object.values(d.parts).find((p) => p.name === 'Dome mark');
      const row = Object.values(d.parts).find((p) => p.name === 'In a row');
      if (!mark || !row) throw new Error('There is no mark.');
      const free = {
        ...d,
        parts: {
          ...d.parts,
          [row.id]: { ...row, children: row.children.filter((c) => c !== mark.id) },
          [mark.id]: { ...mark, place: { ...mark.place, x: 500, y: 600, scaleX: 1, scaleY: 1 } },
        },
      };
      const bare = without(free, 'In a row');
      const [first, ...others] = bare.sheets;
      return { ...bare, sheets: [{ ...first, parts: [...first.parts, mark.id] }, ...others] };
    });
    await e.words(900, 400, 'Hollin Tarn');
    await e.face('Abril Fatface');
    await e.type('Size', '236');
    await e.colour('#14213d');
    const tag = await e.words(900, 560, 'OBSERVATORY');
    await e.face('League Spartan ExtraBold');
    await e.fill({ Size: 94.4, Tracking: 65.5 });
    await e.colour('#c98f3a');
    const star = await e.draw(
      'Star',
      { Radius: 60, Points: 4, 'Inner radius': 34, 'Centre x': 1500, 'Centre y': 120 },
      'Polygon',
    );
    await e.part('Hollin Tarn').click();
    await e.letters(4);
    await e.pickOption('Piece 2', star);
    const panel = page.getByRole('region', { name: 'Letter', exact: true });
    for (const [name, value] of [
      ['Height', '150'],
      ['Shift y', '-2.36'],
    ] as const) {
      // The letter has a shift of its own above that of its piece.
      const field = panel.getByLabel(name, { exact: true }).last();
      await field.fill(value);
      await field.press('Enter');
      await e.settled();
    }
    await page.getByLabel('Words on the sheet').focus();
    await page.keyboard.press('Escape');

    const lockUp = async (...names: string[]) => {
      await e.chooseAll(...names);
      await e.stage('Combine');
      await page.getByRole('button', { name: 'More like Group' }).click();
      await page.getByRole('menuitem', { name: 'Lock-up', exact: true }).click();
      await e.settled();
      return e.chosen();
    };
    const name = await lockUp('Hollin Tarn', tag, star);
    await expect(page.getByTestId('card-panel').getByText(/One measure is/)).toBeVisible();
    await e.pickOption('Flush at', 'Start');
    await e.type('Gap between', '0.4');
    await e.flip('Show clear space');
    await lockUp('Dome mark', name);
    await e.pickOption('Size of the mark', 'By measure');
    await e.fill({ 'Mark height': 1.75, 'Gap between': 0.6, ...placeOf(whole, 'In a row') });

    // Longer words at the end: the mark keeps its distance.
    const box = async () => {
      const b = await page.getByTestId('chosen-outline').boundingBox();
      if (!b) throw new Error('Nothing is chosen.');
      return b;
    };
    const gap = async () => {
      await e.part('Dome mark').click();
      await e.settled();
      const mark = await box();
      await e.part(name).click();
      await e.settled();
      return (await box()).x - mark.x - mark.width;
    };
    const unfold = page.getByRole('button', { name: /^Open / });
    while (await unfold.count()) await unfold.first().click();
    const before = await gap();
    await e.part('Hollin Tarn').first().click();
    await e.settled();
    await page.getByRole('textbox', { name: 'Words', exact: true }).fill('The Hollin Tarn');
    await e.settled();
    expect(Math.abs((await gap()) - before)).toBeLessThan(1.5);
    await page.keyboard.press('Control+z');
    await e.settled();
    await expectLike(e, 'Observatory lock-up');
  },
);
