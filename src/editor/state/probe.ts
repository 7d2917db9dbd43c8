import { reportDefect } from './defects';
import { type FrameRecord, frameProfile } from './frame-profile';
import { quiet } from './history';
import { facesTaken, studioEngine } from './studio';

/** What a test or a bench may ask an open editor. */
export interface Probe {
  /** Resolves once nothing is under way: no command, no answer of the studio, no tile. */
  settled(): Promise<void>;
  /** Resolves once every tile in sight is fresh, whatever else is under way. */
  pictured(): Promise<void>;
  /** Resolves once the next tiles are on the canvas. */
  fresh(): Promise<void>;
  /** How the frames of the last drag, or of what was last typed, came about. */
  frames(): readonly FrameRecord[];
}

declare global {
  interface Window {
    /** Set before the page is loaded by what drives it; only then the editor answers. */
    compassProbe?: Partial<Probe>;
  }
}

const frame = () => new Promise<void>((resolve) => requestAnimationFrame(() => resolve()));

async function settled(): Promise<void> {
  for (;;) {
    // What was pressed is taken in, and what follows from it is asked for, within two frames.
    await frame();
    await frame();
    const { asked } = studioEngine().watch;
    await quiet();
    await facesTaken();
    await studioEngine().watch.answered();
    await studioEngine().board.settled();
    await studioEngine().wall.settled();
    if (studioEngine().watch.asked === asked && !studioEngine().watch.waiting) return;
  }
}

/** Answers whoever drives the page, where it says that it does. */
export function answerProbe(): void {
  if (!window.compassProbe) return;
  Object.assign(window.compassProbe, {
    settled: () =>
      settled().catch((e) => {
        reportDefect(e);
        throw e;
      }),
    pictured: () => studioEngine().board.settled(),
    fresh: () => studioEngine().board.fresh(),
    frames: () => frameProfile.last,
  } satisfies Probe);
}
