import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';

/** A zip that is written as what goes into it is read. */
export class ZipWriter {
  private readonly ready: Uint8Array[] = [];
  private fault: Error | null = null;
  private readonly zip = new Zip((error, data) => {
    if (error) this.fault = error;
    else this.ready.push(data);
  });
  private entry: ZipDeflate | ZipPassThrough | null = null;

  /** Begins a file; `pack` for what is not packed already. */
  begin(name: string, pack: boolean): void {
    this.entry = pack ? new ZipDeflate(name, { level: 6 }) : new ZipPassThrough(name);
    this.zip.add(this.entry);
  }

  /** Puts bytes at the end of the file that was begun; returns what of the zip is ready. @throws Error where it cannot be written. */
  put(bytes: Uint8Array, last = false): Uint8Array[] {
    this.entry?.push(bytes, last);
    return this.taken();
  }

  /** A whole file at once. */
  file(name: string, bytes: Uint8Array, pack: boolean): Uint8Array[] {
    this.begin(name, pack);
    return this.put(bytes, true);
  }

  /** The end of the zip. */
  end(): Uint8Array[] {
    this.zip.end();
    return this.taken();
  }

  private taken(): Uint8Array[] {
    if (this.fault) throw this.fault;
    return this.ready.splice(0);
  }
}
