import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { type Design, engineStamp, packScene, type Scene, sceneKey, unpackScene } from '@/core';
import { mebibytes } from '@/core/live';

/** Scenes that this browser worked out, and what each takes. */
interface Kept extends DBSchema {
  scenes: { key: string; value: Uint8Array };
  sizes: { key: string; value: { readonly bytes: number; readonly used: number } };
}

/** Bytes that all may take together: what was asked for longest ago goes. */
const most = mebibytes(96);

let database: Promise<IDBPDatabase<Kept> | null> | null = null;

/** The database; null where the browser gives none, as in some private windows: then nothing is kept. */
function opened(): Promise<IDBPDatabase<Kept> | null> {
  database ??= openDB<Kept>('silent-compass-scenes', 1, {
    upgrade(db) {
      db.createObjectStore('scenes');
      db.createObjectStore('sizes');
    },
  }).catch((e: unknown) => {
    console.warn('Scenes are not kept in this browser.', e);
    return null;
  });
  return database;
}

async function fromHere(key: string): Promise<Uint8Array | null> {
  const db = await opened();
  const bytes = (await db?.get('scenes', key)) ?? null;
  if (bytes) await db?.put('sizes', { bytes: bytes.length, used: Date.now() }, key);
  return bytes;
}

async function fromServer(key: string, designId: string): Promise<Uint8Array | null> {
  const response = await fetch(`/api/designs/${encodeURIComponent(designId)}/scene?key=${key}`);
  return response.status === 200 ? new Uint8Array(await response.arrayBuffer()) : null;
}

/** A scene that was kept, by what it is known by. */
export interface KeptScene {
  readonly scene: Scene;
  readonly bytes: Uint8Array;
}

/** Returns the key of a sheet’s scene as the studio shows it; null where nothing is kept. */
export const keyOf = (design: Design, sheetId: string): string | null =>
  engineStamp ? sceneKey(design, sheetId, engineStamp, true) : null;

/** Returns a scene that was worked out before, here or on the server; null where it is to be worked out now. */
export async function findScene(key: string, designId: string): Promise<KeptScene | null> {
  try {
    const bytes = (await fromHere(key)) ?? (await fromServer(key, designId));
    return bytes && { bytes, scene: unpackScene(bytes) };
  } catch (e) {
    // It is worked out anew: nothing but time is lost.
    console.warn('A kept scene cannot be read.', e);
    return null;
  }
}

/** Keeps a scene, and lets the oldest go where all take too much. */
export async function keepScene(key: string, scene: Scene): Promise<void> {
  const db = await opened();
  if (!db) return;
  try {
    const bytes = packScene(scene);
    // One that would take the place of all others is worked out again instead.
    if (bytes.length > most / 4) return;
    const tx = db.transaction(['scenes', 'sizes'], 'readwrite');
    const [scenes, sizes] = [tx.objectStore('scenes'), tx.objectStore('sizes')];
    await scenes.put(bytes, key);
    await sizes.put({ bytes: bytes.length, used: Date.now() }, key);
    const keys = await sizes.getAllKeys();
    const all = (await sizes.getAll()).map((size, i) => ({ ...size, key: keys[i] }));
    let held = all.reduce((sum, s) => sum + s.bytes, 0);
    for (const old of all.sort((a, b) => a.used - b.used)) {
      if (held <= most) break;
      await Promise.all([scenes.delete(old.key), sizes.delete(old.key)]);
      held -= old.bytes;
    }
    await tx.done;
  } catch (e) {
    console.warn('A scene cannot be kept.', e);
  }
}

/** Whether a scene is the one that was kept. */
export function isKept(scene: Scene, { bytes }: KeptScene): boolean {
  const own = packScene(scene);
  return own.length === bytes.length && own.every((b, i) => b === bytes[i]);
}
