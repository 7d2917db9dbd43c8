import type { Design } from '../../document/types';
import { applyTo, determinant, invert, type Matrix, multiply } from '../../geometry/matrix';
import { type Bounds, boundsMiddle, joinBounds, pathBounds, transformPath } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import type { LetterChange } from '../../lettering/types';
import { layoutOnSheet } from '../lettering';
import { withLettering, withLetters } from '../letters';
import { alongAxes, moveAxes } from '../snap';
import { normalTurn } from '../transform';
import { sheetOf, withPart, worldOf } from '../tree';
import { type GestureOf, type GestureResult, numberText } from './types';
import { typedWay } from './way';

/** A way on the sheet as one in a letter's own directions. */
function inLetter(frame: Matrix, d: Point): Point {
  const back = invert([frame[0], frame[1], frame[2], frame[3], 0, 0]);
  return back ? applyTo(back, d) : { x: 0, y: 0 };
}

/** Shifts, turns or scales letters of a lettering, each about its own middle. */
export function dragLetters(design: Design, sheetId: string, g: GestureOf<'letters'>): GestureResult {
  const nothing = { design, hits: [], readout: '' };
  const part = design.parts[g.id];
  const l = part?.source;
  if (l?.kind !== 'lettering') return nothing;
  const world = worldOf(design, g.id);
  const letters = layoutOnSheet(design, part, l).letters.filter((c) => g.starts.includes(c.from));
  const box = letters
    .map((c) => pathBounds(transformPath(c.path, world)))
    .reduce<Bounds | null>(joinBounds, null);
  if (!box || !letters.length) return nothing;
  const frames = new Map(letters.map((c) => [c.from, multiply(world, c.stand)]));
  const change = (f: (c: LetterChange, frame: Matrix) => LetterChange, readout: string): GestureResult => ({
    design: withPart(
      design,
      withLettering(part, (own) => withLetters(own, g.starts, (c) => f(c, frames.get(c.at) ?? world))),
    ),
    hits: [],
    readout,
  });
  if (g.how === 'shift') {
    let [x, y] = [g.to.x - g.from.x, g.to.y - g.from.y];
    if (g.straight) [x, y] = alongAxes(x, y, moveAxes(sheetOf(design, sheetId)));
    [x, y] = typedWay(x, y, g.exact);
    return change(
      (c, frame) => {
        const own = inLetter(frame, { x, y });
        return { ...c, dx: c.dx + own.x / l.size, dy: c.dy + own.y / l.size };
      },
      `${numberText(x)}, ${numberText(y)}`,
    );
  }
  const centre = boundsMiddle(box);
  if (g.how === 'turn') {
    const at = (p: Point) => (Math.atan2(p.y - centre.y, p.x - centre.x) * 180) / Math.PI;
    let angle = normalTurn(at(g.to) - at(g.from));
    if (g.exact) [angle] = g.exact;
    else angle = g.straight ? Math.round(angle / 15) * 15 : Math.round(angle * 10) / 10;
    return change(
      (c, frame) => ({ ...c, turn: normalTurn(c.turn + (determinant(frame) < 0 ? -angle : angle)) }),
      `${numberText(angle, 1)}°`,
    );
  }
  const far = (p: Point) => Math.hypot(p.x - centre.x, p.y - centre.y);
  const factor = g.exact ? g.exact[0] / 100 : far(g.to) / (far(g.from) || 1);
  const clear = (v: number) => Math.min(100, Math.max(0.01, Math.round(v * 1000) / 1000));
  return change((c) => ({ ...c, scale: clear(c.scale * factor) }), `${numberText(factor * 100, 0)} %`);
}
