import { describe, expect, it } from 'vitest';
import { FrameProfile, meanCoarseness, profileRows } from '@/editor/state/frame-profile';

const studio = { change: 1, evaluate: 10, compare: 2, send: 3, report: 4 };

const order = (version: number, shown: number, took = [5]) => ({
  version,
  coarse: 2,
  pixels: 100,
  took,
  shown,
});

describe('the profile of frames', () => {
  it('says where the time of a drag went, piece by piece, from the pointer to the canvas', () => {
    const profile = new FrameProfile();
    profile.follow(true);
    for (const version of [1, 2, 3]) profile.answered({ version, asked: 100 * version, studio });
    const [first] = profile.last;
    profile.shown(order(1, first.answered + 12, [5, 7]));
    const rows = profileRows(profile.last);
    const of = (what: string) => rows.find((r) => r.what === what)?.median;
    expect(of('Sheet worked out')).toBe(10);
    expect(of('Drawn by worker 2')).toBe(7);
    expect(of('Waiting for tiles')).toBeCloseTo(5);
    expect(of('Pointer to pixels')).toBeCloseTo(first.answered + 12 - 100);
    // All pieces together are the whole.
    const pieces = rows.filter((r) => !/^(Pointer|Drawn by worker 1)/.test(r.what));
    expect(pieces.reduce((sum, r) => sum + r.median, 0)).toBeCloseTo(of('Pointer to pixels') ?? 0);
    expect(meanCoarseness(profile.last)).toBe(2);
  });

  it('takes a frame for shown once, and forgets it when another drag begins', () => {
    const profile = new FrameProfile();
    profile.answered({ version: 1, asked: 0, studio });
    expect(profile.last).toHaveLength(0);
    profile.follow(true);
    profile.answered({ version: 2, asked: 0, studio });
    profile.shown(order(2, 50));
    profile.shown(order(2, 90));
    expect(profile.last[0].drawn?.shown).toBe(50);
    profile.follow(false);
    expect(profile.last).toHaveLength(1);
    profile.follow(true);
    expect(profile.last).toHaveLength(0);
  });

  it('keeps the latest frames of a drag without end', () => {
    const profile = new FrameProfile();
    profile.follow(true);
    for (let version = 0; version < 2000; version++) profile.answered({ version, asked: 0, studio });
    expect(profile.last.length).toBeLessThan(1000);
    expect(profile.last.at(-1)?.version).toBe(1999);
  });
});
