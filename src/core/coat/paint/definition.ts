import type Joi from 'joi';
import type { SupposedLight } from '../../depth/lamp-fields';
import type { PartLight } from '../../depth/light';
import type { Side } from '../../depth/side';
import type { Described } from '../../document/described';
import type { Field } from '../../document/fields';
import type { Handle } from '../../document/handles';
import type { Referring } from '../../document/references';
import type { Bounds, Path } from '../../geometry/path';
import type { Spin } from '../../geometry/spin';
import type { Point } from '../../geometry/vector';
import type { Rise } from '../../outline/types';
import type { SceneNode, ScenePaint } from '../../scene/types';
import type { Paint } from '../types';

/** What a pattern repeats: nodes and the bounds of the outline they have. */
export interface PatternTile {
  readonly nodes: readonly SceneNode[];
  readonly bounds: Bounds;
}

/** What a paint is worked out for, in the part's own coordinates. */
export interface PaintContext {
  /** Bounds of the outline the coat has. */
  readonly bounds: Bounds;
  /** What it covers, where that reaches beyond the bounds as a stroke does. */
  readonly covered?: () => Bounds;
  /** The light that falls onto the part, where it rests on some. */
  readonly light: PartLight | null;
  /** The part a pattern repeats; null where there is none, or where it would contain itself. */
  tile(id: string): PatternTile | null;
}

/** What covers an area: a paint the raster knows, or nodes that are clipped by the area. */
export type Cover = ScenePaint | { readonly kind: 'nodes'; readonly nodes: readonly SceneNode[] };

/** How a side lies beside going straight back: turned in space, or rising toward its far end. */
export interface SideTurn {
  readonly spin?: Spin;
  readonly rise?: Rise;
}

/** How one kind of paint is described, drawn and dragged. */
export interface PaintDefinition<P extends Paint> extends Described, Referring<P> {
  readonly kind: P['kind'];
  readonly defaults: P;
  /** The fields of the panel, for a paint as it is. */
  fields(paint: P): readonly Field[];
  /** How each member of a stored paint is checked, beside those that `stored` names. */
  readonly schema?: (joi: typeof Joi) => Joi.SchemaMap;
  /** All fields that are stored. */
  readonly stored: readonly Field[];
  /** The paint over an area; null where there is nothing to draw. */
  cover(paint: P, context: PaintContext): Cover | null;
  /** The paint over a side of a solid, where that is not the one over all of it. */
  sideCover?(paint: P, side: Side, context: PaintContext, turned?: SideTurn): ScenePaint;
  /** The paint over a front or a far end that was turned in space. */
  faceCover?(paint: P, spin: Spin, context: PaintContext): ScenePaint;
  /** The paint where a piece has a colour of its own, as hex; that colour alone where left out. */
  tinted?(paint: P, tint: string): P;
  /** Whether it takes the light of the sheet. */
  meetsLight?(paint: P): boolean;
  /** The light that it supposes in place of the sheet's. */
  supposes?(paint: P): SupposedLight | null;
  /** The colour at a place of the coordinates its grips are in, as hex; kinds of many pictures have none. */
  colourAt?(paint: P, p: Point, bounds: Bounds): string;
  /** Why it draws nothing, or what is worth knowing, in plain words. */
  fault?(paint: P, context: PaintContext): string | null;
  /** Grips, in the part's own coordinates, or the sheet's where the paint is fixed to it. */
  handles?(paint: P, bounds: Bounds): readonly Handle[];
  /** Lines that show how the paint lies, in the coordinates of its grips. */
  lines?(paint: P, bounds: Bounds): Path;
  drag?(paint: P, handle: string, to: Point, bounds: Bounds): P;
  /** What a single typed number means for a handle. */
  typed?(paint: P, handle: string, value: number): P | null;
  /** The paint where places on the bounds have moved, 0–1 in each direction. */
  moved?(paint: P, move: (p: Point) => Point): P;
}

export const definePaint = <P extends Paint>(d: PaintDefinition<P>): PaintDefinition<P> => d;

/** A place on bounds, 0–1 in each direction, in the part's coordinates. */
export function placeOn(b: Bounds, x: number, y: number): Point {
  return { x: b.x0 + x * (b.x1 - b.x0), y: b.y0 + y * (b.y1 - b.y0) };
}

/** Where a point lies on bounds, 0–1 in each direction; along a side of no length, 0. */
export function shareOf(b: Bounds, p: Point): Point {
  const w = b.x1 - b.x0;
  const h = b.y1 - b.y0;
  return { x: w > 0 ? (p.x - b.x0) / w : 0, y: h > 0 ? (p.y - b.y0) / h : 0 };
}
