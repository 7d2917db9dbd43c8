import { Resvg } from '@resvg/resvg-js';
import Color from 'colorjs.io';
import { describe, expect, it } from 'vitest';
import {
  evaluate,
  makeProof,
  Painter,
  parseHex,
  pictureWithin,
  proofScene,
  proofs,
  renderPixels,
  type Scene,
  type SceneNode,
  sceneToSvg,
  sizeWithin,
  usualWall,
} from '@/core';
import { fieldFault } from '@/core/document/fields';
import { blurFrom } from '@/core/proof/kind/distance';
import { deficiencyMatrix } from '@/core/proof/sight';
import { groupNode } from '@/core/scene/group-node';
import { scaledNodes } from '@/core/scene/scaled';
import { demoDesigns } from '../../../demo';
import { takeShippedFaces } from '../../faces';
import { averaged, rms } from '../../pictures';
import { circle, rect } from '../shapes';

takeShippedFaces();

const shape = (path: ReturnType<typeof rect>, colour: string): SceneNode => ({
  type: 'shape',
  path,
  paint: { kind: 'solid', colour: parseHex(colour) },
  opacity: 1,
  blend: 'normal',
});
const sheet = (...nodes: SceneNode[]): Scene => ({ width: 200, height: 200, ground: [1, 1, 1, 1], nodes });
const demo = (name: string): Scene => {
  const d = demoDesigns[name]();
  return evaluate(d, d.sheets[0].id);
};
const at = ({ data }: { data: Uint8ClampedArray }, x: number, y: number, width = 200): number[] => [
  ...data.slice(4 * (y * width + x), 4 * (y * width + x) + 4),
];
const seen = (scene: Scene, kind: string, params: object = {}) =>
  renderPixels(proofScene(scene, makeProof(kind, params), null), 200);

describe('other eyes', () => {
  // Machado, Oliveira & Fernandes 2009, table of severity 1.0, given from memory.
  it.each([
    ['protan', [0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998]],
    ['deutan', [0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.01182, 0.04294, 0.968881]],
    ['tritan', [1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.3039]],
  ] as const)('%s sight mixes colours as published', (sight, rows) => {
    deficiencyMatrix(sight, 1).forEach((v, i) => {
      expect(v).toBeCloseTo(rows[i], 5);
    });
    deficiencyMatrix(sight, 0).forEach((v, i) => {
      expect(v).toBeCloseTo(i % 4 ? 0 : 1, 12);
    });
  });

  it('leaves greys as they are, whatever is weak', () => {
    const grey = sheet(shape(rect(0, 0, 100, 200), '#777777'));
    for (const sight of ['protan', 'deutan', 'tritan'])
      expect(at(seen(grey, 'eyes', { sight }), 50, 50)).toEqual([119, 119, 119, 255]);
  });

  it.each(['eyes', 'grey'])('%s: each pixel is what the formula makes of it, in linear light', (kind) => {
    const scene = demo('comet-swoosh');
    const plain = renderPixels({ ...scene, ground: scene.ground ?? [1, 1, 1, 1] }, 160).data;
    const proof = renderPixels(proofScene(scene, makeProof(kind), null), 160).data;
    const luminances = [0.2126, 0.7152, 0.0722];
    const rows =
      kind === 'eyes' ? deficiencyMatrix('deutan', 1) : [...luminances, ...luminances, ...luminances];
    let most = 0;
    for (let k = 0; k < plain.length; k += 4) {
      const { coords } = new Color('srgb', [plain[k] / 255, plain[k + 1] / 255, plain[k + 2] / 255]).to(
        'srgb-linear',
      );
      for (let c = 0; c < 3; c++) {
        const v = [0, 1, 2].reduce((sum, i) => sum + rows[3 * c + i] * (coords[i] ?? 0), 0);
        const [to] = new Color('srgb-linear', [Math.min(1, Math.max(0, v)), 0, 0]).to('srgb').coords;
        most = Math.max(most, Math.abs(255 * (to ?? 0) - proof[k + c]));
      }
    }
    // Both are rounded to 8 bits, the plain one before it is mixed, by rows whose shares come to 1.5 in all.
    expect(most).toBeLessThan(2.5);
  });

  // It codes linear light in 8 bits, so dark colours come out up to ten steps off: the colours here are light.
  it.each(['eyes', 'grey'])('%s: our raster against our SVG drawn by resvg', async (kind) => {
    const scene = sheet(shape(circle(80, 90, 60), '#e0b050'), shape(rect(90, 60, 80, 110), '#7fb0c8'));
    const proof = proofScene(scene, makeProof(kind), null);
    const theirs = new Resvg(sceneToSvg(proof, 'x'), { fitTo: { mode: 'width', value: 800 } }).render();
    expect(rms(await averaged(theirs.asPng(), 200), renderPixels(proof, 200).data)).toBeLessThan(2);
  });
});

describe('inks', () => {
  it('greys are as light as the colours were', () => {
    // Relative luminance of #9a6b1f by WCAG 2.2: 0.1724; as a grey of sRGB 0.4527.
    const [r, g, b] = at(seen(sheet(shape(rect(0, 0, 200, 200), '#9a6b1f')), 'grey'), 100, 100);
    expect([g, b]).toEqual([r, r]);
    expect(Math.abs(r - 255 * 0.4527)).toBeLessThan(1.5);
  });

  it('one ink is laid where the tone differs from the ground, on dark grounds as on light ones, crisp', () => {
    const dark = '#14213d';
    const scene = sheet(shape(circle(100, 100, 60), dark), shape(circle(100, 100, 20), '#f3d9a0'));
    const pixels = seen(scene, 'one-ink');
    expect(at(pixels, 100, 60)).toEqual([0, 0, 0, 255]);
    expect(at(pixels, 100, 100)).toEqual([255, 255, 255, 255]);
    expect(at(pixels, 5, 5)).toEqual([255, 255, 255, 255]);
    const turned = { ...sheet(shape(circle(100, 100, 60), '#f3d9a0')), ground: parseHex(dark) };
    const reversed = seen(turned, 'one-ink', { ink: '#ffffff', paper: '#000000' });
    expect([at(reversed, 100, 100)[0], at(reversed, 5, 5)[0]]).toEqual([255, 0]);
    // Only the two inks and what lies on an edge between.
    const levels = new Set(Array.from({ length: 200 * 200 }, (_, i) => pixels.data[4 * i]));
    const between = Array.from(pixels.data).filter((v, i) => i % 4 === 0 && v > 0 && v < 255).length;
    expect(levels.size).toBeGreaterThan(2);
    expect(between).toBeLessThan(2 * Math.PI * 80 * 2);
  });

  it('all that is painted takes the ink, whatever its colour', () => {
    const pixels = seen(sheet(shape(circle(100, 100, 60), '#ffffff')), 'one-ink', { by: 'shape' });
    expect([at(pixels, 100, 100)[0], at(pixels, 5, 5)[0]]).toEqual([0, 255]);
  });
});

describe('from afar', () => {
  it('is as soft as a minute of arc looks there', () => {
    // 1′ at 34.377 m is 10 mm: half of that for the Gaussian, of 500 mm that are 200 units.
    expect(blurFrom(sheet(), { width: 500, distance: 34.3775 })).toBeCloseTo((0.5 * 10 * 200) / 500, 3);
  });
});

describe('side by side', () => {
  const [one, other] = [
    sheet(shape(rect(0, 0, 200, 200), '#ff0000')),
    sheet(shape(rect(0, 0, 200, 200), '#0000ff')),
  ];

  it('both are shown, the one before on the left', () => {
    const scene = proofScene(one, makeProof('beside', { other: 'sheet:x' }), other);
    expect(scene.width).toBeGreaterThan(2 * 200);
    const pixels = renderPixels(scene, 404);
    expect(at(pixels, 10, 100, 404)).toEqual([0, 0, 255, 255]);
    expect(at(pixels, 390, 100, 404)).toEqual([255, 0, 0, 255]);
  });

  it('without anything to hold against, the sheet is shown', () => {
    expect(proofScene(one, makeProof('beside'), null)).toBe(one);
  });
});

describe('a picture made smaller by a group', () => {
  it.each(['tarn-word-mark', 'visitor-pin'])(
    '%s is the picture drawn smaller, shadows and bevels too',
    (name) => {
      const scene = demo(name);
      const by = 0.25;
      const small = {
        ...scene,
        width: scene.width * by,
        height: scene.height * by,
        nodes: [groupNode(scaledNodes(scene.nodes, by), { matrix: [by, 0, 0, by, 0, 0] })],
      };
      expect(rms(renderPixels(small, 240).data, renderPixels(scene, 240).data)).toBeLessThan(0.3);
      const left = { ...small, nodes: [groupNode(scene.nodes, { matrix: [by, 0, 0, by, 0, 0] })] };
      expect(rms(renderPixels(left, 240).data, renderPixels(scene, 240).data)).toBeGreaterThan(0.3);
    },
  );

  it('the same nodes come to the same objects', () => {
    const { nodes } = demo('dome-icon');
    expect(scaledNodes(nodes, 0.5)).toBe(scaledNodes(nodes, 0.5));
    expect(scaledNodes(nodes, 1)).toBe(nodes);
  });
});

describe('kinds of proofs', () => {
  it.each(Object.values(proofs).map((p) => [p.kind, p] as const))(
    '%s has defaults that fit its fields, and a title',
    (kind, p) => {
      for (const f of p.fields)
        expect(fieldFault(f, (p.defaults as Record<string, unknown>)[f.name]), f.name).toBeNull();
      expect(p.title(p.defaults)).not.toBe('');
      expect(p.about).toMatch(/^[A-Z].*\.$/);
      expect(proofs[kind]).toBe(p);
    },
  );

  it('all draw what hangs in the beginning, in the size that is asked for', async () => {
    const painter = new Painter();
    const scene = sheet(shape(circle(100, 100, 60), '#14213d'));
    for (const card of usualWall.proofs) {
      const { width, height } = await pictureWithin(painter, proofScene(scene, card, null), 48);
      expect([width, height]).toEqual([48, 48]);
    }
    expect(sizeWithin({ width: 1920, height: 1080 }, 16)).toEqual({ width: 16, height: 9 });
    expect(sizeWithin({ width: 100_000, height: 1 }, 16)).toEqual({ width: 16, height: 1 });
  });

  it('a pattern of an empty sheet is its ground', () => {
    expect(at(seen(sheet(), 'pattern'), 100, 100)).toEqual([255, 255, 255, 255]);
  });
});
