import { size } from '../document/fields';
import { type Cubic, lineCubic } from '../geometry/cubic';
import { contourOf, pathOf } from '../geometry/path';
import { defineSource } from './definition';
import { quarter } from './ellipse';

const corners = ['topLeft', 'topRight', 'bottomRight', 'bottomLeft'] as const;
type Corner = (typeof corners)[number];
const cornerWords: Record<Corner, string> = {
  topLeft: 'Top left',
  topRight: 'Top right',
  bottomRight: 'Bottom right',
  bottomLeft: 'Bottom left',
};
type Rectangle = { width: number; height: number } & Record<Corner, number>;

/** Corner radii cut down together until they fit their sides (CSS Backgrounds 3, section 4.5). */
export function fittedRadii(p: Rectangle): Record<Corner, number> {
  const { width: w, height: h } = p;
  const f = Math.min(
    1,
    w / (p.topLeft + p.topRight),
    w / (p.bottomLeft + p.bottomRight),
    h / (p.topLeft + p.bottomLeft),
    h / (p.topRight + p.bottomRight),
  );
  return {
    topLeft: p.topLeft * f,
    topRight: p.topRight * f,
    bottomRight: p.bottomRight * f,
    bottomLeft: p.bottomLeft * f,
  };
}

const signs: Record<Corner, [number, number]> = {
  topLeft: [-1, -1],
  topRight: [1, -1],
  bottomRight: [1, 1],
  bottomLeft: [-1, 1],
};

/** A rectangle about the origin, each corner with a radius of its own. */
export const rectangle = defineSource<Rectangle>({
  kind: 'rectangle',
  label: 'Rectangle',
  about: 'A rectangle, each corner with a radius of its own.',
  alsoKnown: ['square', 'box', 'rounded'],
  fields: [
    size('width', 'Width', 'From side to side.'),
    size('height', 'Height', 'From top to bottom.'),
    ...corners.map((c) =>
      size(c, cornerWords[c], 'Radius of this corner; all are cut down together until they fit.'),
    ),
  ],
  defaults: { width: 200, height: 200, topLeft: 0, topRight: 0, bottomRight: 0, bottomLeft: 0 },
  outline(p) {
    const a = p.width / 2;
    const b = p.height / 2;
    const r =
      p.width > 0 && p.height > 0
        ? fittedRadii(p)
        : { topLeft: 0, topRight: 0, bottomRight: 0, bottomLeft: 0 };
    const cubics: Cubic[] = [];
    let x = -a + r.topLeft;
    let y = -b;
    const line = (nx: number, ny: number) => {
      if (nx !== x || ny !== y) cubics.push(lineCubic(x, y, nx, ny));
      x = nx;
      y = ny;
    };
    const bend = (cx: number, cy: number, nx: number, ny: number) => {
      if (nx === x && ny === y) return;
      cubics.push([
        x,
        y,
        x + quarter * (cx - x),
        y + quarter * (cy - y),
        nx + quarter * (cx - nx),
        ny + quarter * (cy - ny),
        nx,
        ny,
      ]);
      x = nx;
      y = ny;
    };
    line(a - r.topRight, -b);
    bend(a, -b, a, -b + r.topRight);
    line(a, b - r.bottomRight);
    bend(a, b, a - r.bottomRight, b);
    line(-a + r.bottomLeft, b);
    bend(-a, b, -a, b - r.bottomLeft);
    line(-a, -b + r.topLeft);
    bend(-a, -b, -a + r.topLeft, -b);
    return pathOf([contourOf(cubics, true)]);
  },
  fit: (p, width, height) => ({ ...p, width, height }),
  resize: (p, sx, sy) => ({ ...p, width: p.width * sx, height: p.height * sy }),
  handles(p) {
    return corners.map((id) => {
      const [sx, sy] = signs[id];
      const r = Math.max(p[id], Math.min(p.width, p.height) * 0.08);
      return {
        id,
        sets: [id],
        x: sx * (p.width / 2 - r),
        y: sy * (p.height / 2 - r),
        from: { x: (sx * p.width) / 2, y: (sy * p.height) / 2 },
      };
    });
  },
  drag(p, handle, to) {
    const corner = corners.find((c) => c === handle);
    if (!corner) return { params: {} };
    const [sx, sy] = signs[corner];
    const reach = Math.min(p.width / 2 - sx * to.x, p.height / 2 - sy * to.y);
    return { params: { [corner]: Math.max(0, Math.min(reach, Math.min(p.width, p.height) / 2)) } };
  },
});
