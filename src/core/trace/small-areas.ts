import type { Shares } from './shares';

/** The colour that each pixel has most of. */
function mainColours({ first, second, share }: Shares): Uint8Array {
  const main = new Uint8Array(first.length);
  for (let k = 0; k < main.length; k++) main[k] = share[k] < 0.5 ? first[k] : second[k];
  return main;
}

/** Writes which pixels lie beside one, to its left and right, above and below. Returns how many there are. */
function beside(k: number, width: number, n: number, out: Int32Array): number {
  let count = 0;
  const x = k % width;
  if (x > 0) out[count++] = k - 1;
  if (k >= width) out[count++] = k - width;
  if (x + 1 < width) out[count++] = k + 1;
  if (k + width < n) out[count++] = k + width;
  return count;
}

/** How often an area borders on each other colour, and the order in which they were met. */
class Border {
  private readonly counts = new Uint32Array(256);
  private readonly met: number[] = [];

  add(colour: number): void {
    if (this.counts[colour]++ === 0) this.met.push(colour);
  }

  /** The colour it borders on most, of several the one met first; −1 where it borders on none. */
  most(): number {
    let best = -1;
    for (const colour of this.met) if (best < 0 || this.counts[colour] > this.counts[best]) best = colour;
    return best;
  }

  clear(): void {
    for (const colour of this.met) this.counts[colour] = 0;
    this.met.length = 0;
  }
}

/** Gives areas of one colour with fewer pixels than `least` to the colour that they border on most; changes the shares. */
export function dropSmallAreas(shares: Shares, least: number): void {
  if (least <= 1) return;
  const { width, height, first, second } = shares;
  const n = width * height;
  const seen = new Uint8Array(n);
  const main = mainColours(shares);
  const area = new Int32Array(n);
  const near = new Int32Array(4);
  const border = new Border();
  for (let start = 0; start < n; start++) {
    if (seen[start]) continue;
    const own = main[start];
    border.clear();
    let size = 1;
    area[0] = start;
    seen[start] = 1;
    for (let i = 0; i < size; i++) {
      const count = beside(area[i], width, n, near);
      for (let s = 0; s < count; s++) {
        const to = near[s];
        if (main[to] !== own) border.add(main[to]);
        else if (!seen[to]) {
          seen[to] = 1;
          area[size++] = to;
        }
      }
    }
    const to = size < least ? border.most() : -1;
    if (to < 0) continue;
    for (let i = 0; i < size; i++) {
      const k = area[i];
      main[k] = to;
      // What is mixed with it along its edge goes with it.
      const count = beside(k, width, n, near);
      for (let s = -1; s < count; s++) {
        const p = s < 0 ? k : near[s];
        if (first[p] === own) first[p] = to;
        if (second[p] === own) second[p] = to;
      }
    }
  }
}
