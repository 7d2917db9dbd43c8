import { describe, expect, it } from 'vitest';
import { contourArea } from '@/core/geometry/measure';
import { levelChains } from '@/core/trace/chains';
import { SmoothField } from '@/core/trace/field';
import { levelPath } from '@/core/trace/level-path';
import { numbers } from '../shapes';

const sampled = (w: number, h: number, f: (x: number, y: number) => number): Float64Array =>
  Float64Array.from({ length: w * h }, (_, k) => f(k % w, Math.floor(k / w)));

describe('a smooth field', () => {
  const next = numbers(4);
  const samples = sampled(20, 16, () => next());
  const field = new SmoothField(samples, 20, 16);
  const o = new Float64Array(3);

  it('passes through its samples', () => {
    for (let j = 0; j < 16; j++)
      for (let i = 0; i < 20; i++) {
        field.at(i, j, o);
        expect(o[0]).toBeCloseTo(samples[20 * j + i], 8);
      }
  });

  it('grows as its differences say', () => {
    const p = new Float64Array(3);
    for (let k = 0; k < 100; k++) {
      const [x, y] = [1 + 17 * next(), 1 + 13 * next()];
      field.at(x, y, o);
      const [gx, gy] = [o[1], o[2]];
      field.at(x + 1e-5, y, o);
      field.at(x - 1e-5, y, p);
      expect((o[0] - p[0]) / 2e-5).toBeCloseTo(gx, 6);
      field.at(x, y + 1e-5, o);
      field.at(x, y - 1e-5, p);
      expect((o[0] - p[0]) / 2e-5).toBeCloseTo(gy, 6);
    }
  });

  it('of polynomials up to the third power is these, well within', () => {
    const cubic = new SmoothField(
      sampled(40, 40, (x, y) => 1e-3 * x ** 3 - 0.02 * x * y + y),
      40,
      40,
    );
    cubic.at(20.3, 19.6, o);
    expect(o[0]).toBeCloseTo(1e-3 * 20.3 ** 3 - 0.02 * 20.3 * 19.6 + 19.6, 5);
  });
});

describe('the line of a level', () => {
  it('round a disc is its circle in few nodes', () => {
    const field = new SmoothField(
      sampled(101, 101, (x, y) => 30 - Math.hypot(x - 50, y - 48)),
      101,
      101,
    );
    const { contours } = levelPath(field, 0, 0.01);
    expect(contours).toHaveLength(1);
    const [c] = contours;
    // Clockwise on screen, as outlines are.
    expect(contourArea(c) / (Math.PI * 900)).toBeCloseTo(1, 3);
    expect((c.xy.length - 2) / 6).toBeLessThanOrEqual(10);
    for (let i = 0; i < c.xy.length; i += 6)
      expect(Math.abs(Math.hypot(c.xy[i] - 50, c.xy[i + 1] - 48) - 30)).toBeLessThan(1e-4);
  });

  it('has holes that run the other way, ends at the edge of the lattice, and leaves small areas out', () => {
    const ring = (x: number, y: number) => 8 - Math.abs(Math.hypot(x - 40, y - 40) - 22);
    const field = new SmoothField(sampled(81, 81, ring), 81, 81);
    const { contours } = levelPath(field, 0, 0.02);
    const areas = contours.map(contourArea).sort((a, b) => a - b);
    expect(areas[0] / (-Math.PI * 14 ** 2)).toBeCloseTo(1, 2);
    expect(areas[1] / (Math.PI * 30 ** 2)).toBeCloseTo(1, 2);
    const all = levelPath(
      new SmoothField(
        sampled(30, 20, () => 1),
        30,
        20,
      ),
      0.5,
      0.05,
    ).contours;
    expect(all).toHaveLength(1);
    expect(contourArea(all[0])).toBeGreaterThan(29 * 19);
    const dot = new SmoothField(
      sampled(40, 40, (x, y) => 1.2 - Math.hypot(x - 9, y - 9)),
      40,
      40,
    );
    expect(levelPath(dot, 0, 0.05, 20).contours).toEqual([]);
  });

  it('never leaves an end open: chance fields come to closed chains alone, each crossing once', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const next = numbers(seed);
      const samples = sampled(12, 9, () => next());
      const chains = levelChains(samples, 12, 9, 0.5);
      const places = chains.flat().map((p) => `${p.x} ${p.y}`);
      expect(new Set(places).size).toBe(places.length);
      for (const chain of chains)
        chain.forEach((p, i) => {
          const q = chain[(i + 1) % chain.length];
          expect(Math.hypot(q.x - p.x, q.y - p.y)).toBeLessThan(1.5);
        });
    }
  });
});
