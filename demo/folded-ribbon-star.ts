import type { Design } from '@/core';
import { Composer, gradient } from './composer';
import { inObservatoryInks } from './observatory';

const middle = 1000;
const points = 7;
/** Where a ribbon ends on the right: its tip, and where its inner edge meets the fold below it. */
const tip = { x: 1594.2, y: 526.1 };
const fold = { x: 1383.6, y: 694.1 };

/** Half a ribbon: a rectangle whose two outer points were moved, the lower one to the fold. */
function half(
  c: Composer,
  name: string,
  colours: readonly (string | readonly [number, string])[],
  mirrored: boolean,
) {
  const x = (middle + tip.x) / 2;
  const y = (tip.y + fold.y) / 2;
  const at = (px: number, py: number): [number, number] => [px - x, py - y];
  const corners = [at(middle, tip.y), at(tip.x, tip.y), at(fold.x, fold.y), at(middle, fold.y)];
  const xy = corners.flatMap((p, i) => {
    const q = corners[(i + 1) % corners.length];
    return [...p, ...q, ...q];
  });
  c.add(
    'Half ribbon',
    'path',
    { contours: [{ closed: true, xy: [...corners[0], ...xy] }] },
    { x, y },
    {
      name,
      coats: [c.coat.fill(gradient('linear', [0, 0.5, 1, 0.5], ...colours))],
      steps: mirrored ? [c.step('mirror', { axisX: middle - x, axisY: 0, keep: false })] : [],
    },
  );
}

/** Every half of one side, seven times round: those that pass under lie below those that pass over. */
function side(c: Composer, name: string, inside: () => void, shadow: boolean): void {
  c.group(name, inside, {
    steps: [c.step('radial-repeat', { centreX: middle, centreY: middle, count: points })],
    finishes: shadow
      ? [c.shadow({ shiftX: 0, shiftY: 10, softness: 26, opacity: 0.45, colour: '#2a1420' })]
      : [],
  });
}

/** A star of seven ribbons that fold at the tips and pass over and under each other. */
export function foldedRibbonStar(): Design {
  const c = new Composer('Folded-ribbon star');
  side(
    c,
    'Passing under',
    () => half(c, 'Dark half', ['#c98f3a', [0.45, '#8e4a2f'], '#4a1f33'], true),
    false,
  );
  side(
    c,
    'Passing over',
    () => half(c, 'Light half', ['#c98f3a', [0.55, '#edc77a'], '#fbeecb'], false),
    true,
  );
  c.add(
    'Ring',
    'ellipse',
    { width: 420, height: 420 },
    { x: middle, y: middle },
    {
      steps: [c.step('outline-stroke', { width: 36 })],
      coats: [c.coat.fill(gradient('linear', [0, 0, 1, 1], '#f0cf8a', [0.5, '#b0702c'], '#5a2a3a'))],
    },
  );
  c.add(
    'Heart',
    'star',
    { radius: 150, inner: 0.42, points },
    { x: middle, y: middle },
    { coats: [c.coat.fill('#b23a48')] },
  );
  return inObservatoryInks(c.design({ ground: '#f4efe4' }));
}
