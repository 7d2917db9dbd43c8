import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  evaluate,
  evaluatePart,
  makeCoat,
  makePart,
  makeSource,
  makeStep,
  type Path,
  paints,
  renderPixels,
} from '@/core';
import { combine } from '@/core/arrange/combine';
import { chamferOf } from '@/core/depth/chamfer';
import { giveThickness, releaseThickness } from '@/core/edit';
import { arcCubics, cubicPoint } from '@/core/geometry/cubic';
import { identity, rotation } from '@/core/geometry/matrix';
import { pathArea } from '@/core/geometry/measure';
import {
  boundsPath,
  contourOf,
  cubicsOf,
  pathOf,
  polygonContour,
  segmentCount,
  transformPath,
} from '@/core/geometry/path';
import { NearestEdge } from '@/core/nearest/nearest-edge';
import { edgeOutline } from '@/core/nearest/outline';
import { takeShippedFaces } from '../../faces';
import { runs } from '../../share';
import { designOf } from '../designs';
import { polygon, regular, ring } from '../shapes';

takeShippedFaces();

const disc = (r: number, arcs = 32): Path =>
  pathOf([contourOf(arcCubics(0, 0, r, 0, 2 * Math.PI, arcs), true)]);
const box = (w: number, h: number): Path => boundsPath({ x0: 0, y0: 0, x1: w, y1: h });
const areas = (path: Path, width: number, height = width) =>
  chamferOf(path, width, height).map((p) => Math.abs(pathArea(p.path)));
const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);

/** The signed distance of places to a path, by the machine that bevels are tested with against closed forms. */
function distances(path: Path) {
  const outline = edgeOutline(path, identity);
  const near = new NearestEdge(outline);
  const all = Int32Array.from({ length: outline.count }, (_, i) => i);
  return (x: number, y: number) => {
    near.find(x, y, all, 0, all.length);
    return near.distance;
  };
}

describe('the rim of a path in faces', () => {
  it('of a rectangle has its mitres: four faces and a top, or a hipped roof', () => {
    const w = 30;
    const [a, b, c, d, top] = areas(box(200, 120), w);
    for (const [got, long] of [
      [a, 200],
      [b, 120],
      [c, 200],
      [d, 120],
    ] as const)
      expect(got).toBeCloseTo(((long + long - 2 * w) / 2) * w, 5);
    expect(top).toBeCloseTo((200 - 2 * w) * (120 - 2 * w), 3);
    // No room for a top: two trapezoids that meet in the ridge, and two triangles.
    const roof = areas(box(200, 120), 100);
    expect(roof).toHaveLength(4);
    expect(roof[0]).toBeCloseTo(((200 + 80) / 2) * 60, 3);
    expect(roof[1]).toBeCloseTo((120 * 60) / 2, 3);
    const [ridge] = chamferOf(box(200, 120), 100, 50);
    expect(segmentCount(ridge.path.contours[0])).toBeLessThanOrEqual(6);
  });

  it('of a disc is a cone, of a ring two; of a cross its inner corners are cones as well', () => {
    expect(sum(areas(disc(100), 30))).toBeCloseTo(Math.PI * 1e4, 0);
    const cone = chamferOf(disc(100, runs(32, 8)), 150, 60);
    expect(cone.every((p) => p.role === 'side')).toBe(true);
    for (const { path } of cone) {
      const apex = [...cubicsOf(path)].map((s) => Math.hypot(s[0], s[1]));
      expect(Math.min(...apex)).toBeLessThan(0.5);
    }
    const round = combine('union', [ring(0, 0, 100, 60)]);
    expect(sum(areas(round, 12))).toBeCloseTo(pathArea(round), 1);
    const cross = combine('union', [box(300, 100), transformPath(box(300, 100), rotation(90, 150, 50))]);
    const faces = chamferOf(cross, 20, 20);
    // A quarter of a disc of the width at each inner corner.
    const fans = faces.filter((p) => p.rise?.fan);
    expect(sum(fans.map((p) => Math.abs(pathArea(p.path))))).toBeCloseTo(4 * ((Math.PI * 400) / 4), 1);
    expect(sum(faces.map((p) => Math.abs(pathArea(p.path))))).toBeCloseTo(pathArea(cross), 1);
  });

  it('leaves nothing uncovered and nothing covered twice, and its ridges are as near to two places', () => {
    const star = fc
      .record({
        corners: fc.integer({ min: 3, max: 9 }),
        radii: fc.array(fc.integer({ min: 25, max: 100 }), { minLength: 9, maxLength: 9 }),
        width: fc.integer({ min: 2, max: 120 }),
      })
      .map(({ corners, radii, width }) => ({
        width,
        path: pathOf([
          polygonContour(
            Array.from({ length: corners }, (_, i) => {
              const a = (2 * Math.PI * i) / corners;
              return { x: radii[i] * Math.cos(a), y: radii[i] * Math.sin(a) };
            }),
          ),
        ]),
      }));
    fc.assert(
      fc.property(star, ({ path, width }) => {
        const faces = chamferOf(path, width, width);
        expect(sum(faces.map((p) => Math.abs(pathArea(p.path))))).toBeCloseTo(Math.abs(pathArea(path)), 0);
        const away = distances(path);
        for (const { path: face, role } of faces)
          for (const s of cubicsOf(face)) {
            const p = cubicPoint(s, 0.5);
            expect(away(p.x, p.y)).toBeGreaterThan(-0.01);
            if (role === 'side') expect(away(p.x, p.y)).toBeLessThan(width + 0.01);
          }
      }),
      { numRuns: runs(400, 20) },
    );
  });

  it('is what the exact distance says, letter by letter: each place is lit by its nearest edge', () => {
    const size = 480;
    const lamp = { direction: 315, height: 45 };
    const text = 'Rg8S';
    const coat = makeCoat('fill', {
      paint: { ...paints.lit.defaults, colour: '#ffffff', shade: '#000000', ambient: 0 },
      steps: [makeStep('chamfer', { width: 60, rise: 40 })],
    });
    const word = makePart(makeSource('lettering', { face: 'lilita-one', text, size: 220 }), {
      id: 'p',
      place: { x: 10, y: 330, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
      coats: [coat],
    });
    const d = designOf(size, word);
    const design = { ...d, sheets: [{ ...d.sheets[0], ground: '#000000', lamp }] };
    const { data } = renderPixels(evaluate(design, 's'), size);
    const own = { ...word, coats: [makeCoat('fill')] };
    const letters = evaluatePart({ ...design, parts: { p: own } }, own).outline;
    const l = { x: -0.5, y: -0.5, z: Math.SQRT1_2 };
    const slope = 40 / 60;
    const norm = Math.hypot(slope, 1);
    let [looked, wrong, most] = [0, 0, 0];
    for (const { path } of letters) {
      const clean = combine('union', [path]);
      const outline = edgeOutline(transformPath(clean, [1, 0, 0, 1, 10, 330]), identity);
      const near = new NearestEdge(outline);
      const all = Int32Array.from({ length: outline.count }, (_, i) => i);
      const lightAt = (x: number, y: number): number | null => {
        near.find(x, y, all, 0, all.length);
        if (near.distance < 0) return null;
        if (near.distance > 60) return l.z;
        const n = (-near.gx * slope * l.x - near.gy * slope * l.y + l.z) / norm;
        return Math.max(0, n);
      };
      for (let y = 0; y < size; y += 3)
        for (let x = 0; x < size; x += 3) {
          const around = [
            [0, 0],
            [-1.5, 0],
            [1.5, 0],
            [0, -1.5],
            [0, 1.5],
          ].map(([dx, dy]) => lightAt(x + 0.5 + dx, y + 0.5 + dy));
          const [own] = around;
          // Away from ridges, edges and the end of the rim.
          if (own === null || around.some((v) => v === null || Math.abs(v - own) > 0.02)) continue;
          looked++;
          // Mixed as light is: in linear sRGB, which the picture holds encoded.
          const shown = data[4 * (y * size + x)] / 255;
          const linear = shown <= 0.04045 ? shown / 12.92 : ((shown + 0.055) / 1.055) ** 2.4;
          const off = Math.abs(linear - own);
          most = Math.max(most, off);
          if (off > 0.03) wrong++;
        }
    }
    expect(looked).toBeGreaterThan(3000);
    expect([wrong, most < 0.03]).toEqual([0, true]);
  });

  it('comes as a coat on top in one press, and as plain paths in another that look the same', () => {
    const part = makePart(makeSource('star', { radius: 80 }), {
      id: 'p',
      place: { x: 100, y: 100, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
      coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#c98f3a' } })],
    });
    const given = giveThickness(designOf(200, part), ['p'], 'chamfer').design;
    expect(given.parts.p.coats.map((c) => c.steps.map((s) => s.kind))).toEqual([[], ['chamfer']]);
    const before = renderPixels(evaluate(given, 's'), 200).data;
    const { design, chosen } = releaseThickness(given, 's', ['p']);
    expect(design.parts.p.coats).toHaveLength(1);
    expect(design.sheets[0].parts).toEqual(['p', chosen[1]]);
    const after = renderPixels(evaluate(design, 's'), 200).data;
    let most = 0;
    for (let i = 0; i < before.length; i++) most = Math.max(most, Math.abs(before[i] - after[i]));
    // Shades that recede become straight ones.
    expect(most).toBeLessThanOrEqual(2);
  });

  it('takes gradients up its faces and by the way they face', () => {
    const ramp = (run: 'depth' | 'facing') =>
      makeCoat('fill', {
        run,
        steps: [makeStep('chamfer', { width: 40, rise: 40 })],
        paint: {
          ...paints.linear.defaults,
          interpolation: 'srgb',
          stops: [
            { at: 0, colour: '#000000' },
            { at: 1, colour: '#ffffff' },
          ],
        },
      });
    const shown = (run: 'depth' | 'facing') => {
      const part = makePart(makeSource('rectangle', { width: 160, height: 160 }), {
        id: 'p',
        place: { x: 100, y: 100, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
        coats: [ramp(run)],
      });
      const { data } = renderPixels(evaluate(designOf(200, part), 's'), 200);
      return (x: number, y: number) => data[4 * (200 * y + x)] / 255;
    };
    const up = shown('depth');
    for (const d of [4, 12, 20, 36]) {
      const wanted = (d + 0.5) / 40;
      for (const [x, y] of [
        [20 + d, 100],
        [179 - d, 100],
        [100, 20 + d],
        [100, 179 - d],
      ] as const)
        expect(up(x, y)).toBeCloseTo(wanted, 1);
    }
    // Clockwise from the top, once round.
    const facing = shown('facing');
    expect(
      [facing(100, 30), facing(170, 100), facing(100, 170), facing(30, 100)].map((v) => Number(v.toFixed(2))),
    ).toEqual([0, 0.25, 0.5, 0.75]);
  });

  it('of nothing, of no width and of absurd outlines says so in words and takes its time', () => {
    expect(chamferOf(pathOf([]), 10, 10)).toEqual([]);
    const many = Array.from({ length: 4000 }, (_, i) => polygon([i, 0], [i + 0.5, 0], [i, 0.5]));
    const all = pathOf(many.flatMap((p) => p.contours));
    expect(() => chamferOf(all, 1, 1)).toThrow(/ridges/);
    expect(chamferOf(regular(5, 0, 0, 1e-7), 1e6, 1).length).toBeLessThan(50);
  });
});
