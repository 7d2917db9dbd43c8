import type { StudioTimes } from '@/worker/frame-times';
import { turns } from './phase';

/** What the raster workers did for one order of tiles. */
export interface DrawnOrder {
  /** The version of the scene that it shows. */
  readonly version: number;
  /** Device pixels a side that a drawn pixel stood for. */
  readonly coarse: number;
  /** Pixels that were worked out. */
  readonly pixels: number;
  /** Milliseconds that each worker drew. */
  readonly took: readonly number[];
  /** When its last piece was on the canvas, milliseconds of the page's clock. */
  readonly shown: number;
}

/** One frame of a drag or of typing, from what was asked of the studio to the canvas; times of the page's clock. */
export interface FrameRecord {
  readonly version: number;
  readonly asked: number;
  readonly answered: number;
  readonly studio: StudioTimes;
  /** Null while its tiles are on their way, and for good where a newer frame overtook it. */
  readonly drawn: DrawnOrder | null;
}

/** Frames that are kept of one drag. */
const most = 600;

/** Remembers how the frames of the last drag came about. */
export class FrameProfile {
  private frames: FrameRecord[] = [];
  private under = false;
  private readonly listeners = new Set<() => void>();

  /** The frames of the last drag, or of what was last typed, oldest first. */
  get last(): readonly FrameRecord[] {
    return this.frames;
  }

  /** Says whether something is under way: the first frame after a rest begins a new list. */
  follow(under: boolean): void {
    if (under && !this.under) this.frames = [];
    this.under = under;
  }

  /** Takes in a frame that the studio has answered. */
  answered(frame: Omit<FrameRecord, 'drawn' | 'answered'>): void {
    if (!this.under) return;
    const record = { ...frame, answered: performance.now(), drawn: null };
    this.frames = [...this.frames.slice(1 - most), record];
  }

  /** Takes in that tiles of a version are on the canvas. */
  shown(drawn: DrawnOrder): void {
    const at = this.frames.findLastIndex((f) => f.version === drawn.version);
    // What comes after the first picture of a frame only makes it finer.
    if (at < 0 || this.frames[at].drawn) return;
    this.frames = this.frames.with(at, { ...this.frames[at], drawn });
    for (const l of this.listeners) l();
  }

  /** Calls back whenever a frame is on the canvas. Returns what ends that. */
  subscribe(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }
}

/** The profile of the window's last drag. */
export const frameProfile = new FrameProfile();

turns.onChange((phase) => frameProfile.follow(phase.at !== 'rest'));

/** How long one piece of the way to the canvas took over the frames of a drag, milliseconds. */
export interface ProfileRow {
  readonly what: string;
  readonly median: number;
  readonly p95: number;
  readonly worst: number;
}

const at = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;

function row(what: string, list: readonly number[]): ProfileRow {
  const sorted = [...list].sort((a, b) => a - b);
  return { what, median: at(sorted, 0.5), p95: at(sorted, 0.95), worst: at(sorted, 1) };
}

type Shown = FrameRecord & { readonly drawn: DrawnOrder };

const studioTime = ({ studio }: FrameRecord): number =>
  studio.change + studio.evaluate + studio.compare + studio.send + studio.report;

const drawing = ({ drawn }: Shown): number => Math.max(0, ...drawn.took);

/** Returns where the time of frames went, from the pointer to the canvas, piece by piece; those that were overtaken are left out. */
export function profileRows(frames: readonly FrameRecord[]): readonly ProfileRow[] {
  const shown = frames.filter((f): f is Shown => f.drawn !== null);
  if (!shown.length) return [];
  const workers = Math.max(...shown.map((f) => f.drawn.took.length));
  const rows = (name: string, of: (f: Shown) => number) => row(name, shown.map(of));
  return [
    rows('Pointer to pixels', (f) => f.drawn.shown - f.asked),
    rows('Change taken in', (f) => f.studio.change),
    rows('Sheet worked out', (f) => f.studio.evaluate),
    rows('Difference found', (f) => f.studio.compare),
    rows('Scene sent', (f) => f.studio.send),
    rows('Overlay and fields', (f) => f.studio.report),
    rows('Way to the studio and back', (f) => f.answered - f.asked - studioTime(f)),
    ...Array.from({ length: workers }, (_, k) =>
      rows(workers > 1 ? `Drawn by worker ${k + 1}` : 'Drawn', (f) => f.drawn.took[k] ?? 0),
    ),
    rows('Waiting for tiles', (f) => f.drawn.shown - f.answered - drawing(f)),
  ];
}

/** Returns how coarsely the frames were drawn: device pixels a side of a drawn pixel, on average; 1 is fine. */
export function meanCoarseness(frames: readonly FrameRecord[]): number {
  const list = frames.flatMap((f) => (f.drawn ? [f.drawn.coarse] : []));
  return list.length ? list.reduce((a, b) => a + b, 0) / list.length : 1;
}
