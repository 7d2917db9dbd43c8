import {
  applyLockUps,
  type Blend,
  type Design,
  formatName,
  formatVersion,
  holders,
  type Lettering,
  type LockUp,
  type Part,
  PartBuilder,
  type Place,
  type Sheet,
  squareGrid,
  usualLamp,
} from '@/core';
import type { Edited } from '@/core/edit';

export { gradient } from '@/core';

/** Lays out a demo design part by part, with ids that stay the same from run to run. */
export class Composer extends PartBuilder {
  /** @param prefix what all ids begin with */
  constructor(
    private readonly name: string,
    prefix = '',
  ) {
    super(prefix);
  }

  /** Id of the part that was added last under a name. @throws RangeError where there is none. */
  idOf(name: string): string {
    const found = Object.values(this.parts).findLast((p) => p.name === name);
    if (!found) throw new RangeError(`There is no part “${name}”.`);
    return found.id;
  }

  /** Adds lettering whose anchor stands at (x, y); returns its id. */
  words(text: string, params: Partial<Lettering>, at: Partial<Place>, values: Partial<Part> = {}): string {
    return this.add(text.split('\n')[0], 'lettering', { text, ...params }, at, values);
  }

  /** A group whose members stand by rule; the first is leftmost or topmost. */
  lockUp(name: string, rules: Partial<LockUp>, inside: () => void, values: Partial<Part> = {}): void {
    const source = { kind: 'lock-up' as const, ...(holders['lock-up'].defaults as LockUp), ...rules };
    this.hold(name, source, inside, values);
  }

  /** Blends what `inside` adds; where that gives back the id of a path, the copies follow it. */
  blend(name: string, params: Partial<Blend>, inside: () => string | null, values: Partial<Part> = {}): void {
    const source = { kind: 'blend' as const, ...(holders.blend.defaults as Blend), ...params };
    let spine: string | null = null;
    this.hold(
      name,
      source,
      () => {
        spine = inside();
      },
      values,
    );
    const id = this.open[this.open.length - 1];
    this.parts[id] = { ...this.parts[id], source: { ...source, spine } };
  }

  /**
   * Does to the parts named what a command of the editor does to those of the sheet. New parts and cards
   * get ids that stay the same from run to run, and what `after` says of each new part by its name.
   */
  edit(
    names: readonly string[],
    command: (design: Design, ids: readonly string[]) => Edited,
    after: Readonly<Record<string, Partial<Part>>> = {},
  ): void {
    const before = this.design({});
    const ids = names.map((name) => this.top.find((id) => this.parts[id].name === name) ?? name);
    const { design } = command(before, ids);
    const known = new Set(JSON.stringify(before).match(/"id":"[^"]+"/g));
    const fresh = [...new Set(JSON.stringify(design).match(/"id":"[^"]+"/g))].filter((id) => !known.has(id));
    const text = fresh.reduce(
      (t, id) => t.replaceAll(id.slice(5), `"${this.id('made')}"`),
      JSON.stringify({ parts: design.parts, top: design.sheets[0].parts }),
    );
    const made = JSON.parse(text) as { parts: Record<string, Part>; top: string[] };
    for (const id of Object.keys(this.parts)) if (!made.parts[id]) delete this.parts[id];
    for (const part of Object.values(made.parts))
      this.parts[part.id] = { ...part, ...(this.parts[part.id] ? {} : after[part.name]) };
    this.top.splice(0, this.top.length, ...made.top);
  }

  design(sheet: Partial<Sheet>): Design {
    const whole: Sheet = {
      id: 'sheet-1',
      name: 'Sheet 1',
      width: 2000,
      height: 2000,
      unit: 'px',
      ground: null,
      grid: squareGrid,
      lamp: usualLamp,
      guides: [
        { id: 'middle-x', axis: 'x', at: (sheet.width ?? 2000) / 2 },
        { id: 'middle-y', axis: 'y', at: (sheet.height ?? 2000) / 2 },
      ],
      ...sheet,
      parts: this.top,
    };
    return applyLockUps({
      format: formatName,
      version: formatVersion,
      name: this.name,
      sheets: [whole],
      parts: this.parts,
    });
  }
}
