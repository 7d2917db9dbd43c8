// How far places lie from an outline. Chords find the nearest stretch, the curve itself gives the distance.

/** Rounds of Newton's method for the foot of a point on a curve. */
const ROUNDS: i32 = 4;

// The outline at hand, in arrays one after another: five f64 a chord (where it begins, the way it goes, 1 over the square of its
// length), two f64 a chord (the parameter of its curve where it begins, and how far it goes on), two f64 a chord (the sum of the
// inward normals at its node), twelve f64 a curve (its points, and the ways it goes at its ends), and three i32 a chord (its curve or −1,
// the chord before, the chord after).
let chords: usize = 0, spans: usize = 0, nodes: usize = 0, curves: usize = 0, links: usize = 0;
let count: i32 = 0;
let turn: f64 = 1;

@inline export function edgeCount(): i32 { return count; }

/** Makes the outline at `at` the one that is asked about; `turned` where the map to the pixels turns it over. */
export function setOutline(at: usize, chordCount: i32, curveCount: i32, turned: i32): void {
  count = chordCount;
  chords = at;
  spans = chords + <usize>chordCount * 40;
  nodes = spans + <usize>chordCount * 16;
  curves = nodes + <usize>chordCount * 16;
  links = curves + <usize>curveCount * 96;
  turn = turned ? -1 : 1;
}

/** Where on the line of a chord a place has its foot: 0 where it begins, 1 where it ends. */
@inline function along(c: usize, x: f64, y: f64): f64 {
  return ((x - load<f64>(c)) * load<f64>(c, 16) + (y - load<f64>(c, 8)) * load<f64>(c, 24)) * load<f64>(c, 32);
}

/** The squared distance from a place to a chord, its ends included. */
@inline export function squaredToChord(i: i32, x: f64, y: f64): f64 {
  const c = chords + <usize>i * 40;
  const a = along(c, x, y);
  const s = a < 0 ? 0 : a > 1 ? 1 : a;
  const fx = x - load<f64>(c) - load<f64>(c, 16) * s;
  const fy = y - load<f64>(c, 8) - load<f64>(c, 24) * s;
  return fx * fx + fy * fy;
}

// What was found last: the distance, inside positive, and the direction in which it grows.
let distance: f64 = 0, gx: f64 = 0, gy: f64 = 0;
let rx: f64 = 0, ry: f64 = 0, nx: f64 = 0, ny: f64 = 0;

@inline export function edgeDistance(): f64 { return distance; }
@inline export function edgeX(): f64 { return gx; }
@inline export function edgeY(): f64 { return gy; }

/** Asks for a place by a list of chords, i32 each, that may be nearest to it; of several as near the first counts. */
export function findEdge(x: f64, y: f64, list: usize, end: usize): void {
  let nearest = Infinity;
  let at = 0;
  for (let k = list; k < end; k += 4) {
    const i = load<i32>(k);
    const d = squaredToChord(i, x, y);
    if (d < nearest) {
      nearest = d;
      at = i;
    }
  }
  const share = min<f64>(1, max<f64>(0, along(chords + <usize>at * 40, x, y)));
  const past = foot(at, share, x, y);
  let corner = false;
  if (past != 0) {
    // Past an end the foot may lie on the neighbour; past that one's end as well the node is nearest.
    const other = load<i32>(links + <usize>at * 12 + (past > 0 ? 8 : 4));
    if (foot(other, past > 0 ? 0 : 1, x, y) != 0) {
      corner = true;
      const n = <usize>(past > 0 ? other : at);
      rx = x - load<f64>(chords + n * 40);
      ry = y - load<f64>(chords + n * 40, 8);
      nx = load<f64>(nodes + n * 16);
      ny = load<f64>(nodes + n * 16, 8);
    }
  }
  let ix = nx * turn, iy = ny * turn;
  const sign: f64 = rx * ix + ry * iy < 0 ? -1 : 1;
  const d = Math.sqrt(rx * rx + ry * ry);
  if (corner && d > 1e-6) {
    ix = sign * rx;
    iy = sign * ry;
  }
  const l = Math.sqrt(ix * ix + iy * iy);
  const whole = l == 0 ? 1 : l;
  distance = sign * d;
  gx = ix / whole;
  gy = iy / whole;
}

/** The foot of a place on the curve of a chord, from a share of the chord on; −1 or 1 where it lies past an end of the curve. */
function foot(i: i32, share: f64, x: f64, y: f64): i32 {
  const own = load<i32>(links + <usize>i * 12);
  if (own < 0) {
    const c = chords + <usize>i * 40;
    const a = along(c, x, y);
    const past = a < 0 ? -1 : a > 1 ? 1 : 0;
    const s = past < 0 ? 0 : past > 0 ? 1 : a;
    rx = x - load<f64>(c) - load<f64>(c, 16) * s;
    ry = y - load<f64>(c, 8) - load<f64>(c, 24) * s;
    nx = -load<f64>(c, 24);
    ny = load<f64>(c, 16);
    return past;
  }
  const b = curves + <usize>own * 96;
  const x0 = load<f64>(b), y0 = load<f64>(b, 8);
  const cx = 3 * (load<f64>(b, 16) - x0), cy = 3 * (load<f64>(b, 24) - y0);
  const bx = 3 * (load<f64>(b, 32) - load<f64>(b, 16)) - cx, by = 3 * (load<f64>(b, 40) - load<f64>(b, 24)) - cy;
  const ax = load<f64>(b, 48) - x0 - cx - bx, ay = load<f64>(b, 56) - y0 - cy - by;
  const start = load<f64>(spans + <usize>i * 16), h = load<f64>(spans + <usize>i * 16, 8);
  const low = max<f64>(0, start - h), high = min<f64>(1, start + 2 * h);
  let t = start + share * h;
  let past = 0;
  for (let k = 0; k < ROUNDS; k++) {
    const px = x - (((ax * t + bx) * t + cx) * t + x0);
    const py = y - (((ay * t + by) * t + cy) * t + y0);
    const vx = (3 * ax * t + 2 * bx) * t + cx;
    const vy = (3 * ay * t + 2 * by) * t + cy;
    // Half the second derivative of the squared distance: beyond the centre of curvature no foot is nearer.
    const steep = vx * vx + vy * vy - px * (6 * ax * t + 2 * bx) - py * (6 * ay * t + 2 * by);
    if (steep <= 0) break;
    let next = t + (px * vx + py * vy) / steep;
    past = 0;
    if (next < low) {
      next = low;
      if (low == 0) past = -1;
    } else if (next > high) {
      next = high;
      if (high == 1) past = 1;
    }
    const step = Math.abs(next - t);
    t = next;
    if (step < 1e-5) break;
  }
  rx = x - (((ax * t + bx) * t + cx) * t + x0);
  ry = y - (((ay * t + by) * t + cy) * t + y0);
  if (t > 1e-6 && t < 1 - 1e-6) {
    ny = (3 * ax * t + 2 * bx) * t + cx;
    nx = -((3 * ay * t + 2 * by) * t + cy);
  } else {
    const end: usize = t < 0.5 ? 64 : 80;
    nx = -load<f64>(b + end, 8);
    ny = load<f64>(b + end);
  }
  return past;
}
