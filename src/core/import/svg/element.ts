/** An element of a file, its names without prefixes. */
export interface Element {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly Element[];
  /** What characters stand in it by themselves. */
  readonly text: string;
  /** Its characters and its children as they follow one another. */
  readonly content: readonly (string | Element)[];
  readonly parent: Element | null;
}

/** Thrown where a file cannot be read, in words. */
export class SvgFault extends Error {}

/** All elements in an element, and itself, in document order. */
export function* within(element: Element): Generator<Element> {
  const left: Element[] = [element];
  for (let at = left.pop(); at; at = left.pop()) {
    yield at;
    for (let i = at.children.length - 1; i >= 0; i--) left.push(at.children[i]);
  }
}

/** The id that a reference names: `#id` or `url(#id)`; null for what lies outside the file. */
export function referenced(text: string | undefined): string | null {
  const found = /^\s*(?:url\(\s*["']?#([^"')]+)["']?\s*\)|#(\S+))/.exec(text ?? '');
  const id = found?.[1] ?? found?.[2];
  if (id === undefined) return null;
  try {
    return decodeURIComponent(id.trim());
  } catch {
    return id.trim();
  }
}
