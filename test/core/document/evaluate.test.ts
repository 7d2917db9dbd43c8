import { describe, expect, it } from 'vitest';
import {
  applyPatch,
  type Design,
  diffJson,
  evaluate,
  evaluatePart,
  evaluateSheet,
  makeCoat,
  makeDesign,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
  pathArea,
  pathBounds,
  primitiveKinds,
} from '@/core';
import { SceneDecoder, SceneEncoder, sceneDamage } from '@/core/live';
import { demoDesigns } from '../../../demo';
import { takeShippedFaces } from '../../faces';

takeShippedFaces();

function designOf(...parts: Part[]): Design {
  const d = makeDesign('Test');
  const inside = new Set(parts.flatMap((p) => p.children));
  return {
    ...d,
    sheets: [{ ...d.sheets[0], id: 's', parts: parts.filter((p) => !inside.has(p.id)).map((p) => p.id) }],
    parts: Object.fromEntries(parts.map((p) => [p.id, p])),
  };
}

const disc = (values: Partial<Part> = {}) =>
  makePart(makeSource('ellipse', { width: 100, height: 100 }), { coats: [makeCoat('fill')], ...values });

describe('evaluating', () => {
  it('gives the same objects for what did not change', () => {
    const design = demoDesigns['moon-phase-badge']();
    const before = evaluate(design, 'sheet-1');
    const sky = Object.values(design.parts).find((p) => p.name === 'Sky') as Part;
    const next = {
      ...design,
      parts: { ...design.parts, [sky.id]: { ...sky, place: { ...sky.place, x: 990 } } },
    };
    const after = evaluate(next, 'sheet-1');
    expect(after.nodes.filter((n) => before.nodes.includes(n)).length).toBe(before.nodes.length - 1);
    expect(evaluate(design, 'sheet-1').nodes.every((n, i) => n === before.nodes[i])).toBe(true);
    const damage = sceneDamage(before, after);
    expect(damage).toMatchObject({ x0: expect.any(Number) });
    expect(sceneDamage(before, before)).toBeNull();
  });

  it('keeps combinations live: moving a child changes the result and nothing else', () => {
    const a = disc({ id: 'a' });
    const b = disc({ id: 'b', place: { ...origin, x: 60 } });
    const both = makePart(
      { kind: 'combine', operation: 'subtract' },
      { id: 'c', children: ['a', 'b'], coats: [makeCoat('fill')] },
    );
    const d = designOf(a, b, both);
    const area = (x: Design) => pathArea(evaluatePart(x, x.parts.c).outline[0].path);
    const far = applyPatch(d, [{ op: 'replace', path: '/parts/b/place/x', value: 200 }]);
    expect(area(d)).toBeLessThan(area(far));
    expect(area(far)).toBeCloseTo(pathArea(evaluatePart(d, a).outline[0].path), 6);
  });

  it('repeats round a centre: a full sweep has no copy on the first, a part sweep reaches its end', () => {
    const ring = disc({ steps: [makeStep('radial-repeat', { centreX: 0, centreY: 300, count: 12 })] });
    const d = designOf(ring);
    const [{ path }] = evaluatePart(d, ring).outline;
    expect(path.contours).toHaveLength(12);
    const b = pathBounds(path);
    expect(b?.x0).toBeCloseTo(-350, 6);
    expect(b?.y1).toBeCloseTo(650, 6);
    const half = disc({
      steps: [
        makeStep('radial-repeat', { centreX: 0, centreY: 300, count: 3, sweep: 180, turnCopies: false }),
      ],
    });
    expect(pathBounds(evaluatePart(designOf(half), half).outline[0].path)?.y1).toBeCloseTo(650, 6);
    const united = disc({
      steps: [makeStep('radial-repeat', { centreX: 0, centreY: 60, count: 40, unite: true })],
    });
    expect(evaluatePart(designOf(united), united).outline[0].path.contours.length).toBeLessThanOrEqual(2);
  });

  it('rounds corners with arcs of the exact radius, and lets them give way where they do not fit', () => {
    const square = makePart(makeSource('rectangle', { width: 100, height: 100 }), {
      steps: [makeStep('round-corners', { radius: 20 })],
    });
    const area = (p: Part) => pathArea(evaluatePart(designOf(p), p).outline[0].path);
    // A square less its corners: w² − (4 − π)·r²
    expect(area(square)).toBeCloseTo(10000 - (4 - Math.PI) * 400, 0);
    const tight = {
      ...square,
      steps: [makeStep('round-corners', { radius: 500 })],
      source: { ...square.source },
    };
    expect(area(tight)).toBeGreaterThan(Math.PI * 2500 * 0.97);
  });

  it('says on its card that a step cannot work, and keeps what came before it', () => {
    const step = makeStep('offset', { distance: -60 });
    const p = disc({ steps: [step] });
    const { faults, scene } = evaluateSheet(designOf(p), 's');
    expect(faults).toEqual([{ part: p.id, card: step.id, message: 'The offset swallows the whole shape.' }]);
    expect(scene.nodes).toHaveLength(1);
    expect(pathArea(evaluatePart(designOf(p), p).outline[0].path)).toBeGreaterThan(7000);
  });

  it('survives absurd values: nothing, very small, very large', () => {
    for (const kind of primitiveKinds)
      for (const size of [0, 1e-6, 1e6]) {
        const source = makeSource(
          kind,
          kind === 'line' ? { x1: 0, y1: 0, x2: size, y2: 0 } : { width: size, height: size, radius: size },
        );
        const p = makePart(source, {
          coats: [
            makeCoat('fill'),
            makeCoat('stroke', { dashes: [size, size] }),
            makeCoat('stroke', { align: 'inside', width: size }),
          ],
          steps: [
            makeStep('round-corners', { radius: size }),
            makeStep('offset', { distance: 1 }),
            makeStep('radial-repeat', { count: 3, unite: true }),
          ],
          finishes: [makeFinish('soft-shadow', { softness: size, spread: 1 })],
        });
        expect(() => evaluateSheet(designOf(p), 's'), `${kind} ${size}`).not.toThrow();
      }
  });

  it('leaves out what is hidden and refuses a sheet that is not there', () => {
    const p = disc({ hidden: true });
    expect(evaluate(designOf(p), 's').nodes).toEqual([]);
    expect(() => evaluate(designOf(p), 'none')).toThrow(RangeError);
  });
});

describe('scenes as messages', () => {
  it('arrive as they left, and what is shared travels once', () => {
    const design = demoDesigns['comet-swoosh']();
    const scene = evaluate(design, 'sheet-1');
    const [out, back] = [new SceneEncoder(), new SceneDecoder()];
    const bare = (v: unknown) => JSON.parse(JSON.stringify(v, (k, x) => (k === 'origins' ? undefined : x)));
    const first = out.encode(scene);
    expect(bare(back.decode(structuredClone(first)))).toEqual(bare(scene));
    const part = Object.values(design.parts).find((p) => p.name === 'Nucleus') as Part;
    const moved = applyPatch(design, [{ op: 'replace', path: `/parts/${part.id}/place/x`, value: 600 }]);
    const second = out.encode(evaluate(moved, 'sheet-1'));
    expect(JSON.stringify(second).length).toBeLessThan(JSON.stringify(first).length / 5);
    expect(bare(back.decode(structuredClone(second)))).toEqual(bare(evaluate(moved, 'sheet-1')));
    expect(diffJson(design, moved)).toHaveLength(1);
  });
});
