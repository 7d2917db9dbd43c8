import { sql, type Transaction } from 'kysely';
import { type Design, type Part, PatchError, type PatchOperation, pointerKeys, type Sheet } from '@/core';
import type { StoredHead, Tables } from './database';

/**
 * Designs are kept in pieces, so that a change costs what it touches: the head, the list of parts of each sheet, and
 * the parts one by one. A design of which only some pieces are at hand has no other parts, and `absent` for the lists.
 */
export const absent: readonly string[] = Object.freeze([]);

/** The pieces that a patch needs. */
export interface Wanted {
  readonly parts: 'all' | ReadonlySet<string>;
  /** Places of sheets whose lists are needed. */
  readonly orders: 'all' | ReadonlySet<number>;
}

/** @throws PatchError where a pointer is none. */
export function wantedBy(patch: readonly PatchOperation[]): Wanted {
  const parts = new Set<string>();
  const orders = new Set<number>();
  let [allParts, allOrders] = [false, false];
  for (const o of patch)
    for (const pointer of 'from' in o ? [o.path, o.from] : [o.path]) {
      const [first, second, third] = pointerKeys(pointer);
      if (first === undefined) [allParts, allOrders] = [true, true];
      else if (first === 'parts' && second === undefined) allParts = true;
      else if (first === 'parts') parts.add(second);
      else if (first === 'sheets' && third === undefined) allOrders = true;
      else if (first === 'sheets' && third === 'parts') orders.add(Number(second));
    }
  return { parts: allParts ? 'all' : parts, orders: allOrders ? 'all' : orders };
}

type Tx = Transaction<Tables>;

/** The lists of some sheets, or of all, by the sheets’ ids. */
export async function loadOrders(
  tx: Tx,
  design: string,
  sheets: readonly string[] | 'all',
): Promise<Map<string, readonly string[]>> {
  if (sheets !== 'all' && !sheets.length) return new Map();
  let query = tx.selectFrom('design_orders').select(['sheet_id', 'parts']).where('design_id', '=', design);
  if (sheets !== 'all') query = query.where('sheet_id', 'in', [...sheets]);
  return new Map((await query.execute()).map((o) => [o.sheet_id, o.parts]));
}

async function loadParts(tx: Tx, design: string, ids: Wanted['parts']): Promise<Record<string, Part>> {
  if (ids !== 'all' && !ids.size) return {};
  let query = tx.selectFrom('design_parts').select(['id', 'body']).where('design_id', '=', design);
  if (ids !== 'all') query = query.where('id', '=', sql<string>`any(${[...ids]})`);
  return Object.fromEntries((await query.execute()).map((p) => [p.id, p.body]));
}

/** Those pieces of a design that are wanted. @throws PatchError where a list is wanted of a sheet that is not there. */
export async function loadPieces(tx: Tx, design: string, head: StoredHead, wanted: Wanted): Promise<Design> {
  const { orders } = wanted;
  const sheetIds =
    orders === 'all'
      ? orders
      : [...orders].map((i) => {
          const sheet = head.sheets[i];
          if (!sheet) throw new PatchError(`There is no sheet ${i}.`);
          return sheet.id;
        });
  const lists = await loadOrders(tx, design, sheetIds);
  const sheets = head.sheets.map((s) => ({ ...s, parts: lists.get(s.id) ?? absent }) as Sheet);
  return { ...head, sheets, parts: await loadParts(tx, design, wanted.parts) };
}

/** A design's head as it is kept. */
export function headOf({ parts: _, ...rest }: Design): StoredHead {
  return { ...rest, sheets: rest.sheets.map(({ parts, ...sheet }) => sheet) };
}

/** Ids of parts that differ between two sets of pieces. */
export function touchedParts(before: Design, after: Design): { changed: string[]; gone: string[] } {
  const changed = Object.keys(after.parts).filter((id) => after.parts[id] !== before.parts[id]);
  const gone = Object.keys(before.parts).filter((id) => !Object.hasOwn(after.parts, id));
  return { changed, gone };
}

/** Whether a head differs between two sets of pieces; sheets are compared one by one, their lists aside. */
export function headChanged(before: Design, after: Design): boolean {
  const keys = new Set([...Object.keys(before), ...Object.keys(after)] as (keyof Design)[]);
  keys.delete('parts');
  keys.delete('sheets');
  if ([...keys].some((k) => before[k] !== after[k]) || before.sheets.length !== after.sheets.length)
    return true;
  return after.sheets.some((s, i) => {
    const was = before.sheets[i];
    if (s === was) return false;
    const names = new Set([...Object.keys(s), ...Object.keys(was)] as (keyof Sheet)[]);
    names.delete('parts');
    return [...names].some((k) => s[k] !== was[k]);
  });
}

/** Sheets whose lists are at hand and differ. */
export function touchedOrders(before: Design, after: Design): Sheet[] {
  const was = new Map(before.sheets.map((s) => [s.id, s.parts]));
  return after.sheets.filter((s) => s.parts !== absent && s.parts !== was.get(s.id));
}

/** Puts parts into a design, in place of those of the same ids. */
export async function putParts(tx: Tx, design: string, parts: Readonly<Record<string, Part>>): Promise<void> {
  await sql`
    insert into design_parts (design_id, id, body)
    select ${design}::uuid, key, value from jsonb_each(${JSON.stringify(parts)}::jsonb)
    on conflict (design_id, id) do update set body = excluded.body`.execute(tx);
}

/** Puts the lists of sheets into a design. */
export async function putOrders(tx: Tx, design: string, sheets: readonly Sheet[]): Promise<void> {
  for (const { id, parts } of sheets)
    await tx
      .insertInto('design_orders')
      .values({ design_id: design, sheet_id: id, parts: JSON.stringify(parts) })
      .onConflict((c) =>
        c.columns(['design_id', 'sheet_id']).doUpdateSet((e) => ({ parts: e.ref('excluded.parts') })),
      )
      .execute();
}

/** Stores what differs between two sets of pieces. */
export async function savePieces(tx: Tx, design: string, before: Design, after: Design): Promise<void> {
  const { changed, gone } = touchedParts(before, after);
  if (changed.length)
    await putParts(tx, design, Object.fromEntries(changed.map((id) => [id, after.parts[id]])));
  if (gone.length)
    await tx
      .deleteFrom('design_parts')
      .where('design_id', '=', design)
      .where('id', '=', sql<string>`any(${gone})`)
      .execute();
  await putOrders(tx, design, touchedOrders(before, after));
  const left = new Set(after.sheets.map((s) => s.id));
  const goneSheets = before.sheets.map((s) => s.id).filter((id) => !left.has(id));
  if (goneSheets.length)
    await tx
      .deleteFrom('design_orders')
      .where('design_id', '=', design)
      .where('sheet_id', 'in', goneSheets)
      .execute();
}
