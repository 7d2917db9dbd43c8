import type { PatchOperation } from './patch';
import type { Design } from './types';

/** A design in the list. */
export interface DesignEntry {
  readonly id: string;
  readonly name: string;
  /** Number of its last change. */
  readonly seq: number;
  /** ISO 8601. */
  readonly updatedAt: string;
}

export interface StoredDesign extends DesignEntry {
  readonly document: Design;
}

/** One committed gesture, as it travels and is kept. */
export interface Change {
  readonly changeId: string;
  readonly clientId: string;
  readonly role: 'do' | 'undo' | 'redo';
  readonly label: string;
  readonly patch: readonly PatchOperation[];
  readonly inverse: readonly PatchOperation[];
}

export interface StoredChange extends Change {
  readonly seq: number;
}
