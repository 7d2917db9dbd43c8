import { describe, expect, it } from 'vitest';
import {
  type Findings,
  findingsOf,
  type Path,
  parseHex,
  type Scene,
  type SceneNode,
  usualWall,
} from '@/core';
import { pathArea } from '@/core/geometry/measure';
import { balanceOf } from '@/core/proof/balance';
import { meetingsOf } from '@/core/proof/contrasts';
import { inksOf } from '@/core/proof/inks';
import { circle, rect } from '../shapes';

const painted = (path: Path, colour: string, part?: string): SceneNode => ({
  type: 'group',
  children: [
    { type: 'shape', path, paint: { kind: 'solid', colour: parseHex(colour) }, opacity: 1, blend: 'normal' },
  ],
  matrix: [1, 0, 0, 1, 0, 0],
  opacity: 1,
  blend: 'normal',
  isolated: false,
  ...(part ? { part } : {}),
});

const sheet = (...nodes: SceneNode[]): Scene => ({ width: 1000, height: 1000, ground: [1, 1, 1, 1], nodes });

const all = (scene: Scene, smallest = 64): Findings => {
  let last: Findings = { findings: [], balance: null, curve: [] };
  for (const f of findingsOf(scene, usualWall.rules, smallest)) last = f;
  return last;
};

describe('inks', () => {
  it('are what shows of each colour; what has the colour of the ground cuts into them', () => {
    const { areas, silhouette } = inksOf(
      sheet(
        painted(circle(400, 500, 200), '#102030', 'a'),
        painted(circle(600, 500, 200), '#c08030', 'b'),
        painted(circle(600, 500, 50), '#ffffff', 'c'),
      ),
    );
    // The lens of two circles of radius r whose middles are r apart: r² (2π/3 − √3/2).
    const lens = 200 ** 2 * ((2 * Math.PI) / 3 - Math.sqrt(3) / 2);
    const disc = Math.PI * 200 ** 2;
    const hole = Math.PI * 50 ** 2;
    const area = Object.fromEntries((areas ?? []).map((a) => [a.key, pathArea(a.path)]));
    expect(area['#102030'] / (disc - lens)).toBeCloseTo(1, 3);
    expect(area['#c08030'] / (disc - hole)).toBeCloseTo(1, 3);
    expect(pathArea(silhouette) / (2 * disc - lens - hole)).toBeCloseTo(1, 3);
    expect(Object.keys(area)).toEqual(['#102030', '#c08030']);
  });

  it('do not count what covers the sheet, nor what is nearly clear', () => {
    const { areas } = inksOf(
      sheet(
        painted(rect(-10, -10, 1020, 1020), '#22384a', 'ground'),
        painted(rect(100, 100, 200, 200), '#22384a', 'same'),
        painted(rect(500, 500, 200, 200), '#d0a04080', 'half'),
        painted(rect(500, 100, 200, 200), '#d0a04040', 'faint'),
      ),
    );
    expect(areas?.map((a) => a.parts)).toEqual([['half']]);
  });
});

describe('contrasts of colours that meet', () => {
  // WCAG 2.2: black on white is 21 to 1; #767676 on white is the darkest grey below 4.6 (4.54, by the definition).
  it('are those of the definition, the least first, with the place', () => {
    const scene = sheet(
      painted(rect(100, 100, 400, 400), '#767676', 'a'),
      painted(rect(200, 200, 200, 200), '#000000', 'b'),
    );
    const meetings = meetingsOf(scene, inksOf(scene).areas ?? []);
    const found = Object.fromEntries(meetings.map((m) => [m.keys.join(' '), m]));
    expect(found['#767676 '].contrast).toBeCloseTo(4.54, 1);
    expect(found['#767676 #000000'].contrast).toBeCloseTo(21 / 4.54, 1);
    expect(meetings.map((m) => m.contrast)).toEqual(meetings.map((m) => m.contrast).sort((a, b) => a - b));
    expect(found['#767676 '].length).toBeCloseTo(1600, -2);
  });
});

describe('balance', () => {
  it('is the centroid of the ink', () => {
    const b = balanceOf(sheet(painted(circle(300, 600, 100), '#000000')));
    expect(b?.centre.x).toBeCloseTo(300, 0);
    expect(b?.centre.y).toBeCloseTo(600, 0);
    expect(b?.left).toBe(1);
    expect(b?.above).toBeLessThan(0.05);
    expect(balanceOf(sheet())).toBeNull();
  });

  it('weighs by difference from the ground: a pale shape weighs less', () => {
    const b = balanceOf(
      sheet(painted(rect(100, 400, 200, 200), '#000000'), painted(rect(700, 400, 200, 200), '#bcbcbc')),
    );
    // #bcbcbc has a luminance of 0.503 (sRGB decoding, IEC 61966-2-1).
    expect(b?.left).toBeCloseTo(1 / (1 + 0.497), 2);
  });
});

describe('findings', () => {
  const bar = painted(rect(100, 400, 800, 10), '#000000', 'bar');

  it('say from which size a stroke holds, and lead to its part', () => {
    const { findings } = all(sheet(bar));
    const stroke = findings.find((f) => f.kind === 'stroke');
    // Ten of a thousand units: a pixel at 100 px, a quarter of a millimetre at 25 mm.
    expect(stroke?.value).toBeCloseTo(10, 6);
    expect(stroke?.from?.px).toBeCloseTo(100, 6);
    expect(stroke?.from?.mm).toBeCloseTo(25, 6);
    expect(stroke).toMatchObject({ part: 'bar', state: 'broken', about: 'silhouette' });
    expect(all(sheet(bar), 256).findings.find((f) => f.kind === 'stroke')?.state).toBe('broken');
    const wide = sheet(painted(rect(100, 400, 800, 200), '#000000', 'bar'));
    expect(all(wide).findings.find((f) => f.kind === 'stroke')?.state).toBe('holds');
  });

  it('come with the worst first, and of each ink where there are more', () => {
    const { findings, curve } = all(sheet(bar, painted(circle(500, 700, 100), '#b23a48', 'disc')));
    const order = { broken: 0, near: 1, holds: 2 };
    const states = findings.map((f) => order[f.state]);
    expect(states).toEqual(states.toSorted());
    expect(
      findings
        .filter((f) => f.kind === 'stroke')
        .map((f) => f.about)
        .sort(),
    ).toEqual(['#000000', '#b23a48', 'silhouette']);
    expect(curve.at(-1)?.stroke).toBe(1);
    expect(new Set(findings.map((f) => f.id)).size).toBe(findings.length);
  });

  it('of what is too much are told in words', () => {
    const lines = Array.from({ length: 400 }, (_, i) => {
      const a = (Math.PI * i) / 400;
      const [x, y] = [450 * Math.cos(a), 450 * Math.sin(a)];
      return painted(
        {
          fillRule: 'nonzero',
          contours: [
            {
              closed: true,
              xy: [
                500 - x,
                500 - y,
                500 - x,
                500 - y,
                500 + x,
                500 + y,
                500 + x,
                500 + y,
                500 + x,
                500 + y,
                501 + x,
                501 + y,
                501 + x,
                501 + y,
                501 + x,
                501 + y,
                500 - x,
                500 - y,
                500 - x,
                500 - y,
              ],
            },
          ],
        },
        '#000000',
      );
    });
    const { findings } = all(sheet(...lines));
    expect(
      findings
        .filter((f) => f.kind === 'unmeasured')
        .map((f) => f.message)
        .join(' '),
    ).toMatch(/too often|Not measured/);
  });
});
