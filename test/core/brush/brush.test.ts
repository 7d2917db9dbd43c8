import { describe, expect, it } from 'vitest';
import { evaluatePart, makePart, makeSource, makeStep, pathArea, pathBounds, steps } from '@/core';
import { combine } from '@/core/arrange/combine';
import { textureOf, textureWords } from '@/core/brush/textures';
import { contourArea } from '@/core/geometry/measure';
import { contourOf, type Path, pathOf, segmentsOf } from '@/core/geometry/path';
import { Area } from '@/core/nearest/area';
import { asPieces, pathsOf } from '@/core/outline/pieces';
import type { Outline } from '@/core/outline/types';
import { designOf } from '../designs';
import { circle, numbers, pentagram, rect, ring } from '../shapes';

const line = pathOf([contourOf([[0, 0, 0, 0, 300, 0, 300, 0]], false)]);

const made = (kind: string, path: Path, params: object): Outline => {
  const bounds = pathBounds(path);
  if (!bounds) throw new Error('The shape is empty.');
  const outline = asPieces([path]);
  return steps[kind].apply(outline, { ...steps[kind].defaults, ...params }, { bounds, outline });
};

const marks = (outline: Outline) => outline.flatMap((p) => p.path.contours);
const middle = (c: Path['contours'][number]) => {
  const b = pathBounds(pathOf([c]));
  return b ? { x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2, w: b.x1 - b.x0 } : { x: 0, y: 0, w: 0 };
};

it('every texture lies within its own box, outlines clockwise and holes against them', () => {
  for (const name of Object.keys(textureWords) as (keyof typeof textureWords)[]) {
    const { path, long } = textureOf(name);
    const b = pathBounds(path);
    expect(b && b.x0 > -0.1 && b.x1 < long + 0.1 && b.y0 > -0.6 && b.y1 < 0.6, name).toBe(true);
    const areas = path.contours.map(contourArea);
    expect(
      areas.some((a) => a > 0),
      name,
    ).toBe(true);
    // Holes are in the chalk alone.
    expect(areas.filter((a) => a < 0).length > 0, name).toBe(name === 'chalk');
  }
});

describe('a brush', () => {
  it('on a straight line is its art, as long as the line and as wide as it is to be', () => {
    const [stroke] = made('brush', line, { art: 'chalk', width: 24 });
    const { path, long } = textureOf('chalk');
    expect(pathArea(stroke.path) / (pathArea(path) * (300 / long) * 24)).toBeCloseTo(1, 4);
    const b = pathBounds(stroke.path);
    expect(Math.abs(b?.x0 ?? 9)).toBeLessThan(2);
    expect(Math.abs((b?.x1 ?? 0) - 300)).toBeLessThan(2);
  });

  it('again and again is a whole number of its art, each as near its own length as that goes', () => {
    const { long, path } = textureOf('hatch');
    const out = made('brush', line, { art: 'hatch', width: 20, laid: 'repeated' });
    expect(marks(out)).toHaveLength(path.contours.length * Math.round(300 / (long * 20)));
  });

  it('follows pressure: half as wide where it was half', () => {
    const pressed: Path = { ...line, contours: [{ ...line.contours[0], pressure: [0.5, 0.5, 1, 1] }] };
    const [stroke] = made('brush', pressed, { art: 'chalk', width: 40, runs: 'pressure' });
    const at = (x: number) => {
      const strip = combine('intersect', [stroke.path, rect(x, -60, 6, 120)]);
      const b = pathBounds(strip);
      return b ? b.y1 - b.y0 : 0;
    };
    expect(at(40) / at(250)).toBeCloseTo(0.5, 1);
    expect(
      steps.brush.note?.(
        asPieces([line]),
        { ...steps.brush.defaults, runs: 'pressure' },
        { bounds: rectBounds, outline: [] },
      ),
    ).toMatch(/without pressure/);
  });

  it('scatters marks an even way apart along it, whatever their number, by their chance alone', () => {
    const params = { art: 'dot', width: 6, laid: 'scattered', spacing: 10, size: 0, stray: 0, turn: 0 };
    const even = marks(made('brush', circle(0, 0, 100, 0, 16), params));
    expect(even).toHaveLength(62);
    const places = even.map(middle);
    places.slice(1).forEach((p, i) => {
      // Ten along a circle of 100.
      expect(Math.hypot(p.x - places[i].x, p.y - places[i].y)).toBeCloseTo(200 * Math.sin(0.05), 2);
    });
    const wild = { ...params, size: 0.8, stray: 2, turn: 1, seed: 5 };
    const [short, long] = [rect(0, 0, 100, 100), rect(0, 0, 100, 200)].map((p) =>
      marks(made('brush', p, wild)),
    );
    // The first sides are the same line, and so are their marks.
    for (let i = 0; i < 10; i++) expect(segmentsOf(long[i])).toEqual(segmentsOf(short[i]));
    expect(marks(made('brush', line, wild))).not.toEqual(marks(made('brush', line, { ...wild, seed: 6 })));
  });

  it('keeps the art of a part that goes', () => {
    const star = makePart(makeSource('star', { radius: 20 }), { id: 'star' });
    const stroke = makePart(makeSource('line', { x1: 0, y1: 0, x2: 300, y2: 0 }), {
      id: 'l',
      steps: [{ ...makeStep('brush', { art: 'part', part: 'star', laid: 'repeated', width: 20 }), id: 's' }],
    });
    const guide = evaluatePart(designOf(500, star), star).outline[0].path;
    const alone = steps.brush.alone?.(stroke.steps[0].params, { bounds: rectBounds, outline: [], guide });
    const kept = {
      ...stroke,
      steps: [{ ...stroke.steps[0], params: { ...stroke.steps[0].params, ...alone } }],
    };
    const [before, after] = [
      evaluatePart(designOf(500, star, stroke), stroke),
      evaluatePart(designOf(500, kept), kept),
    ].map((r) => r.outline.reduce((sum, p) => sum + pathArea(p.path), 0));
    expect(after).toBeGreaterThan(100);
    expect(after).toBeCloseTo(before, 6);
  });

  it('says what it cannot do', () => {
    expect(() => made('brush', line, { width: 0 })).toThrow(/width/);
    expect(() => made('brush', line, { laid: 'scattered', spacing: 0 })).toThrow(/spacing/);
    expect(() => made('brush', line, { laid: 'scattered', spacing: 1e-5 })).toThrow(
      /segments; a part may have/,
    );
  });
});

const rectBounds = { x0: 0, y0: -10, x1: 300, y1: 10 };

describe('mottle', () => {
  const shape = ring(0, 0, 120, 40);

  it('lies within the outline, holes left free, cut where it crosses', () => {
    const clean = combine('union', [shape]);
    const out = made('mottle', clean, { spots: 300, size: 16, toward: 'even' });
    const beyond = combine('subtract', [combine('union', pathsOf(out)), clean]);
    expect(pathArea(beyond)).toBeLessThan(1e-3);
    expect(marks(out).length).toBeGreaterThan(200);
  });

  it('crowds where it is told to', () => {
    const shares = (toward: string, more: object = {}) => {
      const all = marks(
        made('mottle', circle(0, 0, 120), {
          spots: 600,
          size: 4,
          vary: 0,
          shrink: 0,
          crowd: 0.6,
          toward,
          ...more,
        }),
      ).map(middle);
      return {
        heart: all.filter((p) => Math.hypot(p.x, p.y) < 60).length / all.length,
        right: all.filter((p) => p.x > 0).length / all.length,
      };
    };
    // A quarter of the area lies in the inner half.
    expect(shares('even').heart).toBeCloseTo(0.25, 1);
    expect(shares('heart').heart).toBeGreaterThan(0.6);
    expect(shares('rim').heart).toBeLessThan(0.05);
    expect(shares('side', { direction: 0 }).right).toBeGreaterThan(0.8);
    expect(shares('side', { direction: 180 }).right).toBeLessThan(0.2);
  });

  it('is the same for the same chance, and fades in pieces', () => {
    const params = { spots: 80, size: 8, fade: 0.9, toward: 'rim' };
    const [a, b] = [made('mottle', circle(0, 0, 100), params), made('mottle', circle(0, 0, 100), params)];
    expect(b).toEqual(a);
    const opacities = a.map((p) => p.opacity ?? 1);
    expect(opacities.length).toBeGreaterThan(1);
    expect(Math.min(...opacities)).toBeGreaterThanOrEqual(0.09);
    expect(() => made('mottle', line, {})).toThrow(/no area/);
    expect(() => made('mottle', circle(0, 0, 9), { size: 0 })).toThrow(/size/);
  });
});

it('an area tells its places by its fill rule, and how far its outline is', () => {
  const next = numbers(31);
  for (const rule of ['nonzero', 'evenodd'] as const) {
    const star = pentagram(0, 0, 100, rule);
    const area = new Area(star);
    for (let k = 0; k < 400; k++) {
      const [x, y] = [240 * next() - 120, 240 * next() - 120];
      // The inner pentagon reaches 38.2 % of the way to the tips.
      const far = Math.hypot(x, y);
      if (far < 30) expect(area.holds(x, y)).toBe(rule === 'nonzero');
      if (far > 101) expect(area.holds(x, y)).toBe(false);
    }
  }
  const disc = new Area(circle(10, 20, 50));
  for (let k = 0; k < 100; k++) {
    const [a, r] = [2 * Math.PI * next(), 90 * next()];
    const [x, y] = [10 + r * Math.cos(a), 20 + r * Math.sin(a)];
    expect(disc.far(x, y, 30)).toBeCloseTo(Math.min(30, Math.abs(50 - r)), 0);
    if (Math.abs(r - 50) > 0.5) expect(disc.holds(x, y)).toBe(r < 50);
  }
});
