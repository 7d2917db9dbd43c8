import type { Operation } from '../arrange/combine';
import { type Coat, coatDefaults, type Gradient, type Paint, paints } from '../coat';
import { finishes } from '../finish';
import { origin, type Place } from '../geometry/matrix';
import type { HolderSource } from '../holder/types';
import type { PrimitiveSource } from '../source';
import { steps } from '../step';
import type { Card } from './card';
import { makePart, makeSource } from './create';
import type { Part } from './types';

const asPaint = (paint: Paint | string): Paint =>
  typeof paint === 'string' ? { kind: 'solid', colour: paint } : paint;

/** Lays out parts one by one, with ids that stay the same from run to run. */
export class PartBuilder {
  protected readonly parts: Record<string, Part> = {};
  protected readonly top: string[] = [];
  protected open: string[] = this.top;
  private count = 0;

  /** @param prefix what all ids begin with */
  constructor(private readonly prefix = '') {}

  protected id(kind: string): string {
    return `${this.prefix}${kind}-${++this.count}`;
  }

  coat = {
    fill: (paint: Paint | string, values: Partial<Coat> = {}): Coat =>
      ({ ...coatDefaults.fill, id: this.id('fill'), paint: asPaint(paint), ...values }) as Coat,
    stroke: (width: number, paint: Paint | string, values: Partial<Coat> = {}): Coat =>
      ({ ...coatDefaults.stroke, id: this.id('stroke'), width, paint: asPaint(paint), ...values }) as Coat,
  };

  step(kind: string, params: object): Card {
    return { id: this.id('step'), kind, on: true, params: { ...steps[kind].defaults, ...params } };
  }

  finish(kind: string, params: object): Card {
    return { id: this.id('finish'), kind, on: true, params: { ...finishes[kind].defaults, ...params } };
  }

  shadow(params: object): Card {
    return this.finish('soft-shadow', params);
  }

  /** Adds a part that draws itself, centred at (x, y); returns its id. */
  add(
    name: string,
    kind: PrimitiveSource['kind'],
    params: object,
    at: Partial<Place>,
    values: Partial<Part> = {},
  ): string {
    const part = makePart(makeSource(kind, params as Record<string, unknown>), {
      id: this.id(kind),
      name,
      place: { ...origin, ...at },
      ...values,
    });
    this.parts[part.id] = part;
    this.open.push(part.id);
    return part.id;
  }

  /** Adds a part that holds what `inside` adds; returns its id. */
  protected hold(name: string, source: HolderSource, inside: () => void, values: Partial<Part>): string {
    const outer = this.open;
    const children: string[] = [];
    this.open = children;
    inside();
    this.open = outer;
    const part = makePart(source, { id: this.id(source.kind), name, children, ...values });
    this.parts[part.id] = part;
    this.open.push(part.id);
    return part.id;
  }

  combine(name: string, operation: Operation, inside: () => void, values: Partial<Part> = {}): string {
    return this.hold(name, { kind: 'combine', operation }, inside, values);
  }

  group(name: string, inside: () => void, values: Partial<Part> = {}): string {
    return this.hold(name, { kind: 'group' }, inside, values);
  }

  /** A group whose topmost part shows of the others what lies in it, or leaves that out. */
  clip(
    name: string,
    inside: () => void,
    values: Partial<Part> = {},
    clipBy: 'shape' | 'alpha' | 'luminance' | 'outside' = 'shape',
  ): string {
    return this.hold(
      name,
      { kind: 'group', clip: true, ...(clipBy === 'shape' ? {} : { clipBy }) },
      inside,
      values,
    );
  }

  /** All parts by their ids, and those that stand on the sheet itself, the lowest first. */
  get built(): { readonly parts: Readonly<Record<string, Part>>; readonly top: readonly string[] } {
    return { parts: this.parts, top: this.top };
  }
}

/** A gradient through colours at equal steps or at places of theirs; ends as shares of the part's bounds. */
export function gradient(
  kind: Gradient['kind'],
  ends: readonly [number, number, number, number],
  ...colours: readonly (string | readonly [number, string])[]
): Gradient {
  const stops = colours.map((c, i) =>
    typeof c === 'string'
      ? { at: colours.length > 1 ? i / (colours.length - 1) : 0, colour: c }
      : { at: c[0], colour: c[1] },
  );
  const [x1, y1, x2, y2] = ends;
  return { ...paints[kind].defaults, x1, y1, x2, y2, stops } as Gradient;
}
