import { purposes } from '@/server/purposes';
import { expect, type Locator, type Page } from './test';

/** Milliseconds after which a press at the same place is no double press. */
const doublePress = 400;

/** Id of the first stored design of a name. */
export async function storedId(page: Page, name: string): Promise<string> {
  const { designs } = await (await page.request.get('/api/designs')).json();
  const found = (designs as readonly { id: string; name: string }[]).find((d) => d.name === name);
  if (!found) throw new Error(`There is no design “${name}”.`);
  return found.id;
}

/** The editor as its user meets it. Places are sheet units. */
export class Editor {
  constructor(readonly page: Page) {
    page.on('pageerror', (e) => {
      throw e;
    });
  }

  get sheet(): Locator {
    return this.page.getByTestId('sheet');
  }

  async openDemo(name: string): Promise<void> {
    await this.page.goto(`/designs/${await storedId(this.page, name)}`);
    await this.ready();
  }

  /** A new design for a purpose. */
  async blank(purpose: string): Promise<void> {
    const { id } = purposes.find((p) => p.name === purpose) ?? {};
    const made = await this.page.request.post('/api/designs', { data: { purpose: id, name: purpose } });
    await this.page.goto(`/designs/${(await made.json()).id}`);
    await this.ready();
  }

  /** A new design for a purpose, begun from the list of designs. */
  async blankFromList(purpose: string): Promise<void> {
    await this.page.goto('/');
    // The list comes once the page answers to presses.
    await this.page
      .getByRole('link', { name: /^Open / })
      .first()
      .waitFor();
    await this.page.getByRole('button', { name: new RegExp(`^${purpose}`) }).click();
    await this.ready();
  }

  async ready(): Promise<void> {
    // Shared machines stand still for a while at times.
    await this.page.waitForFunction(() => window.compassProbe?.settled !== undefined, undefined, {
      timeout: 90_000,
    });
    await this.settled();
  }

  /** Waits until nothing is under way and every tile in sight is fresh and painted. */
  async settled(): Promise<void> {
    await this.page.evaluate(() => window.compassProbe?.settled?.());
  }

  async saved(): Promise<void> {
    await expect(this.page.getByTestId('save-state')).toHaveText('saved');
  }

  /** Page position of a place on the sheet, read off the canvas's frame and the zoom shown. */
  async at(x: number, y: number): Promise<[number, number]> {
    const box = await this.sheet.boundingBox();
    const frame = await this.page.locator('[data-testid=sheet] svg > rect').first().boundingBox();
    if (!box || !frame) throw new Error('The sheet is not shown.');
    const zoom = (frame.width - 1) / this.sheetWidth;
    return [frame.x + 0.5 + x * zoom, frame.y + 0.5 + y * zoom];
  }

  /** Width of the sheet at hand, sheet units. */
  sheetWidth = 2000;

  async drag(
    from: readonly [number, number],
    to: readonly [number, number],
    keys: string[] = [],
  ): Promise<void> {
    const [a, b] = [await this.at(...from), await this.at(...to)];
    await this.page.mouse.move(...a);
    for (const k of keys) await this.page.keyboard.down(k);
    await this.page.mouse.down();
    for (let i = 1; i <= 6; i++)
      await this.page.mouse.move(a[0] + ((b[0] - a[0]) * i) / 6, a[1] + ((b[1] - a[1]) * i) / 6);
    await this.page.mouse.up();
    for (const k of keys) await this.page.keyboard.up(k);
    await this.settled();
  }

  /** Draws with the tool in hand at a place of the view, whatever the sheet's size. */
  async drawInView(): Promise<void> {
    const box = await this.sheet.boundingBox();
    if (!box) throw new Error('The sheet is not shown.');
    await this.page.mouse.move(box.x + 300, box.y + 200);
    await this.page.mouse.down();
    await this.page.mouse.move(box.x + 420, box.y + 320, { steps: 5 });
    await this.page.mouse.up();
    await this.settled();
  }

  private last: { readonly p: readonly [number, number]; readonly time: number } | null = null;

  /** A press at a place of the page; one at the very place of the last comes late enough to be another. */
  async press(p: readonly [number, number]): Promise<void> {
    const near = this.last && Math.hypot(p[0] - this.last.p[0], p[1] - this.last.p[1]) < 4;
    const since = this.last ? performance.now() - this.last.time : 0;
    if (near) await new Promise((resolve) => setTimeout(resolve, Math.max(0, doublePress - since)));
    await this.page.mouse.click(p[0], p[1]);
    this.last = { p, time: performance.now() };
  }

  async click(x: number, y: number): Promise<void> {
    await this.press(await this.at(x, y));
    await this.settled();
  }

  field(name: string): Locator {
    return this.page.getByTestId('card-panel').getByLabel(name, { exact: true });
  }

  async type(name: string, value: string): Promise<void> {
    await this.field(name).fill(value);
    await this.field(name).press('Enter');
    await this.settled();
  }

  part(name: string): Locator {
    return this.page.getByRole('treeitem', { name, exact: true });
  }

  async choose(name: string): Promise<void> {
    await this.part(name).click();
    await this.settled();
  }

  card(name: string): Locator {
    return this.page.getByTestId('bench').getByRole('button', { name, exact: true });
  }

  tool(name: string): Locator {
    return this.page
      .getByRole('toolbar', { name: 'Tray' })
      .getByRole('button', { name: new RegExp(`^${name}\\b`) });
  }

  async stage(name: string): Promise<void> {
    await this.page
      .getByRole('navigation', { name: 'Stages' })
      .getByRole('button', { name: new RegExp(name) })
      .click();
  }

  /** Colour the screen shows at a place of the sheet, from the canvas itself. */
  async pixel(x: number, y: number): Promise<[number, number, number]> {
    const [px, py] = await this.at(x, y);
    return this.page.evaluate(
      ([cx, cy]) => {
        const canvas = document.querySelector<HTMLCanvasElement>('[data-testid=sheet-canvas]');
        const box = canvas?.getBoundingClientRect();
        const d =
          box &&
          canvas?.getContext('2d')?.getImageData(Math.floor(cx - box.left), Math.floor(cy - box.top), 1, 1)
            .data;
        return d ? [d[0], d[1], d[2]] : [0, 0, 0];
      },
      [px, py] as const,
    ) as Promise<[number, number, number]>;
  }
}
