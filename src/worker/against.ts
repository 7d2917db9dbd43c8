import { type Design, evaluate, fetchImages, imagesMissing, type Scene } from '@/core';
import { SceneEncoder } from '@/core/live';
import { fetchFaces } from './faces';
import type { SceneMessage } from './messages';

/** What a sheet is held against, as long as it is: another sheet follows the design, the rest was fetched. */
interface Held {
  readonly encoder: SceneEncoder;
  /** A design of its own; null where it is a sheet of the one at hand. */
  readonly own: Design | null;
  readonly sheetId: string;
  scene: Scene | null;
}

/** Designs that are held at most: each takes as much memory as one that is open. */
const most = 12;

/** Keeps the raster workers supplied with what proofs hold the sheet against. */
export class Against {
  private readonly held = new Map<string, Held>();
  private wanted: ReadonlySet<string> = new Set();

  constructor(private readonly send: (message: SceneMessage) => void) {}

  /** Has these addresses held and no others. Returns in words what cannot be had. */
  async hold(addresses: readonly string[], design: Design, designId: string): Promise<string[]> {
    const wanted = new Set(addresses.slice(0, most));
    this.wanted = wanted;
    for (const address of this.held.keys())
      if (!wanted.has(address)) {
        this.held.delete(address);
        this.send({ against: address, wire: null });
      }
    const words: string[] = [];
    if (addresses.length > most)
      words.push(`Proofs can be held against ${most} others at once: the rest show the sheet alone.`);
    for (const address of wanted) {
      if (this.held.has(address)) continue;
      const fault = await this.take(address, design, designId);
      if (fault) words.push(fault);
    }
    return words;
  }

  /** Sends what has become of sheets of the design at hand; with `all`, everything: somebody has nothing yet. */
  follow(design: Design, all = false): void {
    for (const [address, held] of this.held) {
      if (all) {
        held.encoder.reset();
        held.scene = null;
      }
      const from = held.own ?? design;
      if (!from.sheets.some((s) => s.id === held.sheetId)) continue;
      const scene = evaluate(from, held.sheetId);
      if (scene === held.scene) continue;
      held.scene = scene;
      this.send({ against: address, wire: held.encoder.encode(scene) });
    }
  }

  private async take(address: string, design: Design, designId: string): Promise<string | null> {
    const [kind, name] = address.split(':');
    const encoder = new SceneEncoder();
    if (kind === 'sheet') {
      if (!design.sheets.some((s) => s.id === name)) return 'The sheet that proofs are held against is gone.';
      this.held.set(address, { encoder, own: null, sheetId: name, scene: null });
      this.follow(design);
      return null;
    }
    const path = kind === 'before' ? `${designId}?at=${name}` : name;
    const response = await fetch(`/api/designs/${path}`).catch(() => null);
    if (!response) return 'The server cannot be reached: what proofs are held against is missing.';
    const data = (await response.json().catch(() => null)) as { document?: Design; message?: string } | null;
    if (!response.ok || !data?.document)
      return data?.message ?? 'What proofs are held against cannot be had.';
    const own = data.document;
    await Promise.all([fetchFaces(own), fetchImages(imagesMissing(own))]);
    // Something else may hang by now.
    if (!this.wanted.has(address)) return null;
    this.held.set(address, { encoder, own, sheetId: own.sheets[0].id, scene: null });
    this.follow(design);
    return null;
  }
}
