import type { Design } from '../document/types';
import { imagesMissing } from '../image/images-in';
import { facesMissing } from '../lettering/faces-in';
import { nodeKind } from './node';
import { packScene, unpackScene } from './scene-bytes';
import type { Scene, SceneNode } from './types';

/** Where scenes that took long are kept from one run of the program to the next. */
export interface KeptScenes {
  /** Returns what a scene is kept under, and its bytes; null where it is not kept. */
  find(design: Design, sheetId: string, references: boolean): Uint8Array | null;
  keep(design: Design, sheetId: string, references: boolean, bytes: Uint8Array): void;
}

/** Scenes are kept that took more milliseconds than this: what takes less is worked out anew as fast as it is read. */
export const worthKeeping = 100;

let kept: KeptScenes | null = null;

/** Has scenes kept; with null no longer. */
export function provideKeptScenes(given: KeptScenes | null): void {
  kept = given;
}

/** Whether all is at hand that a design is made of; what is worked out without some of it is not kept. */
export const isWhole = (design: Design): boolean =>
  !facesMissing(design).length && !imagesMissing(design).length;

/** Whether nodes are read as they were written, with all that is in them. */
const travelWhole = (nodes: readonly SceneNode[]): boolean =>
  nodes.every((node) => {
    const kind = nodeKind(node);
    const inside = [...(kind.children?.(node) ?? []), ...(kind.aside?.(node) ?? [])];
    return (kind.travelsWhole?.(node) ?? true) && travelWhole(inside);
  });

const found = new WeakMap<Design, Map<string, Scene>>();

/** Returns a scene as it was kept, or as `make` makes it; what took long is kept. */
export function keptOrMade(design: Design, sheetId: string, references: boolean, make: () => Scene): Scene {
  if (!kept || !isWhole(design)) return make();
  const own = found.get(design) ?? new Map<string, Scene>();
  found.set(design, own);
  const name = `${references} ${sheetId}`;
  const known = own.get(name);
  if (known) return known;
  const bytes = kept.find(design, sheetId, references);
  const read = bytes && readable(bytes);
  if (read) {
    own.set(name, read);
    return read;
  }
  const began = performance.now();
  const made = make();
  if (performance.now() - began > worthKeeping && travelWhole(made.nodes))
    kept.keep(design, sheetId, references, packScene(made));
  return made;
}

/** The scene of bytes that were kept; null where they were damaged, so that it is worked out anew. */
function readable(bytes: Uint8Array): Scene | null {
  try {
    return unpackScene(bytes);
  } catch (e) {
    if (e instanceof RangeError) return null;
    throw e;
  }
}
