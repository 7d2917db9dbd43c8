import type { PlaneMap } from '../bend/map';
import { isGradient, paintOf, widthHandles } from '../coat';
import type { Params } from '../document/fields';
import type { Handle } from '../document/handles';
import { remembered } from '../document/record';
import type { Design, Part } from '../document/types';
import { finishes } from '../finish';
import { finishGrips } from '../finish/grips';
import { segmentsIn } from '../geometry/count';
import { applyTo, identity, type Matrix, sameMatrix } from '../geometry/matrix';
import {
  type Bounds,
  boundsCorners,
  boundsPath,
  type Contour,
  joinBounds,
  transformPath,
} from '../geometry/path';
import { formatPath } from '../geometry/svg-path';
import type { Point } from '../geometry/vector';
import { outlineBounds } from '../outline/bounds';
import { evaluatePart, siblingsOfPart } from '../scene/evaluate';
import type { CardFault } from '../scene/result';
import { isPrimitive, primitives } from '../source';
import { steps } from '../step';
import { findCoat } from './coat-ref';
import { type FaceOnSheet, facesOnSheet } from './faces';
import type { CardRef } from './gesture';
import { stepAt } from './gesture/cards';
import { throughSteps } from './gesture/through-steps';
import { type LetteringOnSheet, letteringOnSheet } from './lettering';
import { clearSpacePath, type LockUpOnSheet, lockUpOnSheet } from './lock-up';
import { sheetBounds } from './pick';
import { anchorOf, anchorPlace } from './place';
import { pointsOnSheet, type SheetPoint, type SheetSegment } from './points/refs';
import { gradientsOf } from './shared-gradient';
import { ancestorsOf, worldOf } from './tree';

/** A grip in sheet units. */
export interface SheetHandle {
  readonly id: string;
  /** The part it belongs to, where several are chosen. */
  readonly part?: string;
  readonly card: CardRef;
  readonly x: number;
  readonly y: number;
  readonly from?: Point;
  /** A circle as SVG path text in sheet units. */
  readonly ring?: string;
  readonly colour?: string;
  readonly small?: boolean;
  /** Direction in which the grip stands off its place, so that it hides nothing. */
  readonly aside?: Point;
}

/** What the overlay and the fields need to know about the chosen parts. */
export interface Report {
  /** Outline of each chosen part, SVG path text in sheet units. */
  readonly outlines: readonly { readonly id: string; readonly d: string }[];
  /** The four corners of the box round what is chosen, clockwise from the top left. */
  readonly box: readonly Point[] | null;
  readonly bounds: Bounds | null;
  /** Width and height of a single part's outline in its own axes, its scale included. */
  readonly size: { readonly width: number; readonly height: number } | null;
  /** From a single part's own coordinates to the sheet's. */
  readonly world: Matrix | null;
  /** Where a single part's anchor stands, in its parent's coordinates. */
  readonly anchor: Point | null;
  readonly handles: readonly SheetHandle[];
  /** Lines that show how the chosen card lies, SVG path text in sheet units. */
  readonly paintLines: string;
  /** All faces of a single part made of them. */
  readonly faces: readonly FaceOnSheet[];
  /** Outlines of the construction lines that are shown, SVG path text in sheet units. */
  readonly construction: readonly string[];
  /** Numbers of its place that the chosen step tells. */
  readonly placed: Params | null;
  readonly faults: readonly CardFault[];
  /** The lettering of a single part that has some. */
  readonly lettering: LetteringOnSheet | null;
  /** What a single lock-up tells of itself. */
  readonly lockUp: LockUpOnSheet | null;
  /** Nodes and segments of the chosen drawn paths, while points are at work. */
  readonly points: readonly SheetPoint[];
  readonly segments: readonly SheetSegment[];
}

/** An ellipse about a middle, through the ends of its two axes, as a closed path. */
function ovalPath(c: Point, p: Point, q: Point, m: Matrix): string {
  const n = 48;
  const points = Array.from({ length: n }, (_, i) => {
    const [cos, sin] = [Math.cos((2 * Math.PI * i) / n), Math.sin((2 * Math.PI * i) / n)];
    const at = applyTo(m, {
      x: c.x + (p.x - c.x) * cos + (q.x - c.x) * sin,
      y: c.y + (p.y - c.y) * cos + (q.y - c.y) * sin,
    });
    return `${at.x.toFixed(2)} ${at.y.toFixed(2)}`;
  });
  return `M${points.join('L')}Z`;
}

function ringOf(h: Handle, m: Matrix): string | null {
  if (h.circle) {
    const { x, y, r } = h.circle;
    return ovalPath(h.circle, { x: x + r, y }, { x, y: y + r }, m);
  }
  return h.oval && h.from ? ovalPath(h.from, h.oval[0], h.oval[1], m) : null;
}

/** A direction of the part as one of the sheet, of length 1. */
function turned(d: Point, [a, b, c, e]: Matrix): Point {
  const [x, y] = [a * d.x + c * d.y, b * d.x + e * d.y];
  const l = Math.hypot(x, y) || 1;
  return { x: x / l, y: y / l };
}

function place(h: Handle, card: CardRef, m: Matrix): SheetHandle {
  const ring = ringOf(h, m);
  return {
    id: h.id,
    card,
    ...applyTo(m, h),
    ...(h.from ? { from: applyTo(m, h.from) } : {}),
    ...(h.small ? { small: true } : {}),
    ...(h.colour ? { colour: h.colour } : {}),
    ...(h.aside && (h.aside.x || h.aside.y) ? { aside: turned(h.aside, m) } : {}),
    ...(ring ? { ring } : {}),
  };
}

/** Grips of a coat's paint, and the lines that go with them. */
function paintOnSheet(
  design: Design,
  part: Part,
  card: CardRef & { id: string },
  grips: readonly string[],
): Pick<Report, 'handles' | 'paintLines'> {
  const found = findCoat(design, { id: part.id, coat: card.id });
  if (!found) return { handles: [], paintLines: '' };
  const { coat, bounds, stages } = found;
  const world = worldOf(design, part.id);
  const widths = coat.kind === 'stroke' ? widthHandles(coat, stages.at(-1)?.outline ?? []) : [];
  const { paint } = coat;
  const m = isGradient(paint) && paint.fixed ? identity : world;
  const lines = paintOf(paint).lines?.(paint, bounds);
  return {
    handles: [
      ...(paintOf(paint).handles?.(paint, bounds) ?? [])
        .filter((h) => !h.of || grips.includes(h.of))
        .map((h) => place(h, card, m)),
      ...widths.map((h) => place(h, card, world)),
    ],
    paintLines: lines ? formatPath(transformPath(lines, m)) : '',
  };
}

/** Grips of the gradient that several parts are laid by: the first one's, its stops only where all have as many. */
function sharedGrips(design: Design, ids: readonly string[], grips: readonly string[]): SheetHandle[] {
  const [lead, ...others] = gradientsOf(design, ids);
  if (!others.length) return [];
  const even = others.every((o) => o.stops === lead.stops);
  const isShared = (id: string) => !id.startsWith('width-') && (even || !/^(?:stop|mid)-/.test(id));
  const card = { list: 'coats', id: lead.coat } as const;
  return paintOnSheet(design, design.parts[lead.id], card, grips)
    .handles.filter((h) => isShared(h.id))
    .map((h) => ({ ...h, part: lead.id }));
}

/** A grip where the steps take it; circles and ovals, which they might bend, are left out. */
function carried({ circle: _, oval: __, ...h }: Handle, through: PlaneMap): Handle {
  const { from } = h;
  return { ...h, ...through.at(h.x, h.y), ...(from ? { from: through.at(from.x, from.y) } : {}) };
}

function handlesOf(design: Design, part: Part, card: CardRef, grips: readonly string[]): SheetHandle[] {
  const m = worldOf(design, part.id);
  if (card.list === 'source') {
    if (!isPrimitive(part.source)) return [];
    const { kind, ...params } = part.source;
    const handles = primitives[kind].handles?.(params, siblingsOfPart(design, part)) ?? [];
    const through = throughSteps(part, evaluatePart(design, part));
    return handles.map((h) => place(through ? carried(h, through) : h, card, m));
  }
  if (card.list === 'finishes') {
    const finish = part.finishes.find((c) => c.id === card.id);
    if (!finish) return [];
    const bounds = evaluatePart(design, part).finishBounds.get(card.id) ?? null;
    const { handles, ground } = finishGrips(finishes[finish.kind], finish.params, bounds);
    if (ground) return handles.filter((h) => !h.of || grips.includes(h.of)).map((h) => place(h, card, m));
    const at = applyTo(m, anchorOf(design, part));
    return handles.map((h) => place(h, card, [1, 0, 0, 1, at.x, at.y]));
  }
  const { step, context } = stepAt(design, part, card);
  return context && step
    ? (steps[step.kind].handles?.(step.params, context) ?? [])
        .filter((h) => !h.of || grips.includes(h.of))
        .map((h) => place(h, card, m))
    : [];
}

/** Lines that show how a step lies, SVG path text in sheet units. */
function stepLines(design: Design, part: Part, card: CardRef): string {
  const { step, context } = stepAt(design, part, card);
  const lines = step && context && steps[step.kind].lines?.(step.params, context);
  return lines ? formatPath(transformPath(lines, worldOf(design, part.id))) : '';
}

/** Lines that show how a finish lies, SVG path text in sheet units. */
function finishLines(design: Design, part: Part, id: string): string {
  const finish = part.finishes.find((c) => c.id === id);
  const ground = evaluatePart(design, part).finishBounds.get(id);
  const lines = finish && ground && finishes[finish.kind].paintLines?.(finish.params, ground);
  return lines ? formatPath(transformPath(lines, worldOf(design, part.id))) : '';
}

const cardLines = (design: Design, part: Part, card: CardRef): string => {
  if (card.list === 'finishes') return finishLines(design, part, card.id);
  return card.list === 'steps' ? stepLines(design, part, card) : '';
};

function placedBy(design: Design, part: Part, card: CardRef): Params | null {
  const { step, context } = stepAt(design, part, card);
  return (step && context && steps[step.kind].placed?.read(step.params, context)) ?? null;
}

function boxOf(design: Design, ids: readonly string[]): Pick<Report, 'box' | 'size'> {
  if (ids.length === 1) {
    const m = worldOf(design, ids[0]);
    const b = outlineBounds(evaluatePart(design, design.parts[ids[0]]).outline);
    if (!b) return { box: null, size: null };
    const { scaleX, scaleY } = design.parts[ids[0]].place;
    return {
      box: boundsCorners(b).map((p) => applyTo(m, p)),
      size: { width: (b.x1 - b.x0) * Math.abs(scaleX), height: (b.y1 - b.y0) * Math.abs(scaleY) },
    };
  }
  const b = ids.map((id) => sheetBounds(design, id)).reduce(joinBounds, null);
  if (!b) return { box: null, size: null };
  return {
    box: boundsCorners(b),
    size: { width: b.x1 - b.x0, height: b.y1 - b.y0 },
  };
}

const texts = new WeakMap<
  Contour['xy'],
  { readonly world: Matrix; readonly closed: boolean; readonly d: string }
>();

/** A contour on the sheet as SVG path text; remembered, for most contours of words that change stay as they are. */
function textOf(c: Contour, world: Matrix): string {
  const known = texts.get(c.xy);
  if (known?.closed === c.closed && sameMatrix(known.world, world)) return known.d;
  const d = formatPath(transformPath({ contours: [c], fillRule: 'nonzero' }, world));
  texts.set(c.xy, { world, closed: c.closed, d });
  return d;
}

/** Segments of an outline that are drawn over the sheet; one of more hides its part, and takes long to draw. */
const mostOutline = 12_000;

/** Outline of a part as SVG path text in sheet units; of one that has more than `most` segments, the box round it. */
export function outlineText(design: Design, id: string, most = mostOutline): string {
  const m = worldOf(design, id);
  const { outline } = evaluatePart(design, design.parts[id]);
  if (segmentsIn(outline.map((p) => p.path)) <= most)
    return outline.flatMap((p) => p.path.contours.map((c) => textOf(c, m))).join('');
  const b = outlineBounds(outline);
  return b ? formatPath(transformPath(boundsPath(b), m)) : '';
}

const constructions = new WeakMap<object, readonly string[]>();

const drawsLines = ({ construction, source }: Part): boolean =>
  construction === true || (source.kind === 'lock-up' && source.showClearSpace);

/** Ids of all parts that are construction lines, or draw some. */
const constructionIds = (parts: Design['parts']): readonly string[] =>
  remembered(
    constructions,
    parts,
    (all) =>
      Object.values(all)
        .filter(drawsLines)
        .map((p) => p.id),
    (a, b) => drawsLines(a) === drawsLines(b),
  );

/** Construction lines that are shown on a sheet: outlines of such parts, and the clear space of lock-ups. */
function constructionOf(design: Design, sheetId: string | null): string[] {
  const sheet = design.sheets.find((s) => s.id === sheetId);
  return constructionIds(design.parts)
    .filter((id) => {
      const chain = [id, ...ancestorsOf(design, id)];
      const shown = chain.every(
        (at, i) => !design.parts[at].hidden && (i === 0 || !design.parts[at].construction),
      );
      return shown && sheet?.parts.includes(chain[chain.length - 1]);
    })
    .map((id) => {
      const part = design.parts[id];
      return part.construction ? outlineText(design, id) : clearSpacePath(design, part);
    })
    .filter((d) => d !== '');
}

/**
 * What the overlay shows for the chosen parts and the chosen card of a single one; grips that go with
 * another are there while that is among `grips`.
 */
export function reportOf(
  design: Design,
  ids: readonly string[],
  card: CardRef | null,
  points = false,
  sheetId: string | null = null,
  grips: readonly string[] = [],
): Report {
  const chosen = ids.filter((id) => design.parts[id]);
  const outlines = chosen.map((id) => ({ id, d: outlineText(design, id) }));
  const one = chosen.length === 1 ? design.parts[chosen[0]] : null;
  return {
    outlines,
    ...boxOf(design, chosen),
    bounds: chosen.map((id) => sheetBounds(design, id)).reduce(joinBounds, null),
    world: one ? worldOf(design, one.id) : null,
    anchor: one ? anchorPlace(design, one) : null,
    ...(one && card?.list === 'coats'
      ? paintOnSheet(design, one, card, grips)
      : {
          handles: one && card ? handlesOf(design, one, card, grips) : sharedGrips(design, chosen, grips),
          paintLines: one && card ? cardLines(design, one, card) : '',
        }),
    faces: one && card?.list === 'source' ? facesOnSheet(design, one.id) : [],
    construction: constructionOf(design, sheetId),
    ...(points ? pointsOnSheet(design, chosen) : { points: [], segments: [] }),
    placed: one && card?.list === 'steps' && !card.coat ? placedBy(design, one, card) : null,
    lettering: one ? letteringOnSheet(design, one.id) : null,
    lockUp: one ? lockUpOnSheet(design, one) : null,
    faults: chosen.flatMap((id) => evaluatePart(design, design.parts[id]).faults),
  };
}
