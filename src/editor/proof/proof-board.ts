import { proofs } from '@/core';
import type { ProofWish, RasterAnswer, RasterOrder } from '@/worker/messages';
import { coarseFor, coarsened } from './pace';

type Picture = Extract<RasterAnswer, { type: 'proof' }>;

/** A proof that hangs: what is wanted of it, what it shows, and who is told of a new picture. */
interface Hung {
  readonly wish: ProofWish;
  readonly show: (picture: Picture) => void;
  /** Version of the scene that it shows, or −1, and whether it shows that coarsely. */
  version: number;
  rough: boolean;
  /** When it was last drawn anew, by a count. */
  turn: number;
  /** How long it took last when it was drawn finely, milliseconds. */
  took: number;
}

/** Milliseconds beyond which a proof waits for all that are drawn faster: it follows a drag once that rests. */
const slow = 90;

/** Milliseconds without a change after which what was drawn coarsely is drawn again. */
const rest = 140;

/** Has the raster workers draw the proofs that hang, those first that have waited longest; coarsely while something is dragged. */
export class ProofBoard {
  private readonly hung = new Map<string, Hung>();
  /** The newest version of the sheet. */
  version = 0;
  private turns = 0;
  private due = false;
  private live = false;
  private resting: ReturnType<typeof setTimeout> | undefined;
  private idle: (() => void)[] = [];

  constructor(private readonly workers: readonly Worker[]) {
    for (const w of workers)
      w.addEventListener('message', (e: MessageEvent<RasterAnswer>) => {
        if (e.data.type === 'proof') this.drawn(e.data);
      });
  }

  /** Hangs a proof, or what is wanted of it anew. Returns what takes it down. */
  hang(wish: ProofWish, show: (picture: Picture) => void): () => void {
    const own: Hung = { wish, show, version: -1, rough: false, turn: 0, took: 0 };
    this.hung.set(wish.id, own);
    this.ask();
    return () => {
      if (this.hung.get(wish.id) === own) this.hung.delete(wish.id);
      this.tellIdle();
    };
  }

  /** The sheet has a new version; `live` while it is being dragged. */
  sceneChanged(version: number, live: boolean): void {
    this.version = version;
    this.live = live;
    clearTimeout(this.resting);
    if (live)
      this.resting = setTimeout(() => {
        this.live = false;
        this.ask();
      }, rest);
    this.ask();
  }

  /** What proofs are held against has changed: these are drawn again. */
  anewAgainst(): void {
    for (const h of this.hung.values())
      if (proofs[h.wish.card.kind].against?.(h.wish.card.params)) h.version = -1;
    this.ask();
  }

  /** Resolves once every proof that hangs shows the newest sheet, finely. */
  settled(): Promise<void> {
    const done = !this.live && !this.waiting().length;
    return done ? Promise.resolve() : new Promise((resolve) => this.idle.push(resolve));
  }

  private waiting(): Hung[] {
    return [...this.hung.values()].filter((h) => h.version < this.version || (h.rough && !this.live));
  }

  /** Orders what waits, once for all that is hung in the same moment. */
  private ask(): void {
    if (this.due) return;
    this.due = true;
    queueMicrotask(() => {
      this.due = false;
      this.order();
    });
  }

  private order(): void {
    const isSlow = (h: Hung) => (h.took > slow ? 1 : 0);
    const list = this.waiting().sort(
      (a, b) => isSlow(a) - isSlow(b) || a.turn - b.turn || a.wish.longest - b.wish.longest,
    );
    const quick = [...this.hung.values()].filter((h) => !isSlow(h));
    const coarse = this.live ? coarseFor(quick.reduce((sum, h) => sum + h.took, 0)) : 1;
    const wishes = list.map(({ wish }): ProofWish => {
      const pixels = coarsened(wish.longest, coarse);
      return pixels < wish.longest ? { ...wish, coarse: pixels } : wish;
    });
    this.workers.forEach((worker, k) => {
      const message: RasterOrder = {
        type: 'proofs',
        version: this.version,
        list: wishes.filter((_, n) => n % this.workers.length === k),
      };
      worker.postMessage(message);
    });
    this.tellIdle();
  }

  private drawn(picture: Picture): void {
    const h = this.hung.get(picture.id);
    const rough = picture.wish.coarse !== undefined;
    // Something else may hang there by now.
    if (h && h.wish.longest === picture.wish.longest && sameCard(h.wish, picture.wish)) {
      h.version = Math.max(h.version, picture.version);
      h.rough = rough;
      h.turn = ++this.turns;
      if (!rough) h.took = picture.took;
      h.show(picture);
    }
    this.tellIdle();
  }

  /** Tells who waits for it that nothing is to be drawn any more. */
  private tellIdle(): void {
    if (this.idle.length && !this.live && !this.waiting().length) for (const f of this.idle.splice(0)) f();
  }
}

const sameCard = (a: ProofWish, b: ProofWish): boolean =>
  a.held === b.held &&
  a.card.kind === b.card.kind &&
  JSON.stringify(a.card.params) === JSON.stringify(b.card.params);
