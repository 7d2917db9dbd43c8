import { zlibSync } from 'fflate';

/** Packs bytes as a zlib stream (RFC 1950), at a level from 1, fast, to 9, small. */
export type Deflate = (bytes: Uint8Array, level: 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8 | 9) => Uint8Array;

let deflate: Deflate = (bytes, level) => zlibSync(bytes, { level });

/** Has streams packed by what the platform has for it, which is several times as fast. */
export function provideDeflate(own: Deflate): void {
  deflate = own;
}

/** Returns bytes as a zlib stream. */
export const deflated: Deflate = (bytes, level) => deflate(bytes, level);
