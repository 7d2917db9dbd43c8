import { type Coat, coatDefaults } from '../coat';
import { usualLamp } from '../depth/light';
import { finishes } from '../finish';
import { origin } from '../geometry/matrix';
import { type PrimitiveSource, primitives } from '../source';
import { steps } from '../step';
import type { Card } from './card';
import {
  type Design,
  formatName,
  formatVersion,
  type Part,
  type Sheet,
  type SheetGrid,
  type Source,
} from './types';

const letters = 'abcdefghijkmnpqrstuvwxyz23456789';

/** Random bytes that are at hand: many at a time cost as much as ten. */
const chance = new Uint8Array(4000);
let used = chance.length;

/** A fresh id of ten letters and digits. */
export function makeId(): string {
  if (used === chance.length) {
    crypto.getRandomValues(chance);
    used = 0;
  }
  let id = '';
  for (const end = used + 10; used < end; used++) id += letters[chance[used] % letters.length];
  return id;
}

/** A source of a kind with its defaults and some parameters of its own. */
export function makeSource(
  kind: PrimitiveSource['kind'],
  params: Readonly<Record<string, unknown>> = {},
): PrimitiveSource {
  return { kind, ...primitives[kind].defaults, ...params } as PrimitiveSource;
}

export const makeCoat = <K extends Coat['kind']>(
  kind: K,
  params: Partial<Extract<Coat, { kind: K }>> = {},
): Coat => ({ ...coatDefaults[kind], id: makeId(), ...params }) as Coat;

/** A step card with its kind's defaults and some parameters of its own. */
export const makeStep = (kind: string, params: Readonly<Record<string, unknown>> = {}): Card => ({
  id: makeId(),
  kind,
  on: true,
  params: { ...steps[kind].defaults, ...params },
});

/** A finish card with its kind's defaults and some parameters of its own. */
export const makeFinish = (kind: string, params: Readonly<Record<string, unknown>> = {}): Card => ({
  id: makeId(),
  kind,
  on: true,
  params: { ...finishes[kind].defaults, ...params },
});

/** A part at the origin without coats; `values` overrides anything but its source. */
export function makePart(source: Source, values: Partial<Omit<Part, 'source'>> = {}): Part {
  return {
    id: makeId(),
    name: source.kind,
    hidden: false,
    locked: false,
    place: origin,
    opacity: 1,
    blend: 'normal',
    source,
    children: [],
    steps: [],
    coats: [],
    finishes: [],
    ...values,
  };
}

/** A square grid that is off; an angled one starts isometric (ISO 5456-3: axes at 30°). */
export const squareGrid: SheetGrid = {
  on: false,
  spacing: 100,
  kind: 'square',
  angleA: 30,
  angleB: 150,
  spokes: 24,
  plane: 'flat',
};

export function makeSheet(values: Partial<Sheet> = {}): Sheet {
  return {
    id: makeId(),
    name: 'Sheet 1',
    width: 2000,
    height: 2000,
    unit: 'px',
    ground: '#ffffff',
    grid: squareGrid,
    lamp: usualLamp,
    guides: [],
    parts: [],
    ...values,
  };
}

export const makeDesign = (name: string, sheet: Partial<Sheet> = {}): Design => ({
  format: formatName,
  version: formatVersion,
  name,
  sheets: [makeSheet(sheet)],
  parts: {},
});
