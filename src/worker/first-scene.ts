import { type Design, isWhole, type Scene, worthKeeping } from '@/core';
import { findScene, isKept, type KeptScene, keepScene, keyOf } from './kept-scenes';

/** Milliseconds without a change after which a scene is kept, so that no hand waits for that. */
const rest = { opened: 2_000, changed: 30_000 } as const;

/** What a design is opened with, where its scene was kept; and what is kept of it for the next time. */
export class FirstScene {
  /** What was found, and for which design: another one may have been asked for meanwhile. */
  private found: { readonly design: Design; readonly kept: KeptScene } | null = null;
  /** Milliseconds that the scene takes when nothing of it is known. */
  private cost = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** The scene that is kept next, or was last. */
  private due: Scene | null = null;
  private anyKept = false;

  /** Looks for the scene of a sheet of a stored design. Returns whether there is one. */
  async look(design: Design, sheetId: string, designId: string): Promise<boolean> {
    clearTimeout(this.timer);
    this.found = null;
    this.due = null;
    this.anyKept = false;
    this.cost = 0;
    const key = keyOf(design, sheetId);
    const kept = key === null ? null : await findScene(key, designId);
    if (!kept) return false;
    this.found = { design, kept };
    // It took long once, and so will what becomes of it.
    this.anyKept = true;
    this.cost = worthKeeping;
    return true;
  }

  /** Returns the scene that was found for a design, once. */
  take(design: Design | null): KeptScene | null {
    const { found } = this;
    this.found = null;
    return found && found.design === design ? found.kept : null;
  }

  /** Works a scene out for the first time, and has it kept where that took long. */
  workOut(design: Design, sheetId: string, make: () => Scene): void {
    const began = performance.now();
    const scene = make();
    this.cost = performance.now() - began;
    this.keepAfter(rest.opened, design, sheetId, scene);
  }

  /** Has a scene kept that is shown now, once nothing has changed for a while; the first one sooner. */
  shown(design: Design, sheetId: string, scene: Scene): void {
    this.keepAfter(this.anyKept ? rest.changed : rest.opened, design, sheetId, scene);
  }

  private keepAfter(pause: number, design: Design, sheetId: string, scene: Scene): void {
    if (scene === this.due) return;
    clearTimeout(this.timer);
    this.due = scene;
    if (this.cost < worthKeeping) return;
    this.timer = setTimeout(() => {
      const key = isWhole(design) ? keyOf(design, sheetId) : null;
      if (key === null) return;
      this.anyKept = true;
      void keepScene(key, scene);
    }, pause);
  }
}

/** What is to be drawn anew where a scene that was kept has been worked out: nothing, where it is the same. */
export const damageOnKept = (kept: KeptScene, made: Scene): 'all' | null =>
  isKept(made, kept) ? null : 'all';
