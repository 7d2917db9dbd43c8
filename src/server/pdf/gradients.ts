import { type Matrix, matrixText } from '@/core';
import type { MeshShading } from './pictures';
import { numeral } from './svg-sheet';

/** A gradient along a line or between circles, as pdf.js samples it. */
export interface Shading {
  readonly kind: 'axial' | 'radial';
  readonly bbox: readonly [number, number, number, number] | null;
  readonly stops: readonly (readonly [at: number, hex: string])[];
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly radii: readonly [number, number];
}

/** How far a stop that only says where a gradient ends stands from it, in single precision. */
const next = 2e-6;

interface Stop {
  readonly at: number;
  readonly hex: string;
  readonly opacity: number;
}

/**
 * Returns the stops of a gradient. Where it is not to go on beyond an end, pdf.js puts another stop there, which is to be
 * clear and loses that on its way; a ground of a colour of its own would stand there as well.
 */
function stopsOf({ stops }: Shading): Stop[] {
  const made = stops.map(([at, hex]) => ({ at, hex, opacity: 1 }));
  const last = made.length - 1;
  if (last < 1) return made;
  const isEnd = (end: Stop, inner: Stop) => Math.abs(end.at - inner.at) < next && end.hex === '#000000';
  if (isEnd(made[0], made[1])) made[0] = { ...made[1], at: 0, opacity: 0 };
  if (last > 1 && isEnd(made[last], made[last - 1])) made[last] = { ...made[last - 1], at: 1, opacity: 0 };
  return made;
}

/** Returns a gradient as SVG defines it. @param matrix From its own coordinates to those that are painted in. */
export function gradientText(id: string, shading: Shading, matrix: Matrix): string {
  const { kind, from, to, radii } = shading;
  let stops = stopsOf(shading);
  let [start, end, r0, r1] = [from, to, radii[0], radii[1]];
  // SVG runs from the inner circle to the outer one.
  if (kind === 'radial' && r0 > r1) {
    [start, end, r0, r1] = [end, start, r1, r0];
    stops = stops.map((s) => ({ ...s, at: 1 - s.at })).reverse();
  }
  const numbers =
    kind === 'axial'
      ? { x1: start[0], y1: start[1], x2: end[0], y2: end[1] }
      : { fx: start[0], fy: start[1], fr: r0, cx: end[0], cy: end[1], r: r1 };
  // A pattern's own numbers may be small, and are written in full.
  const places = Object.entries(numbers).map(([k, v]) => ` ${k}="${v}"`);
  const shown = stops.map(
    ({ at, hex, opacity }) =>
      `<stop offset="${numeral(at)}" stop-color="${hex}"${opacity < 1 ? ` stop-opacity="${opacity}"` : ''}/>`,
  );
  const name = kind === 'axial' ? 'linearGradient' : 'radialGradient';
  return `<${name} id="${id}" gradientUnits="userSpaceOnUse"${places.join('')} gradientTransform="${matrixText(matrix)}">${shown.join('')}</${name}>`;
}

/** Returns a shading as pdf.js gives it; null for one that it cannot read. */
export const shadingOf = (value: unknown): Shading | MeshShading | null => {
  if (!Array.isArray(value)) return null;
  const [kind, ...rest] = value as unknown[];
  if (kind === 'RadialAxial') {
    const [which, bbox, stops, from, to, r0, r1] = rest as [
      Shading['kind'],
      Shading['bbox'],
      Shading['stops'],
      Shading['from'],
      Shading['to'],
      number | null,
      number | null,
    ];
    return { kind: which, bbox, stops, from, to, radii: [r0 ?? 0, r1 ?? 0] };
  }
  if (kind !== 'Mesh') return null;
  const [, coords, colours, figures, bounds] = rest as [
    number,
    MeshShading['coords'],
    MeshShading['colours'],
    MeshShading['figures'],
    MeshShading['bounds'] | null,
  ];
  return bounds && { coords, colours, figures, bounds };
};
