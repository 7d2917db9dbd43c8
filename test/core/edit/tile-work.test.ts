import { describe, expect, it } from 'vitest';
import {
  type Design,
  makeCoat,
  makePart,
  makeSource,
  origin,
  type Pattern,
  paints,
  renderPixels,
} from '@/core';
import { pickParts, tileScene, withTileShown } from '@/core/edit';
import { designOf } from '../designs';

const ref = { id: 'wall', coat: 'c' };
const size = 400;

const dot = (id: string, x: number, y: number, colour: string) =>
  makePart(makeSource('ellipse', { width: 30, height: 20 }), {
    id,
    name: id,
    coats: [makeCoat('fill', { paint: { kind: 'solid', colour } })],
    place: { ...origin, x, y },
  });

/** A wall painted with a tile of two dots whose middle is the wall's. */
function wall(pattern: Partial<Pattern>, hidden: { tile: boolean; wall: boolean }): Design {
  const tile = makePart(
    { kind: 'group' },
    {
      id: 'tile',
      name: 'tile',
      children: ['a', 'b'],
      hidden: hidden.tile,
      place: { ...origin, x: 200, y: 200 },
    },
  );
  const painted = makePart(makeSource('rectangle', { width: 900, height: 900 }), {
    id: 'wall',
    name: 'wall',
    hidden: hidden.wall,
    coats: [
      {
        ...makeCoat('fill', { paint: { ...paints.pattern.defaults, tile: 'tile', ...pattern } as Pattern }),
        id: 'c',
      },
    ],
    place: { ...origin, x: 200, y: 200 },
  });
  const d = designOf(size, dot('a', -20, -15, '#ff0000'), dot('b', 20, 15, '#0000ff'), tile, painted);
  return { ...d, sheets: d.sheets.map((s) => ({ ...s, parts: ['wall', 'tile'] })) };
}

const spacing = { spacingX: 20, spacingY: 10 };

describe('a pattern’s tile worked on in place', () => {
  it.each(['grid', 'brick', 'half-drop'] as const)(
    '%s: its neighbours stand as the pattern has them',
    (layout) => {
      const pattern = { ...spacing, layout };
      const made = tileScene(wall(pattern, { tile: true, wall: true }), 's', ref);
      if (!made) throw new Error('There is a tile.');
      const own = renderPixels(made.scene, size).data;
      const whole = renderPixels(
        {
          ...made.scene,
          nodes:
            tileScene(wall(pattern, { tile: true, wall: false }), 's', ref)
              ?.scene.nodes.slice(0, 1)
              .map((n) => ({ ...n, opacity: 1 })) ?? [],
        },
        size,
      ).data;
      // Cells are 90 × 60: what lies within one and a half of them about the middle is the same.
      let [seen, worst] = [0, 0];
      for (let y = 200 - 89; y < 200 + 89; y++)
        for (let x = 200 - 134; x < 200 + 134; x++)
          for (let k = 0; k < 4; k++) {
            const at = 4 * (y * size + x) + k;
            seen += whole[at];
            worst = Math.max(worst, Math.abs(own[at] - whole[at]));
          }
      expect(worst).toBeLessThanOrEqual(1);
      expect(seen).toBeGreaterThan(0);
      expect(made.cell[0]).toEqual({ x: 200 - 45, y: 200 - 30 });
      expect(made.cell[2]).toEqual({ x: 200 + 45, y: 200 + 30 });
    },
  );

  it('lies over everything else, made faint', () => {
    const { nodes } = tileScene(wall(spacing, { tile: false, wall: false }), 's', ref)?.scene ?? {
      nodes: [],
    };
    expect(nodes).toHaveLength(1 + 8 + 1);
    expect(nodes[0].opacity).toBeLessThan(0.3);
  });

  it('can be picked though it is hidden, and only while it is worked on', () => {
    const d = wall(spacing, { tile: true, wall: false });
    const pick = (e: Design) => pickParts(e, 's', null, { x: 180, y: 185 }, 1);
    expect(pick(d)).toEqual(['wall']);
    const shown = withTileShown(d, ref);
    expect(pick(shown)).toEqual(['tile', 'wall']);
    expect(pickParts(shown, 's', 'tile', { x: 180, y: 185 }, 1)).toEqual(['a']);
    // The part made visible is the same one each time, so that it is worked out once.
    expect(withTileShown(d, ref).parts.tile).toBe(shown.parts.tile);
  });

  it('is none where there is no tile, or its cells have no size', () => {
    expect(tileScene(wall({ tile: '' }, { tile: true, wall: false }), 's', ref)).toBeNull();
    expect(tileScene(wall({ spacingX: -500 }, { tile: true, wall: false }), 's', ref)).toBeNull();
    expect(tileScene(wall({}, { tile: true, wall: false }), 's', { id: 'a', coat: 'c' })).toBeNull();
  });
});
