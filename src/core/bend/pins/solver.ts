import type { Bounds } from '../../geometry/path';
import { radians } from '../../geometry/vector';
import type { BendGrid } from '../grid/grid';
import { type Moved, rigidlyMoved } from './nearby';
import type { BendPin } from './pin';
import { Skyline } from './skyline';

/** How stiff what is bent is, and how far a pin is felt. */
export interface PinSettings {
  /** 1 keeps sizes, less lets them give. */
  readonly stiffness: number;
  /** Length over which what a pin does dies away, or infinite. */
  readonly reach: number;
}

/** Weight of bending against keeping form, and of a pin against both. */
const smooth = 0.02;
const hold = 1e4;
/** Rounds of fitting turns and solving places in turn: what is left is under half a per cent of the size (measured). */
const rounds = 6;
/** Places round a pin that keep their form with it. */
const around = 8;

/** A control point's neighbours that it keeps its form with, and how much they count. */
const links = [
  [1, 0, 1],
  [0, 1, 1],
  [1, 1, 0.5],
  [-1, 1, 0.5],
] as const;

/** Weights of the uniform cubic B-spline at a share of a cell. */
function spline(t: number): readonly number[] {
  const u = 1 - t;
  return [u ** 3 / 6, (3 * t ** 3 - 6 * t * t + 4) / 6, (3 * u ** 3 - 6 * u * u + 4) / 6, t ** 3 / 6];
}

/** A place that a pin holds: off its centre by (a, b) before it is turned; the lattice's weights there. */
interface Held {
  readonly pin: number;
  readonly a: number;
  readonly b: number;
  readonly weight: number;
  readonly row: readonly (readonly [at: number, weight: number])[];
}

/**
 * Pins on a lattice of control points of a bicubic B-spline, as rigid as possible between these (Sorkine & Alexa 2007): a smooth
 * map by construction. What rests on where the pins stand is worked out once; where they go is then solved for.
 */
export class PinSolver {
  readonly #nx: number;
  readonly #ny: number;
  readonly #held: readonly Held[];
  readonly #matrix: Skyline;
  /** Both ends of each link, its weight and its way. */
  readonly #ends: Int32Array;
  readonly #rest: Float64Array;
  readonly #tie: number;

  /** `h` is the width of a cell. */
  constructor(
    private readonly bounds: Bounds,
    private readonly h: number,
    private readonly pins: readonly BendPin[],
    private readonly settings: PinSettings,
  ) {
    this.#nx = Math.ceil((bounds.x1 - bounds.x0) / h) + 3;
    this.#ny = Math.ceil((bounds.y1 - bounds.y0) / h) + 3;
    const [nx, ny] = [this.#nx, this.#ny];
    const n = nx * ny;
    this.#matrix = new Skyline(n, 3 * nx + 3);
    const ends: number[] = [];
    const rest: number[] = [];
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; i++)
        for (const [a, b, weight] of links) {
          if (i + a < 0 || i + a >= nx || j + b >= ny) continue;
          const p = j * nx + i;
          const q = p + b * nx + a;
          ends.push(p, q);
          rest.push(weight, a * h, b * h);
          this.#matrix.add(p, p, weight);
          this.#matrix.add(q, q, weight);
          this.#matrix.add(q, p, -weight);
        }
    this.#ends = Int32Array.from(ends);
    this.#rest = Float64Array.from(rest);
    this.#addBending();
    this.#held = this.#heldPlaces();
    for (const { row, weight } of this.#held)
      for (const [i, a] of row) for (const [j, b] of row) this.#matrix.add(i, j, weight * a * b);
    // A reach ties everything to its place: 2 h² ∇²c = tie · c dies away over that length.
    this.#tie = (2 * h * h) / settings.reach ** 2;
    for (let i = 0; i < n; i++) this.#matrix.add(i, i, this.#tie);
    this.#matrix.factor();
  }

  get bytes(): number {
    return this.#matrix.bytes + this.#ends.byteLength + this.#rest.byteLength;
  }

  #addBending(): void {
    const [nx, ny] = [this.#nx, this.#ny];
    const rows = (list: readonly (readonly [number, number])[]) => {
      for (const [i, a] of list) for (const [j, b] of list) this.#matrix.add(i, j, smooth * a * b);
    };
    const mixed = Math.SQRT2;
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; i++) {
        const p = j * nx + i;
        if (i > 0 && i < nx - 1)
          rows([
            [p - 1, 1],
            [p, -2],
            [p + 1, 1],
          ]);
        if (j > 0 && j < ny - 1)
          rows([
            [p - nx, 1],
            [p, -2],
            [p + nx, 1],
          ]);
        if (i < nx - 1 && j < ny - 1)
          rows([
            [p, mixed],
            [p + 1, -mixed],
            [p + nx, -mixed],
            [p + nx + 1, mixed],
          ]);
      }
  }

  #placeOf(i: number): readonly [number, number] {
    const { bounds, h } = this;
    return [bounds.x0 + ((i % this.#nx) - 1) * h, bounds.y0 + (Math.floor(i / this.#nx) - 1) * h];
  }

  #row(x: number, y: number): Held['row'] {
    const { bounds, h } = this;
    const [nx, ny] = [this.#nx, this.#ny];
    const u = Math.min(Math.max((x - bounds.x0) / h, 0), nx - 3.000001);
    const v = Math.min(Math.max((y - bounds.y0) / h, 0), ny - 3.000001);
    const [i, j] = [Math.floor(u), Math.floor(v)];
    const a = spline(u - i);
    return spline(v - j).flatMap((wb, q) => a.map((wa, p) => [(j + q) * nx + i + p, wa * wb] as const));
  }

  #heldPlaces(): Held[] {
    return this.pins.flatMap(({ x, y, radius }, pin) => {
      const ring = radius
        ? Array.from({ length: around }, (_, m) => {
            const angle = (2 * Math.PI * m) / around;
            return [radius * Math.cos(angle), radius * Math.sin(angle)] as const;
          })
        : [];
      return [[0, 0] as const, ...ring].map(([a, b], m) => ({
        pin,
        a,
        b,
        weight: m ? hold / around : hold,
        row: this.#row(x + a, y + b),
      }));
    });
  }

  /** Where the control points stand at first: as pins nearby say. It rests on the pins alone, so that the result does too. */
  #start(pins: readonly BendPin[], turns: readonly (readonly [number, number])[]): Float64Array {
    const n = this.#nx * this.#ny;
    const c = new Float64Array(2 * n);
    const known: Moved[] = this.#held
      .filter((q) => (q.a === 0 && q.b === 0) || pins[q.pin].turns)
      .map(({ pin, a, b }) => {
        const p = pins[pin];
        const [re, im] = turns[pin];
        return { x: p.x + a, y: p.y + b, toX: p.toX + re * a - im * b, toY: p.toY + im * a + re * b };
      });
    for (let i = 0; i < n; i++) {
      const [x, y] = this.#placeOf(i);
      const at = this.#tie > 0 ? { x, y } : rigidlyMoved(known, x, y);
      c[2 * i] = at.x;
      c[2 * i + 1] = at.y;
    }
    return c;
  }

  /** The turn of each control point that is nearest to how its links lie, by what stiffness leaves of their scale. */
  #turnsAt(c: Float64Array, out: Float64Array): void {
    out.fill(0);
    const [ends, rest] = [this.#ends, this.#rest];
    for (let i = 0; i < ends.length / 2; i++) {
      const [p, q] = [ends[2 * i], ends[2 * i + 1]];
      const [k, dx, dy] = [rest[3 * i], rest[3 * i + 1], rest[3 * i + 2]];
      const ux = c[2 * q] - c[2 * p];
      const uy = c[2 * q + 1] - c[2 * p + 1];
      const re = k * (dx * ux + dy * uy);
      const im = k * (dx * uy - dy * ux);
      const s = k * (dx * dx + dy * dy);
      for (const end of [p, q]) {
        out[3 * end] += re;
        out[3 * end + 1] += im;
        out[3 * end + 2] += s;
      }
    }
    const give = 1 - this.settings.stiffness;
    for (let i = 0; i < out.length; i += 3) {
      const l = Math.hypot(out[i], out[i + 1]) || 1;
      const f = (give === 0 ? 1 : (l / out[i + 2]) ** give) / l;
      out[i] *= f;
      out[i + 1] *= f;
    }
  }

  /** Pins that have a radius but no turn of their own turn as their places lie. */
  #turnPins(c: Float64Array, pins: readonly BendPin[], turns: (readonly [number, number])[]): void {
    pins.forEach((p, k) => {
      if (p.turns || !p.radius) return;
      let [re, im] = [0, 0];
      for (const q of this.#held) {
        if (q.pin !== k) continue;
        let [x, y] = [0, 0];
        for (const [i, w] of q.row) {
          x += w * c[2 * i];
          y += w * c[2 * i + 1];
        }
        re += q.a * x + q.b * y;
        im += q.a * y - q.b * x;
      }
      const l = Math.hypot(re, im) || 1;
      turns[k] = [(p.scale * re) / l, (p.scale * im) / l];
    });
  }

  /** The lattice as a bend grid, with pins gone where they are to; they must stand where the solver was made for. */
  solve(pins: readonly BendPin[]): BendGrid {
    const turns = pins.map((p): readonly [number, number] => {
      const a = p.turns ? radians(p.turn) : 0;
      return [Math.cos(a) * p.scale, Math.sin(a) * p.scale];
    });
    let c = this.#start(pins, turns);
    const n = c.length / 2;
    const turned = new Float64Array(3 * n);
    const [ends, rest] = [this.#ends, this.#rest];
    // What pins were missed by is asked for besides in the next round, so that they are met (method of multipliers, Hestenes 1969).
    const lift = new Float64Array(2 * this.#held.length);
    for (let r = 0; r < rounds; r++) {
      this.#turnsAt(c, turned);
      this.#turnPins(c, pins, turns);
      const b = new Float64Array(2 * n);
      if (this.#tie > 0)
        for (let i = 0; i < n; i++) {
          const [x, y] = this.#placeOf(i);
          b[2 * i] = this.#tie * x;
          b[2 * i + 1] = this.#tie * y;
        }
      for (let i = 0; i < ends.length / 2; i++) {
        const [p, q] = [ends[2 * i], ends[2 * i + 1]];
        const [k, dx, dy] = [rest[3 * i], rest[3 * i + 1], rest[3 * i + 2]];
        const re = ((turned[3 * p] + turned[3 * q]) / 2) * k;
        const im = ((turned[3 * p + 1] + turned[3 * q + 1]) / 2) * k;
        const x = re * dx - im * dy;
        const y = im * dx + re * dy;
        b[2 * q] += x;
        b[2 * q + 1] += y;
        b[2 * p] -= x;
        b[2 * p + 1] -= y;
      }
      this.#held.forEach((q, k) => {
        const [re, im] = turns[q.pin];
        const { toX, toY } = pins[q.pin];
        const x = toX + re * q.a - im * q.b + lift[2 * k];
        const y = toY + im * q.a + re * q.b + lift[2 * k + 1];
        for (const [i, w] of q.row) {
          b[2 * i] += q.weight * w * x;
          b[2 * i + 1] += q.weight * w * y;
        }
      });
      this.#matrix.solve(b);
      c = b;
      this.#held.forEach((q, k) => {
        if (q.a !== 0 || q.b !== 0) return;
        const { toX, toY } = pins[q.pin];
        lift[2 * k] += toX;
        lift[2 * k + 1] += toY;
        for (const [i, w] of q.row) {
          lift[2 * k] -= w * c[2 * i];
          lift[2 * k + 1] -= w * c[2 * i + 1];
        }
      });
    }
    return this.#gridOf(c);
  }

  /** The spline's values, slopes and twists at the lines of its cells. */
  #gridOf(c: Float64Array): BendGrid {
    const { bounds, h } = this;
    const [nx, ny] = [this.#nx, this.#ny];
    const us = Array.from({ length: nx - 2 }, (_, i) => bounds.x0 + i * h);
    const vs = Array.from({ length: ny - 2 }, (_, j) => bounds.y0 + j * h);
    const nodes = new Float64Array(8 * us.length * vs.length);
    const value = [1 / 6, 4 / 6, 1 / 6];
    const slope = [-0.5 / h, 0, 0.5 / h];
    const at = (i: number, j: number, wx: readonly number[], wy: readonly number[], k: number) => {
      let s = 0;
      for (let q = 0; q < 3; q++)
        for (let p = 0; p < 3; p++) s += wx[p] * wy[q] * c[2 * ((j + q) * nx + i + p) + k];
      return s;
    };
    for (let j = 0; j < vs.length; j++)
      for (let i = 0; i < us.length; i++)
        for (let k = 0; k < 2; k++) {
          const z = 8 * (j * us.length + i) + k;
          nodes[z] = at(i, j, value, value, k);
          nodes[z + 2] = at(i, j, slope, value, k);
          nodes[z + 4] = at(i, j, value, slope, k);
          nodes[z + 6] = at(i, j, slope, slope, k);
        }
    return { us, vs, nodes, own: [] };
  }
}
