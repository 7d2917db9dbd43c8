import { describe, expect, it } from 'vitest';
import { demoDesigns } from '@/../demo';
import { evaluate } from '@/core';
import { makeKernels } from '@/core/raster/kernels';
import { Painter } from '@/core/raster/painter';
import type { Scene, SceneNode } from '@/core/scene/types';
import { takeShippedFaces } from '../../faces';
import { sampled, slowToDraw, whole } from '../../share';
import { circle } from '../shapes';
import { bentSoftNodes, group, maskScenes, sampleScenes, scene, shape, solid } from './scenes';

takeShippedFaces();

const drawn = (painter: Painter, s: Scene, scale: number, x = 0, y = 0): Buffer => {
  painter.scale = scale;
  const [w, h] = [Math.round(s.width * scale) - x, Math.round(s.height * scale) - y];
  painter.drawTile(s, [scale, 0, 0, scale, 0, 0], x, y, Math.min(w, 256), Math.min(h, 256));
  return Buffer.from(painter.bytes());
};

/** The scene with something else under and over it: what it has stays the same nodes. */
function around(s: Scene, step: number): Scene {
  const spot = (x: number): SceneNode =>
    shape(circle(((x + 7 * step) * s.width) / 60, s.height / 3, s.width / 9), solid(0.2, 0.5, 0.7, 0.6));
  return { ...s, nodes: [spot(11), ...s.nodes, group([spot(29)], { blend: 'multiply' })] };
}

/** Holds what is drawn of a scene that changes about what stays to what a painter draws that has seen nothing else. */
function staysAsDrawn(s: Scene, scale: number): void {
  const painter = new Painter();
  for (let step = 0; step < 4; step++) {
    const now = around(s, step);
    // Another part of it at the third step, so that blocks are read that were not drawn before.
    const corner = step === 2 ? 9 : 0;
    const fresh = drawn(new Painter(), now, scale, corner, corner);
    expect(Buffer.compare(drawn(painter, now, scale, corner, corner), fresh)).toBe(0);
  }
  // Enlarged it is drawn anew.
  const large = around(s, 1);
  expect(Buffer.compare(drawn(painter, large, 1.5 * scale), drawn(new Painter(), large, 1.5 * scale))).toBe(
    0,
  );
}

describe('what stays as it is while others change', () => {
  it.each([...sampleScenes, ...maskScenes, ['what is soft, bent', scene(bentSoftNodes())] as const])(
    '%s: the same bits as drawn anew',
    (_, s) => staysAsDrawn(s, 1),
  );

  const demos = Object.entries(demoDesigns).filter(([name]) => whole || !slowToDraw.includes(name));

  it.each(sampled(demos, 4))('%s: the same bits as drawn anew', (_, make) => {
    const design = make();
    const s = evaluate(design, design.sheets[0].id);
    staysAsDrawn(s, 150 / s.width);
  });

  it('is drawn once, however often what lies about it changes', () => {
    const kernels = makeKernels();
    let blurs = 0;
    const convolve: typeof kernels.convolve = (...args) => {
      blurs++;
      kernels.convolve(...args);
    };
    const counting = new Painter({ ...kernels, convolve });
    const soft = group([
      {
        type: 'filter',
        filter: { kind: 'blur', sigma: 3 },
        children: [shape(circle(30, 30, 12), solid(0.8, 0.2, 0.1))],
        opacity: 0.7,
        blend: 'screen',
      },
    ]);
    const counts = [0, 1, 2, 3, 4].map((step) => {
      const before = blurs;
      drawn(counting, around(scene([soft]), step), 1);
      return blurs - before;
    });
    expect(counts[0]).toBeGreaterThan(0);
    expect(counts.slice(2)).toEqual([0, 0, 0]);
  });
});
