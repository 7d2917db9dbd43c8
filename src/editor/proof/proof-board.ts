import { proofs } from '@/core';
import type { ProofWish, RasterAnswer, RasterOrder } from '@/worker/messages';

type Picture = Extract<RasterAnswer, { type: 'proof' }>;

/** A proof that hangs: what is wanted of it, what it shows, and who is told of a new picture. */
interface Hung {
  readonly wish: ProofWish;
  readonly show: (picture: Picture) => void;
  /** Version of the scene that it shows, or −1. */
  version: number;
  /** When it was last drawn anew, by a count. */
  turn: number;
}

/** Milliseconds beyond which a proof waits for all that are drawn faster: it follows a drag once that rests. */
const slow = 90;

/** Has the raster workers draw the proofs that hang, those first that have waited longest. */
export class ProofBoard {
  private readonly hung = new Map<string, Hung>();
  /** How long each took last, milliseconds. */
  private readonly took = new Map<string, number>();
  /** The newest version of the sheet. */
  version = 0;
  private turns = 0;
  private due = false;
  private idle: (() => void)[] = [];

  constructor(private readonly workers: readonly Worker[]) {
    for (const w of workers)
      w.addEventListener('message', (e: MessageEvent<RasterAnswer>) => {
        if (e.data.type === 'proof') this.drawn(e.data);
      });
  }

  /** Hangs a proof, or what is wanted of it anew. Returns what takes it down. */
  hang(wish: ProofWish, show: (picture: Picture) => void): () => void {
    const own: Hung = { wish, show, version: -1, turn: 0 };
    this.hung.set(wish.id, own);
    this.ask();
    return () => {
      if (this.hung.get(wish.id) === own) this.hung.delete(wish.id);
    };
  }

  /** The sheet has a new version. */
  sceneChanged(version: number): void {
    this.version = version;
    this.ask();
  }

  /** What proofs are held against has changed: these are drawn again. */
  anewAgainst(): void {
    for (const h of this.hung.values())
      if (proofs[h.wish.card.kind].against?.(h.wish.card.params)) h.version = -1;
    this.ask();
  }

  /** Resolves once every proof that hangs shows the newest sheet. */
  settled(): Promise<void> {
    return this.waiting().length ? new Promise((resolve) => this.idle.push(resolve)) : Promise.resolve();
  }

  private waiting(): Hung[] {
    return [...this.hung.values()].filter((h) => h.version < this.version);
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
    const isSlow = ({ wish }: Hung) => ((this.took.get(wish.id) ?? 0) > slow ? 1 : 0);
    const list = this.waiting().sort(
      (a, b) => isSlow(a) - isSlow(b) || a.turn - b.turn || a.wish.longest - b.wish.longest,
    );
    this.workers.forEach((worker, k) => {
      const message: RasterOrder = {
        type: 'proofs',
        version: this.version,
        list: list.filter((_, n) => n % this.workers.length === k).map((h) => h.wish),
      };
      worker.postMessage(message);
    });
  }

  private drawn(picture: Picture): void {
    const h = this.hung.get(picture.id);
    this.took.set(picture.id, picture.took);
    // Something else may hang there by now.
    if (h && h.wish.longest === picture.wish.longest && sameCard(h.wish, picture.wish)) {
      h.version = Math.max(h.version, picture.version);
      h.turn = ++this.turns;
      h.show(picture);
    }
    if (this.idle.length && !this.waiting().length) for (const f of this.idle.splice(0)) f();
  }
}

const sameCard = (a: ProofWish, b: ProofWish): boolean =>
  a.card.kind === b.card.kind && JSON.stringify(a.card.params) === JSON.stringify(b.card.params);
