import type { Paint } from '../../coat/types';
import { applyTo, identity, invert, type Matrix, multiply, scaling } from '../../geometry/matrix';
import { boundsMiddle } from '../../geometry/path';
import { degrees } from '../../geometry/vector';
import { chainOf } from './chain';
import { nameOf, type Painting, type Setting, type SvgReader } from './context';
import type { Element } from './element';
import { keep, keepBox, placeOf } from './parts';
import { transformOf } from './transforms';
import { fitted, lengthOf, viewBoxOf } from './values';

/** A map without a slant as a turn, degrees, after scales along the axes; null for any other. */
function turnedScale([a, b, c, d]: Matrix): { turn: number; sx: number; sy: number } | null {
  const sx = Math.hypot(a, b);
  const sy = (a * d - b * c) / sx;
  if (!(sx > 0) || !(Math.abs(sy) > 0)) return null;
  if (Math.abs(a * c + b * d) > 1e-6 * sx * Math.abs(sy)) return null;
  return { turn: degrees(Math.atan2(b, a)), sx, sy };
}

/** A share of a box, or a length. */
const measure = (text: string | undefined, boxed: boolean, of: number): number =>
  boxed ? lengthOf(text, 1, 0) : lengthOf(text, of, 0);

/**
 * A pattern as a part that is repeated (SVG 2, 14.3): its cell is cut out of what it paints. Null where it has no area or is
 * slanted, which is told.
 */
export function patternPaint(
  reader: SvgReader,
  pattern: Element,
  element: Element,
  { bounds, at, toSheet }: Painting,
  setting: Setting,
): Paint | null {
  const tell = () => {
    reader.leave('Patterns that are slanted or have no area', element);
    return null;
  };
  if (setting.referring.includes(pattern)) {
    reader.leave('Patterns within themselves', element);
    return null;
  }
  const chain = chainOf(reader, pattern, ['pattern']);
  const said = (name: string) => chain.find((e) => e.attributes[name] !== undefined)?.attributes[name];
  const content = chain.find((e) => e.children.some((c) => c.name !== 'title' && c.name !== 'desc'));
  const back = invert(at);
  if (!bounds || !back || !content) return tell();
  const boxed = said('patternUnits') !== 'userSpaceOnUse';
  // The box in the element’s coordinates; what sources stand about is shifted at most.
  const box = {
    x: bounds.x0 + at[4],
    y: bounds.y0 + at[5],
    w: bounds.x1 - bounds.x0,
    h: bounds.y1 - bounds.y0,
  };
  const [kx, ky] = boxed ? [box.w, box.h] : [1, 1];
  const x = measure(said('x'), boxed, setting.width) * kx + (boxed ? box.x : 0);
  const y = measure(said('y'), boxed, setting.height) * ky + (boxed ? box.y : 0);
  const w = measure(said('width'), boxed, setting.width) * kx;
  const h = measure(said('height'), boxed, setting.height) * ky;
  const transform = transformOf(
    chain
      .map((e) => reader.cascade.computed(e).transform ?? e.attributes.patternTransform)
      .find((t) => t !== undefined),
  );
  const lattice = multiply(back, transform);
  const parts = turnedScale(lattice);
  if (!(w > 0 && h > 0) || !parts) return tell();
  const view = viewBoxOf(said('viewBox'));
  // What it paints stands from the corner of its cell.
  const inner: Matrix = view
    ? fitted(view, w, h, said('preserveAspectRatio')).matrix
    : said('patternContentUnits') === 'objectBoundingBox'
      ? [box.w, 0, 0, box.h, 0, 0]
      : identity;
  const { turn, sx, sy } = parts;
  const tile = tileOf(reader, pattern, content, multiply(scaling(sx, sy), inner), [w * sx, h * sy], {
    ...setting,
    toSheet: multiply(toSheet, multiply(lattice, inner)),
  });
  const middle = applyTo(lattice, { x: x + w / 2, y: y + h / 2 });
  const own = boundsMiddle(bounds);
  return tile === null
    ? null
    : {
        kind: 'pattern',
        tile,
        layout: 'grid',
        spacingX: 0,
        spacingY: 0,
        scale: 1,
        turn,
        shiftX: middle.x - own.x,
        shiftY: middle.y - own.y,
      };
}

/** The part that a pattern repeats: what it paints, cut off at its cell. The same one for the same cell. */
function tileOf(
  reader: SvgReader,
  pattern: Element,
  content: Element,
  inner: Matrix,
  [width, height]: readonly [number, number],
  setting: Setting,
): string | null {
  const key = `${inner} ${width} ${height}`;
  const known = reader.tiles.get(pattern) ?? new Map<string, string | null>();
  reader.tiles.set(pattern, known);
  const found = known.get(key);
  if (found !== undefined) return found;
  const style = reader.cascade.computed(content);
  const inside: Setting = { ...setting, style, referring: [...setting.referring, pattern] };
  const children = content.children.flatMap((child) => reader.read(child, inside) ?? []);
  let id: string | null = null;
  if (children.length) {
    const painted = keep(reader, { kind: 'group' }, { name: 'Painted', place: placeOf(inner), children });
    const cell = keepBox(reader, 'Cell', {
      x: Math.min(0, width),
      y: Math.min(0, height),
      width: Math.abs(width),
      height: Math.abs(height),
    });
    id = keep(
      reader,
      { kind: 'group', clip: true },
      { name: reader.freeName(nameOf(pattern)), hidden: true, children: [painted, cell] },
    );
    reader.aside.push(id);
  }
  known.set(key, id);
  return id;
}
