import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Coat, type Gradient, makeCoat, type Paint, paintOf, paints, parsePath } from '@/core';
import { mixCoats, mixColour, mixPaint } from '@/core/blend/look';
import { pathSpine, straightSpine } from '@/core/blend/spine';
import { colourRamp } from '@/core/colour/gradient';
import { solid } from '../designs';

const hex = fc.integer({ min: 0, max: 0xffffff }).map((v) => `#${v.toString(16).padStart(6, '0')}`);
const gradient = (kind: 'linear' | 'radial', ...colours: string[]): Gradient => ({
  ...paints[kind].defaults,
  stops: colours.map((colour, i) => ({ at: i / (colours.length - 1), colour })),
});
const bounds = { x0: 0, y0: 0, x1: 100, y1: 100 };
/** Colours along a paint's line. */
const ramp = (paint: Paint) => {
  const scene = paintOf(paint).cover(paint, { bounds, tile: () => null, light: null });
  if (!scene || scene.kind === 'nodes' || scene.kind === 'image') throw new Error('This paint has no ramp.');
  return scene.kind === 'solid' ? () => scene.colour : colourRamp(scene.stops, scene.interpolation);
};

describe('looks between two', () => {
  it('begin and end on the very colours, and half way back is half way there', () => {
    fc.assert(
      fc.property(hex, hex, (a, b) => {
        expect([mixColour(a, b, 0), mixColour(a, b, 1)]).toEqual([a, b]);
        expect(mixColour(a, b, 0.5)).toBe(mixColour(b, a, 0.5));
      }),
    );
  });

  it('of a gradient and a colour pass through gradients; of line and circle keep the nearer form', () => {
    const g = gradient('linear', '#000000', '#ffffff');
    const half = mixPaint({ kind: 'solid', colour: '#ff0000' }, g, 0.5);
    expect(half.kind).toBe('linear');
    expect((half as Gradient).stops.map((s) => s.colour)).toEqual([
      mixColour('#ff0000', '#000000', 0.5),
      mixColour('#ff0000', '#ffffff', 0.5),
    ]);
    const other = gradient('radial', '#000000', '#ffffff');
    expect(mixPaint(g, other, 0.3).kind).toBe('linear');
    expect(mixPaint(g, other, 0.7).kind).toBe('radial');
  });

  it('of gradients with unlike stops have the colours of both at their ends', () => {
    const a = gradient('linear', '#102030', '#405060');
    const b = gradient('linear', '#ff0000', '#00ff00', '#0000ff');
    for (const [t, end] of [
      [1e-9, a],
      [1 - 1e-9, b],
    ] as const) {
      const [got, wanted] = [ramp(mixPaint(a, b, t)), ramp(end)];
      for (const u of [0, 0.25, 0.5, 0.8, 1])
        got(u).forEach((v, k) => {
          // Stops are kept as hex: half a step of 255.
          expect(Math.abs(v - wanted(u)[k])).toBeLessThan(0.006);
        });
    }
  });

  it('pair coats of a kind in order; one without a partner fades, one that is off comes in', () => {
    const stroke = makeCoat('stroke', { width: 4 });
    const list = mixCoats([solid('#ff0000')], [solid('#ff0000'), stroke], 0.25);
    expect(list.map((c) => [c.kind, c.opacity])).toEqual([
      ['fill', 1],
      ['stroke', 0.25],
    ]);
    const off: Coat = { ...solid('#00ff00'), on: false };
    const [coming] = mixCoats([off], [solid('#00ff00')], 0.5);
    expect([coming.on, coming.opacity]).toEqual([true, 0.5]);
    expect(mixCoats([], [], 0.5)).toEqual([]);
  });
});

describe('spines', () => {
  const from = { x: 10, y: 20 };
  const to = { x: 110, y: 70 };

  it('are fitted from end to end, whatever path they are', () => {
    for (const d of ['M0 0H50', 'M0 0C0 40 60 40 60 0', 'M5 5L20 90L40 -30L60 60', 'M0 0C80 0 80 80 0 80']) {
      const spine = pathSpine(parsePath(d), from, to);
      const [a, b] = [spine?.at(0), spine?.at(1)];
      expect(a?.x).toBeCloseTo(from.x, 9);
      expect(a?.y).toBeCloseTo(from.y, 9);
      expect(b?.x).toBeCloseTo(to.x, 9);
      expect(b?.y).toBeCloseTo(to.y, 9);
      expect(spine?.length).toBeGreaterThanOrEqual(straightSpine(from, to).length - 1e-9);
    }
  });

  it('go at an even pace: equal shares are equal stretches', () => {
    const spine = pathSpine(parsePath('M0 0C0 90 120 90 120 0'), from, to);
    if (!spine) throw new Error('The path has no length.');
    const n = 400;
    const steps = Array.from({ length: n }, (_, i) => {
      const [p, q] = [spine.at(i / n), spine.at((i + 1) / n)];
      return Math.hypot(p.x - q.x, p.y - q.y);
    });
    for (const s of steps) expect(s * n).toBeCloseTo(spine.length, 0);
    expect(steps.reduce((a, b) => a + b, 0)).toBeCloseTo(spine.length, 2);
  });

  it('turn with the path, and are none without a length', () => {
    const arch = pathSpine(parsePath('M0 0C0 -40 80 -40 80 0'), { x: 0, y: 0 }, { x: 80, y: 0 });
    expect(arch?.at(0).turn).toBeCloseTo(0, 9);
    expect(arch?.at(0.5).turn).toBeCloseTo(90, 4);
    expect(Math.abs(arch?.at(1).turn ?? 0)).toBeCloseTo(180, 4);
    expect(pathSpine(parsePath('M4 4L4 4'), from, to)).toBeNull();
  });

  it('that are closed are moved, not stretched', () => {
    const square = pathSpine(parsePath('M0 0H40V40H0Z'), from, to);
    expect(square?.length).toBeCloseTo(160, 9);
    expect(square?.at(0.25).x).toBeCloseTo(50, 9);
    expect(square?.at(0.25).y).toBeCloseTo(20, 9);
  });
});
