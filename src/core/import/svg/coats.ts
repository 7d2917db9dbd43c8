import type { Coat, Paint } from '../../coat/types';
import { readColour } from '../../colour/css';
import { makeCoat } from '../../document/create';
import { meanScale } from '../../geometry/matrix';
import type { Style } from './computed-style';
import type { Painting, Setting, SvgReader } from './context';
import { type Element, referenced } from './element';
import { gradientPaint } from './gradient';
import { patternPaint } from './pattern';
import { lengthOf, numbersOf, shareOf } from './values';

/** The paint that a fill or a stroke says, or null for none (SVG 2, 13.2). */
function paintOf(
  reader: SvgReader,
  element: Element,
  said: string,
  style: Style,
  painting: Painting,
  setting: Setting,
): Paint | null {
  const text = said.trim();
  if (text === 'none' || text === '' || text === 'transparent') return null;
  const solid = (name: string): Paint | null => {
    const colour = readColour(/^currentcolor$/i.test(name) ? (style.color ?? '#000000') : name);
    if (!colour) reader.leave(`The colour “${name.slice(0, 40)}”`, element);
    return colour && { kind: 'solid', colour: colour.hex };
  };
  if (!text.startsWith('url(')) {
    const passed = /^context-(fill|stroke)$/.exec(text);
    if (!passed) return solid(text);
    const { context } = setting;
    if (!context) {
      reader.leave('Paints that a copy passes on', element);
      return null;
    }
    const own = { ...setting, context: undefined };
    return paintOf(reader, element, context[passed[1] as 'fill' | 'stroke'], style, painting, own);
  }
  const fallback = text.slice(text.indexOf(')') + 1).trim();
  const other = fallback && fallback !== 'none' ? solid(fallback) : null;
  const id = referenced(text);
  const target = id === null ? undefined : reader.ids.get(id);
  if (target?.name === 'linearGradient' || target?.name === 'radialGradient')
    return gradientPaint(reader, target, painting, setting) ?? other;
  if (target?.name === 'pattern') return patternPaint(reader, target, element, painting, setting) ?? other;
  if (!other) reader.leave('Paints that are not in the file', element);
  return other;
}

const caps: readonly string[] = ['butt', 'round', 'square'];
const joins: readonly string[] = ['miter', 'round', 'bevel'];

/** A dash list as SVG means it: an odd one twice; none where one is negative or all are 0. */
function dashesOf(style: Style, of: number, by: number): number[] {
  const text = style['stroke-dasharray'];
  if (!text || text === 'none') return [];
  const list = text
    .split(/[\s,]+/)
    .filter(Boolean)
    .map((v) => by * lengthOf(v, of, 0));
  if (list.some((v) => v < 0) || !list.some((v) => v > 0)) return [];
  return list.length % 2 ? [...list, ...list] : list;
}

/** How much larger than it is drawn a stroke is that does not scale: the scale of where it stands, undone. */
function unscaled(reader: SvgReader, element: Element, style: Style, { toSheet }: Setting): number {
  if (style['vector-effect'] !== 'non-scaling-stroke') return 1;
  const [a, b, c, d] = toSheet;
  const [s, t] = [Math.hypot(a, b), Math.hypot(c, d)];
  const even = Math.abs(s - t) < 1e-6 * s && Math.abs(a * c + b * d) < 1e-6 * s * t;
  if (!even) reader.leave('Strokes that do not scale in what is squeezed', element);
  const mean = meanScale(toSheet);
  return mean > 0 ? 1 / mean : 1;
}

/** The stroke of a shape, or null for none. */
function strokeOf(
  reader: SvgReader,
  element: Element,
  style: Style,
  painting: Painting,
  setting: Setting,
): Coat | null {
  const size = Math.hypot(setting.width, setting.height) / Math.SQRT2;
  const width = lengthOf(style['stroke-width'], size, 1);
  const paint = width > 0 ? paintOf(reader, element, style.stroke ?? 'none', style, painting, setting) : null;
  if (!paint) return null;
  const scale = unscaled(reader, element, style, setting);
  // Lengths along it are told in shares of the length that its author says it has.
  const along = scale * (painting.perLength ?? 1);
  const [cap = 'butt', join = 'miter'] = [style['stroke-linecap'], style['stroke-linejoin']];
  if (!joins.includes(join)) reader.leave(`Joins “${join}”`, element);
  return makeCoat('stroke', {
    paint,
    opacity: shareOf(style['stroke-opacity']),
    width: scale * width,
    cap: (caps.includes(cap) ? cap : 'butt') as 'butt',
    join: (joins.includes(join) ? join : 'miter') as 'miter',
    miterLimit: Math.min(100, Math.max(1, numbersOf(style['stroke-miterlimit'])[0] ?? 4)),
    dashes: dashesOf(style, size, along),
    dashOffset: along * lengthOf(style['stroke-dashoffset'], size, 0),
  });
}

/** The coats of a shape, the lowest first: its fill and its stroke. */
export function coatsOf(
  reader: SvgReader,
  element: Element,
  style: Style,
  painting: Painting,
  setting: Setting,
): Coat[] {
  const fill = paintOf(reader, element, style.fill ?? '#000000', style, painting, setting);
  const coats: Coat[] = fill
    ? [makeCoat('fill', { paint: fill, opacity: shareOf(style['fill-opacity']) })]
    : [];
  const stroke = strokeOf(reader, element, style, painting, setting);
  if (stroke) coats.push(stroke);
  const [first] = (style['paint-order'] ?? '')
    .trim()
    .split(/\s+/)
    .filter((w) => w !== 'markers');
  return first === 'stroke' ? coats.reverse() : coats;
}
