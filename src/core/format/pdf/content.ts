import type { PDFRef } from 'pdf-lib';

/** Kinds of things that a content stream names (ISO 32000-1, 7.8.3). */
export type ResourceKind = 'ExtGState' | 'Pattern' | 'Shading' | 'XObject' | 'Font';

/** A content stream as it grows: its operators, and what they name. */
export class Content {
  private readonly ops: string[] = [];
  private readonly named = new Map<ResourceKind, Map<PDFRef, string>>();

  add(...ops: readonly string[]): void {
    this.ops.push(...ops);
  }

  /** The name under which the stream knows an object. */
  name(kind: ResourceKind, ref: PDFRef): string {
    const known = this.named.get(kind) ?? new Map<PDFRef, string>();
    this.named.set(kind, known);
    const name = known.get(ref) ?? `${kind[0]}${known.size + 1}`;
    known.set(ref, name);
    return name;
  }

  get text(): string {
    return this.ops.join('\n');
  }

  /** What it names, kind by kind. */
  get resources(): Record<string, Record<string, PDFRef>> {
    return Object.fromEntries(
      [...this.named].map(([kind, refs]) => [
        kind,
        Object.fromEntries([...refs].map(([ref, name]) => [name, ref])),
      ]),
    );
  }
}
