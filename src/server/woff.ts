import { inflateSync } from 'node:zlib';
import decompress from 'woff2-encoder/decompress';
import { FontFault } from '@/core';

/** Largest font once it is unpacked, in bytes. */
export const fontLimit = 32 << 20;

const kindOf = (bytes: Uint8Array): string => String.fromCharCode(...bytes.subarray(0, 4));

/** A WOFF 1.0 file as the font that it packs (W3C WOFF File Format 1.0). @throws FontFault where it is broken. */
function unpackWoff(bytes: Uint8Array): Uint8Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 44) throw new FontFault('The web font breaks off.');
  const count = view.getUint16(12);
  const head = 12 + 16 * count;
  if (44 + 20 * count > bytes.length) throw new FontFault('The web font breaks off in its list of tables.');
  const tables: { entry: number; data: Uint8Array }[] = [];
  let whole = head;
  for (let i = 0; i < count; i++) {
    const entry = 44 + 20 * i;
    const [from, packed, size] = [4, 8, 12].map((k) => view.getUint32(entry + k));
    if (from + packed > bytes.length || packed > size)
      throw new FontFault('The web font breaks off: one of its tables lies beyond its end.');
    whole += (size + 3) & ~3;
    if (whole > fontLimit) throw new FontFault('The font is too large.');
    const raw = bytes.subarray(from, from + packed);
    let data = raw;
    if (packed < size)
      try {
        data = inflateSync(raw, { maxOutputLength: size });
      } catch {
        throw new FontFault('The web font is damaged: one of its tables cannot be unpacked.');
      }
    if (data.length !== size)
      throw new FontFault('The web font is damaged: a table is not as long as it says.');
    tables.push({ entry, data });
  }
  const out = new Uint8Array(whole);
  const to = new DataView(out.buffer);
  to.setUint32(0, view.getUint32(4));
  to.setUint16(4, count);
  let at = head;
  tables.forEach(({ entry, data }, i) => {
    const place = 12 + 16 * i;
    to.setUint32(place, view.getUint32(entry));
    to.setUint32(place + 4, view.getUint32(entry + 16));
    to.setUint32(place + 8, at);
    to.setUint32(place + 12, data.length);
    out.set(data, at);
    at += (data.length + 3) & ~3;
  });
  return out;
}

/** A font file as TrueType or OpenType, whatever it was packed in. @throws FontFault where it is broken. */
export async function unpackFont(bytes: Uint8Array): Promise<Uint8Array> {
  const kind = kindOf(bytes);
  if (kind === 'wOFF') return unpackWoff(bytes);
  if (kind !== 'wOF2') return bytes;
  // Its size once unpacked is told in its head (W3C WOFF 2.0, 4.1).
  const told = bytes.length >= 20 ? new DataView(bytes.buffer, bytes.byteOffset).getUint32(16) : 0;
  if (told > fontLimit) throw new FontFault('The font is too large.');
  try {
    return await decompress(bytes);
  } catch {
    throw new FontFault('The web font is damaged: it cannot be unpacked.');
  }
}
