import { type PatchOperation, pointerKeys } from './patch';

interface Node {
  /** Whether something was done exactly here. */
  here: boolean;
  readonly below: Map<string, Node>;
}

const node = (): Node => ({ here: false, below: new Map() });

/** The places of a document that patches touch, as a tree of their pointers. */
export class Places {
  private readonly root = node();

  constructor(...patches: readonly (readonly PatchOperation[])[]) {
    for (const patch of patches) this.add(patch);
  }

  add(patch: readonly PatchOperation[]): void {
    for (const pointer of pointersOf(patch)) {
      let at = this.root;
      for (const key of pointerKeys(pointer)) {
        let next = at.below.get(key);
        if (!next) {
          next = node();
          at.below.set(key, next);
        }
        at = next;
      }
      at.here = true;
    }
  }

  /** Whether a patch touches one of these places, or one inside or around it. In the length of its pointers alone. */
  touchedBy(patch: readonly PatchOperation[]): boolean {
    return pointersOf(patch).some((pointer) => {
      let at: Node | undefined = this.root;
      for (const key of pointerKeys(pointer)) {
        if (at.here) return true;
        at = at.below.get(key);
        if (!at) return false;
      }
      // Everything lies inside the place of all, if there is anything.
      return at.here || at.below.size > 0;
    });
  }
}

/** Where a patch changes something; what it only tests it leaves as it is. */
const pointersOf = (patch: readonly PatchOperation[]): string[] =>
  patch.flatMap((o) => (o.op === 'test' ? [] : 'from' in o ? [o.path, o.from] : [o.path]));
