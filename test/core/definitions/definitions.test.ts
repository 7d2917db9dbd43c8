import { describe, expect, it } from 'vitest';
import {
  coatDefaults,
  coatFields,
  evenMesh,
  type Field,
  fieldFault,
  finishes,
  holders,
  paints,
  parsePath,
  pathArea,
  pathBounds,
  primitives,
  steps,
} from '@/core';
import { keptWithin } from '@/core/document/fields';
import type { Point } from '@/core/geometry/vector';
import { asPieces } from '@/core/outline/pieces';
import { fittedRadii } from '@/core/source/rectangle';

type Params = Record<string, unknown>;
type Kind = {
  label: string;
  about: string;
  fields: readonly Field[];
  defaults: Params;
};

const bounds = { x0: -40, y0: -30, x1: 60, y1: 50 };
const context = { bounds, outline: asPieces([parsePath('M-40-30H60V50H-40Z')]) };
const lists = { primitives, holders, steps, finishes };
const all = Object.entries(lists).flatMap(([list, kinds]) =>
  Object.entries(kinds).map(([kind, d]) => [`${list}: ${kind}`, d as unknown as Kind] as const),
);

interface Grips {
  readonly name: string;
  /** Parameters to begin with. */
  readonly params: Params;
  readonly fields: readonly Field[];
  handles(p: Params): readonly { id: string; x: number; y: number }[];
  /** What a drag of a handle changes. */
  drag(p: Params, handle: string, to: Point): { params: Params; shift?: Point };
}

const midStops = [
  { at: 0, colour: '#336699', mid: 0.5 },
  { at: 1, colour: '#ffffff' },
];

const twoPins = [0.2, 0.3, 0.25, 0.3, 10, 1.2, 0.1, 1, 0.8, 0.6, 0.8, 0.6, 0, 1, 0, 0];

/** Parameters that show the handles which the defaults do not have. */
const variants: Readonly<Record<string, readonly object[]>> = {
  lettering: [{ follows: 'circle' }, { lines: 'wrapped' }],
  path: [{ contours: [{ closed: true, xy: [0, 0, 10, 0, 20, 0, 30, 0, 30, 10, 5, 30, 0, 0] }] }],
  stripes: [{}, { form: 'concentric' }],
  fade: [{}, { form: 'radial' }, { form: 'curve' }],
  'along-path': [{ line: [-40, 0, 0, 40, 40, -40, 60, 20] }],
  'bend-pins': [{ pins: twoPins }],
  'bend-pins-painted': [{ pins: twoPins }],
  wave: [{ crossHeight: 5 }],
  'round-corners': [{ radius: 6, own: { '0.0.2': 9 } }],
  'radial-repeat': [{}, { spacing: 'between' }],
  ...Object.fromEntries(['linear', 'radial', 'conic'].map((kind) => [kind, [{ stops: midStops }]])),
  picture: [{ image: `img-${'a'.repeat(40)}-300x200` }],
  mesh: [evenMesh(2, 2, () => '#336699')],
};

const siblings = () => undefined;
const gripsOf = (kind: string, d: Kind & Partial<Omit<Grips, 'name' | 'params' | 'fields'>>): Grips[] =>
  (variants[kind] ?? [{}]).map((own) => ({
    name: `${kind} ${Object.values(own).find((v) => typeof v === 'string') ?? ''}`.trim(),
    params: { ...d.defaults, ...own },
    fields: d.fields,
    handles: (p) => d.handles?.(p) ?? [],
    drag: (p, h, to) => d.drag?.(p, h, to) ?? { params: {} },
  }));

const dragged: Grips[] = [
  ...Object.entries(primitives)
    .filter(([, d]) => d.handles)
    .flatMap(([kind, d]) =>
      gripsOf(kind, {
        ...d,
        handles: (p) => d.handles?.(p, siblings) ?? [],
        drag: (p, h, to) => d.drag?.(p, h, to, siblings) ?? { params: {} },
      }),
    ),
  ...Object.entries(steps)
    .filter(([, d]) => d.handles)
    .flatMap(([kind, d]) =>
      gripsOf(kind, {
        ...d,
        handles: (p) => d.handles?.(p, context) ?? [],
        drag: (p, h, to) => d.drag?.(p, h, to, context) ?? { params: {} },
      }),
    ),
  ...Object.entries(finishes)
    .filter(([, d]) => d.handles || d.paintHandles)
    .flatMap(([kind, d]) =>
      gripsOf(kind, {
        ...d,
        handles: (p) => d.paintHandles?.(p, bounds) ?? d.handles?.(p) ?? [],
        drag: (p, h, to) => d.paintDrag?.(p, h, to, bounds) ?? d.drag?.(p, h, to) ?? { params: {} },
      }),
    ),
  ...Object.entries(paints)
    .filter(([, d]) => d.handles && d.drag)
    .flatMap(([kind, d]) =>
      gripsOf(kind, {
        ...(d as unknown as Kind),
        fields: d.stored,
        handles: (p) => d.handles?.(p as never, bounds) ?? [],
        drag: (p, h, to) => ({ params: d.drag?.(p as never, h, to, bounds) as unknown as Params }),
      }),
    ),
];

/** All numbers in a value, in order. */
const numbersIn = (v: unknown): number[] =>
  typeof v === 'number' ? [v] : v && typeof v === 'object' ? Object.values(v).flatMap(numbersIn) : [];

describe('every definition', () => {
  it('is there, and says what it is in words of its own', () => {
    expect(all.length).toBeGreaterThan(40);
    for (const kinds of Object.values(lists)) {
      const labels = Object.values(kinds).map((d) => (d as unknown as Kind).label);
      expect(new Set(labels).size).toBe(labels.length);
    }
    for (const [name, d] of all)
      for (const said of [d, ...d.fields]) {
        expect(said.label, name).toMatch(/^[A-Z0-9]|^sRGB/);
        expect(said.about, `${name}: ${said.label}`).toMatch(/^[A-Z].*\.$/);
      }
  });

  it.each(all)('%s has defaults that fit its own fields', (_, d) => {
    for (const f of d.fields) expect(fieldFault(f, d.defaults[f.name]), f.name).toBeNull();
    for (const f of d.fields) {
      expect(fieldFault(f, undefined), f.name).not.toBeNull();
      expect(fieldFault(f, f.type === 'corners' ? { '0.0': 3, '0.0.1': -1 } : {}), f.name).not.toBeNull();
      const one = !['lengths', 'corners', 'curve'].includes(f.type);
      if (f.min !== undefined && one) expect(fieldFault(f, f.min - 1), f.name).toMatch(/below/);
      if (f.max !== undefined && one) expect(fieldFault(f, f.max + 1), f.name).toMatch(/above/);
      if (f.type === 'count') expect(fieldFault(f, 3.5)).toMatch(/whole/);
    }
  });

  it.each(dragged)(
    '$name: a handle dragged to where it stands changes nothing',
    ({ params, handles, drag }) => {
      const list = handles(params);
      expect(list.length).toBeGreaterThan(0);
      for (const h of list) {
        // A corner radius of nothing is shown a little way in, so that it can be taken hold of.
        if (['topLeft', 'topRight', 'bottomRight', 'bottomLeft'].includes(h.id)) continue;
        const { params: after, shift } = drag(params, h.id, h);
        for (const [k, v] of Object.entries(after)) {
          const [got, was] = [numbersIn(v), numbersIn(params[k])];
          expect(got.length, `${h.id} ${k}`).toBe(was.length);
          for (const [i, n] of got.entries()) expect(n, `${h.id} ${k}`).toBeCloseTo(was[i], 6);
        }
        if (shift) expect(Math.hypot(shift.x, shift.y)).toBeLessThan(1e-9);
      }
    },
  );

  it.each(dragged)('$name: what a drag gives still fits the fields', ({ params, fields, handles, drag }) => {
    for (const h of handles(params))
      for (const to of [
        { x: 0, y: 0 },
        { x: 1e5, y: -1e5 },
        { x: -3.5, y: 1e-9 },
      ]) {
        // As every gesture does.
        const after = keptWithin(fields, drag(params, h.id, to).params);
        for (const f of fields)
          if (f.name in after && f.type !== 'length')
            expect(fieldFault(f, after[f.name]), `${h.id} ${f.name}`).toBeNull();
      }
  });

  it('has coats whose defaults fit their fields', () => {
    for (const kind of ['fill', 'stroke'] as const)
      for (const f of coatFields[kind])
        expect(fieldFault(f, (coatDefaults[kind] as unknown as Params)[f.name])).toBeNull();
  });
});

describe('sources', () => {
  const area = (kind: string, params: object) =>
    pathArea(primitives[kind].outline({ ...primitives[kind].defaults, ...params }));

  it('have the areas of the handbook', () => {
    // Regular polygon: n/2·r²·sin(2π/n); star of n points: n·r·q·sin(π/n).
    for (const sides of [3, 5, 6, 12])
      expect(area('polygon', { radius: 70, sides })).toBeCloseTo(
        (sides / 2) * 4900 * Math.sin((2 * Math.PI) / sides),
        6,
      );
    expect(area('star', { radius: 100, inner: 0.4, points: 5 })).toBeCloseTo(
      5 * 100 * 40 * Math.sin(Math.PI / 5),
      6,
    );
    expect(Math.abs(area('ellipse', { width: 120, height: 50 }) / (Math.PI * 60 * 25) - 1)).toBeLessThan(
      3e-4,
    );
    expect(area('rectangle', { width: 90, height: 40 })).toBeCloseTo(3600, 9);
  });

  it('cut corner radii down together until they fit (CSS Backgrounds 3, section 4.5)', () => {
    const r = fittedRadii({
      width: 100,
      height: 50,
      topLeft: 80,
      topRight: 80,
      bottomRight: 0,
      bottomLeft: 0,
    });
    expect(r.topLeft).toBeCloseTo(50, 9);
    expect(r.topRight).toBeCloseTo(50, 9);
    const pill = primitives.rectangle.outline({
      width: 100,
      height: 40,
      topLeft: 99,
      topRight: 99,
      bottomRight: 99,
      bottomLeft: 99,
    });
    expect(pathBounds(pill)).toMatchObject({ x0: -50, x1: 50, y0: -20, y1: 20 });
    expect(Math.abs(pathArea(pill) / (60 * 40 + Math.PI * 400) - 1)).toBeLessThan(2e-4);
  });
});
