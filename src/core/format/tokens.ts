import { formatHex, parseHex } from '../colour/colour';
import { readColour } from '../colour/css';
import { clipText } from '../document/text';
import { isColourSwatch } from '../palette/palette';
import type { Swatch } from '../palette/types';

/** Thrown for a file of tokens that cannot be read, in plain words. */
export class TokenError extends Error {}

type Json = Readonly<Record<string, unknown>>;

const isGroup = (v: unknown): v is Json => typeof v === 'object' && v !== null && !Array.isArray(v);

/** Names of tokens hold no braces and no full stop, and do not begin with a dollar sign (DTCG format, 5.1.1). */
const tokenName = (name: string): string => name.replace(/[{}.]/g, '-').replace(/^\$+/, '') || 'unnamed';

/** A colour as a token's value (DTCG colour module: colour space, components 0–1, alpha, hex). */
function colourValue(hex: string): Json {
  const [r, g, b, a] = parseHex(hex);
  const places = (v: number) => Number(v.toFixed(6));
  return {
    colorSpace: 'srgb',
    components: [r, g, b].map(places),
    alpha: places(a),
    hex: formatHex([r, g, b, 1]),
  };
}

/** A palette as design tokens in the format of the W3C Design Tokens Community Group. */
export function paletteToTokens(palette: readonly Swatch[]): string {
  const group = (type: string, list: readonly Swatch[], value: (s: Swatch) => unknown) =>
    list.length
      ? {
          $type: type,
          ...Object.fromEntries(list.map((s) => [tokenName(s.name), { $value: value(s) }])),
        }
      : null;
  const colours = group('color', palette.filter(isColourSwatch), (s) =>
    isColourSwatch(s) ? colourValue(s.colour) : null,
  );
  const gradients = group(
    'gradient',
    palette.filter((s) => !isColourSwatch(s)),
    (s) =>
      isColourSwatch(s) ? null : s.stops.map((p) => ({ color: colourValue(p.colour), position: p.at })),
  );
  return JSON.stringify({ ...(colours ? { colours } : {}), ...(gradients ? { gradients } : {}) }, null, 2);
}

/** Hex of a colour token's value: the object of today's format, or a text as older files have it. */
function hexOf(value: unknown, where: string): string {
  if (typeof value === 'string') {
    const read = readColour(value);
    if (read) return read.hex;
  }
  if (isGroup(value) && Array.isArray(value.components) && value.components.length === 3) {
    const space = String(value.colorSpace ?? 'srgb');
    const alpha = typeof value.alpha === 'number' ? value.alpha : 1;
    const numbers = value.components.map((c) => (c === 'none' ? 0 : c));
    if (numbers.every((c) => typeof c === 'number' && Number.isFinite(c))) {
      const [a, b, c] = numbers as number[];
      const forms: Record<string, string> = {
        srgb: `color(srgb ${a} ${b} ${c} / ${alpha})`,
        'srgb-linear': `color(srgb-linear ${a} ${b} ${c} / ${alpha})`,
        'display-p3': `color(display-p3 ${a} ${b} ${c} / ${alpha})`,
        hsl: `hsl(${a} ${b}% ${c}% / ${alpha})`,
        hwb: `hwb(${a} ${b}% ${c}% / ${alpha})`,
        lab: `lab(${a} ${b} ${c} / ${alpha})`,
        lch: `lch(${a} ${b} ${c} / ${alpha})`,
        oklab: `oklab(${a} ${b} ${c} / ${alpha})`,
        oklch: `oklch(${a} ${b} ${c} / ${alpha})`,
      };
      const read = forms[space] ? readColour(forms[space]) : null;
      if (read) return read.hex;
      if (typeof value.hex === 'string' && readColour(value.hex)) return readColour(value.hex)?.hex ?? '';
    }
  }
  throw new TokenError(`“${where}” is no colour that can be read.`);
}

interface Found {
  readonly path: string;
  readonly name: string;
  readonly type: string | undefined;
  readonly value: unknown;
}

/** All tokens of a file; a token without a type has that of the nearest group above it. */
function tokensIn(group: Json, path: readonly string[], type: string | undefined): Found[] {
  return Object.entries(group).flatMap(([key, v]): Found[] => {
    if (key.startsWith('$') || !isGroup(v)) return [];
    const own = typeof v.$type === 'string' ? v.$type : type;
    const at = [...path, key];
    if ('$value' in v) return [{ path: at.join('.'), name: key, type: own, value: v.$value }];
    return at.length > 40 ? [] : tokensIn(v, at, own);
  });
}

/**
 * The colours and gradients in a file of design tokens, in its order; tokens of other types are
 * passed over, references to other tokens are followed.
 * @param makeId gives each swatch an id.
 * @throws TokenError naming what cannot be read.
 */
export function tokensToPalette(text: string, makeId: () => string): Swatch[] {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (cause) {
    throw new TokenError(`The file is not JSON (${(cause as Error).message}).`);
  }
  if (!isGroup(raw)) throw new TokenError('The file holds no tokens.');
  const all = tokensIn(raw, [], typeof raw.$type === 'string' ? raw.$type : undefined);
  const byPath = new Map(all.map((t) => [t.path, t]));
  const resolved = (value: unknown, path: readonly string[]): unknown => {
    const name = typeof value === 'string' ? /^\{([^{}]+)\}$/.exec(value)?.[1] : undefined;
    if (name === undefined) return value;
    const target = byPath.get(name);
    if (!target) throw new TokenError(`“${path[0]}” refers to “${name}”, which there is not.`);
    if (path.includes(name)) throw new TokenError(`“${path[0]}” refers to itself.`);
    return resolved(target.value, [...path, name]);
  };
  const typeOf = (t: Found, seen: readonly string[] = []): string | undefined => {
    const name = typeof t.value === 'string' ? /^\{([^{}]+)\}$/.exec(t.value)?.[1] : undefined;
    const target = name && !seen.includes(name) ? byPath.get(name) : undefined;
    return t.type ?? (target && typeOf(target, [...seen, name as string]));
  };
  const out = all.flatMap((t): Swatch[] => {
    const type = typeOf(t);
    if (type === 'color')
      return [
        { id: makeId(), name: clipText(t.name, 60), colour: hexOf(resolved(t.value, [t.path]), t.path) },
      ];
    if (type !== 'gradient') return [];
    const list = resolved(t.value, [t.path]);
    if (!Array.isArray(list) || !list.length || list.length > 256)
      throw new TokenError(`“${t.path}” is no gradient that can be read.`);
    const stops = list.map((raw) => {
      const s = resolved(raw, [t.path]) as { color?: unknown; position?: unknown };
      const at = Number(resolved(s?.position, [t.path]) ?? 0);
      if (!Number.isFinite(at)) throw new TokenError(`“${t.path}” has a stop without a position.`);
      return { at: Math.min(1, Math.max(0, at)), colour: hexOf(resolved(s?.color, [t.path]), t.path) };
    });
    return [{ id: makeId(), name: clipText(t.name, 60), stops, interpolation: 'srgb' }];
  });
  if (!out.length) throw new TokenError('The file holds no colours and no gradients.');
  return out;
}
