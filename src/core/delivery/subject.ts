import { parseHex } from '../colour/colour';
import type { Card } from '../document/card';
import { parentOf } from '../document/parent';
import { clipText } from '../document/text';
import type { Design } from '../document/types';
import { frameOf } from '../edit/tree';
import { translation } from '../geometry/matrix';
import { type Bounds, growBounds } from '../geometry/path';
import { proofSheet } from '../proof/proof-sheet';
import { usualWall } from '../proof/wall';
import { nodesBounds } from '../scene/damage';
import { evaluatePart } from '../scene/evaluate';
import { groupNode } from '../scene/group-node';
import { applyLockUps } from '../scene/lock-up-rules';
import { evaluate } from '../scene/sheet';
import type { Scene } from '../scene/types';
import { rowParams } from './row-fields';

/** Thrown where a row shows what is not there, in words. */
export class RowFault extends Error {}

/** Parts of an address in the order they are painted: as they stand in the design. */
function inOrder(design: Design, ids: readonly string[]): string[] {
  const wanted = new Set(ids);
  const found: string[] = [];
  const walk = (list: readonly string[]) => {
    for (const id of list)
      if (wanted.has(id)) found.push(id);
      else walk(design.parts[id]?.children ?? []);
  };
  for (const sheet of design.sheets) walk(sheet.parts);
  return found;
}

/** Parts by themselves, as large as what they paint. */
function partsAlone(given: Design, ids: readonly string[]): Scene {
  const design = applyLockUps(given);
  const gone = ids.some((id) => !design.parts[id]);
  if (gone)
    throw new RowFault(
      ids.length > 1 ? 'Not all of its parts are there any more.' : 'Its part is not there any more.',
    );
  const nodes = inOrder(design, ids).map((id) =>
    groupNode([evaluatePart(design, design.parts[id]).node], {
      matrix: frameOf(design, parentOf(design, id)),
    }),
  );
  const b = nodesBounds(nodes);
  if (!b || !(b.x1 > b.x0) || !(b.y1 > b.y0)) throw new RowFault('Its parts paint nothing.');
  return shown({ width: b.x1, height: b.y1, ground: null, nodes }, b);
}

/** What of a scene lies within bounds, as a scene of that size. */
const shown = (scene: Scene, { x0, y0, x1, y1 }: Bounds): Scene => ({
  ...scene,
  width: x1 - x0,
  height: y1 - y0,
  nodes: x0 || y0 ? [groupNode(scene.nodes, { matrix: translation(-x0, -y0) })] : scene.nodes,
});

/** A sheet by its id, or the first one. @throws RowFault where it is gone. */
function sheetOf(design: Design, id: string) {
  const sheet = id ? design.sheets.find((s) => s.id === id) : design.sheets[0];
  if (!sheet) throw new RowFault('Its sheet is not there any more.');
  return sheet;
}

/** The proofs of a sheet as a sheet; what is held against other designs or earlier states is left out. */
function proofsOf(design: Design, id: string): Scene {
  const sheet = sheetOf(design, id);
  const others = (address: string): Scene | null => {
    const [kind, of] = address.split(':');
    return kind === 'sheet' && design.sheets.some((s) => s.id === of) ? evaluate(design, of) : null;
  };
  const title = [design.name, ...(design.sheets.length > 1 ? [sheet.name] : [])].join(' · ');
  return proofSheet(evaluate(design, sheet.id), (design.wall ?? usualWall).proofs, title, others);
}

/** What the address of a row shows: its kind, and what it names. */
export function addressed(of: string): readonly [kind: string, ids: readonly string[]] {
  const at = of.indexOf(':');
  return at < 0 ? ['sheet', ['']] : [of.slice(0, at), of.slice(at + 1).split(',')];
}

const subjects: Readonly<Record<string, (design: Design, ids: readonly string[]) => Scene>> = {
  sheet: (design, [id]) => evaluate(design, sheetOf(design, id).id),
  proofs: (design, [id]) => proofsOf(design, id),
  // Where only one can be shown, the first stands for all.
  sheets: (design, [id]) => evaluate(design, sheetOf(design, id).id),
  parts: partsAlone,
};

/** What a row shows, as a scene on its ground; of its bleed nothing yet. @throws RowFault where that is not there. */
export function subjectScene(design: Design, row: Card): Scene {
  const { of, ground, colour } = rowParams(row);
  const [kind, ids] = addressed(of);
  const scene = subjects[kind](design, ids);
  if (ground === 'own') return scene;
  return { ...scene, ground: ground === 'none' ? null : parseHex(colour) };
}

/** What a row shows, page by page: several sheets a page each, anything else one. @throws RowFault where any is gone. */
export function subjectPages(design: Design, row: Card): readonly Scene[] {
  const [kind, ids] = addressed(rowParams(row).of);
  if (kind !== 'sheets') return [subjectScene(design, row)];
  return ids.map((id) =>
    subjectScene(design, { ...row, params: { ...row.params, of: `sheet:${sheetOf(design, id).id}` } }),
  );
}

/** A scene and what lies about it within its bleed. */
export const withBleed = (scene: Scene, bleed: number): Scene =>
  bleed ? shown(scene, growBounds({ x0: 0, y0: 0, x1: scene.width, y1: scene.height }, bleed)) : scene;

/** A scene in the middle of a square as wide as its longer side. */
export function squareScene(scene: Scene): Scene {
  const { width: w, height: h } = scene;
  const side = Math.max(w, h);
  const [x0, y0] = [(w - side) / 2, (h - side) / 2];
  return shown(scene, { x0, y0, x1: x0 + side, y1: y0 + side });
}

/** What an address is called, for people and in names of files. */
export function subjectName(design: Design, of: string): string {
  const [kind, ids] = addressed(of);
  if (kind === 'parts')
    return (
      ids
        .map((id) => design.parts[id]?.name ?? '')
        .filter(Boolean)
        .join(' ') || 'parts'
    );
  if (kind === 'sheets')
    return clipText(
      design.sheets
        .filter((s) => ids.includes(s.id))
        .map((s) => s.name)
        .join(' ') || 'sheets',
      100,
    );
  const name = (ids[0] ? design.sheets.find((s) => s.id === ids[0]) : design.sheets[0])?.name ?? 'sheet';
  return kind === 'proofs' ? `${name} proofs` : name;
}
