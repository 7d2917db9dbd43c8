import { contoursSchema } from '../document/contours-schema';
import type { FillRule } from '../geometry/path';
import { defineSource } from './definition';

export interface DrawnContour {
  readonly xy: readonly number[];
  readonly closed: boolean;
  /** Pressure of the pointer it was drawn with, 0–1, at even shares of its length. */
  readonly pressure?: readonly number[];
}

/** A path drawn node by node; contours as the core keeps them. */
export const drawnPath = defineSource<{ contours: readonly DrawnContour[]; fillRule: FillRule }>({
  kind: 'path',
  label: 'Drawn path',
  partName: 'Path',
  about: 'A path drawn node by node or by hand.',
  alsoKnown: ['pen', 'bezier'],
  placedByBounds: true,
  fields: [],
  schema: (joi) => ({
    contours: contoursSchema(joi)
      .required()
      .description(
        'Each `{ closed, xy, pressure }`: `xy` is a node and then six numbers a segment, two handles and a node; `pressure` (may be left out) holds the pointer’s pressure, 0–1, at even shares of the length.',
      ),
    fillRule: joi.valid('nonzero', 'evenodd').required().description('What lies inside (SVG 2, fill-rule).'),
  }),
  defaults: { contours: [], fillRule: 'nonzero' },
  outline: ({ contours, fillRule }) => ({ contours, fillRule }),
  resize: (p, sx, sy) => ({
    ...p,
    contours: p.contours.map((c) => ({ ...c, xy: c.xy.map((v, i) => v * (i % 2 ? sy : sx)) })),
  }),
  handles: ({ contours }) =>
    contours.flatMap((c, ci) => {
      const nodes = [];
      const last = c.closed ? c.xy.length - 2 : c.xy.length;
      for (let i = 0; i < last; i += 6) nodes.push({ id: `${ci}.${i}`, x: c.xy[i], y: c.xy[i + 1] });
      return nodes;
    }),
  drag(p, handle, to) {
    const [ci, at] = handle.split('.').map(Number);
    const contours = p.contours.map((c, k) => {
      if (k !== ci) return c;
      const xy = [...c.xy];
      const dx = to.x - xy[at];
      const dy = to.y - xy[at + 1];
      const move = (i: number) => {
        if (i < 0 || i >= xy.length) return;
        xy[i] += dx;
        xy[i + 1] += dy;
      };
      // A node takes its handles along; a closed contour's last node is its first.
      for (const i of [at - 2, at, at + 2]) move(i);
      if (c.closed && at === 0) for (const i of [xy.length - 2, xy.length - 4]) move(i);
      return { ...c, xy };
    });
    return { params: { contours } };
  },
});
