import { replaceEqualDeep } from '@tanstack/react-query';
import { type Remote, transfer, wrap } from 'comlink';
import type { Report } from '@/core/edit';
import type { Frame, Studio } from '@/worker/studio-service';
import { Measurer } from '../proof/measurer';
import { ProofBoard } from '../proof/proof-board';
import { TileBoard } from '../sheet/tile-board';
import { reportDefect, StudioGone } from './defects';
import { frameProfile } from './frame-profile';
import { type EditorState, get, set } from './store';
import { Watch } from './watch';

/** The workers of an open editor: one studio, and raster workers as the machine has cores to spare. */
export interface Engine {
  readonly studio: Remote<Studio>;
  readonly board: TileBoard;
  readonly wall: ProofBoard;
  readonly measurer: Measurer;
  readonly watch: Watch;
  close(): void;
}

let engine: Engine | null = null;

/** Called when a worker has ended that nobody ended. */
let onEnd: () => void = () => {};

/** Says what is done when the workers end by themselves. */
export function onEngineEnd(work: () => void): void {
  onEnd = work;
}

let started = 0;

export function startEngine(): Engine {
  const number = `${crypto.randomUUID()}-${started++}`;
  const worker = new Worker(new URL('../../worker/studio.ts', import.meta.url), {
    type: 'module',
    name: `studio-${number}`,
  });
  const remote = wrap<Studio>(worker);
  const count = Math.max(1, Math.min(4, (navigator.hardwareConcurrency || 2) - 1));
  const rasters = Array.from({ length: count }, (_, i) => {
    const raster = new Worker(new URL('../../worker/raster.ts', import.meta.url), {
      type: 'module',
      name: `raster-${number}-${i}`,
    });
    const channel = new MessageChannel();
    raster.postMessage({ type: 'port', port: channel.port1 }, [channel.port1]);
    void remote.addReceiver(`raster-${i}`, transfer(channel.port2, [channel.port2]));
    return raster;
  });
  const watch = new Watch();
  const gone = () => {
    if (engine !== made) return;
    made.close();
    onEnd();
  };
  const studio = watch.guard(remote);
  const board = new TileBoard(rasters, (lock) => watch.onRelease(lock, gone));
  board.onShown = (drawn) => frameProfile.shown(drawn);
  const made: Engine = {
    studio,
    board,
    wall: new ProofBoard(rasters),
    measurer: new Measurer(studio),
    watch,
    close() {
      watch.end();
      worker.terminate();
      for (const r of rasters) r.terminate();
      made.measurer.close();
      if (engine === made) engine = null;
    },
  };
  for (const w of [worker, ...rasters])
    w.addEventListener('error', (e) => {
      reportDefect(e.error ?? new Error(e.message || 'A worker has failed.'));
      gone();
    });
  remote.alive().then((lock) => watch.onRelease(lock, gone), reportDefect);
  attachEngine(made);
  return made;
}

/** Makes an engine the running one. */
export function attachEngine(made: Engine): void {
  engine = made;
  set((s) => ({ engines: s.engines + 1, work: 'none' }));
}

/** The running engine. @throws StudioGone where there is none. */
export function studioEngine(): Engine {
  if (!engine) throw new StudioGone();
  return engine;
}

export const hasEngine = (): boolean => engine !== null;

/** What the studio must know to report on what is chosen. */
export const choice = () => {
  const { chosen: ids, card, tool, grips } = get();
  return { ids, card, points: tool.points ?? false, grips };
};

let taking: Promise<void> | null = null;

/** Has the faces that are still to come fetched, once at a time. */
function takeMore(): Promise<void> {
  taking ??= studioEngine()
    .studio.takeMore(choice())
    .then((frame) => {
      taking = null;
      for (const notice of frame.words) set({ notice });
      showFrame(frame, false);
      set((s) => ({ facesTaken: s.facesTaken + 1 }));
    })
    .catch(reportDefect)
    .finally(() => {
      taking = null;
    });
  return taking;
}

/** Resolves once no face is being fetched. */
export const facesTaken = (): Promise<void> => taking ?? Promise.resolve();

/** Takes in what the studio says of what is chosen; what it says as before stays the same objects. */
export function takenIn(before: Report | null, told: Report): Pick<EditorState, 'report' | 'faults'> {
  const report = replaceEqualDeep(before, told);
  return { report, faults: report.faults };
}

/**
 * Shows a frame: new overlay, and fresh tiles where the picture changed. `asked` is when the studio was asked for it, where it is one
 * of a drag or of typing (milliseconds of the page's clock).
 */
export function showFrame(frame: Frame, whole: boolean, asked?: number): void {
  if (asked !== undefined) frameProfile.answered({ version: frame.version, asked, studio: frame.took });
  set((s) => ({
    ...takenIn(s.report, frame.report),
    version: s.version + 1,
    cell: frame.cell,
    // What was worked on may have gone with a change that was undone.
    tileWork: frame.cell ? s.tileWork : null,
  }));
  const { board, wall } = studioEngine();
  board.sceneChanged(frame.version, frame.damage, whole);
  if (frame.damage) wall.sceneChanged(frame.version, whole);
  if (frame.moreToCome) void takeMore();
}
