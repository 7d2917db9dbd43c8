import { setImmediate as turn } from 'node:timers/promises';
import type { Transaction } from 'kysely';
import { sql } from 'kysely';
import {
  applyPatch,
  type ChangePage,
  type Design,
  diffJson,
  guarded,
  type Part,
  PatchError,
  type PatchOperation,
  Places,
  type SentChange,
  type StoredChange,
  type Taken,
} from '@/core';
import {
  type Branch,
  DesignError,
  type DesignFault,
  formulaFaults,
  ownMeasureFaults,
  readHead,
  readPart,
  refuseUnsound,
  type Tree,
  treeFaults,
} from '@/core/reading';
import { broughtUp } from './bring-up';
import type { Database, Tables } from './database';
import { getEntry } from './designs';
import { Conflict, NotFound } from './http/errors';
import {
  absent,
  headChanged,
  headOf,
  loadOrders,
  loadPieces,
  savePieces,
  touchedOrders,
  touchedParts,
  wantedBy,
} from './pieces';

/** Changes that one answer carries: a window that is further behind loads the design again. */
const behindLimit = 5000;

/** Length of one part, and of a whole design, as JSON. */
const partSize = 16_000_000;
const designSize = 200_000_000;

/** Milliseconds that checking goes on before others have their turn. */
const stretch = 8;

const stored = (r: {
  seq: number;
  change_id: string;
  client_id: string;
  role: StoredChange['role'];
  label: string;
  patch: PatchOperation[];
  inverse: PatchOperation[];
}): StoredChange => ({
  seq: r.seq,
  changeId: r.change_id,
  clientId: r.client_id,
  role: r.role,
  label: r.label,
  patch: r.patch,
  inverse: r.inverse,
});

async function changesAfter(
  db: Database,
  id: string,
  since: number,
  /** Of others than these all that came after another number as well. */
  others?: { readonly than: readonly string[]; readonly after: number },
): Promise<StoredChange[]> {
  const rows = await db
    .selectFrom('changes')
    .selectAll()
    .where('design_id', '=', id)
    .where((e) =>
      others
        ? e.or([
            e('seq', '>', since),
            e.and([e('seq', '>', others.after), e('client_id', 'not in', [...others.than])]),
          ])
        : e('seq', '>', since),
    )
    .orderBy('seq')
    .limit(behindLimit + 1)
    .execute();
  if (rows.length > behindLimit)
    throw new Conflict('This window is too far behind what is stored; load the design again.');
  return rows.map(stored);
}

/** Returns all of a design's changes after a sequence number, oldest first. @throws NotFound, Conflict where there are too many. */
export async function listChanges(
  db: Database,
  owner: string,
  id: string,
  since: number,
): Promise<StoredChange[]> {
  await getEntry(db, owner, id);
  return changesAfter(db, id, since);
}

/** Bytes of the changes that one answer tells, but for the first: more are asked for after these. */
const pageBytes = 4 << 20;

/** The number up to which changes after another one fit into one answer, at least one of them, and whether there are more. */
async function endOfPage(db: Database, id: string, since: number): Promise<{ to: number; more: boolean }> {
  const { rows } = await sql<{ seq: number; before: string }>`
    select seq, sum(octet_length(patch::text) + octet_length(inverse::text)) over (order by seq
      rows between unbounded preceding and 1 preceding) as before
    from changes where design_id = ${id} and seq > ${since} order by seq limit ${behindLimit + 1}`.execute(
    db,
  );
  if (rows.length > behindLimit)
    throw new Conflict('This window is too far behind what is stored; load the design again.');
  const end = rows.findIndex(({ before }) => Number(before ?? 0) > pageBytes);
  const last = rows.at(end < 0 ? -1 : Math.max(0, end - 1));
  return { to: last?.seq ?? since, more: end >= 0 };
}

/**
 * Returns a design's changes after a sequence number, oldest first, as many as one answer may hold.
 * @throws NotFound where the owner has no such design; Conflict where there are too many.
 */
export async function pageOfChanges(
  db: Database,
  owner: string,
  id: string,
  since: number,
): Promise<ChangePage> {
  await getEntry(db, owner, id);
  const { to, more } = await endOfPage(db, id, since);
  const rows = await db
    .selectFrom('changes')
    .selectAll()
    .where('design_id', '=', id)
    .where('seq', '>', since)
    .where('seq', '<=', to)
    .orderBy('seq')
    .execute();
  return { changes: rows.map(stored), more };
}

type Tx = Transaction<Tables>;

const sameList = (a: readonly string[], b: readonly string[]) =>
  a === b || (a.length === b.length && a.every((v, i) => v === b[i]));

/** Whether the tree of parts may differ. */
function treeChanged(
  before: Design,
  after: Design,
  changed: readonly string[],
  gone: readonly string[],
): boolean {
  if (gone.length || touchedOrders(before, after).length) return true;
  if (before.sheets.some((s) => !after.sheets.some((t) => t.id === s.id))) return true;
  return changed.some((id) => {
    const [was, is] = [before.parts[id], after.parts[id]];
    return (
      !was || is.id !== was.id || is.source.kind !== was.source.kind || !sameList(is.children, was.children)
    );
  });
}

/** The tree of a stored design with what has changed of it. */
async function treeOf(tx: Tx, id: string, after: Design, gone: readonly string[]): Promise<Tree> {
  const { rows } = await sql<{ id: string; name: string; children: string[]; kind: string }>`
    select id, body->>'name' as name, body->'children' as children, body->'source'->>'kind' as kind
    from design_parts where design_id = ${id}`.execute(tx);
  const parts: Record<string, Branch> = {};
  for (const { kind, ...r } of rows) parts[r.id] = { ...r, source: { kind: kind as Part['source']['kind'] } };
  for (const key of gone) delete parts[key];
  Object.assign(parts, after.parts);
  const lists = await loadOrders(tx, id, 'all');
  const sheets = after.sheets.map((s) => (s.parts === absent ? { ...s, parts: lists.get(s.id) ?? [] } : s));
  return { sheets, parts };
}

/** What formulas and measures are at fault in once a change is done. */
async function measuring(
  tx: Tx,
  id: string,
  before: Design,
  after: Design,
  changed: readonly string[],
): Promise<DesignFault[]> {
  const touched = changed.map((key) => after.parts[key]);
  if (before.measures === after.measures) return formulaFaults(after, [...touched, ...after.sheets]);
  const { rows } = await sql<Pick<Part, 'id' | 'name' | 'formulas'>>`
    select id, body->>'name' as name, body->'formulas' as formulas
    from design_parts where design_id = ${id} and body ? 'formulas'`.execute(tx);
  const others = rows.filter((r) => !Object.hasOwn(before.parts, r.id));
  return [...ownMeasureFaults(after), ...formulaFaults(after, [...touched, ...others, ...after.sheets])];
}

/** Checks what a change has touched and fills in what came later. @throws DesignError naming each fault. */
async function checkTouched(before: Design, after: Design, changed: readonly string[]): Promise<Design> {
  const parts: Record<string, Part> = { ...after.parts };
  let began = performance.now();
  for (const id of changed) {
    const part = readPart(id, after.parts[id]);
    if (diffJson(after.parts[id], part).length) parts[id] = part;
    if (performance.now() - began < stretch) continue;
    await turn();
    began = performance.now();
  }
  if (!headChanged(before, after)) return { ...after, parts };
  const { parts: _, ...rest } = after;
  const head = readHead(rest);
  // The validator makes new lists; what was not at hand stays known as such.
  const sheets = head.sheets.map((s, i) => (after.sheets[i].parts === absent ? { ...s, parts: absent } : s));
  return { ...head, sheets, parts };
}

/** How much longer a design gets. @throws DesignError where a part or the whole would be too long. */
function grown(
  before: Design,
  after: Design,
  changed: readonly string[],
  gone: readonly string[],
  size: number,
): number {
  let grow = 0;
  const length = (part: Part | undefined) => (part ? JSON.stringify(part).length : 0);
  for (const id of changed) {
    const long = length(after.parts[id]);
    if (long > partSize)
      throw new DesignError([
        { where: `Part “${after.parts[id].name}”`, message: 'is too large to be kept' },
      ]);
    grow += long - length(before.parts[id]);
  }
  for (const id of gone) grow -= length(before.parts[id]);
  if (grow > 0 && size + grow > designSize)
    throw new DesignError([{ where: 'The design', message: 'would be too large to be kept' }]);
  return grow;
}

/**
 * Applies one change on top of all that came before, or refuses it whole. A change sent twice is taken once. It costs
 * what it touches, however large the design. What other windows did meanwhile comes back in `since`.
 * @throws Conflict where another window changed the same place after what the change was made on.
 * @throws DesignError where the design would no longer be sound.
 */
export async function appendChange(
  db: Database,
  owner: string,
  id: string,
  change: SentChange,
): Promise<Taken> {
  refuseUnsound(change.patch, 'The change');
  return db.transaction().execute(async (tx) => {
    const row = await tx
      .selectFrom('designs')
      .select(['head', 'seq', 'size'])
      .where('id', '=', id)
      .where('owner_id', '=', owner)
      .where('deleted_at', 'is', null)
      .forUpdate()
      .executeTakeFirst();
    if (!row) throw new NotFound('There is no such design.');
    const own = new Set([change.clientId, ...change.own]);
    const later = await changesAfter(tx, id, change.seen, { than: [...own], after: change.base });
    const unseen = later.filter((c) => c.seq > change.seen);
    const same = await tx
      .selectFrom('changes')
      .select(['seq', 'patch', 'client_id'])
      .where('design_id', '=', id)
      .where('change_id', '=', change.changeId)
      .executeTakeFirst();
    if (same && !own.has(same.client_id))
      throw new Conflict('Another window has stored something else under the same name.');
    if (same) {
      const filled = same.patch.slice(change.patch.length);
      return { seq: same.seq, filled, since: unseen.filter((c) => c.seq < same.seq) };
    }
    if (Math.max(change.base, change.seen) > row.seq)
      throw new Conflict('This window is ahead of what is stored; load the design again.');
    const others = later.filter((c) => c.seq > change.base && !own.has(c.clientId));
    const places = new Places(...others.map((c) => c.patch));
    if (places.touchedBy(change.patch))
      throw new Conflict('Another window changed the same thing meanwhile.');

    const head = await broughtUp(tx, id, row.head);
    let before: Design;
    let applied: Design;
    try {
      before = await loadPieces(tx, id, head, wantedBy(change.patch));
      applied = applyPatch(before, change.patch);
    } catch (e) {
      if (e instanceof PatchError) throw new Conflict(`The change does not fit what is stored: ${e.message}`);
      throw e;
    }
    checkShape(applied);
    const { changed, gone } = touchedParts(before, applied);
    const after = await checkTouched(before, applied, changed);
    const faults = [
      ...(treeChanged(before, after, changed, gone) ? treeFaults(await treeOf(tx, id, after, gone)) : []),
      ...(await measuring(tx, id, before, after, changed)),
    ];
    if (faults.length) throw new DesignError(faults.slice(0, 20));
    const grow = grown(before, after, changed, gone, row.size);

    const filled = diffJson(applied, after);
    const seq = row.seq + 1;
    await tx
      .insertInto('changes')
      .values({
        design_id: id,
        seq,
        change_id: change.changeId,
        client_id: change.clientId,
        role: change.role,
        label: change.label,
        // What was filled in is in the log too, so that replaying it gives what is stored.
        patch: JSON.stringify([...change.patch, ...filled]),
        inverse: JSON.stringify(guarded(diffJson(after, before), after)),
      })
      .execute();
    await savePieces(tx, id, before, after);
    await tx
      .updateTable('designs')
      .set({
        seq,
        size: row.size + grow,
        updated_at: new Date(),
        ...(headChanged(before, after) ? { head: JSON.stringify(headOf(after)), name: after.name } : {}),
      })
      .where('id', '=', id)
      .execute();
    return { seq, filled, since: unseen };
  });
}

/** Whether a patch has left the frame of a design standing. @throws DesignError where it has not. */
function checkShape(d: Design): void {
  const isRecord = (v: unknown) => typeof v === 'object' && v !== null && !Array.isArray(v);
  if (!isRecord(d) || !isRecord(d.parts) || !Array.isArray(d.sheets) || !d.sheets.every(isRecord))
    throw new DesignError([{ where: 'The design', message: 'would no longer be one' }]);
}
