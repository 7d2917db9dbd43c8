import { shareOf } from '../coat';
import type { Coat, MeshPaint, Paint } from '../coat/types';
import { formatHex, parseHex } from '../colour/colour';
import { colourAlong } from '../colour/gradient';
import type { Design, Part } from '../document/types';
import { applyTo, invert } from '../geometry/matrix';
import type { Bounds } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { patchColours } from '../mesh/colours';
import { fitMesh } from '../mesh/fit';
import { type Mesh, withColumn, withoutColumn, withoutRow, withRow } from '../mesh/grid';
import { locate } from '../mesh/locate';
import { transformMesh } from '../mesh/scene';
import { evaluatePart } from '../scene/evaluate';
import type { Edited } from './edited';
import { withPart, worldOf } from './tree';

/** Which coat of which part a mesh lies on. */
export interface MeshRef {
  readonly id: string;
  readonly coat: string;
}

interface Found {
  readonly part: Part;
  readonly coat: Coat;
  readonly bounds: Bounds;
}

function find(design: Design, { id, coat: coatId }: MeshRef): Found | null {
  const part = design.parts[id];
  const coat = part?.coats.find((c) => c.id === coatId);
  const bounds = coat && evaluatePart(design, part).coats.get(coatId)?.bounds;
  return part && coat && bounds ? { part, coat, bounds } : null;
}

const withPaint = (design: Design, { part, coat }: Found, paint: Paint): Edited => ({
  design: withPart(design, { ...part, coats: part.coats.map((c) => (c === coat ? { ...c, paint } : c)) }),
  chosen: [part.id],
  card: { list: 'coats', id: coat.id },
});

const unchanged = (design: Design, { id, coat }: MeshRef): Edited => ({
  design,
  chosen: [id],
  card: { list: 'coats', id: coat },
});

/** The colour a paint has at a place on the bounds, as the start of a mesh. */
function colourAt(paint: Paint, p: Point): string {
  if (paint.kind === 'mesh') {
    const at = locate(paint, p);
    if (!at) return paint.nodes[0].colour;
    const net = patchColours(paint, paint.smooth).subarray(64 * (at.row * paint.columns + at.column));
    const [u, v] = [at.u, at.v];
    const w = (t: number) => [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t ** 3];
    const [a, b] = [w(u), w(v)];
    const c = [0, 1, 2, 3].map((k) => {
      let sum = 0;
      for (let i = 0; i < 4; i++) for (let j = 0; j < 4; j++) sum += a[i] * b[j] * net[4 * (4 * i + j) + k];
      return sum;
    });
    return formatHex(c[3] > 0 ? [c[0] / c[3], c[1] / c[3], c[2] / c[3], c[3]] : [0, 0, 0, 0]);
  }
  if ('stops' in paint) {
    const [dx, dy] = [paint.x2 - paint.x1, paint.y2 - paint.y1];
    const [x, y] = [p.x - paint.x1, p.y - paint.y1];
    const long = Math.hypot(dx, dy) || 1;
    const t =
      paint.kind === 'linear'
        ? (x * dx + y * dy) / (long * long)
        : paint.kind === 'radial'
          ? Math.hypot(x, y) / long
          : ((((Math.atan2(y, x) - Math.atan2(dy, dx)) / (2 * Math.PI)) % 1) + 1) % 1;
    const stops = paint.stops.map((s) => ({ ...s, colour: parseHex(s.colour) }));
    return formatHex(colourAlong(stops, paint.interpolation, Math.min(1, Math.max(0, t))));
  }
  if (paint.kind === 'corners') {
    const row = (a: string, b: string) => [
      { at: 0, colour: parseHex(a) },
      { at: 1, colour: parseHex(b) },
    ];
    const top = colourAlong(row(paint.topLeft, paint.topRight), 'srgb', p.x);
    const bottom = colourAlong(row(paint.bottomLeft, paint.bottomRight), 'srgb', p.x);
    return formatHex(
      colourAlong(
        [
          { at: 0, colour: top },
          { at: 1, colour: bottom },
        ],
        'srgb',
        p.y,
      ),
    );
  }
  if (paint.kind === 'solid' || paint.kind === 'grain') return paint.colour;
  return paint.kind === 'stripes' ? paint.colours[0] : '#9a6b1f';
}

/**
 * Gives a coat a mesh of rows × columns fitted to its outline, with the colours the paint had;
 * `shift` moves its corners on along the outline.
 */
export function fitMeshPaint(
  design: Design,
  ref: MeshRef,
  rows: number,
  columns: number,
  shift: number,
): Edited {
  const found = find(design, ref);
  if (!found) return unchanged(design, ref);
  const { bounds, coat, part } = found;
  const { stages } = evaluatePart(design, part).coats.get(coat.id) ?? { stages: [] };
  const outline = stages.at(-1)?.outline ?? [];
  const mesh = fitMesh(outline, rows, columns, (p) => colourAt(coat.paint, shareOf(bounds, p)), shift);
  if (!mesh) return unchanged(design, ref);
  const [w, h] = [bounds.x1 - bounds.x0 || 1, bounds.y1 - bounds.y0 || 1];
  const own = transformMesh(mesh, [1 / w, 0, 0, 1 / h, -bounds.x0 / w, -bounds.y0 / h]);
  const smooth = coat.paint.kind === 'mesh' ? coat.paint.smooth : true;
  return withPaint(design, found, { kind: 'mesh', ...own, smooth, fitted: true });
}

const meshOf = (paint: Paint): MeshPaint | null => (paint.kind === 'mesh' ? paint : null);

const back = (paint: MeshPaint, mesh: Mesh): MeshPaint => ({ ...paint, ...mesh });

/** How near to a line of the mesh, as a share of a patch, a press means that line. */
const near = 0.12;

/** Adds a column where a press lies on a row's line, a row where it lies on a column's, both in a patch. */
export function addMeshLines(design: Design, ref: MeshRef, at: Point): Edited {
  const found = find(design, ref);
  const paint = found && meshOf(found.coat.paint);
  const world = invert(worldOf(design, ref.id));
  if (!found || !paint || !world) return unchanged(design, ref);
  const spot = locate(paint, shareOf(found.bounds, applyTo(world, at)));
  if (!spot) return unchanged(design, ref);
  const { row, column, u, v } = spot;
  const onRow = v < near || v > 1 - near;
  const onColumn = u < near || u > 1 - near;
  let mesh: Mesh = paint;
  if (!onColumn) mesh = withColumn(mesh, column, u);
  if (!onRow) mesh = withRow(mesh, row, v);
  return mesh === paint ? unchanged(design, ref) : withPaint(design, found, back(paint, mesh));
}

/** Takes a node's row or column out of a mesh; the outer ones stay. */
export function removeMeshLine(design: Design, ref: MeshRef, node: number, line: 'row' | 'column'): Edited {
  const found = find(design, ref);
  const paint = found && meshOf(found.coat.paint);
  if (!found || !paint) return unchanged(design, ref);
  const row = Math.floor(node / (paint.columns + 1));
  const column = node % (paint.columns + 1);
  const mesh = line === 'row' ? withoutRow(paint, row) : withoutColumn(paint, column);
  return mesh.nodes.length === paint.nodes.length
    ? unchanged(design, ref)
    : withPaint(design, found, back(paint, mesh));
}
