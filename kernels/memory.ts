// Where everything lies. A tile is at most 256 × 256 pixels of premultiplied RGBA, four f32 each.

export const TILE: i32 = 256;
/** Samples a pixel; each owns one column and one row of a 64 × 64 lattice. */
export const SAMPLES: i32 = 64;
export const FULL: u64 = 0xffff_ffff_ffff_ffff;

/** Columns kept a row: the tile, one beyond it, and padding. */
export const COLUMNS: usize = 264;
export const TABLES: usize = 1 << 20;
export const TOUCHED: usize = TABLES + 8192;
/** Colours of one row of a paint. */
export const ROW: usize = TABLES + 16384;
/** Vertices of one block of a mesh. */
export const MESH: usize = TABLES + 32768;
export const AREA: usize = 2 << 20;
export const WINDING: usize = 3 << 20;
/** Colours worked out by the host, one a pixel of the tile. */
export const GIVEN: usize = 8 << 20;
const LAYERS: usize = 9 << 20;
/** Bytes a layer takes: colours, heads of fragment lists, and a bitmap of the pixels that have one. */
const LAYER_STRIDE: usize = 2 << 20;
const LAYER_COUNT: usize = 24;
export const INPUT: usize = LAYERS + LAYER_COUNT * LAYER_STRIDE;
export const INPUT_BYTES: usize = 96 << 20;
const POOL: usize = INPUT + INPUT_BYTES;

const HEADS: usize = 1 << 20;
const BITS: usize = HEADS + (1 << 18);
/** Box of the pixels written so far: left, top, right, bottom as i32. */
const BOX: usize = BITS + 8192;

@inline export function colours(layer: i32): usize { return LAYERS + <usize>layer * LAYER_STRIDE; }
@inline export function heads(layer: i32): usize { return colours(layer) + HEADS; }
@inline export function bits(layer: i32): usize { return colours(layer) + BITS; }
@inline export function box(layer: i32): usize { return colours(layer) + BOX; }

// Fragments: 16 bytes colour, 8 bytes sample mask, 4 bytes weight, 4 bytes next (0 ends a list).
let bump: u32 = 1;
let free: u32 = 0;

@inline export function fragment(i: u32): usize { return POOL + (<usize>i << 5); }
@inline export function fragmentMask(at: usize): u64 { return load<u64>(at, 16); }
@inline export function fragmentWeight(at: usize): f32 { return load<f32>(at, 24); }
@inline export function fragmentNext(at: usize): u32 { return load<u32>(at, 28); }

export function makeFragment(colour: v128, mask: u64, weight: f32, next: u32): u32 {
  let i = free;
  if (i) free = fragmentNext(fragment(i));
  else {
    i = bump++;
    const end = fragment(i) + 32;
    if (end > <usize>memory.size() << 16) memory.grow(256);
  }
  const at = fragment(i);
  v128.store(at, colour);
  store<u64>(at, mask, 16);
  store<f32>(at, weight, 24);
  store<u32>(at, next, 28);
  return i;
}

@inline export function releaseFragment(i: u32): void {
  store<u32>(fragment(i), free, 28);
  free = i;
}

export function releaseList(head: u32): void {
  while (head) {
    const next = fragmentNext(fragment(head));
    releaseFragment(head);
    head = next;
  }
}

export function resetFragments(): void {
  bump = 1;
  free = 0;
}

export function growTo(bytes: usize): void {
  const pages = <i32>((bytes + 0xffff) >> 16);
  if (pages > memory.size()) memory.grow(pages - memory.size());
}

export function initMemory(): void {
  growTo(POOL + (16 << 20));
  for (let i = 0; i < <i32>LAYER_COUNT; i++) emptyBox(i);
}

export function emptyBox(layer: i32): void {
  const b = box(layer);
  store<i32>(b, TILE);
  store<i32>(b, TILE, 4);
  store<i32>(b, 0, 8);
  store<i32>(b, 0, 12);
}

@inline export function growBox(layer: i32, x0: i32, y: i32, x1: i32): void {
  const b = box(layer);
  if (x0 < load<i32>(b)) store<i32>(b, x0);
  if (y < load<i32>(b, 4)) store<i32>(b, y, 4);
  if (x1 > load<i32>(b, 8)) store<i32>(b, x1, 8);
  if (y >= load<i32>(b, 12)) store<i32>(b, y + 1, 12);
}
