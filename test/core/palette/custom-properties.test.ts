import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { paletteToProperties, type Swatch, TokenError } from '@/core';
import { propertiesToPalette } from '@/core/importing';

let ids = 0;
const read = (text: string) => propertiesToPalette(text, () => `s${++ids}`).map(({ id: _, ...s }) => s);

describe('palettes as custom properties of a style sheet', () => {
  it('go out as CSS has them', () => {
    const palette: Swatch[] = [
      { id: 'a', name: 'Tarn water', colour: '#2f6f7a' },
      { id: 'b', name: 'Tarn, water!', colour: '#2f6f7a80' },
      {
        id: 'c',
        name: 'Lamplight',
        stops: [
          { at: 0, colour: '#fbf1d6' },
          { at: 0.455, colour: '#c98f3a' },
        ],
        interpolation: 'linear',
      },
    ];
    expect(paletteToProperties(palette)).toBe(
      ':root {\n  --tarn-water: #2f6f7a;\n  --tarn-water-2: #2f6f7a80;\n  --lamplight: linear-gradient(to right in srgb-linear, #fbf1d6 0%, #c98f3a 45.5%);\n}\n',
    );
  });

  it('come in from any style sheet: colours in every form, gradients, references; all else is passed over', () => {
    // Forms and defaults: CSS Color 4, CSS Images 3 (3.5.1, places of stops), CSS Custom Properties 1 (var).
    expect(
      read(`/* ours */ @media print { .x { color: red } }
      :root { --Night: #14213d; --space: 4px; --brass: hsl(35 56% 51%); --link: var(--Night); --lost: var(--none, rgb(255 0 0 / 50%));
        --sky: linear-gradient(45deg, black, var(--brass) 50%, white); --sun: radial-gradient(circle at 20% 30% in oklab, red 10%, blue); }
      .dark { --Night: navy; --loop: var(--pool); --pool: var(--loop) }`),
    ).toEqual([
      { name: 'Night', colour: '#000080' },
      { name: 'Brass', colour: '#c88e3c' },
      { name: 'Link', colour: '#000080' },
      { name: 'Lost', colour: '#ff000080' },
      {
        name: 'Sky',
        stops: [
          { at: 0, colour: '#000000' },
          { at: 0.5, colour: '#c88e3c' },
          { at: 1, colour: '#ffffff' },
        ],
        interpolation: 'srgb',
      },
      {
        name: 'Sun',
        stops: [
          { at: 0.1, colour: '#ff0000' },
          { at: 1, colour: '#0000ff' },
        ],
        interpolation: 'oklab',
      },
    ]);
  });

  it('go out and come in again the same, under names that differ by capitals alone', () => {
    const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
    const place = fc.integer({ min: 0, max: 1000 }).map((n) => n / 1000);
    const name = fc.stringMatching(/^[A-Z][a-z]{1,8}( [a-z]{2,6})?$/);
    const swatch = fc.oneof(
      fc.record({ name, colour: hex }),
      fc.record({
        name,
        stops: fc
          .array(fc.record({ at: place, colour: hex }), { minLength: 2, maxLength: 6 })
          .map((list) => list.sort((a, b) => a.at - b.at)),
        interpolation: fc.constantFrom('srgb' as const, 'linear' as const, 'oklab' as const),
      }),
    );
    fc.assert(
      fc.property(
        fc.uniqueArray(swatch, { minLength: 1, maxLength: 8, selector: (s) => s.name.toLowerCase() }),
        (list) => {
          const palette = list.map((s, i) => ({ ...s, id: `p${i}` })) as Swatch[];
          expect(read(paletteToProperties(palette))).toEqual(list);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('are refused in words where there are none', () => {
    for (const text of [
      '',
      'a { color: red }',
      ':root { --x: 4px; --y: linear-gradient(1px) }',
      '{{{{',
      '--a: red',
    ])
      expect(() => read(text)).toThrow(TokenError);
  });

  it('end where references grow by references', () => {
    const bomb = Array.from({ length: 39 }, (_, i) => `--a${i}: var(--a${i + 1}) var(--a${i + 1});`).join('');
    expect(read(`:root{${bomb}--a39: red; --b: blue}`)).toEqual([
      { name: 'A39', colour: '#ff0000' },
      { name: 'B', colour: '#0000ff' },
    ]);
  });

  it('never fail otherwise, whatever a file holds', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), fc.string({ maxLength: 60 }), (a, b) => {
        try {
          read(`:root{--a:${a};--b:linear-gradient(${b});--c:var(--${b})}${a}`);
        } catch (e) {
          expect(e).toBeInstanceOf(TokenError);
        }
      }),
      { numRuns: 500 },
    );
  });
});
