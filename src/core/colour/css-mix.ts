// Makes the library read every colour space of CSS Color 4.
import 'culori/css';
import {
  converter,
  fixupHueDecreasing,
  fixupHueIncreasing,
  fixupHueLonger,
  fixupHueShorter,
  interpolateWithPremultipliedAlpha,
  interpolatorLinear,
  type parse,
} from 'culori/fn';

type Parsed = NonNullable<ReturnType<typeof parse>>;
type Mode = Parsed['mode'];

/** Names that CSS has for spaces, and those of the library. */
const spaces: Readonly<Record<string, Mode>> = {
  srgb: 'rgb',
  'srgb-linear': 'lrgb',
  'display-p3': 'p3',
  'a98-rgb': 'a98',
  'prophoto-rgb': 'prophoto',
  rec2020: 'rec2020',
  lab: 'lab',
  oklab: 'oklab',
  lch: 'lch',
  oklch: 'oklch',
  hsl: 'hsl',
  hwb: 'hwb',
  xyz: 'xyz65',
  'xyz-d65': 'xyz65',
  'xyz-d50': 'xyz50',
};

const ways = {
  shorter: fixupHueShorter,
  longer: fixupHueLonger,
  increasing: fixupHueIncreasing,
  decreasing: fixupHueDecreasing,
} as const;

/** The arguments of a function, told apart by commas that stand in no brackets. */
export function argumentsIn(text: string): string[] {
  const out: string[] = [];
  let depth = 0;
  let own = '';
  for (const c of text) {
    if (c === '(') depth++;
    if (c === ')') depth--;
    if (c === ',' && depth === 0) {
      out.push(own.trim());
      own = '';
    } else own += c;
  }
  return [...out, own.trim()];
}

/** A colour and the share that is said of it, 0–1; null for what is none. */
function part(
  text: string,
  read: (text: string) => Parsed | undefined,
): { colour: Parsed; share: number | null } | null {
  const found = /^(?:([\d.]+)%\s+)?([\s\S]*?)(?:\s+([\d.]+)%)?$/.exec(text.trim());
  const colour = found && read(found[2]);
  const said = found?.[1] ?? found?.[3];
  const share = said === undefined ? null : Number(said) / 100;
  return colour && (share === null || (share >= 0 && share <= 1)) ? { colour, share } : null;
}

/**
 * A `color-mix()` of two colours in any space of CSS (CSS Color 5, section 3), as the library has colours; undefined for what is none.
 * @param args what stands in its brackets, told apart by commas
 * @param read reads each of its colours
 */
export function mixedColour(
  args: readonly string[],
  read: (text: string) => Parsed | undefined,
): Parsed | undefined {
  const [method = '', first = '', second = ''] = args;
  const found = /^in\s+([a-z0-9-]+)(?:\s+(shorter|longer|increasing|decreasing)\s+hue)?$/i.exec(
    method.trim(),
  );
  const mode = found && spaces[found[1].toLowerCase()];
  const [a, b] = [part(first, read), part(second, read)];
  if (!mode || !a || !b || args.length !== 3) return undefined;
  const p = a.share ?? (b.share === null ? 0.5 : 1 - b.share);
  const q = b.share ?? 1 - p;
  const sum = p + q;
  if (!(sum > 0)) return undefined;
  const way = found[2]?.toLowerCase() as keyof typeof ways | undefined;
  const hue = way ? { h: { use: interpolatorLinear, fixup: ways[way] } } : {};
  const to = converter(mode);
  const mixed = interpolateWithPremultipliedAlpha([to(a.colour), to(b.colour)], mode, hue as never)(q / sum);
  // What sums to less than all there is lets the rest through.
  return { ...mixed, alpha: (mixed.alpha ?? 1) * Math.min(1, sum) } as Parsed;
}
