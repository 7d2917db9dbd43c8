import { evaluate, type Lamp, makeCoat, makeFinish, makePart, makeSource, origin, type Part } from '@/core';
import { Painter } from '@/core/raster/painter';
import { designOf } from '../designs';
import { erf } from '../erf';

/** Side of the sheet of these tests. */
export const side = 200;
/** A rectangle of 100 × 100 about the middle of a clear sheet, or another shape of that size. */
export const shape = (
  finish: ReturnType<typeof makeFinish>[],
  values: Partial<Part> = {},
  colour = '#808080',
  kind: 'rectangle' | 'ellipse' = 'rectangle',
) =>
  makePart(makeSource(kind, { width: 100, height: 100 }), {
    id: 'p',
    name: 'p',
    place: { ...origin, x: 100, y: 100 },
    coats: [makeCoat('fill', { paint: { kind: 'solid', colour } })],
    finishes: finish,
    ...values,
  });
export const designWith = (
  part: Part,
  lamp: Lamp = { direction: 315, height: 45 },
  ground: string | null = null,
) => {
  const d = designOf(side, part);
  return { ...d, sheets: [{ ...d.sheets[0], ground, lamp }] };
};
/** Premultiplied colour at a pixel’s middle. */
export function pixels(part: Part, lamp?: Lamp, ground?: string | null) {
  const scene = evaluate(designWith(part, lamp, ground), 's');
  const painter = new Painter();
  painter.drawTile(scene, [1, 0, 0, 1, 0, 0], 0, 0, side, side);
  const all = painter.pixels().slice();
  return (x: number, y: number) => [...all.slice(4 * (256 * y + x), 4 * (256 * y + x) + 4)];
}
/** How much of a blurred half plane there is `x` inside its edge. */
export const half = (x: number, sigma: number) => (1 + erf(x / (sigma * Math.SQRT2))) / 2;
export const shadow = (params: Record<string, unknown>) =>
  makeFinish('soft-shadow', { colour: '#000000', shiftX: 0, shiftY: 0, opacity: 1, ...params });
