import sharp from 'sharp';
import { expectAlike } from '../test/pictures';
import { Editor, storedId } from './editor';
import { expect, type Page } from './test';

type Fields = Readonly<Record<string, string | number>>;
type Ends = readonly [number, number, number, number];
type Stops = readonly (readonly [at: number, colour: string])[];

/** A designer's hand: whole steps of work, each done by pointer and keys in the real interface. */
export class Hand extends Editor {
  async fill(fields: Fields): Promise<void> {
    for (const [name, value] of Object.entries(fields)) {
      await this.field(name).fill(String(value));
      await this.field(name).press('Enter');
    }
    await this.settled();
  }

  /** Takes a tool of the Draw stage; `family` is the tool whose menu it stands in. */
  async take(tool: string, family?: string): Promise<void> {
    await this.stage('Draw');
    if (!family) {
      await this.tool(tool).click();
      return;
    }
    await this.page.getByRole('button', { name: `More like ${family}` }).click();
    await this.page.getByRole('menuitem', { name: tool, exact: true }).click();
  }

  /** Name of the one part that is chosen. */
  async chosen(): Promise<string> {
    const row = this.page.getByRole('treeitem', { selected: true });
    await expect(row).toHaveCount(1);
    return (await row.getAttribute('aria-label')) ?? '';
  }

  /** Draws a shape anywhere, then types what it is to be. Returns its name. */
  async draw(tool: string, fields: Fields, family?: string): Promise<string> {
    await this.take(tool, family);
    await this.drag([520, 310], [830, 560], ['Control']);
    await this.fill(fields);
    return this.chosen();
  }

  /** Draws a path through points, then types each of them. */
  async path(points: readonly (readonly [number, number])[], closed: boolean): Promise<void> {
    await this.take('Path');
    await this.page.keyboard.down('Control');
    for (const p of points) {
      await this.press(await this.at(...p));
      await this.settled();
    }
    if (closed) await this.page.mouse.click(...(await this.at(...points[0])));
    await this.page.keyboard.up('Control');
    if (!closed) await this.page.keyboard.press('Enter');
    await this.settled();
    await this.tool('Points').click();
    for (const [i, [x, y]] of points.entries()) {
      await this.page.getByTestId(`point-0-${i}`).click();
      await this.fill({ 'Point x': x, 'Point y': y });
    }
    await this.page.keyboard.press('Escape');
  }

  /** Types words on the sheet, from a place on. */
  async words(x: number, y: number, text: string): Promise<string> {
    await this.take('Lettering');
    await this.page.mouse.click(...(await this.at(x, y)));
    await this.page.getByLabel('Words on the sheet').waitFor({ state: 'attached' });
    await this.page.keyboard.type(text);
    await this.page.keyboard.press('Escape');
    await this.settled();
    return this.chosen();
  }

  /** Chooses a face for the words at hand. */
  async face(name: string): Promise<void> {
    await this.page.getByRole('button', { name: /^Face:/ }).click();
    const list = this.page.getByRole('list', { name: 'Faces' });
    await list.getByRole('button', { name, exact: true }).click();
    await this.page.getByRole('button', { name: 'Done' }).click();
    await this.settled();
    await expect(this.page.getByRole('button', { name: `Face: ${name}` })).toBeVisible();
  }

  /** Selects letters of the words at hand on the sheet, from an index on. */
  async letters(from: number, count = 1): Promise<void> {
    const { keyboard } = this.page;
    const box = this.page.getByLabel('Words on the sheet');
    if (await box.count()) await box.focus();
    else await this.page.getByRole('button', { name: 'Type on the sheet' }).click();
    await keyboard.press('Home');
    for (let i = 0; i < from; i++) await keyboard.press('ArrowRight');
    for (let i = 0; i < count; i++) await keyboard.press('Shift+ArrowRight');
    await expect(this.page.getByTestId('selected-letter')).toHaveCount(count);
  }

  /** A command by its word. */
  async command(word: string): Promise<void> {
    await this.page.getByTestId('sheet').focus();
    await this.page.keyboard.press('Control+k');
    await this.page.keyboard.type(word);
    await this.page.keyboard.press('Enter');
    await this.settled();
  }

  async addCoat(kind: 'Fill' | 'Stroke'): Promise<void> {
    await this.page.getByRole('button', { name: 'Add a coat', exact: true }).click();
    await this.page.getByRole('menuitem', { name: kind }).click();
    await this.settled();
  }

  /** Gives a coat, by its place from the lowest, a step of its own. */
  async coatStep(coat: number, kind: string, fields: Fields): Promise<void> {
    await this.page.getByRole('button', { name: 'Add a step to the coat' }).nth(coat).click();
    await this.page.getByRole('menuitem', { name: kind, exact: true }).click();
    await this.settled();
    await this.fill(fields);
  }

  async colour(hex: string): Promise<void> {
    await this.card('Fill').click();
    await this.type('Colour, hex or RGB', hex);
  }

  /** Drags a handle a little and types where it is to go. */
  async grip(handle: string, numbers: string): Promise<void> {
    const box = await this.page.getByTestId(`handle-${handle}`).boundingBox();
    if (!box) throw new Error(`There is no handle “${handle}”.`);
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await this.page.mouse.move(x, y);
    await this.page.mouse.down();
    await this.page.mouse.move(x + 9, y + 7, { steps: 3 });
    await this.page.keyboard.type(numbers);
    await this.page.keyboard.press('Enter');
    await this.page.mouse.up();
    await this.settled();
  }

  /** Where a grip of the card at hand is seen. */
  async box(handle: string): Promise<{ x: number; y: number }> {
    const box = await this.page.getByTestId(`handle-${handle}`).boundingBox({ timeout: 2000 });
    if (!box) throw new Error(`There is no grip “${handle}”.`);
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  }

  /** What is on the sheet's canvas, as numbers. */
  async sheetPicture(): Promise<Buffer> {
    const canvas = this.page.getByTestId('sheet-canvas');
    const data = await canvas.evaluate((c) => (c as HTMLCanvasElement).toDataURL());
    return sharp(Buffer.from(data.split(',')[1], 'base64'))
      .raw()
      .toBuffer();
  }

  /** Drags a grip of the card at hand to a place of the sheet, without snapping. */
  async dragGrip(handle: string, x: number, y: number): Promise<void> {
    const { x: fromX, y: fromY } = await this.box(handle);
    await this.page.mouse.move(fromX, fromY);
    await this.page.keyboard.down('Control');
    await this.page.mouse.down();
    await this.page.mouse.move(...(await this.at(x, y)), { steps: 4 });
    await this.page.mouse.up();
    await this.page.keyboard.up('Control');
    await this.settled();
  }

  /** Gives the coat at hand a gradient; ends in per cent of the part. */
  async gradient(kind: 'Linear' | 'Radial', ends: Ends, stops: Stops): Promise<void> {
    await this.stage('Colour');
    await this.tool(`${kind} gradient`).click();
    await this.settled();
    const ramp = this.page.getByTestId('gradient-ramp');
    for (const [at] of stops.slice(2)) {
      const box = await ramp.boundingBox();
      await ramp.click({ position: { x: (box?.width ?? 0) * at, y: 8 } });
      await this.settled();
    }
    for (const [i, [at, colour]] of stops.entries()) {
      await this.page.getByRole('button', { name: new RegExp(`^Stop ${i + 1} at`) }).click({ force: true });
      await this.fill({ 'Stop, hex or RGB': colour, Position: at * 100 });
    }
    const [x1, y1, x2, y2] = ends;
    await this.grip('start', `${x1 * 100} ${y1 * 100}`);
    await this.grip('end', `${x2 * 100} ${y2 * 100}`);
  }

  /** Adds a step by a tool of a stage and types its numbers; `family` is the tool whose menu it stands in. */
  async step(
    stage: 'Repeat' | 'Combine' | 'Bend',
    tool: string,
    fields: Fields,
    family?: string,
  ): Promise<void> {
    await this.stage(stage);
    if (family) {
      await this.page.getByRole('button', { name: `More like ${family}` }).click();
      await this.page.getByRole('menuitem', { name: tool, exact: true }).click();
    } else await this.tool(tool).click();
    await this.settled();
    await this.fill(fields);
  }

  async shadow(fields: Fields, blend?: string): Promise<void> {
    await this.stage('Depth');
    await this.tool('Soft shadow').click();
    await this.settled();
    await this.fill(fields);
    if (blend) await this.pickOption('Blend mode', blend);
  }

  async pickOption(field: string, option: string): Promise<void> {
    await this.page.getByTestId('card-panel').getByRole('combobox', { name: field }).click();
    await this.page.getByRole('option', { name: option, exact: true }).click();
    await this.settled();
  }

  async flip(field: string): Promise<void> {
    await this.page.getByTestId('card-panel').getByLabel(field, { exact: true }).click();
    await this.settled();
  }

  async chooseAll(...names: string[]): Promise<void> {
    for (const [i, name] of names.entries()) await this.part(name).click({ modifiers: i ? ['Control'] : [] });
    await this.settled();
  }

  async combine(tool: string, ...names: string[]): Promise<string> {
    await this.chooseAll(...names);
    await this.stage('Combine');
    await this.tool(tool).click();
    await this.settled();
    return this.chosen();
  }

  /** The ground of the sheet; nothing may be chosen. */
  async ground(colour: string): Promise<void> {
    await this.page.keyboard.press('Escape');
    await this.type('Ground colour, hex or RGB', colour);
  }
}

/** The open design as the server draws it, a pixel a sheet unit of a sheet that is as wide: the colour at a place. */
export async function serverPixels(hand: Hand, width: number): Promise<(x: number, y: number) => number[]> {
  await hand.saved();
  const own = new URL(hand.page.url()).pathname.split('/').pop() ?? '';
  const data = await picture(hand.page, own, width);
  return (x, y) => [...data.slice(4 * (y * width + x), 4 * (y * width + x) + 3)];
}

async function picture(page: Page, id: string, width: number): Promise<Uint8ClampedArray> {
  const response = await page.request.get(`/api/designs/${id}/picture?width=${width}`);
  if (!response.ok()) throw new Error(`The server drew no picture: ${await response.text()}`);
  const { data } = await sharp(await response.body())
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return new Uint8ClampedArray(data);
}

/** Holds the open design against the stored one of a name: they must look alike. */
export async function expectLike(hand: Hand, name: string): Promise<void> {
  await hand.saved();
  const own = new URL(hand.page.url()).pathname.split('/').pop() ?? '';
  const stored = await storedId(hand.page, name);
  const width = 500;
  expectAlike(await picture(hand.page, own, width), await picture(hand.page, stored, width), width, 1);
}
