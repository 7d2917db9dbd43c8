import type { Bounds } from '../../geometry/path';
import { NearestEdge } from '../../nearest/nearest-edge';
import type { EdgeOutline } from '../../nearest/outline';
import type { Rim } from '../../scene/types';
import { Blocks } from './blocks';
import { type Slope, slopeOf, softened } from './profile';

/** Pixels beyond the outline that are shaded as it is: what cuts the rim covers them in part. */
const beyond = 1.5;
/** Second difference of neighbouring shades beyond which a pixel is sampled finely: creases, ends and treads alike. */
const crease = 4 / 255;
/** Samples of such a pixel, each in a row and a column of its own. */
const samples = 16;

/** Lights and shades of a rim over a rectangle of pixels: two numbers a pixel, how much of either shows, 0–1. */
export type RimShades = Float32Array;

/** Where across a rim a signed distance lies, 0–1, or −1 where there is none of it. */
function placeAcross({ side }: Rim, width: number, d: number): number {
  if (side === 'inside') return d > width || d < -beyond ? -1 : Math.max(0, d / width);
  if (side === 'outside') return d < -width || d > beyond ? -1 : Math.min(1, 1 + d / width);
  return Math.abs(d) > width / 2 ? -1 : 0.5 + d / width;
}

/** Signed distances in pixels between which a rim can be seen, what its edge covers in part included. */
function spanOf({ side }: Rim, width: number): readonly [number, number] {
  if (side === 'inside') return [-beyond, width];
  return side === 'outside' ? [-width, beyond] : [-width / 2, width / 2];
}

/** Less shine than this is none. */
const dull = 1e-4;

/** What a rim looks like at places of the pixels: how much lighter (above 0) or darker (below) than what lies flat, −1 to 1. */
class Shader {
  readonly edge: NearestEdge;
  private readonly slope: Slope;
  private readonly half: readonly [number, number, number];
  /** Shine of what lies flat, and the least cosine that shines at all. */
  private readonly still: number;
  private readonly least: number;

  constructor(
    private readonly rim: Rim,
    outline: EdgeOutline,
    private readonly width: number,
    private readonly steep: number,
  ) {
    this.edge = new NearestEdge(outline);
    this.slope = slopeOf(rim);
    // Between the light and the eye straight above (Blinn 1977).
    const [x, y, z] = rim.light;
    const l = Math.hypot(x, y, z + 1) || 1;
    this.half = [x / l, y / l, (z + 1) / l];
    this.least = dull ** (1 / rim.gloss);
    this.still = this.shineOf(this.half[2]);
  }

  private shineOf(cosine: number): number {
    return this.rim.shine > 0 && cosine > this.least ? this.rim.shine * cosine ** this.rim.gloss : 0;
  }

  /** The shade at a place, 0 where it is no other than what lies flat. */
  at(x: number, y: number, list: Int32Array, from: number, to: number): number {
    const { edge, rim, half, slope } = this;
    edge.find(x, y, list, from, to);
    const u = placeAcross(rim, this.width, edge.distance);
    if (u < 0) return 0;
    const k = this.steep * slope.rise(u) * softened(u, rim.softness);
    const run = slope.run(u);
    const l = Math.sqrt(k * k + run * run) || 1;
    const nx = (-k * edge.gx) / l;
    const ny = (-k * edge.gy) / l;
    const nz = run / l;
    const lx = rim.light[0];
    const ly = rim.light[1];
    const lz = rim.light[2];
    const lit = Math.max(0, nx * lx + ny * ly + nz * lz);
    const flat = lz > 0 ? lz : 0;
    const shine = this.shineOf(nx * half[0] + ny * half[1] + nz * half[2]);
    const more = lit - flat + Math.max(0, shine - this.still);
    return more >= 0 ? Math.min(1, more / Math.max(1e-6, 1 - flat)) : more / Math.max(1e-6, flat);
  }
}

/**
 * Works a rim out over a rectangle of device pixels, `scale` of them a sheet unit. Its bits do not depend on how a picture is
 * cut into rectangles: places are whole-picture pixels, blocks lie on one lattice, and of several chords as near the first counts.
 */
export function shadeRim(rim: Rim, outline: EdgeOutline, area: Bounds, scale: number): RimShades {
  const width = rim.width * scale;
  const [wide, high] = [area.x1 - area.x0, area.y1 - area.y0];
  const out = new Float32Array(2 * wide * high);
  if (!(width > 0) || !outline.count) return out;
  const shader = new Shader(rim, outline, width, rim.height / rim.width);
  // One pixel more on every side, for differences.
  const [w, h] = [wide + 2, high + 2];
  const shades = new Float32Array(w * h);
  const [left, top] = [area.x0 - 1, area.y0 - 1];
  const span = spanOf(rim, width);
  new Blocks(outline, shader.edge, ...span, (x, y, bw, bh, list, from, to) => {
    for (let j = y; j < y + bh; j++)
      for (let i = x; i < x + bw; i++)
        shades[(j - top) * w + i - left] = shader.at(i + 0.5, j + 0.5, list, from, to);
  }).run(left, top, w, h);
  const marked = new Uint8Array(wide * high);
  let some = false;
  for (let j = 0; j < high; j++)
    for (let i = 0; i < wide; i++) {
      const at = (j + 1) * w + i + 1;
      const s = shades[at];
      put(out, 2 * (j * wide + i), s);
      const across = Math.abs(shades[at - 1] - 2 * s + shades[at + 1]);
      const down = Math.abs(shades[at - w] - 2 * s + shades[at + w]);
      if (across > crease || down > crease) {
        marked[j * wide + i] = 1;
        some = true;
      }
    }
  if (some) sampleFinely(out, marked, shader, outline, area, span);
  return out;
}

function put(out: RimShades, at: number, shade: number): void {
  if (shade > 0) out[at] = shade;
  else out[at + 1] = -shade;
}

function sampleFinely(
  out: RimShades,
  marked: Uint8Array,
  shader: Shader,
  outline: EdgeOutline,
  area: Bounds,
  span: readonly [number, number],
): void {
  const wide = area.x1 - area.x0;
  new Blocks(outline, shader.edge, ...span, (x, y, bw, bh, list, from, to) => {
    for (let j = y; j < y + bh; j++)
      for (let i = x; i < x + bw; i++) {
        const n = (j - area.y0) * wide + i - area.x0;
        if (!marked[n]) continue;
        let [light, shade] = [0, 0];
        for (let k = 0; k < samples; k++) {
          const s = shader.at(
            i + (k + 0.5) / samples,
            j + (((5 * k) % samples) + 0.5) / samples,
            list,
            from,
            to,
          );
          if (s > 0) light += s;
          else shade -= s;
        }
        out[2 * n] = light / samples;
        out[2 * n + 1] = shade / samples;
      }
  }).run(area.x0, area.y0, wide, area.y1 - area.y0);
}
