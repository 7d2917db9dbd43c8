// Layers of pixels. A pixel holds one colour until an edge crosses it; from then on a list of
// fragments, each with the samples it covers. Averaging waits until the layer is shown or filtered.
import { composite, over } from './blend';
import {
  bits, box, colours, emptyBox, FULL, fragment, fragmentMask, fragmentNext, fragmentWeight, growBox, heads,
  makeFragment, releaseFragment, releaseList, ROW,
} from './memory';
import { colourAt, paintIsOpaque, paintRow, paintIsSolid, solidColour } from './paint';

let current: i32 = 0;
let C: usize = 0;
let H: usize = 0;
let B: usize = 0;
let mode: i32 = 0;

/** The layer that shapes are painted on, and the blend mode they are painted with. */
export function target(layer: i32, blend: i32): void {
  current = layer;
  C = colours(layer);
  H = heads(layer);
  B = bits(layer);
  mode = blend;
}

@inline function bitAddress(base: usize, x: i32, y: i32): usize { return base + (<usize>y << 5) + (<usize>(x >> 6) << 3); }
@inline function hasList(x: i32, y: i32): bool { return ((load<u64>(bitAddress(B, x, y)) >> (x & 63)) & 1) != 0; }
@inline function setList(x: i32, y: i32): void {
  const at = bitAddress(B, x, y);
  store<u64>(at, load<u64>(at) | ((1 as u64) << (x & 63)));
}
@inline function clearList(x: i32, y: i32): void {
  const at = bitAddress(B, x, y);
  store<u64>(at, load<u64>(at) & ~((1 as u64) << (x & 63)));
}

/** First pixel with a list in [x, end) of row y, or end. */
@inline function nextList(x: i32, y: i32, end: i32): i32 {
  const row = B + (<usize>y << 5);
  let w = x >> 6;
  let b = load<u64>(row + (<usize>w << 3)) & (<u64>(-1) << (x & 63));
  while (b == 0) {
    w++;
    if (w << 6 >= end) return end;
    b = load<u64>(row + (<usize>w << 3));
  }
  const n = (w << 6) + <i32>ctz(b);
  return n < end ? n : end;
}

function fillPlain(y: i32, x0: i32, x1: i32): void {
  let p = C + (<usize>(y * 256 + x0) << 4);
  const opaque = paintIsOpaque() && mode == 0;
  if (paintIsSolid()) {
    const end = C + (<usize>(y * 256 + x1) << 4);
    const s = solidColour();
    if (opaque) for (; p < end; p += 16) v128.store(p, s);
    else if (mode == 0) {
      const keep = f32x4.splat(1 - f32x4.extract_lane(s, 3));
      for (; p < end; p += 16) v128.store(p, f32x4.add(s, f32x4.mul(v128.load(p), keep)));
    } else for (; p < end; p += 16) v128.store(p, composite(mode, s, v128.load(p)));
    return;
  }
  paintRow(y, x0, x1, ROW);
  if (opaque) {
    memory.copy(p, ROW, <usize>(x1 - x0) << 4);
    return;
  }
  let s = ROW;
  if (mode == 0) for (let x = x0; x < x1; x++, p += 16, s += 16) v128.store(p, over(v128.load(s), v128.load(p)));
  else for (let x = x0; x < x1; x++, p += 16, s += 16) v128.store(p, composite(mode, v128.load(s), v128.load(p)));
}

function fillList(y: i32, x: i32): void {
  const s = colourAt(x, y);
  const o = <usize>(y * 256 + x);
  let h = load<u32>(H + (o << 2));
  if (paintIsOpaque() && mode == 0) {
    releaseList(h);
    clearList(x, y);
    v128.store(C + (o << 4), s);
    return;
  }
  for (; h; h = fragmentNext(fragment(h))) {
    const at = fragment(h);
    v128.store(at, composite(mode, s, v128.load(at)));
  }
}

/** Pixels [x0, x1) of row y wholly covered by the paint. */
export function coverSpan(y: i32, x0: i32, x1: i32): void {
  growBox(current, x0, y, x1);
  let x = x0;
  while (x < x1) {
    const n = nextList(x, y, x1);
    if (n > x) fillPlain(y, x, n);
    if (n >= x1) return;
    fillList(y, n);
    x = n + 1;
  }
}

@inline function same(a: v128, b: v128): bool { return !v128.any_true(v128.xor(a, b)); }

function splitPlain(y: i32, x: i32, mask: u64, weight: f32, s: v128): void {
  const o = <usize>(y * 256 + x);
  const c = v128.load(C + (o << 4));
  const d = composite(mode, s, c);
  if (same(c, d)) return;
  const rest = makeFragment(c, FULL & ~mask, 1 - weight, 0);
  store<u32>(H + (o << 2), makeFragment(d, mask, weight, rest));
  setList(x, y);
}

/** The samples `mask` of a pixel covered by the paint; `weight` is their share of its area. */
export function coverSamples(y: i32, x: i32, mask: u64, weight: f32): void {
  growBox(current, x, y, x + 1);
  const s = colourAt(x, y);
  if (!hasList(x, y)) {
    splitPlain(y, x, mask, weight, s);
    return;
  }
  const o = <usize>(y * 256 + x);
  const isOpaque = mode == 0 && f32x4.extract_lane(s, 3) >= 1;
  let head = load<u32>(H + (o << 2));
  let h = head;
  let before: u32 = 0;
  // The one fragment that takes all samples of an opaque cover.
  let cover: u32 = 0;
  while (h) {
    const at = fragment(h);
    const next = fragmentNext(at);
    const own = fragmentMask(at);
    const hit = own & mask;
    if (hit) {
      const c = v128.load(at);
      const d = composite(mode, s, c);
      const w = fragmentWeight(at);
      if (hit == own) {
        if (isOpaque && cover) {
          const q = fragment(cover);
          store<u64>(q, fragmentMask(q) | hit, 16);
          store<f32>(q, fragmentWeight(q) + w, 24);
          if (before) store<u32>(fragment(before), next, 28);
          else head = next;
          releaseFragment(h);
          h = next;
          continue;
        }
        v128.store(at, d);
        if (isOpaque) cover = h;
      } else if (!same(c, d)) {
        const part: f32 = (w * <f32>(<i32>popcnt(hit))) / <f32>(<i32>popcnt(own));
        store<u64>(at, own & ~hit, 16);
        store<f32>(at, w - part, 24);
        if (isOpaque && cover) {
          const q = fragment(cover);
          store<u64>(q, fragmentMask(q) | hit, 16);
          store<f32>(q, fragmentWeight(q) + part, 24);
        } else {
          head = makeFragment(d, hit, part, head);
          if (isOpaque) cover = head;
        }
      }
    }
    before = h;
    h = next;
  }
  if (fragmentNext(fragment(head)) == 0) {
    v128.store(C + (o << 4), v128.load(fragment(head)));
    releaseFragment(head);
    clearList(x, y);
    return;
  }
  store<u32>(H + (o << 2), head);
}

// How two layers are joined.
const COMPOSITE: i32 = 0;
const MASK: i32 = 1;
const MIX: i32 = 2;
const LUMA: i32 = 3;
const ERASE: i32 = 4;

/** Luminance of a premultiplied colour (Filter Effects 1, luminanceToAlpha). */
@inline function luminance(s: v128): f32 {
  return f32x4.extract_lane(s, 0) * 0.2126 + f32x4.extract_lane(s, 1) * 0.7152 + f32x4.extract_lane(s, 2) * 0.0722;
}

@inline function joined(op: i32, blend: i32, amount: v128, s: v128, d: v128): v128 {
  if (op == COMPOSITE) return blend == 0 ? over(f32x4.mul(amount, s), d) : composite(blend, f32x4.mul(amount, s), d);
  if (op == MASK) return f32x4.mul(d, v128.shuffle<i32>(s, s, 3, 3, 3, 3));
  if (op == LUMA) return f32x4.mul(d, f32x4.splat(luminance(s)));
  if (op == ERASE) return f32x4.mul(d, f32x4.splat(1 - f32x4.extract_lane(s, 3)));
  return f32x4.add(d, f32x4.mul(amount, f32x4.sub(s, d)));
}

/**
 * Joins layer `from` into layer `to`, sample by sample, and empties `from`.
 * 0 composites at an opacity in a blend mode; 1 multiplies `to` by the alpha of `from`;
 * 2 moves `to` toward `from` by the opacity, as a group without isolation needs it; 3 multiplies `to`
 * by the luminance of `from`; 4 takes the alpha of `from` out of `to`.
 */
export function joinLayers(from: i32, to: i32, op: i32, blend: i32, opacity: f32): void {
  const fromBox = box(from);
  const toBox = box(to);
  const whole = op == MASK || op == LUMA ? toBox : fromBox;
  const x0 = load<i32>(whole), y0 = load<i32>(whole, 4), x1 = load<i32>(whole, 8), y1 = load<i32>(whole, 12);
  const sc = colours(from), sh = heads(from), sb = bits(from);
  const amount = f32x4.splat(opacity);
  target(to, blend);
  for (let y = y0; y < y1; y++) {
    growBox(to, x0, y, x1);
    for (let x = x0; x < x1; x++) {
      const o = <usize>(y * 256 + x);
      const inFrom = ((load<u64>(bitAddress(sb, x, y)) >> (x & 63)) & 1) != 0;
      const inTo = hasList(x, y);
      const p = C + (o << 4);
      if (!inFrom) {
        const s = v128.load(sc + (o << 4));
        if ((op == COMPOSITE || op == ERASE) && !v128.any_true(s)) continue;
        if (!inTo) v128.store(p, joined(op, blend, amount, s, v128.load(p)));
        else
          for (let h = load<u32>(H + (o << 2)); h; h = fragmentNext(fragment(h))) {
            const at = fragment(h);
            v128.store(at, joined(op, blend, amount, s, v128.load(at)));
          }
        continue;
      }
      const head = load<u32>(sh + (o << 2));
      if (!inTo) {
        const d = v128.load(p);
        for (let h = head; h; h = fragmentNext(fragment(h))) {
          const at = fragment(h);
          v128.store(at, joined(op, blend, amount, v128.load(at), d));
        }
        store<u32>(H + (o << 2), head);
        setList(x, y);
        // The list has changed hands.
        const bit = bitAddress(sb, x, y);
        store<u64>(bit, load<u64>(bit) & ~((1 as u64) << (x & 63)));
        continue;
      }
      const other = load<u32>(H + (o << 2));
      let made: u32 = 0;
      for (let d = other; d; d = fragmentNext(fragment(d))) {
        const dm = fragmentMask(fragment(d)), dw = fragmentWeight(fragment(d)), dc = v128.load(fragment(d));
        for (let s = head; s; s = fragmentNext(fragment(s))) {
          const sm = fragmentMask(fragment(s));
          const hit = sm & dm;
          if (!hit) continue;
          const w: f32 = hit == dm ? dw : hit == sm ? fragmentWeight(fragment(s)) : (dw * <f32>(<i32>popcnt(hit))) / <f32>(<i32>popcnt(dm));
          made = makeFragment(joined(op, blend, amount, v128.load(fragment(s)), dc), hit, w, made);
        }
      }
      releaseList(other);
      store<u32>(H + (o << 2), made);
    }
  }
  clearLayer(from);
}

/** Empties a layer; only what was written is touched. */
export function clearLayer(layer: i32): void {
  const b = box(layer);
  const x0 = load<i32>(b), x1 = load<i32>(b, 8), y1 = load<i32>(b, 12);
  if (x1 > x0) {
    const h = heads(layer);
    for (let y = load<i32>(b, 4); y < y1; y++) {
      memory.fill(colours(layer) + (<usize>(y * 256 + x0) << 4), 0, <usize>(x1 - x0) << 4);
      for (let w = 0; w < 4; w++) {
        const at = bits(layer) + (<usize>y << 5) + (<usize>w << 3);
        let set = load<u64>(at);
        store<u64>(at, 0);
        for (; set; set &= set - 1) releaseList(load<u32>(h + (<usize>(y * 256 + (w << 6) + <i32>ctz(set)) << 2)));
      }
    }
  }
  emptyBox(layer);
}

/** Fills a layer with one premultiplied colour. */
export function floodLayer(layer: i32, r: f32, g: f32, b: f32, a: f32): void {
  clearLayer(layer);
  const c = f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(a), 0, r), 1, g), 2, b);
  const base = colours(layer);
  for (let p = base, end = base + (1 << 20); p < end; p += 16) v128.store(p, c);
  const at = box(layer);
  store<i32>(at, 0);
  store<i32>(at, 0, 4);
  store<i32>(at, 256, 8);
  store<i32>(at, 256, 12);
}

/** Makes an empty layer the twin of another, fragments and all. */
export function copyLayer(from: i32, to: i32): void {
  const b = box(from);
  const x0 = load<i32>(b), y0 = load<i32>(b, 4), x1 = load<i32>(b, 8), y1 = load<i32>(b, 12);
  if (x1 <= x0) return;
  for (let y = y0; y < y1; y++) {
    const o = <usize>(y * 256 + x0);
    memory.copy(colours(to) + (o << 4), colours(from) + (o << 4), <usize>(x1 - x0) << 4);
    for (let w = 0; w < 4; w++) {
      const at = (<usize>y << 5) + (<usize>w << 3);
      const set = load<u64>(bits(from) + at);
      store<u64>(bits(to) + at, set);
      for (let rest = set; rest; rest &= rest - 1) {
        const k = <usize>(y * 256 + (w << 6) + <i32>ctz(rest)) << 2;
        let copy: u32 = 0;
        for (let h = load<u32>(heads(from) + k); h; h = fragmentNext(fragment(h))) {
          const q = fragment(h);
          copy = makeFragment(v128.load(q), fragmentMask(q), fragmentWeight(q), copy);
        }
        store<u32>(heads(to) + k, copy);
      }
    }
  }
  memory.copy(box(to), box(from), 16);
}

@inline function average(head: u32): v128 {
  let sum = f32x4.splat(0);
  let weights: f32 = 0;
  for (let h = head; h; h = fragmentNext(fragment(h))) {
    const at = fragment(h);
    const w = fragmentWeight(at);
    weights += w;
    sum = f32x4.add(sum, f32x4.mul(f32x4.splat(w), v128.load(at)));
  }
  return f32x4.mul(sum, f32x4.splat(1 / weights));
}

/** Averages every list of a layer, leaving plain pixels. */
export function flattenLayer(layer: i32): void {
  const b = box(layer);
  const y1 = load<i32>(b, 12);
  for (let y = load<i32>(b, 4); y < y1; y++)
    for (let w = 0; w < 4; w++) {
      const at = bits(layer) + (<usize>y << 5) + (<usize>w << 3);
      let set = load<u64>(at);
      store<u64>(at, 0);
      for (; set; set &= set - 1) {
        const o = <usize>(y * 256 + (w << 6) + <i32>ctz(set));
        const head = load<u32>(heads(layer) + (o << 2));
        v128.store(colours(layer) + (o << 4), average(head));
        releaseList(head);
      }
    }
}
