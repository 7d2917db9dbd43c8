import { HttpError } from './errors';

/** What a body of JSON may hold: anything a design has fits in, whatever is far beyond is refused before anything is made of it. */
export const jsonLimits = {
  /** Values of all kinds: a contour has six numbers a segment. */
  values: 4_000_000,
  /** Records and lists. */
  containers: 1_000_000,
  /** Members of one record; a design has its parts by name. */
  members: 200_000,
  /** Records and lists in one another. */
  depth: 200,
  /** Bytes of the names of all members. */
  names: 12 << 20,
} as const;

const [quote, backslash, comma, colon] = [0x22, 0x5c, 0x2c, 0x3a];
const [openList, closeList, openRecord, closeRecord] = [0x5b, 0x5d, 0x7b, 0x7d];

/**
 * Counts what a text of JSON (RFC 8259) holds, byte by byte as it comes: what is counted stands outside of strings, and no byte of a
 * longer character is any of it. Whether it is JSON at all is told by whoever parses it.
 */
export class JsonCount {
  private inString = false;
  private escaped = false;
  /** Bytes of the string that was read last. */
  private length = 0;
  private values = 1;
  private containers = 0;
  private names = 0;
  /** Members of the records that are open, by depth. */
  private readonly members = new Int32Array(jsonLimits.depth + 1);
  private depth = 0;

  /** @throws HttpError 413 as soon as there is too much of anything. */
  add(bytes: Uint8Array): void {
    for (let i = 0; i < bytes.length; i++) {
      const b = bytes[i];
      if (this.inString) {
        this.length++;
        if (this.escaped) this.escaped = false;
        else if (b === backslash) this.escaped = true;
        else if (b === quote) this.inString = false;
      } else if (b === quote) {
        this.inString = true;
        this.length = 0;
      } else if (b === comma) this.values++;
      else if (b === colon) this.member();
      else if (b === openRecord || b === openList) this.open();
      else if ((b === closeRecord || b === closeList) && this.depth > 0) this.depth--;
    }
    if (this.values > jsonLimits.values) throw tooMuch('values', jsonLimits.values);
  }

  private open(): void {
    this.containers++;
    this.values++;
    if (this.containers > jsonLimits.containers) throw tooMuch('records and lists', jsonLimits.containers);
    if (this.depth >= jsonLimits.depth) throw tooMuch('records and lists in one another', jsonLimits.depth);
    this.members[++this.depth] = 0;
  }

  private member(): void {
    this.names += this.length;
    if (++this.members[this.depth] > jsonLimits.members)
      throw tooMuch('members in one record', jsonLimits.members);
    if (this.names > jsonLimits.names) throw tooMuch('bytes of names', jsonLimits.names);
  }
}

const tooMuch = (what: string, most: number): HttpError =>
  new HttpError(413, `The request holds more ${what} than one may: ${most.toLocaleString('en')}.`);
