import { brotliDecompressSync, inflateSync } from 'node:zlib';
import decompress from 'woff2-encoder/decompress';
import { FontFault } from '@/core';

/** Largest font once it is unpacked, in bytes. */
export const fontLimit = 32 << 20;

const kindOf = (bytes: Uint8Array): string => String.fromCharCode(...bytes.subarray(0, 4));

/** A length as tables are laid, in steps of four bytes. */
const padded = (n: number): number => 4 * Math.ceil(n / 4);

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
    // Not by bits: those of a size over 2³¹ would make it a negative one.
    whole += padded(size);
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
    at += padded(data.length);
  });
  return out;
}

/** A number of one to five bytes (W3C WOFF 2.0, 4.1), and where the next thing begins. */
function readBase128(bytes: Uint8Array, at: number): { value: number; next: number } {
  let value = 0;
  for (let i = 0; i < 5; i++) {
    const b = bytes[at + i];
    if (b === undefined || (i === 0 && b === 0x80)) break;
    value = value * 128 + (b & 127);
    if (b < 128) return { value, next: at + i + 1 };
  }
  throw new FontFault('The web font breaks off in its list of tables.');
}

/**
 * Refuses a WOFF 2.0 file that would unpack to more than a font may be, whatever its head says: its sizes are added up,
 * and its stream is unpacked up to the limit first.
 */
function checkWoff2(bytes: Uint8Array): void {
  if (bytes.length < 48) throw new FontFault('The web font breaks off.');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const tooLarge = () => new FontFault('The font is too large.');
  if (view.getUint32(16) > fontLimit) throw tooLarge();
  const packed = view.getUint32(20);
  let at = 48;
  let whole = 0;
  for (let i = 0; i < view.getUint16(12); i++) {
    const flags = bytes[at] ?? 0;
    at += (flags & 63) === 63 ? 5 : 1;
    const size = readBase128(bytes, at);
    at = size.next;
    whole += padded(size.value);
    // Outlines and their places are kept in another form, of a length of its own; a known form of others is as they are.
    const transformed = [10, 11].includes(flags & 63) ? flags >> 6 !== 3 : flags >> 6 !== 0;
    if (transformed) at = readBase128(bytes, at).next;
    if (whole > fontLimit) throw tooLarge();
  }
  // A collection tells its faces after the tables; the library reads those.
  if (view.getUint32(4) === 0x74746366)
    throw new FontFault('A collection of fonts cannot be used; take one of them.');
  try {
    brotliDecompressSync(bytes.subarray(at, at + packed), { maxOutputLength: fontLimit });
  } catch (e) {
    if ((e as { code?: string }).code === 'ERR_BUFFER_TOO_LARGE') throw tooLarge();
    throw new FontFault('The web font is damaged: it cannot be unpacked.');
  }
}

/** A font file as TrueType or OpenType, whatever it was packed in. @throws FontFault where it is broken. */
export async function unpackFont(bytes: Uint8Array): Promise<Uint8Array> {
  const kind = kindOf(bytes);
  if (kind === 'wOFF') return unpackWoff(bytes);
  if (kind !== 'wOF2') return bytes;
  checkWoff2(bytes);
  let unpacked: Uint8Array;
  try {
    unpacked = await decompress(bytes);
  } catch {
    throw new FontFault('The web font is damaged: it cannot be unpacked.');
  }
  if (unpacked.length > fontLimit) throw new FontFault('The font is too large.');
  return unpacked;
}
