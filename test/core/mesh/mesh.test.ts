import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import fc from 'fast-check';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { cubicPoint, formatHex, renderPixels, type Scene } from '@/core';
import { patchColours } from '@/core/mesh/colours';
import { fitMesh } from '@/core/mesh/fit';
import {
  type ColourKnot,
  knotAt,
  type Mesh,
  patchAt,
  withColumn,
  withoutColumn,
  withoutRow,
  withRow,
} from '@/core/mesh/grid';
import { locate } from '@/core/mesh/locate';
import { columnCurve, coonsPatch, folds, type Pair, patchPoint, rowCurve } from '@/core/mesh/patch';
import { meshNodes } from '@/core/mesh/scene';
import { ellipse } from '@/core/source/ellipse';
import { rectangle } from '@/core/source/rectangle';
import { rms } from '../../pictures';
import { numbers } from '../shapes';
import { coonsPdf } from './coons-pdf';

/** A mesh of random nodes that stay near an even grid of 100 units a patch. */
function randomMesh(rows: number, columns: number, seed: number, sway = 20): Mesh {
  const next = numbers(seed);
  const off = () => (next() - 0.5) * 2 * sway;
  const nodes: ColourKnot[] = [];
  for (let r = 0; r <= rows; r++)
    for (let c = 0; c <= columns; c++)
      nodes.push({
        x: 100 * c + off(),
        y: 100 * r + off(),
        left: [-33 + off(), off()],
        right: [33 + off(), off()],
        up: [off(), -33 + off()],
        down: [off(), 33 + off()],
        colour: formatHex([next(), next(), next(), 1]),
      });
  return { rows, columns, nodes };
}

const corners = (mesh: Mesh) =>
  [knotAt(mesh, 0, 0), knotAt(mesh, 0, 1), knotAt(mesh, 1, 0), knotAt(mesh, 1, 1)] as const;

describe('a patch', () => {
  it('is the Boolean sum of its four edges (ISO 32000-1, 8.7.4.5.7, the patch equation)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (seed, u, v) => {
          const [tl, tr, bl, br] = corners(randomMesh(1, 1, seed, 40));
          const [x, y] = patchPoint(coonsPatch(tl, tr, bl, br), u, v);
          const top = cubicPoint(rowCurve(tl, tr), u);
          const bottom = cubicPoint(rowCurve(bl, br), u);
          const left = cubicPoint(columnCurve(tl, bl), v);
          const right = cubicPoint(columnCurve(tr, br), v);
          const sum = (k: 'x' | 'y') =>
            (1 - v) * top[k] +
            v * bottom[k] +
            (1 - u) * left[k] +
            u * right[k] -
            ((1 - v) * ((1 - u) * tl[k] + u * tr[k]) + v * ((1 - u) * bl[k] + u * br[k]));
          expect(Math.abs(x - sum('x')) + Math.abs(y - sum('y'))).toBeLessThan(1e-9);
        },
      ),
    );
  });

  it('is found again from any place on it', () => {
    const mesh = randomMesh(3, 4, 5);
    for (const [row, column, u, v] of [
      [0, 0, 0.2, 0.7],
      [2, 3, 0.5, 0.5],
      [1, 2, 0.9, 0.1],
    ]) {
      const [x, y] = patchPoint(patchAt(mesh, row, column), u, v);
      const found = locate(mesh, { x, y });
      expect(found).toMatchObject({ row, column });
      expect(found?.u).toBeCloseTo(u, 6);
      expect(found?.v).toBeCloseTo(v, 6);
    }
    expect(locate(mesh, { x: -500, y: -500 })).toBeNull();
  });

  it('is said to fold where it turns over, and only there', () => {
    const mesh = randomMesh(1, 1, 3, 5);
    expect(folds(patchAt(mesh, 0, 0))).toBe(false);
    const [tl, ...rest] = mesh.nodes;
    expect(folds(coonsPatch({ ...tl, right: [260, 0] }, rest[0], rest[1], rest[2]))).toBe(true);
    // A patch that is mirrored as a whole folds nowhere.
    const mirrored = mesh.nodes.map((n) => ({
      ...n,
      x: -n.x,
      left: [-n.left[0], n.left[1]] as const,
      right: [-n.right[0], n.right[1]] as const,
      up: [-n.up[0], n.up[1]] as const,
      down: [-n.down[0], n.down[1]] as const,
    }));
    expect(folds(patchAt({ ...mesh, nodes: mirrored }, 0, 0))).toBe(false);
  });
});

describe('rows and columns', () => {
  it('are added without the surface moving by 1e-6', () => {
    for (const seed of [1, 2, 3]) {
      const mesh = randomMesh(3, 3, seed);
      for (const t of [0.5, 0.23]) {
        const wider = withColumn(mesh, 1, t);
        const higher = withRow(mesh, 2, t);
        for (let i = 0; i <= 10; i++)
          for (const row of [0, 1, 2]) {
            const [u, v] = [i / 10, (i * 0.37) % 1];
            const was = patchPoint(patchAt(mesh, row, 1), u, v);
            const is =
              u <= t
                ? patchPoint(patchAt(wider, row, 1), u / t, v)
                : patchPoint(patchAt(wider, row, 2), (u - t) / (1 - t), v);
            expect(Math.hypot(was[0] - is[0], was[1] - is[1])).toBeLessThan(1e-9);
            const old = patchPoint(patchAt(mesh, 2, row), v, u);
            const now =
              u <= t
                ? patchPoint(patchAt(higher, 2, row), v, u / t)
                : patchPoint(patchAt(higher, 3, row), v, (u - t) / (1 - t));
            expect(Math.hypot(old[0] - now[0], old[1] - now[1])).toBeLessThan(1e-9);
          }
      }
    }
  });

  it('are taken out again as if they had never been', () => {
    const mesh = randomMesh(2, 3, 9);
    for (const back of [withoutColumn(withColumn(mesh, 1, 0.3), 2), withoutRow(withRow(mesh, 0, 0.6), 1)]) {
      expect([back.rows, back.columns]).toEqual([2, 3]);
      back.nodes.forEach((n, i) => {
        const was = mesh.nodes[i];
        for (const side of ['left', 'right', 'up', 'down'] as const)
          expect(Math.hypot(n[side][0] - was[side][0], n[side][1] - was[side][1])).toBeLessThan(1e-9);
      });
    }
    expect(withoutColumn(mesh, 0)).toBe(mesh);
  });

  it('are fitted to an outline: a circle within 3e-4 of its radius, a rectangle exactly', () => {
    const colour = () => '#808080';
    const circle = fitMesh(
      [ellipse.outline({ width: 200, height: 200, begins: 'top' })],
      3,
      4,
      colour,
    ) as Mesh;
    for (let c = 0; c < 4; c++)
      for (let i = 0; i <= 8; i++) {
        const p = cubicPoint(rowCurve(knotAt(circle, 0, c), knotAt(circle, 0, c + 1)), i / 8);
        // Greatest radial error of a circle of four cubics: 2.73e-4 r.
        expect(Math.abs(Math.hypot(p.x, p.y) - 100)).toBeLessThan(0.03);
      }
    const box = { topLeft: 0, topRight: 0, bottomRight: 0, bottomLeft: 0 };
    const even = fitMesh([rectangle.outline({ width: 300, height: 100, ...box })], 2, 3, colour) as Mesh;
    even.nodes.forEach((n, i) => {
      const [x, y] = [[-150, -50, 50, 150][i % 4], [-50, 0, 50][Math.floor(i / 4)]];
      expect(Math.hypot(n.x - x, n.y - y)).toBeLessThan(1e-9);
      // Handles along straight sides are a third of a patch, at corners too.
      const [column, row] = [i % 4, Math.floor(i / 4)];
      const along = (d: Pair, dx: number, dy: number, there: boolean) =>
        there && expect(Math.hypot(d[0] - dx, d[1] - dy)).toBeLessThan(1e-9);
      along(n.left, -100 / 3, 0, column > 0);
      along(n.right, 100 / 3, 0, column < 3);
      along(n.up, 0, -50 / 3, row > 0);
      along(n.down, 0, 50 / 3, row < 2);
    });
  });
});

describe('colours of a mesh', () => {
  const along = (net: Float32Array, patch: number, u: number, v: number): number[] => {
    const w = (t: number) => [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t ** 3];
    return [0, 1, 2, 3].map((k) => {
      let sum = 0;
      for (let i = 0; i < 4; i++)
        for (let j = 0; j < 4; j++) sum += w(u)[i] * w(v)[j] * net[64 * patch + 4 * (4 * i + j) + k];
      return sum;
    });
  };

  it('are bilinear between corners where they are not smooth (ISO 32000-1, 8.7.4.5.7)', () => {
    const mesh = randomMesh(1, 1, 4);
    const net = patchColours(mesh, false);
    const at = (r: number, c: number, k: number) =>
      Number.parseInt(knotAt(mesh, r, c).colour.slice(1 + 2 * k, 3 + 2 * k), 16) / 255;
    for (const [u, v] of [
      [0.3, 0.6],
      [0.9, 0.2],
      [0.5, 0.5],
    ])
      for (const k of [0, 1, 2]) {
        const wanted =
          (1 - v) * ((1 - u) * at(0, 0, k) + u * at(0, 1, k)) + v * ((1 - u) * at(1, 0, k) + u * at(1, 1, k));
        expect(along(net, 0, u, v)[k]).toBeCloseTo(wanted, 5);
      }
  });

  it('run on with one slope across the edges of smooth patches', () => {
    const mesh = randomMesh(2, 3, 11);
    const net = patchColours(mesh, true);
    const e = 1e-3;
    for (const v of [0.1, 0.5, 0.8])
      for (const k of [0, 1, 2]) {
        const edge = along(net, 0, 1, v)[k];
        expect(along(net, 1, 0, v)[k]).toBeCloseTo(edge, 5);
        const before = (edge - along(net, 0, 1 - e, v)[k]) / e;
        const after = (along(net, 1, e, v)[k] - edge) / e;
        expect(Math.abs(before - after)).toBeLessThan(0.02);
      }
  });

  it('never overshoot what stands at the nodes of a row that rises', () => {
    const mesh: Mesh = {
      ...randomMesh(1, 4, 1, 0),
      nodes: randomMesh(1, 4, 1, 0).nodes.map((n, i) => ({
        ...n,
        colour: ['#000000', '#0a0a0a', '#f0f0f0', '#fafafa', '#ffffff'][i % 5],
      })),
    };
    const net = patchColours(mesh, true);
    let last = -1;
    for (let i = 0; i <= 80; i++) {
      const patch = Math.min(3, Math.floor(i / 20));
      const [r] = along(net, patch, i / 20 - patch, 0.5);
      expect(r).toBeGreaterThanOrEqual(last - 1e-6);
      last = r;
    }
  });

  it('and shape are those of Poppler’s drawing of the same patch as PDF, rms under 2/255', async () => {
    const size = 200;
    const folder = mkdtempSync(path.join(tmpdir(), 'mesh-'));
    for (const seed of [2, 6, 13]) {
      const mesh = randomMesh(1, 1, seed, 18);
      const placed: Mesh = { ...mesh, nodes: mesh.nodes.map((n) => ({ ...n, x: n.x + 50, y: n.y + 50 })) };
      const [tl, tr, bl, br] = corners(placed);
      // From the lower left corner up, over, down and back, y upward as PDF has it.
      const left = columnCurve(tl, bl);
      const right = columnCurve(tr, br);
      const top = rowCurve(tl, tr);
      const bottom = rowCurve(bl, br);
      const at = (c: readonly number[], i: number): [number, number] => [c[2 * i], size - c[2 * i + 1]];
      const points = [
        at(left, 3),
        at(left, 2),
        at(left, 1),
        at(left, 0),
        at(top, 1),
        at(top, 2),
        at(top, 3),
        at(right, 1),
        at(right, 2),
        at(right, 3),
        at(bottom, 2),
        at(bottom, 1),
      ];
      const rgb = ({ colour }: ColourKnot): [number, number, number] =>
        [1, 3, 5].map((i) => Number.parseInt(colour.slice(i, i + 2), 16) / 255) as [number, number, number];
      const file = path.join(folder, `patch-${seed}`);
      writeFileSync(`${file}.pdf`, coonsPdf({ points, colours: [rgb(bl), rgb(tl), rgb(tr), rgb(br)] }, size));
      execFileSync('pdftoppm', [
        '-r',
        '288',
        '-png',
        '-singlefile',
        '-aa',
        'no',
        '-aaVector',
        'no',
        `${file}.pdf`,
        file,
      ]);
      const theirs = await sharp(readFileSync(`${file}.png`))
        .removeAlpha()
        .raw()
        .toBuffer();
      const scene: Scene = {
        width: size,
        height: size,
        ground: [1, 1, 1, 1],
        nodes: meshNodes(placed, false, false),
      };
      const ours = renderPixels(scene, 4 * size).data;
      // Where both have drawn the patch: its edges are softened differently.
      const pairs: [number[], number[]] = [[], []];
      for (let i = 0; i < 16 * size * size; i++) {
        const bare = (d: ArrayLike<number>, o: number) =>
          d[o] === 255 && d[o + 1] === 255 && d[o + 2] === 255;
        if (bare(theirs, 3 * i) || bare(ours, 4 * i)) continue;
        pairs[0].push(theirs[3 * i], theirs[3 * i + 1], theirs[3 * i + 2]);
        pairs[1].push(ours[4 * i], ours[4 * i + 1], ours[4 * i + 2]);
      }
      expect(pairs[0].length).toBeGreaterThan(3 * 100_000);
      expect(rms(Uint8Array.from(pairs[0]), Uint8Array.from(pairs[1]))).toBeLessThan(2);
    }
  });
});
