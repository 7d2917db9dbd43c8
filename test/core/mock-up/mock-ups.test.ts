import { describe, expect, it } from 'vitest';
import {
  evaluateSheet,
  makeDesign,
  makeProof,
  mockUpOfProof,
  mockUps,
  parseHex,
  proofScene,
  proofs,
  renderPixels,
  type Scene,
  type SceneNode,
  sceneProofKind,
} from '@/core';
import { addPictureScene, addSceneSheet } from '@/core/edit';
import { mockUpScene, mockUpSheet } from '@/core/mock-up';
import { roundCylinder } from '@/core/mock-up/builder';
import { parseDesign } from '@/core/reading';
import { disc, solid } from '../designs';
import { rect } from '../shapes';

const kinds = Object.keys(mockUps);

/** A sheet filled with one strong colour, or some nodes. */
const filled = (colour: string): Scene => {
  const node: SceneNode = {
    type: 'shape',
    path: rect(0, 0, 400, 400),
    paint: { kind: 'solid', colour: parseHex(colour) },
    opacity: 1,
    blend: 'normal',
  };
  return { width: 400, height: 400, ground: null, nodes: [node] };
};
const magenta = filled('#ff00ff');
const empty: Scene = { width: 400, height: 400, ground: null, nodes: [] };

/** Share of a picture's pixels where red and blue are well above green. */
function magentaIn({ data }: { data: Uint8ClampedArray }): number {
  let n = 0;
  for (let i = 0; i < data.length; i += 4) if (Math.min(data[i], data[i + 2]) - data[i + 1] > 60) n++;
  return (4 * n) / data.length;
}

const shown = (kind: string, params: object, sheet: Scene, width = 240) =>
  renderPixels(mockUpScene(kind, { ...mockUps[kind].defaults, ...params }, sheet), width);

describe.each(kinds)('the scene %s', (kind) => {
  it('shows the sheet, in its own colours and in one ink', () => {
    const nothing = magentaIn(shown(kind, {}, empty));
    expect(magentaIn(shown(kind, { inks: 'own' }, magenta))).toBeGreaterThan(nothing + 0.005);
    expect(magentaIn(shown(kind, { inks: 'shape', ink: '#ff00ff' }, filled('#303030')))).toBeGreaterThan(
      nothing + 0.005,
    );
  });

  it('shows it smaller by its size, and lit from another side', () => {
    const [large, small] = [1, 0.5].map((size) => magentaIn(shown(kind, { inks: 'own', size }, magenta)));
    expect(small / large).toBeGreaterThan(0.15);
    expect(small / large).toBeLessThan(0.45);
    const [left, right] = [270, 90].map((light) => shown(kind, { light }, empty).data);
    let differ = 0;
    for (let i = 0; i < left.length; i++) differ = Math.max(differ, Math.abs(left[i] - right[i]));
    expect(differ).toBeGreaterThan(20);
  });

  it('has colours of its own, each of which shows', () => {
    const plain = shown(kind, {}, empty, 120).data;
    for (const f of mockUps[kind].fields) {
      const other = shown(kind, { [f.name]: '#00c060' }, empty, 120).data;
      expect(
        other.some((v, i) => Math.abs(v - plain[i]) > 20),
        f.name,
      ).toBe(true);
    }
  });

  it('is a proof whose scene works out alike every time, without a fault', () => {
    const card = makeProof(sceneProofKind(kind));
    expect(mockUpOfProof(card.kind)).toBe(kind);
    expect(proofs[card.kind].row).toBe('scenes');
    const twice = [0, 1].map(() => proofScene(magenta, JSON.parse(JSON.stringify(card)), null));
    expect(twice[0].nodes).toEqual(twice[1].nodes);
    const { sheet, parts } = mockUpSheet(kind, {}, 'mark', { id: 'scene' });
    const d = {
      ...makeDesign('x', { id: 'mark', parts: ['a'] }),
      parts: { ...parts, a: disc('a', 1000, 1000, 400) },
    };
    const whole = { ...d, sheets: [...d.sheets, sheet] };
    expect(evaluateSheet(whole, 'scene').faults).toEqual([]);
  });

  it('becomes a sheet of the design that looks alike and can be stored', () => {
    const d = {
      ...makeDesign('x', { id: 'mark', width: 400, height: 400, ground: null, parts: ['a'] }),
      parts: { a: disc('a', 200, 200, 150, { coats: [solid('#ff00ff')] }) },
    };
    const params = { ...mockUps[kind].defaults, light: 40 };
    const { design, sheet, chosen } = addSceneSheet(d, 'mark', kind, params);
    expect(parseDesign(JSON.stringify(design))).toEqual(JSON.parse(JSON.stringify(design)));
    expect(design.parts[chosen[0]].source).toMatchObject({ kind: 'laid-sheet', sheet: 'mark' });
    const asSheet = renderPixels(evaluateSheet(design, sheet).scene, 160).data;
    const asProof = renderPixels(
      proofScene(evaluateSheet(d, 'mark').scene, makeProof(sceneProofKind(kind), params), null),
      160,
    ).data;
    let differ = 0;
    for (let i = 0; i < asSheet.length; i++) differ = Math.max(differ, Math.abs(asSheet[i] - asProof[i]));
    expect(differ).toBeLessThanOrEqual(1);
    // A second one beside it has another name and other parts.
    const again = addSceneSheet(design, 'mark', kind, params);
    expect(new Set(again.design.sheets.map((s) => s.name)).size).toBe(3);
    expect(Object.keys(again.design.parts).length).toBe(2 * Object.keys(design.parts).length - 1);
  });
});

describe('round a cylinder', () => {
  it('places go across as the sine of their angle, as an upright cylinder is seen from afar', () => {
    // Orthographic projection of a cylinder: x = r sin a. Nodes are exact; the slope there is its derivative, r cos a.
    const half = 0.8;
    const { us, nodes } = roundCylinder(half, 0.1, 8);
    us.forEach((u, i) => {
      const a = (2 * u - 1) * half;
      expect(nodes[8 * i]).toBeCloseTo(0.5 + Math.sin(a) / (2 * Math.sin(half)), 12);
      expect(nodes[8 * i + 2]).toBeCloseTo((half * Math.cos(a)) / Math.sin(half), 12);
    });
    expect(us.map((_, i) => nodes[8 * i + 1])[4]).toBeCloseTo(0, 12);
  });
});

describe('a scene of a picture', () => {
  const d = {
    ...makeDesign('x', { id: 'mark', name: 'Mark', width: 400, height: 200, ground: null, parts: ['a'] }),
    parts: { a: disc('a', 200, 100, 80) },
  };
  // The id of a picture tells its size.
  const image = `img-${'0'.repeat(40)}-600x400`;

  it('lays the sheet on it in perspective and in its light, and hangs on the wall', () => {
    const made = addPictureScene(d, 'mark', { image, name: 'Door' });
    if (!made) throw new Error('The id tells no size.');
    const { design, sheet, chosen, finish } = made;
    const own = design.sheets.find((s) => s.id === sheet);
    expect(own).toMatchObject({ name: 'Mark, Door', width: 2000 });
    expect((own?.width ?? 0) / (own?.height ?? 1)).toBeCloseTo(1.5, 9);
    const part = design.parts[chosen[0]];
    expect(part.finishes.map((f) => f.kind)).toEqual(['four-corners-painted', 'surface-light']);
    expect(part.finishes[0].id).toBe(finish);
    expect(part.finishes[1].params.from).toBe(own?.parts[0]);
    expect(design.wall?.proofs.at(-1)).toMatchObject({ kind: 'own-scene', params: { sheet } });
    expect(evaluateSheet(design, sheet).faults).toEqual([]);
    expect(parseDesign(JSON.stringify(design)).sheets).toHaveLength(2);
  });

  it('is none of a picture without a size', () => {
    expect(addPictureScene(d, 'mark', { image: 'nothing', name: 'Door' })).toBeNull();
  });
});
