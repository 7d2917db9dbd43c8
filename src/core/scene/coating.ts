import { combine } from '../arrange/combine';
import { type Coat, type Cover, coatArea, coatShape, type PaintContext, paintOf, paints } from '../coat';
import { parseHex } from '../colour/colour';
import { risingSideOf, sideOf } from '../depth/side';
import { turnedOf } from '../depth/space-solid';
import type { Card } from '../document/card';
import type { Part } from '../document/types';
import { finishesApart } from '../finish';
import { WorkFault } from '../geometry/budget';
import { type Bounds, joinBounds, type Path, pathBounds } from '../geometry/path';
import { isGroup } from '../holder';
import { outlineBounds } from '../outline/bounds';
import { asPieces, pathsOf, segmentsOf } from '../outline/pieces';
import type { Outline, Piece } from '../outline/types';
import { copiesIn } from '../step/copies';
import type { Castings } from './casters';
import { groupNode } from './group-node';
import { coloursIn } from './paint-colour';
import { receding } from './receding';
import type { CardFault, CoatResult, Stepped } from './result';
import { affordPart, type Centres, runSteps, sameCentres } from './run-steps';
import { runOverSolid } from './solid-run';
import { runNodes } from './stroke-run';
import { thinnedNodes } from './stroke-thinned';
import type { SceneNode } from './types';
import { weightOf } from './weight';

/** What a part's coats come to. */
export interface Coated {
  readonly nodes: readonly SceneNode[];
  /** The same piece by piece, all coats of one before the next, where a finish or the pieces ask for it. */
  readonly members: readonly (readonly SceneNode[])[] | null;
  /** Nodes that lie behind the members of a group. */
  readonly behind: readonly SceneNode[];
  readonly coats: ReadonlyMap<string, CoatResult>;
  readonly faults: readonly Omit<CardFault, 'part'>[];
}

const areas = new WeakMap<Path, { key: string; area: Path }[]>();

/** What a coat covers of a path: that itself, or its stroke. */
export function areaOf(coat: Coat, path: Path): Path {
  if (coat.kind === 'fill') return path;
  const { width, align, cap, join, miterLimit, dashes, dashOffset, profile, widths, pressed } = coat;
  const key = JSON.stringify([
    width,
    align,
    cap,
    join,
    miterLimit,
    dashes,
    dashOffset,
    profile,
    widths,
    pressed,
  ]);
  const list = areas.get(path) ?? [];
  const known = list.find((a) => a.key === key);
  if (known) return known.area;
  const area = coatArea(coat, path);
  areas.set(path, [{ key, area }, ...list.slice(0, 7)]);
  return area;
}

const unions = new WeakMap<Outline, Outline>();

/** The members of a group as one outline, so that no edge inside it shows. */
function united(outline: Outline): Outline {
  if (outline.length < 2) return outline;
  let whole = unions.get(outline);
  if (!whole) {
    whole = asPieces([combine('union', pathsOf(outline))]);
    unions.set(outline, whole);
  }
  return whole;
}

const shapes = new WeakMap<Outline, { key: string; outline: Outline }[]>();

const apart = new WeakMap<Outline, Outline>();

/** Pieces, copies that lie in one of them each as one. */
function singles(outline: Outline): Outline {
  let made = apart.get(outline);
  if (!made) {
    made = outline.flatMap((p) => copiesIn(p.path)?.map((path) => ({ ...p, path })) ?? [p]);
    apart.set(outline, made);
  }
  return made;
}

/** What a coat starts from: the part's outline, a group's united one, or a shape of its own. */
export function startOf(coat: Coat, outline: Outline, group: boolean): Outline {
  const own = group && coat.covers === 'whole' ? united(outline) : outline;
  if (coat.form === 'outline') return own;
  const key = [
    coat.form,
    coat.sized,
    coat.shapeWidth,
    coat.shapeHeight,
    coat.radius,
    coat.shiftX,
    coat.shiftY,
  ].join();
  const list = shapes.get(own) ?? [];
  const known = list.find((s) => s.key === key);
  if (known) return known.outline;
  const each = group && coat.covers === 'each' ? own.map((p) => [p]) : [own];
  const made = each.flatMap((pieces) => {
    const bounds = outlineBounds(pieces);
    const path = bounds && coatShape(coat, bounds);
    return path ? [{ path }] : [];
  });
  shapes.set(own, [{ key, outline: made }, ...list.slice(0, 7)]);
  return made;
}

const ran = new WeakMap<Outline, WeakMap<readonly Card[], { centres: Centres; made: Stepped }>>();

/** A coat's outline through its own steps; remembered for all three. */
export function stepped(start: Outline, cards: readonly Card[], centres: Centres): Stepped {
  let byCards = ran.get(start);
  if (!byCards) {
    byCards = new WeakMap();
    ran.set(start, byCards);
  }
  const known = byCards.get(cards);
  if (known && sameCentres(known.centres, centres)) return known.made;
  const made = runSteps(start, cards, centres);
  byCards.set(cards, { centres, made });
  return made;
}

const group = (
  children: readonly SceneNode[],
  values: { clip?: Path; opacity?: number; blend?: Coat['blend'] },
): SceneNode =>
  groupNode(children, { isolated: values.blend !== undefined && values.blend !== 'normal', ...values });

/** One piece of a coat's outline, painted. */
function painted(coat: Coat, piece: Outline[number], cover: Cover): SceneNode[] {
  const area = areaOf(coat, piece.path);
  if (!area.contours.length) return [];
  const opacity = coat.opacity;
  const plain = coat.kind === 'fill' && piece.tint && !paintOf(coat.paint).tinted;
  const paint = plain && piece.tint ? ({ kind: 'solid', colour: parseHex(piece.tint) } as const) : cover;
  if (coat.kind === 'fill' && coat.run !== 'bounds' && 'stops' in paint)
    return runOverSolid(coat.run, piece, paint).map((n) => ({ ...n, opacity, blend: coat.blend }));
  if (paint.kind === 'nodes') return [group(paint.nodes, { clip: area, opacity, blend: coat.blend })];
  if (coat.kind === 'stroke' && coat.thinned > 0 && paint.kind !== 'image') {
    const nodes = thinnedNodes(coat, piece.path, paint);
    if (nodes) return [group(nodes, { clip: area, opacity, blend: coat.blend })];
  }
  if (coat.kind === 'stroke' && coat.run !== 'bounds' && 'stops' in paint)
    return [group(runNodes(coat, piece.path, paint), { clip: area, opacity, blend: coat.blend })];
  return [{ type: 'shape', path: area, paint, opacity, blend: coat.blend }];
}

/** What a coat covers of some pieces; the bounds themselves where that is nothing more. */
const coveredBy = (coat: Coat, pieces: Outline, bounds: Bounds): Bounds =>
  coat.kind === 'fill'
    ? bounds
    : pieces.reduce((all, p) => joinBounds(all, pathBounds(areaOf(coat, p.path))) ?? all, bounds);

const fades = (pieces: Outline): boolean => pieces.some((p) => p.opacity !== undefined);

/** What is painted on a piece that may show in part. */
const faded = ({ opacity }: Piece, nodes: readonly SceneNode[]): readonly SceneNode[] =>
  opacity === undefined ? nodes : [group(nodes, { opacity })];

const alone = new WeakMap<Piece, Outline>();

/** A piece as an outline of its own, the same one every time. */
function byItself(piece: Piece): Outline {
  const made = alone.get(piece) ?? [piece];
  alone.set(piece, made);
  return made;
}

/** The pieces of a solid that a coat covers; what is of no solid is front. */
function ofFaces(outline: Outline, faces: Coat['faces']): Outline {
  if (faces === 'all') return outline;
  const role = faces === 'sides' ? 'side' : faces;
  return outline.every((p) => (p.role ?? 'front') === role)
    ? outline
    : outline.filter((p) => (p.role ?? 'front') === role);
}

const nothingMade: Stepped = { outline: [], stages: [], faults: [] };

/** What some work on a card comes to; where it is at fault, that is told and `otherwise` stands. */
export function attempted<T>(
  card: string,
  faults: Omit<CardFault, 'part'>[],
  otherwise: T,
  work: () => T,
): T {
  try {
    return work();
  } catch (e) {
    if (!(e instanceof WorkFault)) throw e;
    if (!faults.some((f) => f.card === card && f.message === e.message))
      faults.push({ card, message: e.message });
    return otherwise;
  }
}

/** The side that a piece is, whether it goes straight back or rises. */
const sideIn = ({ path, rise }: Piece) => (rise ? risingSideOf(path) : sideOf(path));

/** A paint over one piece: that over all, or one of the piece's own where it is a side or has a colour of its own. */
function coverOf(coat: Coat, piece: Piece, whole: Cover | null, context: PaintContext): Cover | null {
  if (coat.kind !== 'fill') return whole;
  const { sideCover, faceCover, tinted, cover } = paintOf(coat.paint);
  const paint = piece.tint && tinted ? tinted(coat.paint, piece.tint) : coat.paint;
  const turned = turnedOf(piece);
  const { rise } = piece;
  const side = turned ? turned.side : piece.role === 'side' ? sideIn(piece) : null;
  if (side && sideCover) {
    const own = sideCover(paint, side, context, turned ? { spin: turned.spin } : { rise });
    return turned ? receding(own, turned.plane) : own;
  }
  if (turned && faceCover) return faceCover(paint, turned.spin, context);
  return paint === coat.paint ? whole : cover(paint, context);
}

const seesThrough = (nodes: readonly SceneNode[]): boolean =>
  nodes.some((n) => n.type !== 'shape' || coloursIn(n.paint).some((c) => c[3] < 1));

const alikeWords = `Front and sides are painted alike: “${paints.lit.label}” tells them apart.`;

/** Whether a coat paints all of a part that is a solid itself, and nothing in it tells its faces apart. */
const paintsAlike = (c: Coat, outline: Outline): boolean =>
  c.on &&
  c.kind === 'fill' &&
  c.faces === 'all' &&
  c.run === 'bounds' &&
  !paintOf(c.paint).sideCover &&
  outline.some((p) => p.role === 'side');

/** Colours that a gradient has. */
const stopsIn = (cover: Cover | null): number => (cover && 'stops' in cover ? cover.stops.length : 0);

/** The pieces of a solid as one: what lies behind others never shows through them. */
function asSolid({ opacity, blend }: Coat, nodes: readonly SceneNode[]): readonly SceneNode[] {
  const knockout = seesThrough(nodes);
  if (opacity >= 1 && blend === 'normal' && !knockout) return nodes;
  return [groupNode(nodes, { opacity, blend, isolated: true, ...(knockout ? { knockout } : {}) })];
}

/** What coats are painted with beside the part itself. */
export interface PaintedWith extends Omit<PaintContext, 'bounds'> {
  /** What casts onto the part. */
  readonly castings: Castings;
  /** For each coat, where the parts stand that its steps name. */
  readonly centres: readonly Centres[];
}

/** What a part's coats paint on its outline, and what each of them comes to. */
export function coat(part: Part, outline: Outline, context: PaintedWith): Coated {
  const coats = new Map<string, CoatResult>();
  const faults: Omit<CardFault, 'part'>[] = [];
  const grouped = isGroup(part.source);
  let outlined = 0;
  const layers = part.coats.map((c, i) => {
    const made = attempted(c.id, faults, nothingMade, () => {
      const own = stepped(startOf(c, outline, grouped), c.steps, context.centres[i] ?? []);
      const faces = ofFaces(own.outline, c.faces);
      affordPart(outlined + segmentsOf(faces));
      outlined += segmentsOf(faces);
      return faces === own.outline ? own : { ...own, outline: faces };
    });
    const bounds = outlineBounds(made.outline);
    coats.set(c.id, { stages: made.stages, bounds });
    faults.push(...made.faults);
    /** What the coat makes of one piece by itself. */
    const of = (piece: Piece): Outline =>
      ofFaces(
        stepped(startOf(c, byItself(piece), grouped), c.steps, context.centres[i] ?? []).outline,
        c.faces,
      );
    return { c, pieces: made.outline, bounds, of };
  });
  let weight = 0;
  const paintLayer = (layer: (typeof layers)[number], pieces: Outline): readonly SceneNode[] =>
    attempted<readonly SceneNode[]>(layer.c.id, faults, [], () => {
      const nodes = paintPieces(layer, pieces);
      weight += weightOf(nodes);
      affordPart(weight);
      return nodes;
    });
  const paintPieces = (layer: (typeof layers)[number], pieces: Outline): readonly SceneNode[] => {
    const { c, bounds } = layer;
    if (!c.on || c.opacity <= 0 || !bounds) return [];
    if (!pieces.some((p) => p.role === 'side')) return eachPiece(layer, pieces);
    return asSolid(c, eachPiece({ ...layer, c: { ...c, opacity: 1, blend: 'normal' } }, pieces));
  };
  const eachPiece = ({ c, bounds }: (typeof layers)[number], pieces: Outline): SceneNode[] => {
    if (!bounds) return [];
    // Two sides, and as much again for joins.
    if (c.kind === 'stroke') affordPart(4 * segmentsOf(pieces));
    const definition = paintOf(c.paint);
    const each = grouped && c.covers === 'each';
    const coverFor = (over: Bounds, covering: Outline) =>
      definition.cover(c.paint, {
        ...context,
        bounds: over,
        covered: () => coveredBy(c, covering, over),
      });
    const whole = each ? null : coverFor(bounds, pieces);
    // Counted as it is made: a side may come to many strips, and to many colours.
    let cost = 0;
    return pieces.flatMap((piece) => {
      const own = each ? pathBounds(piece.path) : bounds;
      const cover =
        own && coverOf(c, piece, each ? coverFor(own, byItself(piece)) : whole, { ...context, bounds: own });
      const nodes = cover ? painted(c, piece, cover) : [];
      cost += piece.role ? weightOf(nodes) + stopsIn(cover) : 0;
      affordPart(cost);
      return nodes;
    });
  };
  for (const { c, bounds, pieces } of layers) {
    const fault = attempted(c.id, faults, null, () => {
      if (!c.on || !bounds) return null;
      const covered = () => coveredBy(c, pieces, bounds);
      return paintOf(c.paint).fault?.(c.paint, { ...context, bounds, covered });
    });
    if (fault) faults.push({ card: c.id, message: fault, note: true });
    if (paintsAlike(c, outline)) faults.push({ card: c.id, message: alikeWords, note: true });
  }
  // Each coat on its own, unless pieces fade one by one, or are finished so, and every coat has to go with them.
  const finishedApart = !grouped && finishesApart(part.finishes);
  const pieces = finishedApart ? singles(outline) : outline;
  const aligned = layers.every((l) => l.pieces.length === pieces.length);
  if (finishedApart || (fades(outline) && aligned)) {
    const members = pieces.map((p, i) =>
      faded(
        p,
        layers.flatMap((l) => paintLayer(l, aligned ? [l.pieces[i]] : l.of(p))),
      ),
    );
    return { nodes: members.flat(), members, behind: [], coats, faults };
  }
  const nodesOf = (behind: boolean) =>
    layers
      .filter(({ c }) => (grouped && c.behind) === behind)
      .flatMap((l) =>
        fades(l.pieces) ? l.pieces.flatMap((p) => faded(p, paintLayer(l, [p]))) : paintLayer(l, l.pieces),
      );
  return { nodes: nodesOf(false), members: null, behind: nodesOf(true), coats, faults };
}
