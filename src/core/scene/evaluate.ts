import { combine } from '../arrange/combine';
import { type Coat, coatArea, paintToScene } from '../coat';
import { parseHex } from '../colour/colour';
import type { HandleContext } from '../document/handles';
import { type Card, type Design, holdsParts, type Part } from '../document/types';
import { finishes } from '../finish';
import { identity, type Matrix, placeMatrix } from '../geometry/matrix';
import { type Bounds, emptyPath, joinBounds, type Path, pathBounds, transformPath } from '../geometry/path';
import { primitives } from '../source';
import { type Outline, StepFault, steps } from '../step';
import type { GroupNode, Scene, SceneNode } from './types';

/** Why a card could not do its work. */
export interface CardFault {
  readonly part: string;
  readonly card: string;
  readonly message: string;
}

/** What a part comes to, in its own coordinates. */
export interface PartResult {
  /** The outline after all steps. */
  readonly outline: Outline;
  /** The outline of the source, then after each step; null where there is nothing. */
  readonly stages: readonly (HandleContext | null)[];
  readonly nodes: readonly SceneNode[];
  /** The whole part in its parent's coordinates. */
  readonly node: GroupNode;
  readonly faults: readonly CardFault[];
}

interface Memo {
  readonly children: readonly PartResult[];
  readonly result: PartResult;
}

const memo = new WeakMap<Part, Memo>();
/** Geometry outlives changes of paint: it is remembered by source, steps and children. */
const outlines = new WeakMap<
  Part['source'],
  { steps: readonly Card[]; children: readonly PartResult[]; made: Made }
>();
/** A part that only moves keeps its nodes: they are remembered by coats, finishes and geometry. */
const looks = new WeakMap<
  Part['coats'],
  { finishes: Part['finishes']; made: Made; nodes: readonly SceneNode[] }
>();
const areas = new WeakMap<Path, { key: string; area: Path }[]>();

interface Made {
  readonly outline: Outline;
  readonly stages: readonly (HandleContext | null)[];
  readonly faults: readonly Omit<CardFault, 'part'>[];
}

export const outlineBounds = (outline: Outline): Bounds | null =>
  outline.map(pathBounds).reduce(joinBounds, null);

const stageOf = (outline: Outline): HandleContext | null => {
  const bounds = outlineBounds(outline);
  return bounds && { bounds, outline };
};

/** One path for all pieces of an outline. */
export function joinOutline(outline: Outline): Path {
  if (outline.length === 1) return outline[0];
  if (outline.length === 0) return emptyPath;
  if (outline.every((p) => p.fillRule === 'nonzero'))
    return { contours: outline.flatMap((p) => p.contours), fillRule: 'nonzero' };
  return combine('union', outline);
}

/** Whether a group is clipped by its topmost part, which must be shown and leave something to clip. */
const clips = (part: Part, childParts: readonly Part[]): boolean =>
  part.source.kind === 'group' &&
  part.source.clip === true &&
  childParts.length > 1 &&
  childParts[childParts.length - 1].id === part.children[part.children.length - 1];

/** What a group's children paint, clipped where the group says so. */
function memberNodes(
  part: Part,
  children: readonly PartResult[],
  childParts: readonly Part[],
): readonly SceneNode[] {
  const nodes = children.map((c) => c.node);
  if (!clips(part, childParts)) return nodes;
  const m = placeMatrix(childParts[childParts.length - 1].place);
  const clip = joinOutline(children[children.length - 1].outline.map((p) => transformPath(p, m)));
  return [
    {
      type: 'group',
      children: nodes.slice(0, -1),
      matrix: identity,
      opacity: 1,
      blend: 'normal',
      isolated: false,
      clip,
    },
  ];
}

function sourceOutline(part: Part, children: readonly PartResult[], childParts: readonly Part[]): Outline {
  const { source } = part;
  if (!holdsParts(source)) {
    const { kind, ...params } = source;
    const path = primitives[kind].outline(params);
    return [withOrigins(path, part.id)];
  }
  const placed = children.map((c, i) => {
    const m = placeMatrix(childParts[i].place);
    return c.outline.map((p) => transformPath(p, m));
  });
  if (source.kind === 'group') return clips(part, childParts) ? placed[placed.length - 1] : placed.flat();
  if (!placed.length) return [];
  return [combine(source.operation, placed.map(joinOutline))];
}

/** Says on every edge that it comes from this part, so that combinations can tell. */
function withOrigins(path: Path, part: string): Path {
  return {
    ...path,
    contours: path.contours.map((c, contour) => ({
      ...c,
      origins: Array.from({ length: Math.max(0, (c.xy.length - 2) / 6) }, (_, segment) => ({
        part,
        contour,
        segment,
        t0: 0,
        t1: 1,
      })),
    })),
  };
}

function isSound(outline: Outline): boolean {
  return outline.every((p) => p.contours.every((c) => c.xy.every(Number.isFinite)));
}

function make(part: Part, children: readonly PartResult[], childParts: readonly Part[]): Made {
  const known = outlines.get(part.source);
  if (known && known.steps === part.steps && sameList(known.children, children)) return known.made;
  let outline = sourceOutline(part, children, childParts);
  const stages = [stageOf(outline)];
  const faults: Omit<CardFault, 'part'>[] = [];
  for (const card of part.steps) {
    if (card.on) {
      try {
        const at = stages[stages.length - 1];
        const next = at ? steps[card.kind].apply(outline, card.params, at) : outline;
        if (!isSound(next)) throw new StepFault('These numbers are too large to draw.');
        outline = next;
      } catch (e) {
        // A fault in words stays on its card; anything else is a defect and must be seen.
        if (!(e instanceof StepFault)) throw e;
        faults.push({ card: card.id, message: e.message });
      }
    }
    stages.push(stageOf(outline));
  }
  const made = { outline, stages, faults };
  outlines.set(part.source, { steps: part.steps, children, made });
  return made;
}

const sameList = <T>(a: readonly T[], b: readonly T[]) =>
  a.length === b.length && a.every((v, i) => v === b[i]);

function areaOf(coat: Coat, path: Path): Path {
  if (coat.kind === 'fill') return path;
  const { width, align, cap, join, miterLimit, dashes, dashOffset } = coat;
  const key = JSON.stringify([width, align, cap, join, miterLimit, dashes, dashOffset]);
  const list = areas.get(path) ?? [];
  const known = list.find((a) => a.key === key);
  if (known) return known.area;
  const area = coatArea(coat, path);
  areas.set(path, [{ key, area }, ...list.slice(0, 7)]);
  return area;
}

function coatNodes(part: Part, outline: Outline): SceneNode[] {
  const bounds = outlineBounds(outline);
  if (!bounds) return [];
  return part.coats
    .filter((c) => c.on && c.opacity > 0)
    .flatMap((coat) => {
      const paint = paintToScene(coat.paint, bounds);
      return outline
        .map((path) => areaOf(coat, path))
        .filter((path) => path.contours.length)
        .map((path): SceneNode => ({ type: 'shape', path, paint, opacity: coat.opacity, blend: coat.blend }));
    });
}

function finishNodes(part: Part, outline: Outline, nodes: readonly SceneNode[]): readonly SceneNode[] {
  let at = nodes;
  for (const card of part.finishes) {
    if (!card.on) continue;
    const painted = {
      nodes: at,
      silhouette: () => {
        const strokes = part.coats
          .filter((c) => c.on && c.kind === 'stroke')
          .flatMap((c) => outline.map((p) => areaOf(c, p)));
        return combine('union', [...outline, ...strokes]);
      },
    };
    at = finishes[card.kind].apply(painted, card.params);
  }
  return at;
}

/** Where a step's copies stand; null for one that does not only copy, or is at fault. */
function copiesOf(card: Card, context: HandleContext): Matrix[] | null {
  try {
    return steps[card.kind].copies?.(card.params, context) ?? null;
  } catch (e) {
    if (!(e instanceof StepFault)) throw e;
    return null;
  }
}

/** Copies of a group's nodes for each step that only copies. */
function repeatNodes(part: Part, { stages }: Made, nodes: readonly SceneNode[]): readonly SceneNode[] {
  let at = nodes;
  for (const [i, card] of part.steps.entries()) {
    const context = stages[i];
    const copies = card.on && context ? copiesOf(card, context) : null;
    if (!copies) continue;
    at = copies.map(
      (matrix): GroupNode => ({
        type: 'group',
        children: at,
        matrix,
        opacity: 1,
        blend: 'normal',
        isolated: false,
      }),
    );
  }
  return at;
}

function look(
  part: Part,
  made: Made,
  children: readonly PartResult[],
  childParts: readonly Part[],
): readonly SceneNode[] {
  const known = looks.get(part.coats);
  if (known && known.finishes === part.finishes && known.made === made) return known.nodes;
  const painted =
    part.source.kind === 'group'
      ? repeatNodes(part, made, memberNodes(part, children, childParts))
      : coatNodes(part, made.outline);
  const nodes = finishNodes(part, made.outline, painted);
  looks.set(part.coats, { finishes: part.finishes, made, nodes });
  return nodes;
}

/** A child of a group that has steps which change outlines takes them on after its own. */
const inherited = new WeakMap<readonly Card[], WeakMap<Part, Part>>();

function withSteps(part: Part, cards: readonly Card[]): Part {
  let known = inherited.get(cards);
  if (!known) {
    known = new WeakMap();
    inherited.set(cards, known);
  }
  let made = known.get(part);
  if (!made) {
    made = { ...part, steps: [...part.steps, ...cards], source: { ...part.source } };
    known.set(part, made);
  }
  return made;
}

const shaping = new WeakMap<readonly Card[], readonly Card[]>();

function shapingSteps(cards: readonly Card[]): readonly Card[] {
  let made = shaping.get(cards);
  if (!made) {
    made = cards.filter((c) => c.on && !steps[c.kind].copies);
    shaping.set(cards, made);
  }
  return made;
}

/** What a part comes to; remembered as long as it and what is inside it stay the same objects. */
export function evaluatePart(design: Design, part: Part): PartResult {
  const passedOn = part.source.kind === 'group' ? shapingSteps(part.steps) : [];
  const childParts = part.children
    .map((id) => design.parts[id])
    .filter((p) => p && !p.hidden)
    .map((p) => (passedOn.length ? withSteps(p, passedOn) : p));
  const children = childParts.map((p) => evaluatePart(design, p));
  const known = memo.get(part);
  if (known && sameList(known.children, children)) return known.result;

  const made = make(part, children, childParts);
  const nodes = look(part, made, children, childParts);
  const matrix: Matrix = placeMatrix(part.place);
  const result: PartResult = {
    outline: made.outline,
    stages: made.stages,
    nodes,
    node: {
      type: 'group',
      children: nodes,
      matrix,
      opacity: part.opacity,
      blend: part.blend,
      isolated: part.blend !== 'normal' || part.opacity < 1,
      part: part.id,
    },
    faults: [...made.faults.map((f) => ({ ...f, part: part.id })), ...children.flatMap((c) => c.faults)],
  };
  memo.set(part, { children, result });
  return result;
}

/** A sheet worked out, with what each part came to. */
export interface Evaluated {
  readonly scene: Scene;
  readonly faults: readonly CardFault[];
}

/**
 * The scene of one sheet of a design. Pure; what did not change since an earlier call with the
 * same objects is not computed again and is the same object.
 * @throws RangeError where the design has no such sheet.
 */
export function evaluateSheet(design: Design, sheetId: string): Evaluated {
  const sheet = design.sheets.find((s) => s.id === sheetId);
  if (!sheet) throw new RangeError(`The design has no sheet “${sheetId}”.`);
  const results = sheet.parts
    .map((id) => design.parts[id])
    .filter((p) => p && !p.hidden)
    .map((p) => evaluatePart(design, p));
  return {
    scene: {
      width: sheet.width,
      height: sheet.height,
      ground: sheet.ground ? parseHex(sheet.ground) : null,
      nodes: results.map((r) => r.node),
    },
    faults: results.flatMap((r) => r.faults),
  };
}

/** The scene of one sheet of a design, ready to be drawn at any size. */
export const evaluate = (design: Design, sheetId: string): Scene => evaluateSheet(design, sheetId).scene;
