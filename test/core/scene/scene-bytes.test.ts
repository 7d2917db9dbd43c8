import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Design, evaluate, packScene, renderPixels, sceneKey, unpackScene } from '@/core';
import { demoDesigns } from '../../../demo';
import { takeShippedFaces } from '../../faces';
import { runs, sampled } from '../../share';

takeShippedFaces();

const demo = (name: string): Design => demoDesigns[name]();

describe('A scene as bytes', () => {
  it.each(sampled(Object.keys(demoDesigns), 9))('is drawn as the one it was made of: %s', (name) => {
    const design = demo(name);
    for (const { id } of design.sheets) {
      const scene = evaluate(design, id);
      const read = unpackScene(packScene(scene));
      const [own, again] = [renderPixels(scene, 120), renderPixels(read, 120)];
      expect([
        again.width,
        again.height,
        Buffer.compare(Buffer.from(again.data), Buffer.from(own.data)),
      ]).toEqual([own.width, own.height, 0]);
    }
  });

  it('is read from a piece of a larger buffer, as Node reads files into', () => {
    const design = demo('dome-icon');
    const scene = evaluate(design, design.sheets[0].id);
    const bytes = packScene(scene);
    const larger = Buffer.alloc(bytes.length + 40, 0xa5);
    larger.set(bytes, 20);
    const read = unpackScene(larger.subarray(20, 20 + bytes.length));
    const [own, again] = [renderPixels(scene, 120), renderPixels(read, 120)];
    expect(Buffer.compare(Buffer.from(again.data), Buffer.from(own.data))).toBe(0);
  });

  it('comes to the same bytes each time it is worked out, and holds a lattice of many nodes once', () => {
    const pack = () => {
      const design = demo('lantern-spots');
      return packScene(evaluate(design, design.sheets[0].id));
    };
    const bytes = pack();
    expect(Buffer.compare(bytes, pack())).toBe(0);
    expect(packScene(unpackScene(bytes)).length).toBe(bytes.length);
  });

  it('that was damaged is said not to be readable, or is read; nothing else comes of it', () => {
    const design = demo('folded-ribbon-star');
    const bytes = packScene(evaluate(design, design.sheets[0].id));
    const change = fc.record({ at: fc.nat(bytes.length - 1), value: fc.nat(255) });
    fc.assert(
      fc.property(
        fc.array(change, { minLength: 1, maxLength: 8 }),
        fc.nat(bytes.length),
        (changes, length) => {
          const bad = bytes.slice();
          for (const { at, value } of changes) bad[at] = value;
          for (const given of [bad, bad.subarray(0, length)])
            try {
              expect(unpackScene(given).nodes).not.toContain(undefined);
            } catch (e) {
              expect(e).toBeInstanceOf(RangeError);
            }
        },
      ),
      { numRuns: runs(20_000, 500) },
    );
    expect(() => unpackScene(bytes.subarray(0, bytes.length - 8))).toThrow(/not whole/);
  });
});

describe('The key of a scene', () => {
  const design = demo('dome-icon');
  const [sheet] = design.sheets;
  const key = (d: Design) => sceneKey(d, sheet.id, 'engine', false);
  const [first] = Object.keys(design.parts);
  const moved = (x: number): Design => ({
    ...design,
    parts: {
      ...design.parts,
      [first]: { ...design.parts[first], place: { ...design.parts[first].place, x } },
    },
  });

  it('is the same for the same design, whatever order its members came in and whatever is delivered of it', () => {
    const turned = Object.fromEntries(Object.entries(design).reverse()) as unknown as Design;
    expect(key(turned)).toBe(key(design));
    expect(key(JSON.parse(JSON.stringify(design)))).toBe(key(design));
    expect(key({ ...design, exports: undefined, wall: undefined })).toBe(key(design));
  });

  it('is another one for another place, sheet or build, and where references are seen', () => {
    const others = [
      key(moved(7)),
      key(moved(7 + 1e-9)),
      sceneKey(design, 'other', 'engine', false),
      sceneKey(design, sheet.id, 'engine 2', false),
      sceneKey(
        { ...design, parts: { ...design.parts, [first]: { ...design.parts[first], reference: true } } },
        sheet.id,
        'engine',
        true,
      ),
    ];
    expect(new Set([key(design), ...others]).size).toBe(1 + others.length);
  });
});
