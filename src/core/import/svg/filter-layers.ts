import { parseHex, type Rgba } from '../../colour/colour';
import { readColour } from '../../colour/css';
import { encodeChannel } from '../../colour/spaces';
import type { SvgReader } from './context';
import type { Element } from './element';
import { lengthOf, numbersOf, shareOf } from './values';

/** The silhouette of what is filtered, shifted, blurred and in one colour. */
export interface ShadowLayer {
  readonly kind: 'shadow';
  readonly dx: number;
  readonly dy: number;
  readonly sigma: number;
  readonly colour: Rgba;
  /** Where it is left: everywhere, only where the silhouette itself is not, or only inside it where the shadow is not. */
  readonly within: 'all' | 'outside' | 'inside';
}

/** What a result of filter primitives is, as far as finishes can say it. */
export type Layer =
  | { readonly kind: 'source'; readonly sigma: number }
  | ShadowLayer
  | { readonly kind: 'flood'; readonly colour: Rgba }
  /** All of what other layers come to, blurred. */
  | { readonly kind: 'blurred'; readonly layers: readonly Layer[]; readonly sigma: number };

/** Results are layers over one another, the lowest first; null for what no finish says. */
type Result = readonly Layer[] | null;

const clear: readonly Layer[] = [];
const black: Rgba = [0, 0, 0, 1];
const silhouette: ShadowLayer = { kind: 'shadow', dx: 0, dy: 0, sigma: 0, colour: black, within: 'all' };

/** The one shadow that a result is, or null. */
function single(result: Result): ShadowLayer | null {
  const [only] = result ?? [];
  return result?.length === 1 && only.kind === 'shadow' ? only : null;
}

const isPlain = (s: ShadowLayer | null): boolean =>
  s !== null && !s.dx && !s.dy && !s.sigma && s.within === 'all';

type Primitive = (element: Element, first: Result, second: Result, reader: SvgReader) => Result;

/** Whether a matrix makes an alpha hard, and leaves no colour. */
const hardens = (m: readonly number[]): boolean =>
  m.slice(0, 15).every((v) => !v) && m.slice(15, 18).every((v) => !v) && m[18] >= 1 && !m[19];

const primitives: Readonly<Record<string, Primitive>> = {
  feFlood(element, _, __, reader) {
    const style = reader.cascade.computed(element);
    const [r, g, b, a] = parseHex(readColour(style['flood-color'] ?? '#000000')?.hex ?? '#000000');
    const alpha = a * shareOf(style['flood-opacity']);
    return alpha ? [{ kind: 'flood', colour: [r, g, b, alpha] }] : clear;
  },
  feOffset({ attributes }, first) {
    const at = (name: string) => lengthOf(attributes[name], 0, 0);
    const shadow = single(first);
    if (shadow) return [{ ...shadow, dx: shadow.dx + at('dx'), dy: shadow.dy + at('dy') }];
    return at('dx') || at('dy') ? null : first;
  },
  feGaussianBlur({ attributes }, first) {
    const [x = 0, y = x] = numbersOf(attributes.stdDeviation);
    if (!first || Math.abs(x - y) > 1e-6) return null;
    if (!x) return first;
    const shadow = single(first);
    // Blurs add up by their variances.
    if (shadow?.within === 'all') return [{ ...shadow, sigma: Math.hypot(shadow.sigma, x) }];
    const [only] = first;
    if (!only) return clear;
    return first.length === 1 && (only.kind === 'source' || only.kind === 'blurred')
      ? [{ ...only, sigma: Math.hypot(only.sigma, x) }]
      : [{ kind: 'blurred', layers: first, sigma: x }];
  },
  feColorMatrix(element, first, _, reader) {
    const { attributes } = element;
    if (attributes.type && attributes.type !== 'matrix') return null;
    const m = numbersOf(attributes.values);
    const [only] = first ?? [];
    // In one colour, what it is given is its own silhouette.
    const shadow =
      single(first) ??
      (first?.length === 1 && only.kind === 'source' ? { ...silhouette, sigma: only.sigma } : null);
    if (!shadow || m.length !== 20) return null;
    if (hardens(m)) return single(first) ? first : null;
    // One colour, and a share of the alpha.
    const flat = [0, 1, 2].every((row) => m.slice(5 * row, 5 * row + 4).every((v) => !v));
    if (!flat || m[15] || m[16] || m[17] || m[19]) return null;
    // Filters work in linear sRGB unless they say otherwise (Filter Effects 1, section 10).
    const coded = reader.cascade.computed(element)['color-interpolation-filters'] === 'sRGB';
    const [r, g, b] = [m[4], m[9], m[14]].map((v) => (coded ? v : encodeChannel(v)));
    return [{ ...shadow, colour: [r, g, b, Math.min(1, shadow.colour[3] * m[18])] }];
  },
  feComposite({ attributes }, first, second) {
    const { operator = 'over' } = attributes;
    const [a, b] = [single(first), single(second)];
    if (operator === 'over') return first && second ? [...second, ...first] : null;
    if (operator === 'in' && first?.length === 1 && first[0].kind === 'flood' && b)
      return [{ ...b, colour: first[0].colour }];
    if (operator === 'in' && b && isPlain(b) && a) return a.within === 'inside' ? first : null;
    if (operator === 'out' && a && isPlain(b)) return [{ ...a, within: 'outside' }];
    // The silhouette without its shifted and blurred self: what falls into it.
    if (operator === 'out' && isPlain(a) && b) return [{ ...b, within: 'inside' }];
    const [k1 = 0, k2 = 0, k3 = 0, k4 = 0] = ['k1', 'k2', 'k3', 'k4'].map((k) => Number(attributes[k] ?? 0));
    if (operator === 'arithmetic' && !k1 && k2 === -1 && k3 === 1 && !k4 && a && isPlain(b))
      return [{ ...a, within: 'inside' }];
    return null;
  },
  feBlend({ attributes }, first, second) {
    const { mode = 'normal' } = attributes;
    return mode === 'normal' ? together([second, first]) : null;
  },
  feDropShadow(element, first, _, reader) {
    const [only] = first ?? [];
    if (first?.length !== 1 || only.kind !== 'source' || only.sigma) return null;
    const style = reader.cascade.computed(element);
    const [r, g, b, a] = parseHex(readColour(style['flood-color'] ?? '#000000')?.hex ?? '#000000');
    const [sigma = 2] = numbersOf(element.attributes.stdDeviation);
    const at = (name: string) => lengthOf(element.attributes[name], 0, 2);
    const colour: Rgba = [r, g, b, a * shareOf(style['flood-opacity'])];
    return [{ kind: 'shadow', dx: at('dx'), dy: at('dy'), sigma, colour, within: 'all' }, only];
  },
};

/** Layers that a filter may come to: each merge may double them, and what is drawn with more is no drawing any more. */
const mostLayers = 64;

const layersIn = (results: readonly Result[]): number => results.reduce((n, r) => n + (r?.length ?? 0), 0);

/** Results over one another; null where they are too many. */
const together = (results: readonly Result[]): Result => {
  const known = results.filter((r) => r !== null);
  return known.length === results.length && layersIn(known) <= mostLayers ? known.flat() : null;
};

/** What a filter makes of what it is given, as layers, the lowest first; null where finishes cannot say it. */
export function filterLayers(reader: SvgReader, filter: Element): Result {
  const named = new Map<string, Result>([
    ['SourceGraphic', [{ kind: 'source', sigma: 0 }]],
    ['SourceAlpha', [silhouette]],
  ]);
  let last: Result = named.get('SourceGraphic') ?? null;
  for (const step of filter.children) {
    if (!step.name.startsWith('fe')) continue;
    const input = (name: string | undefined): Result =>
      name === undefined ? last : (named.get(name) ?? null);
    const { in: first, in2: second, result } = step.attributes;
    last =
      step.name === 'feMerge'
        ? together(step.children.map((node) => input(node.attributes.in)))
        : (primitives[step.name]?.(step, input(first), input(second), reader) ?? null);
    if (result) named.set(result, last);
  }
  return last;
}
