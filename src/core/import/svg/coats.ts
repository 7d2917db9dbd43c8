import type { Coat, Paint } from '../../coat/types';
import { readColour } from '../../colour/css';
import { makeCoat } from '../../document/create';
import type { Style } from './cascade';
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
function dashesOf(style: Style, of: number): number[] {
  const text = style['stroke-dasharray'];
  if (!text || text === 'none') return [];
  const list = text
    .split(/[\s,]+/)
    .filter(Boolean)
    .map((v) => lengthOf(v, of, 0));
  if (list.some((v) => v < 0) || !list.some((v) => v > 0)) return [];
  return list.length % 2 ? [...list, ...list] : list;
}

/** The coats of a shape, the lowest first: its fill and its stroke. */
export function coatsOf(
  reader: SvgReader,
  element: Element,
  style: Style,
  painting: Painting,
  setting: Setting,
): Coat[] {
  const size = Math.hypot(setting.width, setting.height) / Math.SQRT2;
  const coats: Coat[] = [];
  const fill = paintOf(reader, element, style.fill ?? '#000000', style, painting, setting);
  if (fill) coats.push(makeCoat('fill', { paint: fill, opacity: shareOf(style['fill-opacity']) }));
  const width = lengthOf(style['stroke-width'], size, 1);
  const stroke =
    width > 0 ? paintOf(reader, element, style.stroke ?? 'none', style, painting, setting) : null;
  if (stroke) {
    if (style['vector-effect'] === 'non-scaling-stroke') reader.leave('Strokes that do not scale', element);
    const [cap = 'butt', join = 'miter'] = [style['stroke-linecap'], style['stroke-linejoin']];
    coats.push(
      makeCoat('stroke', {
        paint: stroke,
        opacity: shareOf(style['stroke-opacity']),
        width,
        cap: (caps.includes(cap) ? cap : 'butt') as 'butt',
        join: (joins.includes(join) ? join : 'miter') as 'miter',
        miterLimit: Math.min(100, Math.max(1, numbersOf(style['stroke-miterlimit'])[0] ?? 4)),
        dashes: dashesOf(style, size),
        dashOffset: lengthOf(style['stroke-dashoffset'], size, 0),
      }),
    );
  }
  return /^\s*stroke/.test(style['paint-order'] ?? '') ? coats.reverse() : coats;
}
