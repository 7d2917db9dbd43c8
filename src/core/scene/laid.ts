import { parseHex } from '../colour/colour';
import { drawingNodes } from '../construction/drawing-nodes';
import { isPainted } from '../document/painted';
import { referencesOf } from '../document/part-references';
import type { Part, Sheet } from '../document/types';
import { budget, spend, WorkFault } from '../geometry/budget';
import { isPrimitive, paramsOf, primitives } from '../source';
import { layered } from './below';
import type { EvaluationContext } from './context';
import type { CardFault, PartResult } from './result';
import type { Scene, SceneNode } from './types';
import { weightOf } from './weight';

/** A sheet worked out, with what each part came to. */
export interface Evaluated {
  readonly scene: Scene;
  readonly faults: readonly CardFault[];
}

/** How much of a reference shows. */
const dimness = 0.4;
const dimmed = new WeakMap<PartResult['node'], PartResult['node']>();

/** The node of a reference as it is shown; the same one every time. */
function dim(node: PartResult['node']): PartResult['node'] {
  const made = dimmed.get(node) ?? { ...node, opacity: node.opacity * dimness, isolated: true };
  dimmed.set(node, made);
  return made;
}

/** Parts worked out one after another until the sheet has as much as it may; what is beyond is left out and says so. */
function affordable(context: EvaluationContext, parts: readonly Part[]) {
  const layers: { part: Part; node: PartResult['node'] }[] = [];
  const faults: CardFault[] = [];
  const limit = budget().sheet;
  let weight = 0;
  for (const part of parts) {
    try {
      spend(weight, limit, 'Not drawn: what lies below has', 'segments; a sheet may have');
      const result = context.evaluate(part);
      faults.push(...result.faults);
      weight += weightOf(result.nodes);
      spend(weight, limit, 'Not drawn: with it the sheet would have', 'segments; it may have');
      layers.push({ part, node: part.reference ? dim(result.node) : result.node });
    } catch (e) {
      if (!(e instanceof WorkFault)) throw e;
      faults.push({ part: part.id, card: 'source', message: e.message });
    }
  }
  return { layers, faults };
}

/** What a sheet comes to; with `references`, those are in it as well, dim. */
export function sheetIn(context: EvaluationContext, sheet: Sheet, references = false): Evaluated {
  const parts = sheet.parts
    .map((id) => context.parts[id])
    .filter((p) => p && (isPainted(p) || (references && p.reference && !p.hidden)));
  const { layers, faults } = affordable(context, parts);
  const drawn = sheet.drawing ? drawingNodes(context, sheet, sheet.drawing) : [];
  return {
    scene: {
      width: sheet.width,
      height: sheet.height,
      ground: sheet.ground ? parseHex(sheet.ground) : null,
      nodes: drawn.length ? [...drawn, ...layered(layers)] : layered(layers),
    },
    faults,
  };
}

/** Id of the sheet that a part lays; an empty text where it lays none. */
const sheetLaidBy = ({ source }: Part): string =>
  isPrimitive(source) ? (primitives[source.kind].lays?.(paramsOf(source)) ?? '') : '';

/** Whether a part lays another sheet. */
export const laysSheet = (part: Part): boolean => sheetLaidBy(part) !== '';

/** What sheets show, however far off, by their ids; as long as the context is the same. */
const reaches = new WeakMap<EvaluationContext, Map<string, ReadonlySet<string>>>();

/** Ids of all parts that go into what a sheet shows: what lies on it, what these name, and what is on sheets laid there. */
function partsBehind(context: EvaluationContext, sheetId: string): ReadonlySet<string> {
  const of = reaches.get(context) ?? new Map<string, ReadonlySet<string>>();
  reaches.set(context, of);
  const known = of.get(sheetId);
  if (known) return known;
  const found = new Set<string>();
  const sheets = new Set<string>();
  const waiting: string[] = [];
  const enter = (id: string) => {
    const sheet = sheets.has(id) ? undefined : context.sheets.find((s) => s.id === id);
    sheets.add(id);
    if (sheet) waiting.push(...sheet.parts);
    if (sheet?.drawing) enter(sheet.drawing.of);
  };
  enter(sheetId);
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    const part = context.parts[id];
    if (!part || found.has(id)) continue;
    found.add(id);
    waiting.push(...part.children, ...referencesOf(part).map((r) => r.id));
    enter(sheetLaidBy(part));
  }
  of.set(sheetId, found);
  return found;
}

const same = (a: readonly SceneNode[], b: readonly SceneNode[]): boolean =>
  a.length === b.length && a.every((n, i) => n === b[i]);

const known = new WeakMap<Sheet, Scene>();

/** What sheets come to in a context, by their ids. */
const laidIn = new WeakMap<EvaluationContext, Map<string, Scene>>();

/**
 * What the sheet comes to that a part lays: the same object as long as that shows the same. Null where there is no such sheet,
 * or where it would show the very part.
 */
export function laidBy(context: EvaluationContext, part: Part): Scene | null {
  const id = sheetLaidBy(part);
  if (!id) return null;
  const stood = context.standIn?.(id);
  if (stood) return stood;
  const sheet = context.sheets.find((s) => s.id === id);
  if (!sheet || partsBehind(context, id).has(part.id)) return null;
  const here = laidIn.get(context) ?? new Map<string, Scene>();
  laidIn.set(context, here);
  const found = here.get(id);
  if (found) return found;
  const { scene } = sheetIn(context, sheet);
  const before = known.get(sheet);
  const made = before && same(before.nodes, scene.nodes) ? before : scene;
  known.set(sheet, made);
  here.set(id, made);
  return made;
}
