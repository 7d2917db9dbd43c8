import { vi } from 'vitest';
import {
  type Design,
  makeCoat,
  makeDesign,
  makePart,
  makeSource,
  type PatchOperation,
  Places,
  type SentChange,
  type StoredChange,
} from '@/core';
import { attachEngine } from '@/editor/state/studio';
import { studio } from '@/worker/studio-service';

/** A server that keeps changes as the real one does, and can be away or refuse. */
export class FakeServer {
  changes: StoredChange[] = [];
  state: 'here' | 'away' | 'full' | 'conflict' | 'refuses' = 'here';
  calls = 0;

  constructor(public document: Design) {}

  /** A change made in another window. */
  foreign(patch: PatchOperation[]): void {
    this.changes.push({
      changeId: `foreign-${this.changes.length}`,
      clientId: 'another-window',
      role: 'do',
      label: 'Elsewhere',
      patch,
      inverse: [],
      seq: this.changes.length + 1,
    });
  }

  readonly fetch = async (url: string, init?: RequestInit): Promise<Response> => {
    this.calls++;
    if (this.state === 'away') throw new TypeError('no connection');
    const answer = (status: number, data: unknown) => Response.json(data, { status });
    const since = /changes\?since=(\d+)$/.exec(url);
    if (since) return answer(200, { changes: this.changes.filter((c) => c.seq > Number(since[1])) });
    if (url.endsWith('/changes')) {
      if (this.state === 'conflict') return answer(409, { message: 'It was changed elsewhere.' });
      if (this.state === 'full') return answer(507, { message: 'The disk is full: nothing was saved.' });
      if (this.state === 'refuses') return answer(422, { message: 'That does not fit.' });
      const { base, seen, own, ...sent } = JSON.parse(String(init?.body)) as SentChange;
      const known = this.changes.find((c) => c.changeId === sent.changeId);
      const others = this.changes.filter((c) => !own.includes(c.clientId));
      const places = new Places(...others.filter((c) => c.seq > base).map((c) => c.patch));
      if (!known && places.touchedBy(sent.patch))
        return answer(409, { message: 'It was changed elsewhere.' });
      const seq = known?.seq ?? this.changes.length + 1;
      if (!known) this.changes.push({ ...sent, inverse: [], seq });
      return answer(200, { seq, filled: [], since: others.filter((c) => c.seq > seen && c.seq < seq) });
    }
    return answer(200, { id: 'd', name: this.document.name, seq: 0, document: this.document });
  };
}

/** What the editor needs of a browser: storage, the server, and an engine without workers. */
export function openWindow(document: Design): { server: FakeServer; stored: Map<string, string> } {
  const stored = new Map<string, string>();
  const server = new FakeServer(document);
  vi.stubGlobal('localStorage', {
    getItem: (k: string) => stored.get(k) ?? null,
    setItem: (k: string, v: string) => void stored.set(k, v),
    removeItem: (k: string) => void stored.delete(k),
    key: (i: number) => [...stored.keys()][i] ?? null,
    get length() {
      return stored.size;
    },
  });
  vi.stubGlobal('fetch', server.fetch);
  vi.stubGlobal('requestAnimationFrame', (f: () => void) => setTimeout(f, 1));
  const board = {
    sceneChanged: () => {},
    settled: () => Promise.resolve(),
    onFailure: () => {},
    empty: () => {},
    stir: () => {},
  };
  const wall = { sceneChanged: () => {}, settled: () => Promise.resolve() };
  // Answers come later, as they do from a worker.
  const remote = Object.fromEntries(
    Object.keys(studio).map((name) => [
      name,
      async (...args: unknown[]) =>
        (studio[name as keyof typeof studio] as (...a: unknown[]) => unknown)(...args),
    ]),
  );
  attachEngine({
    wall,
    studio: remote,
    board,
    close: () => {},
  } as never);
  return { server, stored };
}

/** Two discs on a sheet of 1000 × 1000. */
export function twoDiscs(): Design {
  const d = makeDesign('Test', { id: 's', width: 1000, height: 1000 });
  const parts = ['a', 'b'].map((id, i) =>
    makePart(makeSource('ellipse', { width: 100, height: 100 }), {
      id,
      name: id,
      coats: [makeCoat('fill')],
      place: { x: 200 + 400 * i, y: 500, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
    }),
  );
  return {
    ...d,
    sheets: [{ ...d.sheets[0], parts: ['a', 'b'] }],
    parts: Object.fromEntries(parts.map((p) => [p.id, p])),
  };
}

/** Waits until something holds. @throws Error after two seconds. */
export async function until(holds: () => boolean): Promise<void> {
  const end = Date.now() + 2000;
  while (!holds()) {
    if (Date.now() > end) throw new Error('It never came true.');
    await new Promise((r) => setTimeout(r, 2));
  }
}
