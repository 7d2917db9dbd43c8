import { expect, it } from 'vitest';
import { evaluate, makeCoat, makeStep, paints, sceneToSvg } from '@/core';
import { designOf, disc } from '../designs';

it('sides that recede go out as vectors, strip by strip where their colour changes', () => {
  const coat = makeCoat('fill', {
    paint: paints.lit.defaults,
    steps: [makeStep('vanish', { pointX: 60, pointY: 300, rest: 0.5 })],
  });
  const svg = sceneToSvg(evaluate(designOf(800, disc('a', 400, 300, 150, { coats: [coat] })), 's'), 'x', {
    ground: false,
  });
  expect(svg).not.toContain('<image');
  expect(svg.match(/<linearGradient/g)?.length).toBeGreaterThan(8);
  expect(svg.match(/<clipPath/g)?.length).toBeGreaterThan(0);
});
