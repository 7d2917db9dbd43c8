import { composite } from './composite';
import { type Colour, clearColour, each, f, same, scaled } from './single';

const side = 256;
/** All 64 samples of a pixel. */
export const full = 0xffff_ffff_ffff_ffffn;

/** Samples of a pixel that share a colour, and their share of its area. */
interface Fragment {
  colour: Colour;
  mask: bigint;
  weight: number;
}

type Pixel = Colour | Fragment[];
const isList = (p: Pixel): p is Fragment[] => typeof p[0] === 'object';

/** How many samples a mask holds. */
export function count(mask: bigint): number {
  let n = 0;
  for (let m = mask; m; m &= m - 1n) n++;
  return n;
}

const part = (weight: number, hit: bigint, own: bigint): number => f(f(weight * count(hit)) / count(own));

export type JoinRule = 'composite' | 'mask' | 'mix' | 'luminance' | 'erase';

function joined(rule: JoinRule, mode: number, amount: number, s: Colour, d: Colour): Colour {
  if (rule === 'composite') return composite(mode, scaled(s, amount), d);
  if (rule === 'mask') return scaled(d, s[3]);
  if (rule === 'luminance')
    return scaled(d, f(f(f(s[0] * f(0.2126)) + f(s[1] * f(0.7152))) + f(s[2] * f(0.0722))));
  if (rule === 'erase') return scaled(d, f(1 - s[3]));
  return each((i) => d[i] + f(amount * f(s[i] - d[i])));
}

/** A tile of pixels: one colour each, or fragments where an edge has crossed. */
export class PlainLayer {
  private pixels: Pixel[] = new Array(side * side).fill(clearColour);
  /** Left, top, right and bottom of what was written. */
  private box = [side, side, 0, 0];

  private grow(x0: number, y: number, x1: number): void {
    const [l, t, r, b] = this.box;
    this.box = [Math.min(l, x0), Math.min(t, y), Math.max(r, x1), Math.max(b, y + 1)];
  }

  /** A colour over a whole pixel, fragments and all. */
  cover(x: number, y: number, s: Colour, mode: number, opaque: boolean): void {
    this.grow(x, y, x + 1);
    const o = y * side + x;
    const p = this.pixels[o];
    if (opaque && mode === 0) this.pixels[o] = s;
    else if (isList(p)) for (const q of p) q.colour = composite(mode, s, q.colour);
    else this.pixels[o] = composite(mode, s, p);
  }

  /** A colour over some samples of a pixel. */
  coverSamples(x: number, y: number, s: Colour, mode: number, mask: bigint, weight: number): void {
    this.grow(x, y, x + 1);
    const o = y * side + x;
    const p = this.pixels[o];
    if (!isList(p)) {
      const colour = composite(mode, s, p);
      if (same(colour, p)) return;
      this.pixels[o] = [
        { colour, mask, weight: f(weight) },
        { colour: p, mask: full & ~mask, weight: f(1 - f(weight)) },
      ];
      return;
    }
    const opaque = mode === 0 && s[3] >= 1;
    const made: Fragment[] = [];
    const kept: Fragment[] = [];
    let cover: Fragment | null = null;
    for (const q of p) {
      const hit = q.mask & mask;
      const colour = composite(mode, s, q.colour);
      const whole = hit === q.mask;
      if (!hit || (!whole && same(colour, q.colour))) {
        kept.push(q);
        continue;
      }
      const share = whole ? q.weight : part(q.weight, hit, q.mask);
      if (!whole) {
        q.mask &= ~hit;
        q.weight = f(q.weight - share);
        kept.push(q);
      }
      if (opaque && cover) {
        cover.mask |= hit;
        cover.weight = f(cover.weight + share);
        continue;
      }
      const fresh = whole ? q : { colour, mask: hit, weight: share };
      fresh.colour = colour;
      if (whole) kept.push(q);
      else made.unshift(fresh);
      if (opaque) cover = fresh;
    }
    const list = [...made, ...kept];
    this.pixels[o] = list.length === 1 ? list[0].colour : list;
  }

  /** Joins another layer into this one, sample by sample, and empties the other. */
  join(from: PlainLayer, rule: JoinRule, mode: number, opacity: number): void {
    const amount = f(opacity);
    const [x0, y0, x1, y1] = rule === 'mask' || rule === 'luminance' ? this.box : from.box;
    const put = (s: Colour, d: Colour) => joined(rule, mode, amount, s, d);
    for (let y = y0; y < y1; y++) {
      this.grow(x0, y, x1);
      for (let x = x0; x < x1; x++) {
        const o = y * side + x;
        const s = from.pixels[o];
        const d = this.pixels[o];
        if (!isList(s)) {
          if ((rule === 'composite' || rule === 'erase') && same(s, clearColour)) continue;
          if (isList(d)) for (const q of d) q.colour = put(s, q.colour);
          else this.pixels[o] = put(s, d);
        } else if (!isList(d)) this.pixels[o] = s.map((q) => ({ ...q, colour: put(q.colour, d) }));
        else {
          const made: Fragment[] = [];
          for (const below of d)
            for (const above of s) {
              const mask = above.mask & below.mask;
              if (!mask) continue;
              const weight =
                mask === below.mask
                  ? below.weight
                  : mask === above.mask
                    ? above.weight
                    : part(below.weight, mask, below.mask);
              made.unshift({ colour: put(above.colour, below.colour), mask, weight });
            }
          this.pixels[o] = made;
        }
      }
    }
    from.clear();
  }

  clear(): void {
    this.pixels = new Array(side * side).fill(clearColour);
    this.box = [side, side, 0, 0];
  }

  flood(colour: Colour): void {
    this.pixels = new Array(side * side).fill(colour);
    this.box = [0, 0, side, side];
  }

  copyFrom(other: PlainLayer): void {
    this.pixels = other.pixels.map((p) => (isList(p) ? p.map((q) => ({ ...q })).reverse() : p));
    this.box = other.box;
  }

  /** Averages the fragments of every pixel. */
  flatten(): void {
    this.pixels = this.pixels.map((p) => {
      if (!isList(p)) return p;
      let total: Colour = clearColour;
      let weights = 0;
      for (const q of p) {
        weights = f(weights + q.weight);
        total = each((i) => total[i] + f(q.weight * q.colour[i]));
      }
      return scaled(total, 1 / weights);
    });
  }

  /** Makes the layer reach as far as these columns of a row. */
  reach(x0: number, y: number, x1: number): void {
    this.grow(x0, y, x1);
  }

  /** Colour of a pixel without fragments. */
  colourAt(x: number, y: number): Colour {
    const p = this.pixels[y * side + x];
    if (isList(p)) throw new Error('This pixel has fragments; flatten the layer first.');
    return p;
  }
}
