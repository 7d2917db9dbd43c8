import { describe, expect, it } from 'vitest';
import {
  coatDefaults,
  coatFields,
  type Field,
  fieldFault,
  finishes,
  parsePath,
  pathArea,
  pathBounds,
  primitives,
  steps,
} from '@/core';
import { asPieces } from '@/core/outline/pieces';
import { fittedRadii } from '@/core/source/rectangle';

type Kind = {
  fields: readonly Field[];
  defaults: Record<string, unknown>;
  handles?: (p: Record<string, unknown>, c: typeof context) => { id: string; x: number; y: number }[];
  drag?: (
    p: Record<string, unknown>,
    h: string,
    to: { x: number; y: number },
    c: typeof context,
  ) => { params: Record<string, unknown>; shift?: { x: number; y: number } };
};

const bounds = { x0: -40, y0: -30, x1: 60, y1: 50 };
const context = { bounds, outline: asPieces([parsePath('M-40-30H60V50H-40Z')]) };
const all: [string, Kind][] = Object.entries({ ...primitives, ...steps, ...finishes }) as unknown as [
  string,
  Kind,
][];

describe('every definition', () => {
  it.each(all)('%s has defaults that fit its own fields', (_, d) => {
    for (const f of d.fields) expect(fieldFault(f, d.defaults[f.name]), f.name).toBeNull();
    for (const f of d.fields) {
      expect(fieldFault(f, undefined), f.name).not.toBeNull();
      expect(fieldFault(f, f.type === 'corners' ? { '0.0': 3, '0.0.1': -1 } : {}), f.name).not.toBeNull();
      const one = f.type !== 'lengths' && f.type !== 'corners';
      if (f.min !== undefined && one) expect(fieldFault(f, f.min - 1), f.name).toMatch(/below/);
      if (f.max !== undefined && one) expect(fieldFault(f, f.max + 1), f.name).toMatch(/above/);
      if (f.type === 'count') expect(fieldFault(f, 3.5)).toMatch(/whole/);
    }
  });

  it.each(all.filter(([, d]) => d.handles))(
    '%s: a handle dragged to where it stands changes nothing',
    (_, d) => {
      const params = { ...d.defaults };
      for (const h of d.handles?.(params, context) ?? []) {
        const { params: after, shift } = d.drag?.(params, h.id, h, context) ?? { params: {} };
        // A corner radius of nothing is shown a little way in, so that it can be taken hold of.
        if (['topLeft', 'topRight', 'bottomRight', 'bottomLeft'].includes(h.id)) continue;
        for (const [k, v] of Object.entries(after))
          expect(v as number, `${h.id} ${k}`).toBeCloseTo(params[k] as number, 6);
        if (shift) expect(Math.hypot(shift.x, shift.y)).toBeLessThan(1e-9);
      }
    },
  );

  it.each(all.filter(([, d]) => d.handles))('%s: what a drag gives still fits the fields', (_, d) => {
    for (const h of d.handles?.({ ...d.defaults }, context) ?? [])
      for (const to of [
        { x: 0, y: 0 },
        { x: 1e5, y: -1e5 },
        { x: -3.5, y: 1e-9 },
      ]) {
        const { params } = d.drag?.({ ...d.defaults }, h.id, to, context) ?? { params: {} };
        for (const f of d.fields)
          if (f.name in params && f.type !== 'length')
            expect(fieldFault(f, params[f.name]), `${h.id} ${f.name}`).toBeNull();
      }
  });

  it('has coats whose defaults fit their fields', () => {
    for (const kind of ['fill', 'stroke'] as const)
      for (const f of coatFields[kind])
        expect(fieldFault(f, (coatDefaults[kind] as unknown as Record<string, unknown>)[f.name])).toBeNull();
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
