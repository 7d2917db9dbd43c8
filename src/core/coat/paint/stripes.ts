import { isHex, parseHex, type Rgba } from '../../colour/colour';
import { type ColourStop, colourAlong } from '../../colour/gradient';
import { angle, choice, count, number, onlyIf, share, size } from '../../document/fields';
import { arcCubics } from '../../geometry/cubic';
import {
  type Bounds,
  boundsCorners,
  contourOf,
  type Path,
  pathOf,
  polygonContour,
} from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import { radians } from '../../geometry/vector';
import type { SceneNode, ScenePaint, Spread } from '../../scene/types';
import type { Stripes } from '../types';
import { definePaint, placeOn, shareOf } from './definition';

/** Most stripes that are drawn. */
const mostStripes = 5000;

const stored = [
  choice('form', 'Shape', 'Straight, or rings about a centre.', {
    straight: 'Straight',
    concentric: 'Concentric',
  }),
  choice('by', 'Given by', 'How many there are, or how wide each is.', { count: 'Copies', width: 'Width' }),
  onlyIf('by', 'count', count('stripes', 'Stripes', 'How many there are.', 1, mostStripes)),
  onlyIf('by', 'width', size('width', 'Width', 'Of a stripe.')),
  onlyIf('form', 'straight', angle('angle', 'Angle', 'Clockwise, of the way across them.')),
  onlyIf('form', 'concentric', share('centreX', 'Centre x', 'Of the rings, on the bounds.', -100, 100)),
  onlyIf('form', 'concentric', share('centreY', 'Centre y', 'Of the rings, on the bounds.', -100, 100)),
  share('softness', 'Softness', 'Share of a stripe that its edges are soft for.'),
  number('phase', 'Phase', 'Shift across the stripes, in periods.', -1000, 1000, 0.05),
  share('progression', 'Progression', 'Width of each as a share of the one before.', 0.5, 2),
];

/** Where the stripes run from and to, and the direction they follow each other in. */
interface Run {
  readonly from: number;
  readonly to: number;
  /** The shape between two places of the run. */
  shape(a: number, b: number): Path;
  /** A gradient from one place of the run to another. */
  gradient(a: number, b: number, stops: readonly ColourStop[], spread: Spread): ScenePaint;
}

function straight(turn: number, bounds: Bounds): Run {
  const [c, s] = [Math.cos(radians(turn)), Math.sin(radians(turn))];
  const along = boundsCorners(bounds).map((p) => p.x * c + p.y * s);
  const across = boundsCorners(bounds).map((p) => -p.x * s + p.y * c);
  const [w0, w1] = [Math.min(...across) - 1, Math.max(...across) + 1];
  const at = (u: number, w: number): Point => ({ x: u * c - w * s, y: u * s + w * c });
  return {
    from: Math.min(...along),
    to: Math.max(...along),
    shape: (a, b) => pathOf([polygonContour([at(a, w0), at(b, w0), at(b, w1), at(a, w1)])]),
    gradient: (a, b, stops, spread) => ({
      kind: 'linear',
      matrix: [(b - a) * c, (b - a) * s, -(b - a) * s, (b - a) * c, a * c, a * s],
      stops,
      interpolation: 'srgb',
      spread,
    }),
  };
}

function concentric(middle: Point, bounds: Bounds): Run {
  const circle = (r: number) => contourOf(arcCubics(middle.x, middle.y, r, 0, 2 * Math.PI), true);
  return {
    from: 0,
    to: Math.max(...boundsCorners(bounds).map((p) => Math.hypot(p.x - middle.x, p.y - middle.y))),
    shape: (a, b) => pathOf([circle(b), ...(a > 0 ? [circle(a)] : [])], 'evenodd'),
    // Circles count from the middle: a period that begins before it is turned round to begin there.
    gradient(a, b, stops, spread) {
      const long = b - a;
      const shift = -a / long - Math.floor(-a / long);
      const turned =
        spread === 'repeat'
          ? [
              ...stops.map((s) => ({ ...s, at: s.at - shift < 0 ? s.at - shift + 1 : s.at - shift })),
              ...[0, 1].map((at) => ({ at, colour: colourAlong(stops, 'srgb', shift) })),
            ]
          : stops;
      return {
        kind: 'radial',
        matrix: [long, 0, 0, long, middle.x, middle.y],
        stops: turned,
        interpolation: 'srgb',
        spread,
      };
    },
  };
}

/** Places where one stripe gives way to the next, from before the run to beyond it. */
function breaks(p: Stripes, run: Run): number[] {
  const long = run.to - run.from;
  const q = p.progression;
  // Widths w, wq, wq² … that make up the whole.
  const share = q === 1 ? 1 / p.stripes : (1 - q) / (1 - q ** p.stripes);
  const width = p.by === 'count' ? long * share : p.width;
  const period = p.colours.length * width;
  const out = [run.from];
  if (q !== 1) {
    for (let k = 0, at = run.from; at < run.to && k < mostStripes && width * q ** k > 1e-6 * long; k++) {
      at += width * q ** k;
      out.push(at);
    }
    return out;
  }
  const shift = (p.phase - Math.floor(p.phase)) * period;
  const first = run.from + shift - period;
  out.length = 0;
  for (let k = 0; k <= mostStripes + p.colours.length; k++) {
    out.push(first + k * width);
    if (first + k * width >= run.to) break;
  }
  return out;
}

function stripeNodes(p: Stripes, run: Run): SceneNode[] {
  const list = breaks(p, run);
  const colours = p.colours.map(parseHex);
  const out: SceneNode[] = [];
  for (let k = 0; k + 1 < list.length; k++) {
    const [a, b] = [Math.max(list[k], run.from), list[k + 1]];
    const colour = colours[k % colours.length];
    if (colour[3] === 0 || b <= a || a >= run.to) continue;
    out.push({
      type: 'shape',
      path: run.shape(a, b),
      paint: { kind: 'solid', colour },
      opacity: 1,
      blend: 'normal',
    });
  }
  return out;
}

/** A clear colour beside another one fades in that one's colour. */
const clear = (own: Rgba, other: Rgba): Rgba => (own[3] > 0 ? own : [other[0], other[1], other[2], 0]);

/** Stops of soft stripes between breaks: each colour, held until its edge begins. */
function softStops(p: Stripes, list: readonly number[]): ColourStop[] {
  const colours = p.colours.map(parseHex);
  const [first, last] = [list[0], list[list.length - 1]];
  const out: ColourStop[] = [];
  for (let k = 0; k + 1 < list.length; k++) {
    const width = list[k + 1] - list[k];
    const half = (other: number) => (p.softness * Math.min(width, other)) / 2;
    const own = colours[k % colours.length];
    const before = colours[(k + colours.length - 1) % colours.length];
    const next = colours[(k + 1) % colours.length];
    const wide = (i: number) => (i >= 0 && i + 1 < list.length ? list[i + 1] - list[i] : width);
    const from = list[k] + half(wide(k - 1));
    const to = list[k + 1] - half(wide(k + 1));
    out.push({ at: (from - first) / (last - first), colour: clear(own, before) });
    out.push({ at: (to - first) / (last - first), colour: clear(own, next) });
  }
  return out;
}

/** Soft stripes are a gradient: one period over and over, or all of them where they grow. */
function softCover(p: Stripes, run: Run): ScenePaint | null {
  const list = breaks(p, run);
  if (list.length < 2) return null;
  const even = p.progression === 1;
  const period = even ? list.slice(0, p.colours.length + 1) : list;
  if (period.length < 2) return null;
  const [a, b] = [period[0], period[period.length - 1]];
  const stops = softStops(p, period);
  const [first, last] = [stops[0], stops[stops.length - 1]];
  const seam = even
    ? [
        { at: 0, colour: mixed(last.colour, first.colour) },
        { at: 1, colour: mixed(last.colour, first.colour) },
      ]
    : [];
  return run.gradient(a, b, [...stops, ...seam], even ? 'repeat' : 'pad');
}

/** Half of one colour and half of another, as they meet at an edge. */
const mixed = (a: Rgba, b: Rgba): Rgba => [0, 1, 2, 3].map((i) => (a[i] + b[i]) / 2) as unknown as Rgba;

const runOf = (p: Stripes, bounds: Bounds): Run =>
  p.form === 'straight'
    ? straight(p.angle, bounds)
    : concentric(placeOn(bounds, p.centreX, p.centreY), bounds);

const tooMany = (p: Stripes, bounds: Bounds): boolean => {
  const run = runOf(p, bounds);
  return p.by === 'width' && (p.width <= 0 || (run.to - run.from) / p.width > mostStripes);
};

export const stripes = definePaint<Stripes>({
  kind: 'stripes',
  label: 'Stripes',
  about: 'Straight or round stripes of several colours.',
  alsoKnown: ['lines', 'hatching'],
  defaults: {
    kind: 'stripes',
    form: 'straight',
    colours: ['#9a6b1f', '#f3d9a0'],
    by: 'count',
    stripes: 12,
    width: 40,
    angle: 0,
    softness: 0,
    phase: 0,
    progression: 1,
    centreX: 0.5,
    centreY: 0.5,
  },
  fields: () => stored,
  stored,
  schema: (joi) => ({
    colours: joi
      .array()
      .items(
        joi
          .string()
          .custom((v: string, h) =>
            isHex(v) ? v : h.message({ custom: '“colours” must hold colours such as #9a6b1f' }),
          ),
      )
      .min(1)
      .max(32)
      .required()
      .description('One stripe of each, over and over; clear ones leave a gap.'),
  }),
  colourAt: (paint) => paint.colours[0],
  cover(paint, { bounds }) {
    if (tooMany(paint, bounds)) return null;
    const run = runOf(paint, bounds);
    return paint.softness > 0 ? softCover(paint, run) : { kind: 'nodes', nodes: stripeNodes(paint, run) };
  },
  fault: (paint, { bounds }) =>
    tooMany(paint, bounds)
      ? paint.width <= 0
        ? 'Stripes need a width above 0.'
        : `These stripes are too narrow: more than ${mostStripes} of them would be drawn.`
      : null,
  handles(paint, bounds) {
    const middle = placeOn(bounds, 0.5, 0.5);
    if (paint.form === 'concentric')
      return [{ id: 'centre', ...placeOn(bounds, paint.centreX, paint.centreY) }];
    const r = 0.4 * Math.min(bounds.x1 - bounds.x0, bounds.y1 - bounds.y0);
    const a = radians(paint.angle);
    return [
      {
        id: 'angle',
        x: middle.x + r * Math.cos(a),
        y: middle.y + r * Math.sin(a),
        from: middle,
        sets: ['angle'],
      },
    ];
  },
  drag(paint, handle, to, bounds) {
    if (handle === 'centre') {
      const p = shareOf(bounds, to);
      return { ...paint, centreX: p.x, centreY: p.y };
    }
    const middle = placeOn(bounds, 0.5, 0.5);
    const turn = (Math.atan2(to.y - middle.y, to.x - middle.x) * 180) / Math.PI;
    return { ...paint, angle: Math.round(turn * 100) / 100 };
  },
  typed: (paint, handle, value) => (handle === 'angle' ? { ...paint, angle: value } : null),
});
