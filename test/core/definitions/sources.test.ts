import { describe, expect, it } from 'vitest';
import { combine, pathArea, primitives } from '@/core';
import { rotation } from '@/core/geometry/matrix';
import { pathLength } from '@/core/geometry/measure';
import { pathBounds, transformPath } from '@/core/geometry/path';

const make = (kind: string, params: object) =>
  primitives[kind].outline({ ...primitives[kind].defaults, ...params });
const area = (kind: string, params: object) => pathArea(make(kind, params));
/** Arcs are drawn by cubics whose area is off by under 1 part in 2,500. */
const about = (got: number, wanted: number) => expect(Math.abs(got / wanted - 1)).toBeLessThan(4e-4);

describe('round sources', () => {
  it('ring, sector and ring sector have the areas of the handbook', () => {
    // Annulus π(R² − r²); its sector θ/2·(R² − r²).
    about(area('ring', { radius: 90, inner: 0.4 }), Math.PI * (90 ** 2 - 36 ** 2));
    for (const sweep of [30, 90, 200, 359, -75])
      about(
        Math.abs(area('sector', { radius: 90, from: 33, sweep })),
        (Math.abs(sweep) / 360) * Math.PI * 90 ** 2,
      );
    about(area('sector', { radius: 90, sweep: 120, inner: 0.5 }), (Math.PI / 3) * (90 ** 2 - 45 ** 2));
    about(area('sector', { radius: 90, sweep: 360, inner: 0.5 }), Math.PI * (90 ** 2 - 45 ** 2));
  });

  it('a sector’s angles run clockwise from the top', () => {
    expect(pathBounds(make('sector', { radius: 100, from: 0, sweep: 90 }))).toMatchObject({ x0: 0, y1: 0 });
    const arc = make('arc', { radius: 100, from: 90, sweep: 90 }).contours[0];
    expect(arc.closed).toBe(false);
    expect(arc.xy.slice(0, 2).map((v) => Number(v.toFixed(9)))).toEqual([100, 0]);
    expect(arc.xy.slice(-2).map((v) => Math.round(v * 1e9) / 1e9 + 0)).toEqual([0, 100]);
    expect(make('arc', { sweep: 360 }).contours[0].closed).toBe(true);
  });

  it('two sectors of one disc abut: together they are the ring they were cut from', () => {
    const cut = (from: number, sweep: number) => make('sector', { radius: 80, inner: 0.5, from, sweep });
    const whole = combine('union', [cut(20, 160), cut(180, 200)]);
    expect(whole.contours).toHaveLength(2);
    about(pathArea(whole), Math.PI * (80 ** 2 - 40 ** 2));
  });

  it('a notched disc lies between its circles and has its notches’ symmetry', () => {
    for (const notches of [3, 8, 31]) {
      const p = make('notched-disc', { radius: 100, inner: 0.7, notches, taper: 0.5 });
      const got = pathArea(p);
      expect(got).toBeGreaterThan(Math.PI * 70 ** 2);
      expect(got).toBeLessThan(Math.PI * 100 ** 2);
      const turned = transformPath(p, rotation(360 / notches, 0, 0));
      expect(pathArea(combine('exclude', [p, turned])) / got).toBeLessThan(1e-6);
    }
    // Straight sides, half of each place a tooth: half of the annulus between the circles.
    about(
      area('notched-disc', { radius: 100, inner: 0.7, notches: 24, tooth: 0.5, taper: 0 }),
      Math.PI * (70 ** 2 + (100 ** 2 - 70 ** 2) / 2),
    );
    // A full lean leaves points at the top, and no side crosses another.
    const sharp = make('notched-disc', { radius: 100, inner: 0.5, notches: 9, tooth: 0.4, taper: 1 });
    expect(pathArea(combine('union', [sharp]))).toBeCloseTo(pathArea(sharp), 3);
  });
});

describe('spirals', () => {
  it('have the lengths of the handbook', () => {
    // Archimedean r = a + bφ: the integral of √(r² + b²), in closed form.
    const [radius, inner, turns] = [100, 0.1, 4];
    const b = (radius - radius * inner) / (2 * Math.PI * turns);
    const primitive = (r: number) => (r * Math.hypot(r, b) + b * b * Math.asinh(r / b)) / (2 * b);
    const even = make('spiral', { radius, inner, turns, growth: 'even' });
    expect(pathLength(even)).toBeCloseTo(primitive(radius) - primitive(radius * inner), 2);
    // Logarithmic r = r₀·e^(bφ): √(1 + b²)/b·(r₁ − r₀).
    const k = Math.log(1 / inner) / (2 * Math.PI * turns);
    const swelling = make('spiral', { radius, inner, turns, growth: 'swelling' });
    expect(pathLength(swelling)).toBeCloseTo((Math.sqrt(1 + k * k) / k) * (radius - radius * inner), 2);
  });

  it('end at the top at their radius, and survive no inner radius and no turns to speak of', () => {
    for (const growth of ['even', 'swelling'])
      for (const turns of [0.05, 1, 2.37])
        for (const inner of [0, 0.5]) {
          const { xy } = make('spiral', { radius: 50, turns, inner, growth }).contours[0];
          expect(xy.every(Number.isFinite)).toBe(true);
          expect(xy.at(-2)).toBeCloseTo(0, 9);
          expect(xy.at(-1)).toBeCloseTo(-50, 9);
        }
  });
});

describe('straight sources', () => {
  it('triangle and cross have the areas of the handbook', () => {
    for (const apex of [0, 0.5, 1, 2])
      expect(area('triangle', { width: 80, height: 60, apex })).toBeCloseTo(2400, 9);
    // Two bars less the square they share.
    expect(area('cross', { width: 100, height: 140, bar: 30 })).toBeCloseTo(30 * (100 + 140 - 30), 9);
    expect(area('cross', { width: 100, height: 140, bar: 500 })).toBeCloseTo(100 * 140, 9);
  });

  it('an arrow is its shaft and its heads, which give way where it is short', () => {
    const p = { x1: 0, y1: 0, x2: 300, y2: 400, width: 20, headLength: 100, headWidth: 60 };
    expect(area('arrow', { ...p, heads: 'none' })).toBeCloseTo(500 * 20, 6);
    expect(area('arrow', { ...p, heads: 'end' })).toBeCloseTo(400 * 20 + 3000, 6);
    expect(area('arrow', { ...p, heads: 'start' })).toBeCloseTo(400 * 20 + 3000, 6);
    expect(area('arrow', { ...p, heads: 'both' })).toBeCloseTo(300 * 20 + 6000, 6);
    expect(area('arrow', { ...p, x2: 30, y2: 40, heads: 'both' })).toBeCloseTo(2 * 25 * 30, 6);
    expect(make('arrow', { x1: 5, y1: 5, x2: 5, y2: 5 }).contours).toEqual([]);
  });
});
