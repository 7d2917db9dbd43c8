import { directionAt, type EdgeOutline } from '../../nearest/outline';
import { planeBytes, type Target } from '../target';

const packed = new WeakMap<EdgeOutline, Float64Array>();

/** An outline as the kernels read it: chords, spans, nodes and curves (with the ways they go at their ends), and links of whole numbers. */
function packedOutline(o: EdgeOutline): Float64Array {
  const known = packed.get(o);
  if (known) return known;
  const curves = o.curves.length / 8;
  const links = Math.ceil((3 * o.count) / 2);
  const out = new Float64Array(9 * o.count + 12 * curves + links);
  out.set(o.chords);
  out.set(o.span, 5 * o.count);
  out.set(o.node, 7 * o.count);
  for (let i = 0; i < curves; i++) {
    const at = 9 * o.count + 12 * i;
    out.set(o.curves.subarray(8 * i, 8 * i + 8), at);
    for (const end of [0, 1]) out.set(directionAt(o.curves, i, end), at + 8 + 2 * end);
  }
  const whole = new Int32Array(out.buffer, 8 * (9 * o.count + 12 * curves), 3 * o.count);
  for (let i = 0; i < o.count; i++) whole.set([o.curve[i], o.before[i], o.after[i]], 3 * i);
  packed.set(o, out);
  return out;
}

/** Makes an outline the one that the kernels are asked about. */
export function setOutline(target: Target, outline: EdgeOutline): void {
  const at = target.upload(packedOutline(outline));
  target.kernels.setOutline(at, outline.count, outline.curves.length / 8, outline.turn < 0 ? 1 : 0);
}

/** Where the kernels keep lists while they look for what is nearest, and where they write: bytes into the memory of filters. */
const room = { tables: 6 << 20, out: (6 << 20) + (128 << 10), work: 7 << 20 } as const;

/** Addresses of that room and how much of it lists may take. */
export const edgeRoom = (target: Target) => ({
  tables: target.planeAddress(room.tables),
  out: target.planeAddress(room.out),
  work: target.planeAddress(room.work),
  bytes: planeBytes - room.work,
});
