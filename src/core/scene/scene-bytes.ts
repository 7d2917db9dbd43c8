import type { Scene } from './types';
import { SceneDecoder, SceneEncoder, type WireScene } from './wire';

/** Scenes as bytes, to be kept and sent: a head, the text of what is no list of numbers, and those lists one after another. */

/** Arrays of numbers by the names that stand for them; the widest first, as each begins where its numbers may. */
const arrays = {
  f64: Float64Array,
  f32: Float32Array,
  u32: Uint32Array,
  i32: Int32Array,
  u8: Uint8Array,
} as const;
type ArrayName = keyof typeof arrays;
type Numbers = Float64Array | Float32Array | Uint32Array | Int32Array | Uint8Array;

/** What stands for a value that JSON has no word for. */
type Standing =
  | { readonly $: ArrayName; readonly at: number; readonly count: number }
  | { readonly $: 'NaN' | 'Infinity' | '-Infinity' | '-0' | 'undefined' };

/** Begins the bytes of every scene. */
const mark = 0x53_43_4e_31;
const headBytes = 16;

/** Each list begins at a multiple of this. */
const alignment = 8;

const aligned = (n: number): number => Math.ceil(n / alignment) * alignment;

const rare = { NaN: Number.NaN, Infinity: Infinity, '-Infinity': -Infinity, '-0': -0, undefined } as const;

const rareName = (v: unknown): keyof typeof rare | null => {
  if (v === undefined) return 'undefined';
  if (Object.is(v, -0)) return '-0';
  return typeof v === 'number' && !Number.isFinite(v) ? (String(v) as keyof typeof rare) : null;
};

/** Turns values into such that JSON holds exactly, and collects their lists of numbers. */
class Packing {
  readonly lists: Numbers[] = [];
  bytes = 0;
  /** Lists that many nodes have, as lattices are, are put once. */
  private readonly known = new Map<Numbers, Standing>();

  plain(v: unknown): unknown {
    const name = rareName(v);
    if (name) return { $: name } satisfies Standing;
    if (typeof v !== 'object' || v === null) return v;
    if (ArrayBuffer.isView(v)) return this.list(v as Numbers);
    if (Array.isArray(v)) return v.map((x) => this.plain(x));
    return Object.fromEntries(Object.entries(v).map(([key, x]) => [key, this.plain(x)]));
  }

  private list(v: Numbers): Standing {
    const before = this.known.get(v);
    if (before) return before;
    const name = (Object.keys(arrays) as ArrayName[]).find((n) => v instanceof arrays[n]);
    if (!name) throw new TypeError('A list of numbers of this kind is not kept.');
    const at = this.bytes;
    this.lists.push(v);
    this.bytes = aligned(at + v.byteLength);
    const standing = { $: name, at, count: v.length };
    this.known.set(v, standing);
    return standing;
  }
}

/** Returns a scene as bytes: the same bytes for the same scene. */
export function packScene(scene: Scene): Uint8Array<ArrayBuffer> {
  const packing = new Packing();
  const text = new TextEncoder().encode(JSON.stringify(packing.plain(new SceneEncoder().encode(scene))));
  const from = aligned(headBytes + text.length);
  const out = new Uint8Array(from + packing.bytes);
  new DataView(out.buffer).setUint32(0, mark);
  new DataView(out.buffer).setUint32(4, text.length);
  new DataView(out.buffer).setFloat64(8, out.length);
  out.set(text, headBytes);
  let at = from;
  for (const list of packing.lists) {
    out.set(new Uint8Array(list.buffer, list.byteOffset, list.byteLength), at);
    at = aligned(at + list.byteLength);
  }
  return out;
}

/** Puts back what stands for lists and rare values. */
class Unpacking {
  /** Lists by where they begin: what many nodes have is one object again. */
  private readonly known = new Map<string, Numbers>();

  constructor(private readonly lists: ArrayBuffer) {}

  /** Returns a value as it was; records and lists of values are changed in place. */
  restored(v: unknown): unknown {
    if (typeof v !== 'object' || v === null) return v;
    if (Array.isArray(v)) {
      for (let i = 0; i < v.length; i++) v[i] = this.restored(v[i]);
      return v;
    }
    const standing = v as Standing;
    if (standing.$ !== undefined) return 'count' in standing ? this.list(standing) : rare[standing.$];
    const record = v as Record<string, unknown>;
    for (const key of Object.keys(record)) record[key] = this.restored(record[key]);
    return record;
  }

  private list({ $, at, count }: Extract<Standing, { count: number }>): Numbers {
    const name = `${$} ${at} ${count}`;
    const made = this.known.get(name) ?? new arrays[$](this.lists, at, count);
    this.known.set(name, made);
    return made;
  }
}

/**
 * Returns the scene that `packScene` made bytes of.
 * @throws RangeError where they are none, or not whole.
 */
export function unpackScene(bytes: Uint8Array): Scene {
  const whole = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < headBytes || whole.getUint32(0) !== mark || whole.getFloat64(8) !== bytes.length)
    throw new RangeError('The kept scene is not whole.');
  const length = whole.getUint32(4);
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(
      bytes.subarray(headBytes, headBytes + length),
    );
    // A copy of exactly these: what Node reads a file into may be a piece of something larger, and its own slices are no copies.
    const lists = new Uint8Array(bytes.subarray(aligned(headBytes + length))).buffer;
    return new SceneDecoder().decode(new Unpacking(lists).restored(JSON.parse(text)) as WireScene);
  } catch (e) {
    throw new RangeError('The kept scene cannot be read.', { cause: e });
  }
}
