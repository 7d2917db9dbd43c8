/** Measures the sheet: it takes as long as it takes, so it has a worker of its own. The studio sends scenes over a port. */
import {
  type Findings,
  findingsOf,
  type ProofRules,
  pictureOf,
  provideImages,
  type Scene,
  withImages,
} from '@/core';
import { SceneDecoder } from '@/core/live';
import { serverImages } from './images';
import type { SceneMessage } from './messages';

provideImages(serverImages);

/** What the window asks: the findings of a version of the sheet; or a port for scenes. */
export type MeasureOrder =
  | { readonly type: 'port'; readonly port: MessagePort }
  | {
      readonly type: 'measure';
      readonly version: number;
      readonly rules: ProofRules;
      readonly smallest: number;
    };

export type MeasureAnswer =
  /** What is known so far. */
  | { readonly type: 'findings'; readonly findings: Findings }
  | { readonly type: 'failed'; readonly message: string };

const decoder = new SceneDecoder();
let scene: Scene | null = null;
let version = -1;
let wanted: Extract<MeasureOrder, { type: 'measure' }> | null = null;

const answer = (a: MeasureAnswer): void => self.postMessage(a);

let measuring = false;

async function measure(): Promise<void> {
  if (measuring) return;
  measuring = true;
  try {
    for (let order = wanted; order && scene && version >= order.version; order = wanted) {
      wanted = null;
      const whole = scene;
      // Pictures that are placed are fetched for it first.
      const picture = await withImages(() => pictureOf(whole));
      for (const findings of findingsOf(whole, order.rules, order.smallest, picture)) {
        // What is asked for meanwhile is heard in between, and comes first.
        answer({ type: 'findings', findings });
        await new Promise((r) => setTimeout(r));
        if (wanted) break;
      }
    }
  } catch (e) {
    answer({ type: 'failed', message: (e as Error).message });
  } finally {
    measuring = false;
  }
}

self.onmessage = ({ data }: MessageEvent<MeasureOrder>) => {
  if (data.type === 'measure') {
    wanted = data;
    void measure();
    return;
  }
  data.port.onmessage = (e: MessageEvent<SceneMessage>) => {
    if ('against' in e.data) return;
    scene = decoder.decode(e.data.wire);
    version = e.data.version;
    void measure();
  };
};
