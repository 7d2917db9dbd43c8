import { describe, expect, it } from 'vitest';
import {
  evaluate,
  evaluateSheet,
  finishes,
  type Lamp,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
  paints,
  renderPixels,
  sceneToSvg,
} from '@/core';
import { pickParts } from '@/core/edit';
import { Painter } from '@/core/raster/painter';
import { takeShippedFaces } from '../../faces';
import { designOf } from '../designs';

takeShippedFaces();

const side = 200;
/** A rectangle of 100 × 100 about the middle of a clear sheet, or another shape of that size. */
const shape = (
  finish: ReturnType<typeof makeFinish>[],
  values: Partial<Part> = {},
  colour = '#808080',
  kind: 'rectangle' | 'ellipse' = 'rectangle',
) =>
  makePart(makeSource(kind, { width: 100, height: 100 }), {
    id: 'p',
    name: 'p',
    place: { ...origin, x: 100, y: 100 },
    coats: [makeCoat('fill', { paint: { kind: 'solid', colour } })],
    finishes: finish,
    ...values,
  });
const designWith = (
  part: Part,
  lamp: Lamp = { direction: 315, height: 45 },
  ground: string | null = null,
) => {
  const d = designOf(side, part);
  return { ...d, sheets: [{ ...d.sheets[0], ground, lamp }] };
};
/** Premultiplied colour at a pixel’s middle. */
function pixels(part: Part, lamp?: Lamp, ground?: string | null) {
  const scene = evaluate(designWith(part, lamp, ground), 's');
  const painter = new Painter();
  painter.drawTile(scene, [1, 0, 0, 1, 0, 0], 0, 0, side, side);
  const all = painter.pixels().slice();
  return (x: number, y: number) => [...all.slice(4 * (256 * y + x), 4 * (256 * y + x) + 4)];
}
/** Abramowitz & Stegun 7.1.26: the error function to 1.5e-7. */
function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * Math.abs(x));
  const y =
    1 -
    ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) *
      t *
      Math.exp(-x * x);
  return Math.sign(x) * y;
}
/** How much of a blurred half plane there is `x` inside its edge. */
const half = (x: number, sigma: number) => (1 + erf(x / (sigma * Math.SQRT2))) / 2;
const shadow = (params: Record<string, unknown>) =>
  makeFinish('soft-shadow', { colour: '#000000', shiftX: 0, shiftY: 0, opacity: 1, ...params });

describe('a shadow that falls into the part', () => {
  it('is what the blurred silhouette leaves, by the error function', () => {
    const sigma = 5;
    const at = pixels(shape([shadow({ softness: 2 * sigma, falls: 'inside' })], {}, '#ffffff'));
    for (const x of [50, 52, 55, 60, 70]) {
      const [v, , , a] = at(x, 100);
      expect(a).toBeCloseTo(1, 5);
      expect(Math.abs(v - half(x + 0.5 - 50, sigma) * half(150 - x - 0.5, sigma))).toBeLessThan(1 / 255);
    }
    expect(at(45, 100)[3]).toBe(0);
  });

  it('and the one beneath make one together where the part is', () => {
    const params = { softness: 16, shiftX: 7, shiftY: -4 };
    const [beneath, into] = [shadow(params), shadow({ ...params, falls: 'inside' })];
    const clear = { coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#ffffff' } })] };
    const b = pixels(shape([into], clear));
    // The shadow alone: the part itself is left out.
    const a = pixels(
      shape([{ ...beneath, params: { ...beneath.params } }, makeFinish('fade', { from: 1, to: 1 })], clear),
    );
    for (const [x, y] of [
      [55, 55],
      [100, 60],
      [140, 140],
    ]) {
      const inner = 1 - b(x, y)[0];
      const outer =
        half(x + 0.5 - 57, 8) * half(157 - x - 0.5, 8) * half(y + 0.5 - 46, 8) * half(146 - y - 0.5, 8);
      expect(Math.abs(inner + outer - 1)).toBeLessThan(1.5 / 255);
      expect(a(x, y)[3]).toBeCloseTo(1, 4);
    }
  });

  it('falls in farther where it spreads', () => {
    const at = pixels(shape([shadow({ softness: 0.5, spread: 10, falls: 'inside' })], {}, '#ffffff'));
    expect(at(56, 100)[0]).toBeLessThan(0.02);
    expect(at(64, 100)[0]).toBeGreaterThan(0.98);
  });
});

describe('a shadow beneath the part', () => {
  it('falls away from the lamp as far as the part stands up, over the tangent of its height', () => {
    const over = 30;
    for (const lamp of [
      { direction: 270, height: 45 },
      { direction: 0, height: 60 },
    ]) {
      const at = pixels(shape([shadow({ softness: 0.2, by: 'lamp', over })], {}, '#ffffff'), lamp);
      const long = over / Math.tan((lamp.height * Math.PI) / 180);
      const [dx, dy] = lamp.direction === 270 ? [1, 0] : [0, 1];
      const dark = (d: number) => at(Math.floor(100 + dx * (50 + d)), Math.floor(100 + dy * (50 + d)))[3];
      expect(dark(long - 2)).toBeGreaterThan(0.98);
      expect(dark(long + 2)).toBeLessThan(0.02);
    }
  });

  it('is left out under the part where that is wished, and shows through it otherwise', () => {
    const half = { coats: [makeCoat('fill', { opacity: 0.5, paint: { kind: 'solid', colour: '#ffffff' } })] };
    const under = pixels(shape([shadow({ softness: 4 })], half))(100, 100);
    const hollow = pixels(shape([shadow({ softness: 4, hollow: true })], half))(100, 100);
    // Half a part casts half a shadow: beneath it, three quarters are covered.
    expect(under[3]).toBeCloseTo(0.75, 2);
    expect(hollow[3]).toBeCloseTo(0.5 + 0.5 * 0.25, 2);
  });

  it('loses in grains what is asked for on the whole', () => {
    const plain = pixels(shape([shadow({ softness: 0.2, shiftX: 60 })], {}, '#ffffff'));
    const grainy = pixels(
      shape([shadow({ softness: 0.2, shiftX: 60, grain: 0.5, grainSize: 1 })], {}, '#ffffff'),
    );
    let sum = 0;
    const all: number[] = [];
    for (let y = 60; y < 140; y++)
      for (let x = 155; x < 195; x++) {
        sum += plain(x, y)[3];
        all.push(grainy(x, y)[3]);
      }
    expect(sum / all.length).toBeCloseTo(1, 3);
    // Each grain has an even chance between nothing and half: a quarter goes.
    const mean = all.reduce((p, q) => p + q, 0) / all.length;
    expect(Math.abs(mean - 0.75)).toBeLessThan(0.02);
    expect(Math.max(...all) - Math.min(...all)).toBeGreaterThan(0.2);
  });
});

describe('light on the part', () => {
  it('a glow fades from the edge by the error function, and screens what lies under it', () => {
    const sigma = 6;
    const glow = makeFinish('glow', { colour: '#ffffff', softness: 2 * sigma, spread: 0, opacity: 1 });
    const at = pixels(shape([glow], {}, '#000000'), undefined, '#404040');
    for (const x of [30, 40, 46]) {
      const a = half(x + 0.5 - 50, sigma);
      const b = 64 / 255;
      expect(Math.abs(at(x, 100)[0] - (a + b - a * b))).toBeLessThan(1 / 255);
    }
  });

  it('an edge light lies along the edges that face the lamp, as wide as it is said to be', () => {
    const rim = makeFinish('edge-light', {
      colour: '#ffffff',
      width: 8,
      softness: 0.1,
      opacity: 1,
      blend: 'normal',
    });
    const at = pixels(shape([rim], {}, '#202020'), { direction: 270, height: 30 });
    expect(at(51, 100)[0]).toBeGreaterThan(0.99);
    expect(at(56, 100)[0]).toBeGreaterThan(0.99);
    expect(at(60, 100)[0]).toBeCloseTo(32 / 255, 2);
    for (const [x, y] of [
      [148, 100],
      [100, 51],
      [100, 148],
    ])
      expect(at(x, y)[0]).toBeCloseTo(32 / 255, 2);
    // Turned by a quarter, another side of the part faces it; the rim stays where the lamp is.
    const turned = pixels(shape([rim], { place: { ...origin, x: 100, y: 100, turn: 90 } }, '#202020'), {
      direction: 270,
      height: 30,
    });
    expect(turned(51, 100)[0]).toBeGreaterThan(0.99);
    expect(turned(100, 51)[0]).toBeCloseTo(32 / 255, 2);
  });

  it('a sheen of half, white at half strength, is overlaid on its half alone', () => {
    const at = pixels(shape([makeFinish('sheen', {})], {}, '#606060'));
    // Overlay by its formula (Compositing and Blending Level 1): hard light with layers swapped.
    const b = 96 / 255;
    const overlaid = b <= 0.5 ? 2 * b : 1;
    expect(at(60, 100)[0]).toBeCloseTo(b + (overlaid - b) * 0.5, 3);
    expect(at(140, 100)[0]).toBeCloseTo(b, 4);
    expect(at(40, 100)[3]).toBe(0);
  });

  it('a floor shadow stands on the foot of the part, flattened and leaning by its numbers', () => {
    const floor = makeFinish('floor-shadow', {
      flat: 0.4,
      slant: 45,
      softness: 0.2,
      far: 1,
      fades: 1,
      opacity: 1,
      blend: 'normal',
    });
    const at = pixels(shape([floor], {}, '#ffffff'));
    // Its far corner lies 40 up from the foot and 40 to the right.
    const alpha = (x: number, y: number) => at(x, y)[3];
    expect(alpha(181, 115)).toBeGreaterThan(0.98);
    expect(alpha(160, 145)).toBeLessThan(0.02);
    expect(alpha(152, 143)).toBeGreaterThan(0.9);
    expect(alpha(193, 115)).toBeLessThan(0.02);
    // Half of it is left at the far end where it fades so.
    const fading = pixels(shape([{ ...floor, params: { ...floor.params, fades: 0.5 } }], {}, '#ffffff'));
    expect(fading(185, 111)[3]).toBeCloseTo(0.51, 1);
  });

  it('a floor shadow is softer the farther it falls, by the blur that its place asks for', () => {
    const floor = makeFinish('floor-shadow', {
      flat: 1,
      slant: 0,
      softness: 4,
      far: 4,
      fades: 1,
      opacity: 1,
      blend: 'normal',
    });
    const tall = shape([floor], {}, '#ffffff');
    const at = pixels(tall);
    // Straight back and as high as the part, its sides show beside it.
    for (const [y, share] of [
      [140, 0.1],
      [100, 0.5],
      [83, 2 / 3],
    ] as const) {
      const i = Math.min(2, Math.floor(share * 3));
      const [s0, s1] = [2 * (1 + 3 * (i / 3)), 2 * (1 + 3 * ((i + 1) / 3))];
      const w = share * 3 - i;
      const wanted = (1 - w) * half(-4.5, s0) + w * half(-4.5, s1);
      expect(Math.abs(at(45, y)[3] - wanted)).toBeLessThan(0.012);
    }
  });
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

describe('light and shade', () => {
  it('are not picked, and cast no shadows of their own', () => {
    const lit = shape(
      ['glow', 'edge-light', 'sheen', 'floor-shadow', 'grain']
        .map((kind) => makeFinish(kind))
        .concat(shadow({ falls: 'inside' })),
      {},
      '#808080',
      'ellipse',
    );
    const d = designWith(lit);
    expect(pickParts(d, 's', null, { x: 100, y: 100 }, 0)).toEqual(['p']);
    // In the corner of its bounds there is none of the circle.
    expect(pickParts(d, 's', null, { x: 56, y: 56 }, 0)).toEqual([]);
    const twice = pixels(
      shape([makeFinish('glow'), shadow({ softness: 2, shiftX: 70 })], {}, '#808080', 'ellipse'),
    );
    expect(twice(225 - 60, 100)[3]).toBeGreaterThan(0.9);
    expect(twice(170, 47)[3]).toBeLessThan(0.05);
  });

  it('say where their blend mode cannot show them, and offer one that can', () => {
    const dark = makeFinish('glow', { colour: '#050505' });
    const { faults } = evaluateSheet(designWith(shape([dark])), 's');
    expect(faults).toMatchObject(
      [{ card: dark.id, note: true, message: /only lightens/ }].map(({ card, note }) => ({ card, note })),
    );
    expect(finishes.glow.remedy?.(dark.params)).toEqual({
      label: 'Multiply instead',
      params: { blend: 'multiply' },
    });
    expect(finishes.glow.remedy?.(makeFinish('glow').params)).toBeNull();
    expect(finishes.glow.remedy?.({ ...dark.params, colour: '#ffffff', blend: 'multiply' })).toMatchObject({
      params: { blend: 'screen' },
    });
  });

  it('go out as SVG without pictures, but for grain', () => {
    const svg = (kinds: string[]) =>
      sceneToSvg(evaluate(designWith(shape(kinds.map((k) => makeFinish(k)))), 's'), 'x', false);
    expect(svg(['glow', 'edge-light', 'sheen', 'floor-shadow', 'blur'])).not.toContain('<image');
    expect(svg(['grain'])).toContain('<image');
    const blurs = (way: string) =>
      sceneToSvg(evaluate(designWith(shape([makeFinish('blur', { way })])), 's'), 'x', false);
    expect(blurs('along')).toMatch(/<feGaussianBlur stdDeviation="12 0"/);
    for (const way of ['around', 'away', 'edge']) expect(blurs(way)).toContain('<image');
  });
});

describe('a shadow that one part casts onto another', () => {
  const lamp = { direction: 270, height: 45 };
  const box = (id: string, x: number, y: number, side_: number, extra: Partial<Part> = {}): Part =>
    makePart(makeSource('rectangle', { width: side_, height: side_ }), {
      id,
      name: id,
      place: { ...origin, x, y },
      coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#ffffff' } })],
      ...extra,
    });
  const cast = (values: object = {}) =>
    makeFinish('cast-shadow', {
      caster: 'c',
      colour: '#000000',
      softness: 0.2,
      opacity: 1,
      over: 30,
      ...values,
    });
  const onto = (
    finish: ReturnType<typeof cast>,
    place: object = {},
    casterPlace: object = {},
    casterExtra: Partial<Part> = {},
  ) => {
    const receiver = box('r', 100, 100, 120, {
      finishes: [finish],
      ...(Object.keys(place).length ? { place: { ...origin, x: 100, y: 100, ...place } } : {}),
    });
    const caster = box('c', 60, 100, 20, casterExtra);
    const d = designOf(side, receiver, { ...caster, place: { ...caster.place, ...casterPlace } });
    return { ...d, sheets: [{ ...d.sheets[0], ground: null, lamp }] };
  };
  const value = (d: ReturnType<typeof onto>, x: number, y: number) => {
    const painter = new Painter();
    painter.drawTile(evaluate(d, 's'), [1, 0, 0, 1, 0, 0], 0, 0, side, side);
    return [...painter.pixels().slice(4 * (256 * y + x), 4 * (256 * y + x) + 4)];
  };

  it('falls away from the lamp as far as the caster stands over it, and is cut by the part it falls on', () => {
    const d = onto(cast());
    // 20 wide, shifted by 30 over the tangent of 45°.
    expect(value(d, 90, 100)[0]).toBeLessThan(0.02);
    expect(value(d, 76, 100)[0]).toBeGreaterThan(0.98);
    expect(value(d, 104, 100)[0]).toBeGreaterThan(0.98);
    const out = onto(cast({ over: 110 }));
    // It reaches over the edge of the receiver, and nothing shows there.
    expect(value(out, 162, 100)[3]).toBe(0);
    expect(value(out, 165, 100)[3]).toBe(0);
  });

  it('is swept from the foot of the caster where it stands on it, however the part is turned', () => {
    for (const place of [{}, { turn: 90 }, { turn: 180, scaleX: -1 }]) {
      const d = onto(cast({ grounded: true }), place);
      for (const x of [72, 80, 90, 98]) expect(value(d, x, 100)[0]).toBeLessThan(0.02);
      expect(value(d, 104, 100)[0]).toBeGreaterThan(0.98);
    }
  });

  it('moves when either moves, and is there without its caster’s finishes or not at all', () => {
    const moved = onto(cast(), {}, { y: 130 });
    expect(value(moved, 90, 100)[0]).toBeGreaterThan(0.98);
    expect(value(moved, 90, 130)[0]).toBeLessThan(0.02);
    const glowing = onto(cast(), {}, {}, { finishes: [makeFinish('blur', { softness: 60 })] });
    // Its own haze lies over the shadow here.
    expect(value(glowing, 90, 100)[0]).toBeLessThan(0.06);
    const hidden = onto(cast(), {}, {}, { hidden: true });
    expect(value(hidden, 90, 100)[0]).toBeGreaterThan(0.98);
  });

  it('of two parts onto each other goes round nowhere; of none it asks for one', () => {
    const both = onto(cast(), {}, {}, { finishes: [cast({ caster: 'r' })] });
    expect(value(both, 90, 100)[0]).toBeLessThan(0.02);
    const self = onto(cast({ caster: 'r' }));
    expect(value(self, 90, 100)[0]).toBeGreaterThan(0.98);
    const { faults } = evaluateSheet(onto(cast({ caster: '' })), 's');
    expect(faults).toMatchObject([{ note: true, message: 'Choose the part that casts the shadow.' }]);
  });

  it('goes round nowhere, however caster and receiver rest on each other', () => {
    const letters = (id: string, along: string, extra: Partial<Part> = {}) =>
      makePart(makeSource('lettering', { face: 'anton', text: 'Tarn', size: 40, follows: 'path', along }), {
        id,
        name: id,
        coats: [makeCoat('fill')],
        ...extra,
      });
    const tiled = makeCoat('fill', { paint: { ...paints.pattern.defaults, tile: 'r' } });
    const casters: Part[] = [
      // Words along the very part that they cast onto, a pattern of it, a ring about it, and a ring about words along it.
      letters('c', 'r'),
      box('c', 60, 100, 20, { coats: [tiled] }),
      box('c', 60, 100, 20, { steps: [makeStep('radial-repeat', { centreOn: 'r', count: 3 })] }),
      box('c', 60, 100, 20, { steps: [makeStep('radial-repeat', { centreOn: 'm', count: 3 })] }),
    ];
    for (const caster of casters) {
      const receiver = box('r', 100, 100, 120, { finishes: [cast()] });
      const d = designOf(side, receiver, caster, letters('m', 'r'));
      expect(evaluateSheet(d, 's').scene.nodes).toHaveLength(3);
    }
  });
});

describe('shadows of each piece or member', () => {
  const lifted = { of: 'each', softness: 0, shiftX: 10, shiftY: 0, opacity: 0.5 };
  /** Three squares of 20 beside each other, 4 apart, each over the one before where they meet. */
  const repeated = (
    finishes: ReturnType<typeof makeFinish>[],
    coats = [makeCoat('fill', { paint: { kind: 'solid', colour: '#ffffff' } })],
  ) =>
    makePart(makeSource('rectangle', { width: 20, height: 20 }), {
      id: 'p',
      place: { ...origin, x: 60, y: 100 },
      steps: [makeStep('grid-repeat', { columns: 3, rows: 1, across: 4 })],
      coats,
      finishes,
    });

  it('fall onto the pieces before, and each is as dark as the whole one', () => {
    const at = pixels(repeated([shadow(lifted)]), undefined, '#ffffff');
    const whole = pixels(repeated([shadow({ ...lifted, of: 'whole' })]), undefined, '#ffffff');
    // The shadow of the first lies under the second: both agree in the gaps, and behind the last.
    for (const x of [72, 96, 121]) expect(at(x, 100)).toEqual(whole(x, 100));
    // Leftward, that of the second falls onto the first.
    const left = pixels(repeated([shadow({ ...lifted, shiftX: -10 })]), undefined, '#ffffff');
    const under = pixels(repeated([shadow({ ...lifted, shiftX: -10, of: 'whole' })]), undefined, '#ffffff');
    expect(left(67, 100)[0]).toBeCloseTo(0.5, 2);
    expect(under(67, 100)[0]).toBe(1);
  });

  it('go by letters through all coats, by members of a group, and spread by what each covers', () => {
    const coats = [
      makeCoat('fill', {
        paint: { kind: 'solid', colour: '#808080' },
        steps: [makeStep('slab', { angle: 90, depth: 12 })],
      }),
      makeCoat('fill', { paint: { kind: 'solid', colour: '#ffffff' } }),
    ];
    const at = pixels(repeated([shadow({ ...lifted, shiftX: -10 })], coats), undefined, '#ffffff');
    // The second's shadow lies over the first's front and over its slab beneath.
    expect(at(67, 100)[0]).toBeCloseTo(0.5, 2);
    expect(at(67, 117)[0]).toBeCloseTo(0.25, 2);
    const member = (id: string, x: number) =>
      makePart(makeSource('rectangle', { width: 20, height: 20 }), {
        id,
        place: { ...origin, x, y: 100 },
        coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#ffffff' } })],
      });
    const group = (finish: object) =>
      makePart(
        { kind: 'group' },
        { id: 'g', children: ['a', 'b'], finishes: [shadow({ ...lifted, ...finish })] },
      );
    const shown = (finish: object) => {
      const d = designOf(side, group(finish), member('a', 60), member('b', 84));
      const painter = new Painter();
      painter.drawTile(
        evaluate({ ...d, sheets: [{ ...d.sheets[0], ground: '#ffffff' }] }, 's'),
        [1, 0, 0, 1, 0, 0],
        0,
        0,
        side,
        side,
      );
      return (x: number) => painter.pixels()[4 * (256 * 100 + x)];
    };
    expect(shown({ shiftX: -10 })(67)).toBeCloseTo(0.5, 2);
    expect(shown({ shiftX: -10, of: 'whole' })(67)).toBe(1);
    // Six wider each way, the second's reaches as far leftward without any shift, under itself.
    expect(shown({ shiftX: 0, spread: 6 })(68)).toBeCloseTo(0.5, 2);
    expect(shown({ shiftX: 0, spread: 3 })(68)).toBe(1);
  });

  it('say where a finish before them made one of the pieces', () => {
    const faults = (finishes: ReturnType<typeof makeFinish>[]) =>
      evaluateSheet(designWith(repeated(finishes)), 's').faults;
    const each = shadow({ ...lifted, shiftX: -10 });
    expect(faults([each])).toEqual([]);
    expect(faults([makeFinish('grain'), each])).toMatchObject([
      { card: each.id, note: true, message: /together/ },
    ]);
  });
});
