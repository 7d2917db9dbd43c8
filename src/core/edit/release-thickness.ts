import { type Coat, type Linear, type Paint, paints, shareOf } from '../coat';
import { formatHex } from '../colour/colour';
import { sideOf } from '../depth/side';
import { makeCoat, makeId, makePart, makeSource } from '../document/create';
import type { Design, Part } from '../document/types';
import { cubicPoint } from '../geometry/cubic';
import { type Bounds, pathBounds } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { paintedByCoats } from '../scene/evaluate';
import type { GradientPaint, SceneNode, ScenePaint, ShapeNode } from '../scene/types';
import type { Edited } from './edited';
import { numbersOf } from './plain';
import { thicknesses } from './thickness';
import { childrenOf, parentOf, topmost, withChildren, withParts } from './tree';

const hasThickness = (coat: Coat): boolean =>
  coat.on && coat.steps.some((s) => s.on && thicknesses.some((kind) => kind === s.kind));

/** The ends of a gradient over a shape: its own, or, of one that recedes, across the middle of the side's edge. */
function endsOf({ matrix, homography }: GradientPaint, { path }: ShapeNode): [Point, Point] {
  const side = homography ? sideOf(path) : null;
  if (!side) {
    const [a, b, c, d, e, f] = matrix;
    // Colours stay along the second axis: the gradient runs at right angles to it.
    const k = (a * c + b * d) / (c * c + d * d || 1);
    return [
      { x: e, y: f },
      { x: e + a - k * c, y: f + b - k * d },
    ];
  }
  const { edge, far } = side;
  const [p, q] = [
    { x: edge[0], y: edge[1] },
    { x: edge[6], y: edge[7] },
  ];
  const [near, away] = [cubicPoint(edge, 0.5), cubicPoint(far, 0.5)];
  const [dx, dy] = [away.x - near.x, away.y - near.y];
  const k = ((q.x - p.x) * dx + (q.y - p.y) * dy) / (dx * dx + dy * dy || 1);
  return [p, { x: q.x - k * dx, y: q.y - k * dy }];
}

/** A paint of the scene as one of the document over bounds; null for a kind that sides never have. */
function asPaint(paint: ScenePaint, node: ShapeNode, bounds: Bounds): Paint | null {
  if (paint.kind === 'solid') return { kind: 'solid', colour: formatHex(paint.colour) };
  if (paint.kind !== 'linear') return null;
  const [p, q] = endsOf(paint, node).map((v) => shareOf(bounds, v));
  const stops = paint.stops.map(({ at, colour, mid }) => ({
    at,
    colour: formatHex(colour),
    ...(mid === undefined ? {} : { mid }),
  }));
  const { interpolation, spread } = paint;
  const linear: Linear = {
    ...paints.linear.defaults,
    x1: p.x,
    y1: p.y,
    x2: q.x,
    y2: q.y,
    stops,
    interpolation,
    spread,
  };
  return linear;
}

/** Plain paths for the shapes in nodes, each painted as it is; null where one has a paint that no path can have. */
function pathsFor(nodes: readonly SceneNode[], name: string): Part[] | null {
  const out: Part[] = [];
  for (const node of nodes) {
    if (node.type === 'group') {
      const inside = pathsFor(node.children, name);
      if (!inside) return null;
      out.push(...inside);
      continue;
    }
    const bounds = node.type === 'shape' ? pathBounds(node.path) : null;
    const paint = node.type === 'shape' && bounds && asPaint(node.paint, node, bounds);
    if (node.type !== 'shape' || !paint) return null;
    out.push(
      makePart(makeSource('path', numbersOf(node.path)), {
        id: makeId(),
        name: `${name} ${out.length + 1}`,
        coats: [makeCoat('fill', { paint, opacity: node.opacity, blend: node.blend })],
      }),
    );
  }
  return out;
}

/**
 * Turns the thickness of parts into plain paths: each side becomes a path with the paint it has, all of them in a group beneath
 * the part. Shades of sides that recede become straight gradients across them.
 */
export function releaseThickness(design: Design, sheetId: string, ids: readonly string[]): Edited {
  let out = design;
  const chosen: string[] = [];
  for (const id of topmost(design, ids)) {
    const part = out.parts[id];
    chosen.push(id);
    for (const coat of part.coats.filter(hasThickness)) {
      const name = `${part.name} thickness`;
      const plain: Coat = { ...coat, opacity: 1, blend: 'normal' };
      const paths = pathsFor(paintedByCoats(out, { ...part, coats: [plain] }), name);
      if (!paths?.length) continue;
      const group = makePart(
        { kind: 'group' },
        {
          id: makeId(),
          name,
          place: part.place,
          opacity: coat.opacity,
          blend: coat.blend,
          children: paths.map((p) => p.id),
        },
      );
      const own = out.parts[id];
      const left = { ...own, coats: own.coats.filter((c) => c.id !== coat.id) };
      out = withParts(out, [...paths, group, left]);
      const parent = parentOf(out, id);
      // Where the coat lay: over all others, or beneath.
      const on = part.coats.length > 1 && part.coats.at(-1) === coat;
      const level = childrenOf(out, sheetId, parent).flatMap((c) =>
        c === id ? (on ? [id, group.id] : [group.id, id]) : [c],
      );
      out = withChildren(out, sheetId, parent, level);
      chosen.push(group.id);
    }
  }
  return { design: out, chosen: out === design ? [] : chosen };
}
