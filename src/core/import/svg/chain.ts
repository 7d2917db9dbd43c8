import type { SvgReader } from './context';
import { type Element, referenced } from './element';

/** A gradient or a pattern and those that it takes over from, itself first; none twice, and none of other kinds. */
export function chainOf(reader: SvgReader, element: Element, kinds: readonly string[]): Element[] {
  const chain: Element[] = [];
  for (let at: Element | undefined = element; at && !chain.includes(at) && kinds.includes(at.name); ) {
    chain.push(at);
    at = reader.ids.get(referenced(at.attributes.href) ?? '');
  }
  return chain;
}
