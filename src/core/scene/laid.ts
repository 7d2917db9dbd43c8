import { sameItems } from '../cache/same-items';
import { referencesOf } from '../document/part-references';
import type { Part, Sheet } from '../document/types';
import type { EvaluationContext } from './context';
import { sheetLaidBy } from './resting';
import { sheetIn } from './sheet-nodes';
import type { Scene } from './types';

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
  const made = before && sameItems(before.nodes, scene.nodes) ? before : scene;
  known.set(sheet, made);
  here.set(id, made);
  return made;
}
