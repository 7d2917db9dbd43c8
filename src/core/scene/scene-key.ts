import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { Design } from '../document/types';
import { budget } from '../geometry/budget';

/** A value with the members of its records in the order of their names: the same text for what is the same. */
function inOrder(v: unknown): unknown {
  if (typeof v !== 'object' || v === null) return v;
  if (Array.isArray(v)) return v.map(inOrder);
  const entries = Object.entries(v).sort(([a], [b]) => (a < b ? -1 : Number(a > b)));
  return Object.fromEntries(entries.map(([key, x]) => [key, inOrder(x)]));
}

/**
 * Returns what the scene of a sheet is known by: a hash (SHA-256, FIPS 180-4, hex) of all that it comes from.
 * @param engine what the program that works it out is known by
 * @param references whether references are in it
 */
export function sceneKey(given: Design, sheetId: string, engine: string, references: boolean): string {
  const { exports: _, wall: __, ...design } = given;
  const dim = references && Object.values(design.parts).some((part) => part.reference);
  const text = JSON.stringify([engine, sheetId, dim, inOrder(budget()), inOrder(design)]);
  return bytesToHex(sha256(utf8ToBytes(text)));
}
