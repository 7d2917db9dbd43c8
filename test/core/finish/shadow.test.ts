import { describe, expect, it } from 'vitest';
import {
  evaluate,
  evaluateSheet,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
  paints,
} from '@/core';
import { Painter } from '@/core/raster/painter';
import { takeShippedFaces } from '../../faces';
import { designOf } from '../designs';
import { designWith, half, pixels, shadow, shape, side } from './lit';

takeShippedFaces();

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
