import { converter, type P3 } from 'culori';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  asFormat,
  cleanName,
  deliveryPurposes,
  evaluate,
  formats,
  makeCoat,
  makeDesign,
  makePart,
  makeRow,
  makeSheet,
  makeSource,
  type Part,
  pixelsToDisplayP3,
  plannedFiles,
  renderPixels,
  sceneToSvg,
  squareScene,
  toDisplayP3,
  webManifest,
} from '@/core';
import { distinctNames, fileName } from '@/core/delivery/file-name';
import { fileScene } from '@/core/delivery/plan';
import { fieldFault } from '@/core/document/fields';
import { parseDesign } from '@/core/reading';

const disc = (id: string, x: number, y: number, r: number, more: Partial<Part> = {}): Part =>
  makePart(makeSource('ellipse', { width: 2 * r, height: 2 * r }), {
    id,
    name: `Disc ${id}`,
    place: { x, y, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
    coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#c8553d' } })],
    ...more,
  });

const group = makePart(
  { kind: 'group' },
  {
    id: 'g',
    name: 'Pair',
    children: ['b', 'c'],
    place: { x: 100, y: 50, turn: 0, skew: 0, scaleX: 2, scaleY: 2 },
  },
);

const design = {
  ...makeDesign('Tarn / lamp', { id: 's', width: 400, height: 200, ground: '#ffffff', parts: ['a', 'g'] }),
  parts: { a: disc('a', 200, 100, 80), b: disc('b', 10, 10, 5), c: disc('c', 30, 10, 5), g: group },
};
const two = {
  ...design,
  sheets: [...design.sheets, makeSheet({ id: 't', name: 'Tall', width: 50, height: 100 })],
};

const plan = (kind: string, params: object) =>
  plannedFiles(two, { pattern: '{what}', rows: [makeRow(kind, params)] })[0];
const values = { design: 'D', what: 'W', width: '10', height: '20', dpi: '96', format: 'png', number: '01' };

describe('rows of an export set', () => {
  it('say how large a picture is by a side, by times, and by print', () => {
    const size = (params: object) => {
      const { width, height, dpi } = plan('png', params);
      return [width, height, dpi];
    };
    expect(size({ pixels: 1000 })).toEqual([1000, 500, 96]);
    expect(size({ by: 'height', pixels: 1000 })).toEqual([2000, 1000, 96]);
    expect(size({ by: 'scale', scale: 2.5 })).toEqual([1000, 500, 96]);
    // 101.6 mm are 4 inches.
    expect(size({ by: 'print', mm: 101.6, dpi: 300 })).toEqual([1200, 600, 300]);
    expect(size({ of: 'sheet:t', pixels: 100 })).toEqual([100, 200, 96]);
    // A bleed is on all four sides, as finely as the sheet.
    expect(size({ pixels: 800, bleed: 10 })).toEqual([840, 440, 96]);
  });

  it('of parts show what these paint, wherever they stand', () => {
    const { scene } = fileScene(two, makeRow('png', { of: 'parts:c,b' }));
    expect([scene.width, scene.height, scene.ground]).toEqual([60, 20, null]);
    const whole = renderPixels(
      evaluate({ ...two, parts: { ...two.parts, a: { ...two.parts.a, hidden: true } } }, 's'),
      400,
    );
    const alone = renderPixels({ ...scene, ground: [1, 1, 1, 1] }, 60);
    // The group's middle is at (100, 50), twice as large: b lies from 110 to 130, 60 to 80.
    for (const [x, y] of [
      [0, 0],
      [10, 10],
      [30, 10],
      [50, 10],
      [59, 19],
    ]) {
      const [i, j] = [4 * (y * 60 + x), 4 * ((60 + y) * 400 + 110 + x)];
      expect([...alone.data.slice(i, i + 4)]).toEqual([...whole.data.slice(j, j + 4)]);
    }
  });

  it('that cannot be made say why, and the others are made', () => {
    const files = plannedFiles(two, {
      pattern: '{what}',
      rows: [
        makeRow('png', { of: 'sheet:gone' }),
        makeRow('png', { of: 'parts:gone' }),
        makeRow('webp', { pixels: 16_000, bleed: 50 }),
        makeRow('png', { by: 'print', mm: 1e5, dpi: 10_000 }),
        makeRow('png', {}),
      ],
    });
    expect(files.map((f) => f.fault)).toEqual([
      'Its sheet is not there any more.',
      'Its part is not there any more.',
      'It would have 20,000 × 12,000 pixels; WebP has at most 16,383 a side.',
      'It would have 39,370,079 × 19,685,039 pixels; PNG has at most 32,768 a side.',
      null,
    ]);
  });

  it('become another kind of file with all that both know', () => {
    const png = makeRow('png', { pixels: 512, ground: 'none', name: 'x', bits: '16' });
    const jpeg = asFormat(png, 'jpeg');
    // A JPEG cannot be clear.
    expect(jpeg.params).toMatchObject({ pixels: 512, ground: 'own', name: 'x', quality: 0.9 });
    expect(jpeg.params).not.toHaveProperty('bits');
    expect(asFormat(jpeg, 'png').params).toMatchObject({ pixels: 512, bits: '8' });
  });

  it.each(Object.keys(formats))(
    '%s: its defaults fit its fields, and a design with it reads back',
    (kind) => {
      const { fields, defaults } = formats[kind];
      expect(Object.keys(defaults).sort()).toEqual(fields.map((f) => f.name).sort());
      for (const f of fields) expect(fieldFault(f, (defaults as Record<string, unknown>)[f.name])).toBeNull();
      const kept = { ...design, exports: { pattern: '{design}', rows: [makeRow(kind, {}, 'r1')] } };
      expect(parseDesign(JSON.stringify(kept))).toEqual(kept);
    },
  );

  it('of every purpose can be made, under names of their own', () => {
    const rows = Object.values(deliveryPurposes).flatMap((p) => p.rows(design.sheets[0]));
    const files = plannedFiles(design, { pattern: '{design}', rows });
    expect(files.filter((f) => f.fault)).toEqual([]);
    expect(new Set(files.map((f) => f.name)).size).toBe(rows.length);
  });

  it('a manifest names the square PNG files from its own folder', () => {
    const square = { ...design, sheets: [{ ...design.sheets[0], height: 400 }] };
    const rows = [
      ...deliveryPurposes.page.rows(square.sheets[0]),
      makeRow('png', { pixels: 64, name: 'other' }),
    ];
    const files = plannedFiles(square, { pattern: 'x', rows });
    const own = files.find((f) => f.row.kind === 'manifest');
    const { icons } = JSON.parse(webManifest(square, own as (typeof files)[0], files)) as {
      icons: { src: string; sizes: string }[];
    };
    expect(icons.map((i) => `${i.src} ${i.sizes}`)).toEqual([
      'icon-180.png 180x180',
      'icon-192.png 192x192',
      'icon-512.png 512x512',
      '../other.png 64x64',
    ]);
  });

  it('a picture that is no square stands in the middle of one', () => {
    const { width, height, data } = renderPixels({ ...squareScene(evaluate(design, 's')), ground: null }, 40);
    expect([width, height]).toEqual([40, 40]);
    expect(data[4 * (20 * 40 + 20) + 3]).toBe(255);
    expect(data[4 * (5 * 40 + 20) + 3]).toBe(0);
  });
});

describe('names of files', () => {
  it('come from a pattern; only its own slashes make folders', () => {
    expect(fileName('{design}/{what} {width}x{height}', { ...values, design: 'Tarn / lamp' })).toBe(
      'Tarn-lamp/W-10x20',
    );
    expect(fileName('../../{what}', values)).toBe('W');
    expect(fileName('{nothing}', values)).toBe('{nothing}');
    expect(fileName('  ', values)).toBe('file');
  });

  it('are such as every system takes, whatever is put into them', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 300 }), (text) => {
        const name = cleanName(text);
        expect(name.length).toBeGreaterThan(0);
        expect(name.length).toBeLessThanOrEqual(121);
        expect(name).not.toMatch(/[\p{Cc}/\\:*?"<>|]|^[ .]|[ .]$/u);
        for (const part of fileName(text, { ...values, what: text }).split('/'))
          expect(['', '.', '..']).not.toContain(part);
      }),
    );
    expect(cleanName('con')).toBe('_con');
  });

  it('are different from one another, letters’ case left aside', () => {
    expect(distinctNames(['a.png', 'A.png', 'a.png', 'a-2.png', 'b'])).toEqual([
      'a.png',
      'A-2.png',
      'a-3.png',
      'a-2-2.png',
      'b',
    ]);
  });
});

describe('Display P3', () => {
  // culori follows CSS Color 4.
  const p3 = converter('p3');
  it('has the same colours as culori says', () => {
    fc.assert(
      fc.property(
        fc.tuple(...[0, 1, 2].map(() => fc.double({ min: 0, max: 1, noNaN: true }))),
        ([r, g, b]) => {
          const theirs = p3({ mode: 'rgb', r, g, b }) as P3;
          toDisplayP3([r, g, b]).forEach((v, i) => {
            expect(v).toBeCloseTo([theirs.r, theirs.g, theirs.b][i], 6);
          });
        },
      ),
    );
    const deep = new Uint8ClampedArray([0, 0, 255, 255, 0, 0, 255, 255]);
    pixelsToDisplayP3(deep, 16);
    // Lime of sRGB is color(display-p3 0.4584 0.9853 0.2983).
    expect([...new DataView(deep.buffer).getUint16(0).toString()].join('')).toBe(
      String(Math.round(65_535 * toDisplayP3([0, 1, 0])[0])),
    );
    expect(toDisplayP3([0, 1, 0]).map((v) => v.toFixed(4))).toEqual(['0.4584', '0.9853', '0.2983']);
  });
});

describe('SVG', () => {
  const named = { ...design, name: 'x', parts: { ...design.parts, a: { ...design.parts.a, name: 'p1' } } };
  const scene = evaluate(named, 's');

  it('has the names of parts as ids that stand once, and as titles', () => {
    const svg = sceneToSvg(scene, 'x', { names: (id) => (named.parts as Record<string, Part>)[id]?.name });
    expect([...svg.matchAll(/<g id="([^"]*)"><title>([^<]*)</g)].map((m) => [m[1], m[2]])).toEqual([
      ['part-p1', 'p1'],
      ['Pair', 'Pair'],
      ['Disc-b', 'Disc b'],
      ['Disc-c', 'Disc c'],
    ]);
    const ids = [...svg.matchAll(/ id="([^"]*)"/g)].map((m) => m[1]);
    expect(new Set(ids).size).toBe(ids.length);
  });

  it('has as many decimals on the sheet as asked for, in groups as well', () => {
    const whole = sceneToSvg(scene, 'x', { decimals: 0 });
    const numbers = [...whole.matchAll(/ d="([^"]*)"/g)].flatMap((m) => m[1].match(/-?\d+(?:\.\d+)?/g) ?? []);
    // The discs in the group are twice as large on the sheet: one decimal there is none here.
    expect(numbers.length).toBeGreaterThan(20);
    expect(Math.max(...numbers.map((n) => n.split('.')[1]?.length ?? 0))).toBeLessThanOrEqual(1);
    expect(whole.length).toBeLessThan(sceneToSvg(scene, 'x').length);
  });

  it('keeps the live design inside, whatever stands in it', () => {
    const odd = { ...named, name: 'a]]>b \uffff <&' };
    const svg = sceneToSvg(scene, 'x', { recipe: JSON.stringify(odd) });
    const inside = /<!\[CDATA\[(.*?)\]\]>/s.exec(svg)?.[1] ?? '';
    expect(JSON.parse(inside)).toEqual(odd);
    expect(svg).not.toContain('\uffff');
  });
});
