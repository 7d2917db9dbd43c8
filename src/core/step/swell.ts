import { onlyIf, place, share, toggle } from '../document/fields';
import { type Cubic, cubicPoint, isLine } from '../geometry/cubic';
import { type Bounds, boundsMiddle, contourOf, type Path, pathBounds, segmentsOf } from '../geometry/path';
import { mix, type Point } from '../geometry/vector';
import { mapPaths } from '../outline/pieces';
import type { Outline } from '../outline/types';
import { defineStep } from './definition';

interface Swell {
  /** How far points go in, as a share of their way to the centre; below 0 they go out. */
  readonly points: number;
  /** How far the middles of spans go out, as a share of their way from the centre; below 0 they go in. */
  readonly spans: number;
  /** Whether each piece swells about its own middle. */
  readonly each: boolean;
  readonly centreX: number;
  readonly centreY: number;
}

/**
 * A span with its ends moved by one factor from a centre and its middle by another: the middle of a cubic is a quarter of
 * the middle of its ends and three quarters of that of its handles, which says how far these go.
 */
function swollenSpan(s: Cubic, c: Point, { points, spans }: Swell): Cubic {
  const ends = 1 - points;
  const handles = (4 * (1 + spans) - ends) / 3;
  const [p, q] = [
    { x: s[0], y: s[1] },
    { x: s[6], y: s[7] },
  ];
  const [h, k] = isLine(s)
    ? [mix(p, q, 1 / 3), mix(q, p, 1 / 3)]
    : [
        { x: s[2], y: s[3] },
        { x: s[4], y: s[5] },
      ];
  const [a, d] = [mix(c, p, ends), mix(c, q, ends)];
  const [b, e] = [mix(c, h, handles), mix(c, k, handles)];
  return [a.x, a.y, b.x, b.y, e.x, e.y, d.x, d.y];
}

const swollen = (path: Path, centre: Point, params: Swell): Path => ({
  ...path,
  contours: path.contours.map((c) => {
    const made = segmentsOf(c).map((s) => swollenSpan(s, centre, params));
    return made.length ? contourOf(made, c.closed, c.origins) : c;
  }),
});

const middleOf = (p: Swell, path: Path, bounds: Bounds): Point =>
  p.each ? boundsMiddle(pathBounds(path) ?? bounds) : { x: p.centreX, y: p.centreY };

/** The first span of an outline that is no point, and the centre it swells about. */
function firstSpan(outline: Outline, p: Swell, bounds: Bounds): { span: Cubic; centre: Point } | null {
  for (const { path } of outline)
    for (const c of path.contours)
      for (const span of segmentsOf(c))
        if (span[0] !== span[6] || span[1] !== span[7]) return { span, centre: middleOf(p, path, bounds) };
  return null;
}

/** How far from the centre a place lies, as a share of how far another does along the same ray. */
function shareAlong(centre: Point, from: Point, to: Point): number {
  const [dx, dy] = [from.x - centre.x, from.y - centre.y];
  const l = dx * dx + dy * dy;
  return l > 0 ? ((to.x - centre.x) * dx + (to.y - centre.y) * dy) / l : 1;
}

/** Points drawn in and the spans between them blown out, or the reverse: from a straight polygon to petals or thorns. */
export const swell = defineStep<Swell>({
  kind: 'swell',
  label: 'Swell',
  about: 'Points drawn in and the spans between them blown out, to petals; or the reverse, to thorns.',
  alsoKnown: ['petals', 'thorns', 'flower', 'inflate'],
  fields: [
    share('points', 'Points in', 'How far points go toward the centre; below 0 away from it.', -4, 4),
    share('spans', 'Spans out', 'How far the middles between points go outwards; below 0 inwards.', -4, 4),
    toggle('each', 'Each by itself', 'Every piece swells about its own middle.'),
    ...place('centreX', 'centreY', 'Centre', 'The point that all swells about.').map((f) =>
      onlyIf('each', false, f),
    ),
  ],
  defaults: { points: 0.2, spans: 0.2, each: false, centreX: 0, centreY: 0 },
  suited: (b) => ({ centreX: boundsMiddle(b).x, centreY: boundsMiddle(b).y }),
  apply: (outline, p, { bounds }) =>
    p.points === 0 && p.spans === 0
      ? outline
      : mapPaths(outline, (path) => swollen(path, middleOf(p, path, bounds), p)),
  handles(p, { outline, bounds }) {
    const first = firstSpan(outline, p, bounds);
    const centre = p.each ? [] : [{ id: 'centre', sets: ['centreX', 'centreY'], x: p.centreX, y: p.centreY }];
    if (!first) return centre;
    const { span, centre: about } = first;
    const made = swollenSpan(span, about, p);
    return [
      ...centre,
      { id: 'points', x: made[0], y: made[1], from: about },
      { id: 'spans', ...cubicPoint(made, 0.5), from: about },
    ];
  },
  drag(p, handle, to, { outline, bounds }) {
    if (handle === 'centre') return { params: { centreX: to.x, centreY: to.y } };
    const first = firstSpan(outline, p, bounds);
    if (!first) return { params: {} };
    const { span, centre } = first;
    return {
      params:
        handle === 'points'
          ? { points: 1 - shareAlong(centre, { x: span[0], y: span[1] }, to) }
          : { spans: shareAlong(centre, cubicPoint(span, 0.5), to) - 1 },
    };
  },
  typed: (_, handle, value) => (handle === 'points' ? { points: value / 100 } : { spans: value / 100 }),
});
