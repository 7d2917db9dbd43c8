import type { Shares } from './shares';

/** The colour that a pixel has most of. */
const mainOf = ({ first, second, share }: Shares, k: number): number =>
  share[k] < 0.5 ? first[k] : second[k];

const sides = [-1, 1] as const;

/** Gives areas of one colour with fewer pixels than `least` to the colour that they border on most; changes the shares. */
export function dropSmallAreas(shares: Shares, least: number): void {
  if (least <= 1) return;
  const { width, height, first, second } = shares;
  const n = width * height;
  const seen = new Uint8Array(n);
  const main = Uint8Array.from({ length: n }, (_, k) => mainOf(shares, k));
  const area: number[] = [];
  const visit = (k: number, own: number, border: Map<number, number>) => {
    const x = k % width;
    const go = (to: number) => {
      if (main[to] !== own) border.set(main[to], (border.get(main[to]) ?? 0) + 1);
      else if (!seen[to]) {
        seen[to] = 1;
        area.push(to);
      }
    };
    for (const d of sides) {
      if (x + d >= 0 && x + d < width) go(k + d);
      const below = k + d * width;
      if (below >= 0 && below < n) go(below);
    }
  };
  for (let start = 0; start < n; start++) {
    if (seen[start]) continue;
    const own = main[start];
    const border = new Map<number, number>();
    area.length = 0;
    area.push(start);
    seen[start] = 1;
    for (let i = 0; i < area.length; i++) visit(area[i], own, border);
    if (area.length >= least || !border.size) continue;
    const [to] = [...border].reduce((a, b) => (b[1] > a[1] ? b : a));
    const put = (k: number) => {
      if (first[k] === own) first[k] = to;
      if (second[k] === own) second[k] = to;
    };
    for (const k of area) {
      put(k);
      main[k] = to;
      const x = k % width;
      // What is mixed with it along its edge.
      for (const d of sides) {
        if (x + d >= 0 && x + d < width) put(k + d);
        const below = k + d * width;
        if (below >= 0 && below < n) put(below);
      }
    }
  }
}
