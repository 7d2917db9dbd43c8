import { isGradient, paintOf, shareOf } from '../coat';
import type { MeshPaint } from '../coat/types';
import type { Design } from '../document/types';
import { applyTo, identity, invert } from '../geometry/matrix';
import type { Point } from '../geometry/vector';
import { fitMesh } from '../mesh/fit';
import { type Mesh, withColumn, withoutColumn, withoutRow, withRow } from '../mesh/grid';
import { locate } from '../mesh/locate';
import { transformMesh } from '../mesh/scene';
import { pathsOf } from '../outline/pieces';
import { type CoatRef, editPaint } from './coat-ref';
import type { Edited } from './edited';
import { worldOf } from './tree';

/** What a mesh starts from where a paint has no colours to give. */
const plain = '#9a6b1f';

/**
 * Gives a coat a mesh of rows × columns fitted to its outline, with the colours the paint had;
 * `shift` moves its corners on along the outline.
 */
export const fitMeshPaint = (
  design: Design,
  ref: CoatRef,
  rows: number,
  columns: number,
  shift: number,
): Edited =>
  editPaint(design, ref, ({ coat: { paint }, bounds, stages }) => {
    const { colourAt } = paintOf(paint);
    const frame = isGradient(paint) && paint.fixed ? worldOf(design, ref.id) : identity;
    const colour = (p: Point) => colourAt?.(paint, applyTo(frame, p), bounds) ?? plain;
    const mesh = fitMesh(pathsOf(stages.at(-1)?.outline ?? []), rows, columns, colour, shift);
    if (!mesh) return null;
    const [w, h] = [bounds.x1 - bounds.x0 || 1, bounds.y1 - bounds.y0 || 1];
    const own = transformMesh(mesh, [1 / w, 0, 0, 1 / h, -bounds.x0 / w, -bounds.y0 / h]);
    return { kind: 'mesh', ...own, smooth: paint.kind === 'mesh' ? paint.smooth : true, fitted: true };
  });

const withMesh = (paint: MeshPaint, mesh: Mesh): MeshPaint | null =>
  mesh.nodes.length === paint.nodes.length ? null : { ...paint, ...mesh };

/** How near to a line of the mesh, as a share of a patch, a press means that line. */
const near = 0.12;
const onLine = (t: number) => t < near || t > 1 - near;

/** Adds a column where a press lies on a row's line, a row where it lies on a column's, both in a patch. */
export const addMeshLines = (design: Design, ref: CoatRef, at: Point): Edited =>
  editPaint(design, ref, ({ coat: { paint }, bounds }) => {
    const back = invert(worldOf(design, ref.id));
    const spot = back && paint.kind === 'mesh' ? locate(paint, shareOf(bounds, applyTo(back, at))) : null;
    if (!spot || paint.kind !== 'mesh') return null;
    const { row, column, u, v } = spot;
    const wider = onLine(u) ? paint : withColumn(paint, column, u);
    return withMesh(paint, onLine(v) ? wider : withRow(wider, row, v));
  });

/** Takes a node's row or column out of a mesh; the outer ones stay. */
export const removeMeshLine = (design: Design, ref: CoatRef, node: number, line: 'row' | 'column'): Edited =>
  editPaint(design, ref, ({ coat: { paint } }) => {
    if (paint.kind !== 'mesh') return null;
    const wide = paint.columns + 1;
    return withMesh(
      paint,
      line === 'row' ? withoutRow(paint, Math.floor(node / wide)) : withoutColumn(paint, node % wide),
    );
  });
