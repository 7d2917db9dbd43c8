import type { ColourChange } from './change';

/** Steps along each side of a cube of colours. */
const steps = 24;
const side = steps + 1;

/** What becomes of colours, looked up between those of a lattice: four numbers each, straight, those of blue fastest. */
export type ColourCube = Float32Array;

/** A change of colours as a cube; after another one where that was there before. */
export function colourCube(change: ColourChange, before?: ColourCube): ColourCube {
  const out = new Float32Array(4 * side ** 3);
  let at = 0;
  for (let r = 0; r < side; r++)
    for (let g = 0; g < side; g++)
      for (let b = 0; b < side; b++, at += 4)
        out.set(
          change(
            before
              ? [before[at], before[at + 1], before[at + 2], before[at + 3]]
              : [r / steps, g / steps, b / steps, 1],
          ),
          at,
        );
  return out;
}

const mixed = new Float64Array(4);

/** Changes a premultiplied colour, four numbers from 0 to 1, by a cube. */
export function changeByCube(cube: ColourCube, colour: Float64Array): void {
  const alpha = colour[3];
  if (!(alpha > 0)) return;
  const r = (colour[0] / alpha) * steps;
  const g = (colour[1] / alpha) * steps;
  const b = (colour[2] / alpha) * steps;
  const i = Math.min(steps - 1, Math.floor(r));
  const j = Math.min(steps - 1, Math.floor(g));
  const k = Math.min(steps - 1, Math.floor(b));
  mixed.fill(0);
  for (let n = 0; n < 8; n++) {
    const [x, y, z] = [n & 1, (n >> 1) & 1, n >> 2];
    const weight = (x ? r - i : 1 - r + i) * (y ? g - j : 1 - g + j) * (z ? b - k : 1 - b + k);
    const at = 4 * (((i + x) * side + j + y) * side + k + z);
    for (let c = 0; c < 4; c++) mixed[c] += weight * cube[at + c];
  }
  const own = alpha * mixed[3];
  colour[0] = mixed[0] * own;
  colour[1] = mixed[1] * own;
  colour[2] = mixed[2] * own;
  colour[3] = own;
}
