import { type Coat, paintOf } from '../../coat';
import { reversedStops } from '../../coat/paint/stops';
import { luminance } from '../../colour/contrast';
import type { SupposedLight } from '../../depth/lamp-fields';
import { type Lamp, towardLamp, usualLamp } from '../../depth/light';
import type { Design, Part } from '../../document/types';
import { finishes } from '../../finish';
import type { Matrix } from '../../geometry/matrix';
import { boundsMiddle } from '../../geometry/path';
import { degrees } from '../../geometry/vector';
import { evaluatePart } from '../../scene/evaluate';
import { meetsLight } from '../../scene/light';
import type { Finding, Laid } from './types';

/** Lights of a known height disagree from so many degrees on, directions alone from so many. */
const apart = 30;
const turned = 60;
/** Gradients whose ends differ less in luminance, or run across the light by less than this, say nothing of it. */
const contrast = 0.12;
const against = 120;

type Vector = { readonly x: number; readonly y: number; readonly z?: number };

/** The angle between two directions, degrees; on the sheet where one has no height. */
function between(a: Vector, b: Vector): number {
  const flat = a.z === undefined || b.z === undefined;
  const [za, zb] = flat ? [0, 0] : [a.z ?? 0, b.z ?? 0];
  const long = Math.hypot(a.x, a.y, za) * Math.hypot(b.x, b.y, zb);
  if (!(long > 1e-9)) return 0;
  return degrees(Math.acos(Math.min(1, Math.max(-1, (a.x * b.x + a.y * b.y + za * zb) / long))));
}

const disagrees = (toward: Vector, lamp: Lamp): number | null => {
  const off = between(toward, towardLamp(lamp));
  return off > (toward.z === undefined ? turned : apart) ? Math.round(off) : null;
};

const withFinish = (part: Part, id: string, params: object): Part => ({
  ...part,
  finishes: part.finishes.map((c) => (c.id === id ? { ...c, params: { ...c.params, ...params } } : c)),
});

const withPaint = (part: Part, id: string, change: (paint: Coat['paint']) => Coat['paint']): Part => ({
  ...part,
  coats: part.coats.map((c) => (c.id === id ? { ...c, paint: change(c.paint) } : c)),
});

/** Which way a coat grows lighter, on the sheet; null where it does not, or not along a line. */
function lighterAlong(design: Design, part: Part, coat: Coat, world: Matrix): Vector | null {
  const bounds = evaluatePart(design, part).coats.get(coat.id)?.bounds;
  if (!coat.on || coat.kind !== 'fill' || coat.run !== 'bounds' || coat.paint.kind !== 'linear' || !bounds)
    return null;
  const paint = paintOf(coat.paint).cover(coat.paint, { bounds, light: null, tile: () => null });
  if (paint?.kind !== 'linear' || paint.spread !== 'pad') return null;
  const first = paint.stops.reduce((a, b) => (b.at < a.at ? b : a));
  const last = paint.stops.reduce((a, b) => (b.at >= a.at ? b : a));
  // What fades away says nothing of the light.
  if (first.colour[3] < 1 || last.colour[3] < 1) return null;
  const more = luminance(last.colour) - luminance(first.colour);
  if (Math.abs(more) < contrast) return null;
  const [x, y] = [paint.matrix[0] * Math.sign(more), paint.matrix[1] * Math.sign(more)];
  return paint.fixed ? { x, y } : { x: world[0] * x + world[2] * y, y: world[1] * x + world[3] * y };
}

/**
 * Where the light of parts disagrees with the lamp of their sheet: lights of their own, shadows that fall toward it, and
 * gradients that are light on their dark side. Nothing on a sheet where nothing is lit.
 */
export function lightFaults(
  design: Design,
  lamp: Lamp,
  laid: readonly Laid[],
  worldOf: (id: string) => Matrix,
): Finding[] {
  const moved = lamp.direction !== usualLamp.direction || lamp.height !== usualLamp.height;
  if (!moved && !laid.some((l) => meetsLight(design.parts[l.id]))) return [];
  return laid.flatMap(({ id, name, bounds }): Finding[] => {
    const part = design.parts[id];
    const finding = (card: string, message: string, mend: (part: Part) => Part): Finding => ({
      id: `light ${id} ${card}`,
      kind: 'light',
      parts: [id],
      message,
      at: boundsMiddle(bounds),
      size: 0,
      seen: true,
      mend: (d) => ({ ...d, parts: { ...d.parts, [id]: mend(d.parts[id]) } }),
    });
    const own = (
      card: string,
      label: string,
      supposed: SupposedLight | null | undefined,
      mend: (follow: SupposedLight['follow']) => (part: Part) => Part,
    ): Finding[] => {
      const off = supposed && disagrees(supposed.toward, lamp);
      return supposed && off !== null
        ? [finding(card, `${name}: its ${label} has its light ${off}° from the lamp.`, mend(supposed.follow))]
        : [];
    };
    const world = worldOf(id);
    return [
      ...part.finishes
        .filter((c) => c.on)
        .flatMap((c) => {
          const { label, supposes } = finishes[c.kind];
          return own(
            c.id,
            label.toLowerCase(),
            supposes?.(c.params, lamp),
            (follow) => (p) => withFinish(p, c.id, follow),
          );
        }),
      ...part.coats
        .filter((c) => c.on)
        .flatMap((c) => {
          const { label, supposes } = paintOf(c.paint);
          return own(
            c.id,
            label.toLowerCase(),
            supposes?.(c.paint),
            (follow) => (p) => withPaint(p, c.id, (paint) => ({ ...paint, ...follow }) as Coat['paint']),
          );
        }),
      ...part.coats.flatMap((c) => {
        const lighter = lighterAlong(design, part, c, world);
        if (!lighter || between(lighter, { ...towardLamp(lamp), z: undefined }) < against) return [];
        return [
          finding(c.id, `${name}: its gradient is light on the side that lies in the dark.`, (p) =>
            withPaint(p, c.id, (paint) =>
              'stops' in paint ? { ...paint, stops: reversedStops(paint.stops) } : paint,
            ),
          ),
        ];
      }),
    ];
  });
}
