import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { slowDown, usePaced } from '@/editor/state/paced';
import { turns } from '@/editor/state/phase';
import { set } from '@/editor/state/store';

const shown = () => usePaced.getState().readout;

describe('what panels and lists show', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    set({ readout: '' });
  });

  afterEach(() => {
    turns.settle();
    vi.useRealTimers();
  });

  it('follows at once while nothing is dragged', () => {
    set({ readout: 'a' });
    expect(shown()).toBe('a');
  });

  it('follows a drag four times a second, and is right as soon as it ends', () => {
    turns.enter({ at: 'drag' });
    const seen = new Set<string>();
    for (let i = 0; i < 50; i++) {
      set({ readout: String(i) });
      vi.advanceTimersByTime(20);
      seen.add(shown());
    }
    // A second of frames; what was shown first is still what was there before.
    expect(seen.size).toBeGreaterThan(3);
    expect(seen.size).toBeLessThan(7);
    set({ readout: 'last' });
    expect(shown()).not.toBe('last');
    turns.settle();
    expect(shown()).toBe('last');
  });

  it('waits for every number that is scrubbed, each let go of once', () => {
    const [first, second] = [slowDown(), slowDown()];
    set({ readout: 'scrubbed' });
    expect(shown()).toBe('');
    first();
    first();
    expect(shown()).toBe('');
    second();
    expect(shown()).toBe('scrubbed');
  });
});
