import { describe, expect, it } from 'vitest';
import {
  evaluate,
  finishes,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  origin,
  type Part,
  renderPixels,
} from '@/core';
import { pickParts } from '@/core/edit';
import { Painter } from '@/core/raster/painter';
import { takeShippedFaces } from '../../faces';
import { designOf } from '../designs';
import { designWith, half, pixels, shape, side } from './lit';

takeShippedFaces();

it('a blur toward the edge that is too little to be seen leaves the smallest of pictures as it is', () => {
  const disc = (...finishes: ReturnType<typeof makeFinish>[]) => {
    const part = makePart(makeSource('ellipse', { width: 110, height: 110 }), {
      id: 'd',
      place: { ...origin, x: 200, y: 200 },
      coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#336699' } })],
      finishes: finishes.map((f) => ({ ...f, id: 'f' })),
    });
    return renderPixels(evaluate(designOf(400, part), 's'), 14).data;
  };
  expect(disc(makeFinish('blur', { way: 'edge', softness: 12, reach: 30 }))).toEqual(disc());
});

describe('grain and blur', () => {
  it('grey grain leaves the tone as it was on the whole, at every size of the picture', () => {
    const grained = shape([makeFinish('grain', { amount: 0.4, size: 2 })]);
    for (const width of [200, 400]) {
      const { data } = renderPixels(evaluate(designWith(grained), 's'), width);
      const k = width / 200;
      let [sum, square, n] = [0, 0, 0];
      for (let y = 60 * k; y < 140 * k; y++)
        for (let x = 60 * k; x < 140 * k; x++) {
          const v = data[4 * (width * y + x)];
          sum += v;
          square += v * v;
          n++;
        }
      expect(Math.abs(sum / n - 128)).toBeLessThan(2.5);
      expect(Math.sqrt(square / n - (sum / n) ** 2)).toBeGreaterThan(15);
    }
  });

  it('grain in the shades leaves the lights alone', () => {
    const [light, dark] = ['#ffffff', '#000000'].map((c) =>
      pixels(shape([makeFinish('grain', { amount: 0.5, where: 'shades' })], {}, c)),
    );
    const spread = (at: typeof light) => {
      const all = Array.from({ length: 400 }, (_, i) => at(70 + (i % 20), 70 + Math.floor(i / 20))[0]);
      return Math.max(...all) - Math.min(...all);
    };
    expect(spread(light)).toBeLessThan(1e-3);
    expect(spread(dark)).toBeGreaterThan(0.1);
  });

  it('blurs one after another add their variances', () => {
    const twice = pixels(shape([makeFinish('blur', { softness: 12 }), makeFinish('blur', { softness: 16 })]));
    const once = pixels(shape([makeFinish('blur', { softness: 20 })]));
    for (let x = 20; x < 100; x += 5)
      expect(Math.abs(twice(x, 100)[3] - once(x, 100)[3])).toBeLessThan(1 / 255);
  });

  it('what is blurred may be blurred already, or hold a mesh, across many tiles', () => {
    // Five shapes far apart, so that the outer blur draws its samples piece by piece.
    const many = ['a', 'b', 'c', 'd', 'e'].map((id, i) => ({
      ...shape([makeFinish('blur', { softness: 6 })]),
      id,
      place: { ...origin, x: 100 + 180 * i, y: 100 + 180 * i },
    }));
    const group = makePart(
      { kind: 'group' },
      { id: 'g', children: many.map((p) => p.id), finishes: [makeFinish('blur', { softness: 8 })] },
    );
    const picture = (...parts: Part[]) => renderPixels(evaluate(designOf(920, ...parts), 's'), 920).data;
    const nested = picture(group, ...many);
    const plain = picture(
      { ...group, finishes: [] },
      ...many.map((p) => ({ ...p, finishes: [makeFinish('blur', { softness: 10 })] })),
    );
    let most = 0;
    for (let i = 0; i < plain.length; i++) most = Math.max(most, Math.abs(plain[i] - nested[i]));
    expect(most).toBeLessThanOrEqual(2);
  });

  it('a blur runs along a direction that turns with the part, and is picked by the part alone', () => {
    const soft = shape([makeFinish('blur', { way: 'along', softness: 40, direction: 0 })], {
      place: { ...origin, x: 100, y: 100, turn: 90 },
    });
    const at = pixels(soft);
    expect(at(100, 50)[3]).toBeCloseTo(0.5, 1);
    expect([at(48, 100)[3], at(51, 100)[3]]).toEqual([0, expect.closeTo(2 * half(50, 20) - 1, 3)]);
    expect(pickParts(designWith(soft), 's', null, { x: 100, y: 45 }, 0)).toEqual([]);
    const { paintDrag } = finishes.blur;
    const bounds = { x0: 0, y0: 0, x1: 100, y1: 100 };
    expect(paintDrag?.(soft.finishes[0].params, 'amount', { x: 50, y: 80 }, bounds)?.params).toMatchObject({
      softness: 30,
      direction: 90,
    });
  });

  it('a blur more toward the edge follows the outline under a bend, one about a place its place', () => {
    const bent = (params: Record<string, unknown>, at: { x: number; y: number }) => {
      const d = designWith(
        shape([makeFinish('blur', params), makeFinish('turn-painted', { tilt: 0, swing: 0, roll: 90 })]),
      );
      const painter = new Painter();
      painter.drawTile(evaluate(d, 's'), [1, 0, 0, 1, 0, 0], 0, 0, side, side);
      return painter.pixels()[4 * (256 * at.y + at.x) + 3];
    };
    // A quarter of a turn takes the square onto itself: it is as soft there as it was.
    expect(bent({ way: 'edge', softness: 16, reach: 30 }, { x: 100, y: 50 })).toBeCloseTo(0.5, 1);
    expect(bent({ way: 'edge', softness: 16, reach: 30 }, { x: 100, y: 85 })).toBeCloseTo(1, 4);
    // Away from the middle of the left edge, which comes to lie on top.
    const away = { way: 'away', stretch: 0.4, centreX: 0, centreY: 0.5 };
    expect(bent(away, { x: 100, y: 51 })).toBeCloseTo(1, 2);
    expect(bent(away, { x: 100, y: 148 })).toBeLessThan(0.6);
  });

  it('a blur that is kept within shows nothing beyond the outline', () => {
    const at = pixels(shape([makeFinish('blur', { softness: 20, within: true })], {}, '#000000', 'ellipse'));
    expect(at(100, 46)[3]).toBe(0);
    expect(at(100, 51)[3]).toBeCloseTo(half(1.5, 10), 1);
  });
});
