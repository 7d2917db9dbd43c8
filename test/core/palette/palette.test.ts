import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type ColourSwatch,
  type Design,
  type GradientSwatch,
  type Look,
  linkSwatch,
  lookOf,
  makeCoat,
  makePart,
  makeSource,
  type Part,
  paints,
  paletteOf,
  paletteToTokens,
  swatchUses,
  TokenError,
  tokensToPalette,
  unlinkSwatch,
  wearLook,
  withLook,
  withoutSwatch,
  withSwatch,
} from '@/core';
import { pickUp, settleLinks } from '@/core/edit';
import { readDesign } from '@/core/reading';
import { designOf } from '../designs';

const brass: ColourSwatch = { id: 'brass', name: 'Brass', colour: '#9a6b1f' };
const lamp: GradientSwatch = {
  id: 'lamp',
  name: 'Lamp',
  stops: [
    { at: 0, colour: '#ffffff' },
    { at: 1, colour: '#9a6b1f' },
  ],
  interpolation: 'oklab',
};

const disc = (id: string, paint = '#000000'): Part =>
  makePart(makeSource('ellipse', { width: 10, height: 10 }), {
    id,
    name: id,
    coats: [{ ...makeCoat('fill', { paint: { kind: 'solid', colour: paint } }), id: `c-${id}` }],
  });

const linked = (): Design => {
  const d = [brass, lamp].reduce(withSwatch, designOf(100, disc('a'), disc('b')));
  return { ...d, parts: { ...d.parts, a: linkSwatch(d.parts.a, 'coats/c-a/paint/colour', brass) } };
};
const colourOf = (d: Design, id: string) => {
  const { paint } = d.parts[id].coats[0];
  return paint.kind === 'solid' ? paint.colour : null;
};

describe('the palette', () => {
  it('colours what is linked to it, and follows when it changes; the rest stays as it is', () => {
    const d = linked();
    expect([colourOf(d, 'a'), colourOf(d, 'b')]).toEqual(['#9a6b1f', '#000000']);
    const next = withSwatch(d, { ...brass, colour: '#123456' });
    expect([colourOf(next, 'a'), colourOf(next, 'b')]).toEqual(['#123456', '#000000']);
    expect(next.parts.b).toBe(d.parts.b);
    expect(swatchUses(next).get('brass')).toBe(1);
    expect(readDesign(JSON.parse(JSON.stringify(next)))).toEqual(next);
  });

  it('lets go of a colour that was set by hand, and of all where a swatch is removed', () => {
    const d = linked();
    const part = d.parts.a;
    const byHand = {
      ...d,
      parts: {
        ...d.parts,
        a: { ...part, coats: [{ ...part.coats[0], paint: { kind: 'solid' as const, colour: '#ff0000' } }] },
      },
    };
    expect(settleLinks(d, byHand).parts.a.inks).toBeUndefined();
    // What leaves the colour alone keeps the link.
    const moved = { ...d, parts: { ...d.parts, a: { ...part, place: { ...part.place, x: 5 } } } };
    expect(settleLinks(d, moved).parts.a.inks).toEqual(part.inks);
    const without = withoutSwatch(d, 'brass');
    expect(colourOf(without, 'a')).toBe('#9a6b1f');
    expect(without.parts.a.inks).toBeUndefined();
    expect(unlinkSwatch(part, 'coats/c-a/paint/colour').inks).toBeUndefined();
  });

  it('gives gradients their colours and leaves them where they lie', () => {
    const part = disc('a');
    const coat = { ...part.coats[0], paint: { ...paints.linear.defaults, x1: 0.2, y2: 0.7 } };
    const own = linkSwatch({ ...part, coats: [coat] }, 'coats/c-a/paint', lamp);
    expect(own.coats[0].paint).toMatchObject({ x1: 0.2, y2: 0.7, stops: lamp.stops, interpolation: 'oklab' });
    // A colour cannot be a gradient: nothing happens.
    expect(linkSwatch(part, 'coats/c-a/paint/colour', lamp)).toBe(part);
  });
});

describe('design tokens', () => {
  const next = () => 'id';
  it('hold the palette and bring it back', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.string({ minLength: 1, maxLength: 20, unit: fc.constantFrom(...'abcXYZ 123-') }), {
          minLength: 1,
          maxLength: 8,
        }),
        fc.integer({ min: 0, max: 0xffffffff }),
        (names, seed) => {
          const hex = (i: number) => `#${((seed + i * 977) >>> 0).toString(16).padStart(8, '0').slice(0, 6)}`;
          const swatches = names.map((name, i) => ({ id: 'id', name, colour: hex(i) }));
          const back = tokensToPalette(paletteToTokens(swatches), next) as ColourSwatch[];
          // Names that are numbers come first in any JSON object.
          const byName = (l: ColourSwatch[]) => [...l].sort((a, b) => (a.name < b.name ? -1 : 1));
          expect(byName(back)).toEqual(byName(swatches));
        },
      ),
    );
    expect(tokensToPalette(paletteToTokens([lamp]), () => 'lamp')).toEqual([
      { ...lamp, interpolation: 'srgb' },
    ]);
  });

  it('are read as the community group’s format has them: objects, texts, groups and references', () => {
    const file = {
      brand: {
        $type: 'color',
        hot: { $value: { colorSpace: 'srgb', components: [1, 0, 1], alpha: 1, hex: '#ff00ff' } },
        older: { $value: '#ff8800' },
        wide: { $value: { colorSpace: 'oklch', components: [0.7016, 0.3225, 328.363], alpha: 0.5 } },
        again: { $value: '{brand.hot}' },
      },
      space: { small: { $type: 'dimension', $value: { value: 4, unit: 'px' } } },
      glow: {
        $type: 'gradient',
        $value: [
          { color: '{brand.hot}', position: 0 },
          { color: '#000000', position: 1.5 },
        ],
      },
    };
    const read = tokensToPalette(JSON.stringify(file), next);
    expect(read.map((s) => ('colour' in s ? s.colour : s.stops))).toEqual([
      '#ff00ff',
      '#ff8800',
      // oklch(0.7016 0.3225 328.363) is #ff00ff by CSS Color 4’s own conversions.
      '#ff00ff80',
      '#ff00ff',
      [
        { at: 0, colour: '#ff00ff' },
        { at: 1, colour: '#000000' },
      ],
    ]);
  });

  it('that cannot be read are refused with a word, whatever the bytes', () => {
    for (const [text, word] of [
      ['{', /not JSON/],
      ['[]', /no tokens/],
      ['{"a":{"$type":"color","$value":"plum-ish"}}', /no colour/],
      ['{"a":{"$type":"color","$value":"{b}"}}', /refers to “b”/],
      ['{"a":{"$type":"color","$value":"{a}"}}', /itself/],
      ['{"a":{"$type":"number","$value":4}}', /no colours/],
    ] as const)
      expect(() => tokensToPalette(text, next)).toThrow(word);
    fc.assert(
      fc.property(fc.json({ maxDepth: 5 }), (text) => {
        try {
          tokensToPalette(text, next);
        } catch (e) {
          expect(e).toBeInstanceOf(TokenError);
        }
      }),
    );
  });
});

describe('looks', () => {
  const look: Look = { id: 'l', name: 'Lit', ...lookOf(disc('a', '#ffcc00')) };

  it('go to every part that wears them when they change, until one is changed by hand', () => {
    const d = withLook(designOf(100, disc('a'), disc('b')), look);
    const worn = { ...d, parts: { a: wearLook(d.parts.a, look), b: wearLook(d.parts.b, look) } };
    const red = { ...look, coats: disc('a', '#ff0000').coats };
    const next = withLook(worn, red);
    expect([colourOf(next, 'a'), colourOf(next, 'b')]).toEqual(['#ff0000', '#ff0000']);
    const byHand = { ...next, parts: { ...next.parts, b: { ...next.parts.b, opacity: 0.5 } } };
    const settled = settleLinks(next, byHand);
    expect([settled.parts.a.look, settled.parts.b.look]).toEqual(['l', undefined]);
    expect(readDesign(JSON.parse(JSON.stringify(settled)))).toEqual(settled);
    expect(paletteOf(settled)).toEqual([]);
  });

  it('are picked up whole or by one aspect', () => {
    const from = {
      ...disc('a'),
      opacity: 0.4,
      coats: [
        { ...makeCoat('fill', { paint: { ...paints.linear.defaults, stops: lamp.stops } }), id: 'f' },
        { ...makeCoat('stroke', { width: 9 }), id: 's' },
      ],
    };
    const to = disc('b', '#00ff00');
    expect(pickUp(to, from, 'paint').coats[0].paint).toEqual(from.coats[0].paint);
    expect(pickUp(to, from, 'first-colour').coats[0].paint).toMatchObject({ colour: '#ffffff' });
    expect(pickUp(to, from, 'last-colour').coats[0].paint).toMatchObject({ colour: '#9a6b1f' });
    expect(pickUp(to, from, 'stroke').coats.map((c) => c.kind)).toEqual(['fill', 'stroke']);
    expect(pickUp(to, from, 'opacity')).toMatchObject({ opacity: 0.4, coats: to.coats });
    const whole = pickUp(to, from, 'look');
    expect(whole.opacity).toBe(0.4);
    expect(whole.coats.map((c) => c.id)).not.toContain('f');
  });
});
