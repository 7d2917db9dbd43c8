import type Joi from 'joi';
import { unite } from '../arrange/unite';
import { angle, choice, length, onlyIf, share, sibling, size, toggle } from '../document/fields';
import type { Reference } from '../document/references';
import { type MeasuredContour, measureContour, nearestAlong } from '../geometry/along';
import { defaultFace } from '../lettering/catalogue';
import type { LetteringLayout } from '../lettering/layout';
import { layoutOf } from '../lettering/layout-memo';
import { standInMatrix, standInPaths } from '../lettering/stand-ins';
import type { Lettering } from '../lettering/types';
import { outlineBounds } from '../outline/bounds';
import { commonMarks, filled, pathsOf } from '../outline/pieces';
import type { Outline, Piece } from '../outline/types';
import { groupNode } from '../scene/group-node';
import type { SceneNode } from '../scene/types';
import { defineSource, type Siblings } from './definition';

/** Most characters of one lettering. */
export const longestText = 10_000;

const onCircle = (field: Parameters<typeof onlyIf>[2]) => onlyIf('follows', 'circle', field);
const onPart = (field: Parameters<typeof onlyIf>[2]) => onlyIf('follows', 'part', field);

const schema = (joi: typeof Joi): Joi.SchemaMap => {
  const index = joi.number().integer().min(0).max(longestText);
  const face = joi.string().pattern(/^[\w-]{1,80}$/);
  const share = joi.number().min(-100).max(100);
  const tagged = joi.object().pattern(/^[\x20-\x7e]{4}$/, joi.number().min(-1e6).max(1e6));
  const colour = joi.string().pattern(/^#[0-9a-f]{6}([0-9a-f]{2})?$/i);
  return {
    text: joi
      .string()
      .allow('')
      .max(longestText)
      .required()
      .description('The words; lines are parted by `\\n`.'),
    face: face.required().description('Id of a shipped face, or `own-` and the start of its file’s SHA-256.'),
    axes: tagged.required().description('Values of the face’s axes by their OpenType tags.'),
    features: tagged.required().description('Values of OpenType features by their tags.'),
    runs: joi
      .array()
      .items(
        joi.object({
          from: index.required(),
          to: index.required(),
          face,
          scale: joi.number().min(0.01).max(100),
          colour,
        }),
      )
      .max(1000)
      .required()
      .description('What is different from one UTF-16 index to another.'),
    letters: joi
      .array()
      .items(
        joi.object({
          at: index.required(),
          dx: share.required(),
          dy: share.required(),
          turn: joi.number().min(-36_000).max(36_000).required(),
          scale: joi.number().min(0.01).max(100).required(),
          colour,
          features: tagged,
          mirrorX: joi.boolean(),
          mirrorY: joi.boolean(),
          apart: joi.boolean(),
          pieces: joi
            .array()
            .items(
              joi.object({
                nth: joi.number().integer().min(0).max(1000).required(),
                by: joi
                  .string()
                  .allow('')
                  .pattern(/^[\w-]{1,40}$/)
                  .required(),
                own: joi.boolean().required(),
                scale: joi.number().min(0.01).max(100).required(),
                dx: share.required(),
                dy: share.required(),
              }),
            )
            .max(1000)
            .unique('nth'),
        }),
      )
      .max(longestText)
      .unique('at')
      .required()
      .description(
        'What is done to single letters: shifts as shares of the size, about the middle of the ink; `apart` makes each piece stand for itself. Pieces are a letter’s outlines with their holes, glyph by glyph, the greatest first: `by` is the sibling that stands in the place of the `nth`, or empty for nothing, `own` says whether it paints itself, and `scale` is its height as a share of the piece’s.',
      ),
    pairs: joi
      .array()
      .items(joi.object({ at: index.required(), by: share.required() }))
      .max(longestText)
      .unique('at')
      .required()
      .description('Room before a letter, as a share of the size.'),
  };
};

/** The layout with the outline that it follows. */
const laidOut = (l: Lettering, siblings: Siblings): LetteringLayout =>
  layoutOf(l, l.follows === 'part' ? (siblings(l.along)?.outline[0]?.path ?? null) : null);

/** The outlines of lettering: letter by letter, piece by piece, or united. */
function pieces(l: Lettering, siblings: Siblings): Outline {
  const { letters } = laidOut(l, siblings);
  const outlines = letters.flatMap(({ apart, standIns, colour }) => {
    const own = standIns.filter((s) => !(s.own && siblings(s.by)));
    const stand = own.flatMap((s) => standInPaths(s, siblings(s.by)?.outline));
    const inked = [...apart, ...stand].filter((p) => p.contours.length);
    return inked.map((path): Piece => (colour ? { path, tint: colour } : { path }));
  });
  if (l.pieces !== 'united') return outlines;
  return filled([{ ...commonMarks(outlines), path: unite(pathsOf(outlines)) }]);
}

/** Parts that stand in for pieces of letters and paint themselves. */
function nodes(l: Lettering, siblings: Siblings): readonly SceneNode[] {
  return laidOut(l, siblings).letters.flatMap(({ standIns }) =>
    standIns.flatMap((s) => {
      const sibling = s.own ? siblings(s.by) : undefined;
      const matrix = sibling && standInMatrix(s, outlineBounds(sibling.outline));
      return matrix ? [groupNode([sibling.node], { matrix })] : [];
    }),
  );
}

/** The line that words on another part follow, measured. */
function followedLine(l: Lettering, siblings: Siblings): MeasuredContour | null {
  const contour = siblings(l.along)?.outline[0]?.path.contours[0];
  const along = contour && measureContour(contour);
  return along && along.length > 0 ? along : null;
}

/** The part that the words follow, and those that stand in for pieces of letters. */
const references = ({ follows, along, letters }: Lettering): Reference[] =>
  [
    ...(follows === 'part' && along ? [along] : []),
    ...letters.flatMap((c) => c.pieces?.flatMap((p) => p.by || []) ?? []),
  ].map((id) => ({ id, beside: false }));

function withReferences(l: Lettering, rename: (id: string) => string): Lettering {
  const letters = l.letters.map((c) =>
    c.pieces ? { ...c, pieces: c.pieces.map((p) => (p.by ? { ...p, by: rename(p.by) } : p)) } : c,
  );
  return { ...l, letters, along: l.along && rename(l.along) };
}

/** Words in a face, that stay words whatever comes after. */
export const lettering = defineSource<Lettering>({
  kind: 'lettering',
  label: 'Lettering',
  about: 'Words in a face, that stay words whatever comes after.',
  alsoKnown: ['text', 'type', 'font'],
  placedByBounds: true,
  fields: [
    size('size', 'Size', 'Of the type: the em.'),
    share('leading', 'Leading', 'From baseline to baseline, as a share of the size.', 0, 10),
    share('tracking', 'Tracking', 'Room added between all letters, as a share of the size.', -1, 10),
    choice('kerning', 'Kerning', 'How single pairs of letters are spaced.', {
      metric: 'Metric',
      optical: 'Optical',
      none: 'None',
    }),
    choice('alignment', 'Alignment', 'How lines lie beside each other.', {
      start: 'Start',
      centre: 'Centre',
      end: 'End',
      justify: 'Justify',
    }),
    choice('lines', 'Lines', 'Where a line ends.', { 'as-typed': 'As typed', wrapped: 'Wrapped' }),
    onlyIf('lines', 'wrapped', size('frameWidth', 'Frame width', 'How wide lines may become.')),
    choice('follows', 'Follows', 'What the words run along.', {
      line: 'Line',
      circle: 'Circle',
      part: 'Another part',
    }),
    onCircle(size('radius', 'Radius', 'Of the circle.')),
    onCircle(angle('angle', 'Angle', 'Where on the circle the words are anchored, clockwise from the top.')),
    onPart(sibling('along', 'Part', 'The part whose outline the words follow.')),
    onPart(share('start', 'Start', 'Where along the outline the words are anchored.')),
    choice('side', 'Side', 'On which side of the curve the words stand.', {
      outside: 'Outside',
      inside: 'Inside',
    }),
    choice('stand', 'Stand', 'Whether letters turn with the curve.', {
      turned: 'Turned',
      upright: 'Upright',
    }),
    toggle(
      'evenSpacing',
      'Even spacing on curves',
      'Spacing is told half way up small letters rather than at their feet.',
    ),
    length('rise', 'Rise', 'How far the words are raised off the line.'),
    share('stretchX', 'Stretch x', 'Width of the words as a share of their own.', 0.01, 100),
    share('stretchY', 'Stretch y', 'Height of the words as a share of their own.', 0.01, 100),
    angle('slantX', 'Slant of uprights', 'How far uprights lean to the right.', -80, 80),
    angle('slantY', 'Slant of lines', 'How far lines climb to the right.', -80, 80),
    choice('direction', 'Direction', 'Which way the words run.', {
      auto: 'Auto',
      'left-to-right': 'Left to right',
      'right-to-left': 'Right to left',
    }),
    choice('pieces', 'Made into', 'What steps and coats meet.', {
      letters: 'Letters',
      united: 'One outline',
      contours: 'Pieces of letters',
    }),
  ],
  schema,
  defaults: {
    text: 'Hollin Tarn',
    face: defaultFace,
    axes: {},
    features: {},
    runs: [],
    letters: [],
    pairs: [],
    size: 200,
    leading: 1.2,
    tracking: 0,
    kerning: 'metric',
    alignment: 'start',
    direction: 'auto',
    rise: 0,
    stretchX: 1,
    stretchY: 1,
    slantX: 0,
    slantY: 0,
    lines: 'as-typed',
    frameWidth: 1000,
    follows: 'line',
    radius: 400,
    along: '',
    angle: 0,
    start: 0,
    side: 'outside',
    stand: 'turned',
    evenSpacing: true,
    pieces: 'letters',
  },
  outline: (l) => ({
    contours: pieces(l, () => undefined).flatMap((p) => p.path.contours),
    fillRule: 'nonzero',
  }),
  pieces,
  nodes,
  notes: (l, siblings) => laidOut(l, siblings).notes,
  references,
  withReferences,
  rests: ['faces'],
  // Words that lose the part they follow run straight.
  alone: (l, lost) => (l.follows === 'part' && lost(l.along) ? { ...l, follows: 'line', along: '' } : l),
  resize(l, sx, sy) {
    const even = Math.abs(sx - sy) <= 1e-9 * Math.max(Math.abs(sx), Math.abs(sy));
    if (!(sx > 0) || !(sy > 0) || (!even && l.follows !== 'line')) return null;
    return even
      ? { ...l, size: l.size * sx, frameWidth: l.frameWidth * sx, radius: l.radius * sx, rise: l.rise * sx }
      : { ...l, stretchX: l.stretchX * sx, stretchY: l.stretchY * sy };
  },
  handles(l, siblings) {
    if (l.follows === 'part') {
      const along = followedLine(l, siblings);
      return along ? [{ id: 'start', ...along.at(l.start * along.length).p, sets: ['start'] }] : [];
    }
    if (l.follows === 'circle') {
      const a = (l.angle * Math.PI) / 180;
      const at = { x: l.radius * Math.sin(a), y: -l.radius * Math.cos(a) };
      return [
        { id: 'radius', x: -at.x, y: -at.y, sets: ['radius'], circle: { x: 0, y: 0, r: l.radius } },
        { id: 'angle', ...at, from: { x: 0, y: 0 }, sets: ['angle'] },
      ];
    }
    if (l.follows !== 'line' || l.lines !== 'wrapped') return [];
    return [
      { id: 'frame', x: l.frameWidth / 2, y: 0, sets: ['frameWidth'], from: { x: -l.frameWidth / 2, y: 0 } },
    ];
  },
  drag(l, handle, to, siblings) {
    if (handle === 'start') {
      const along = followedLine(l, siblings);
      return along ? { params: { start: nearestAlong(along, to) / along.length } } : { params: {} };
    }
    if (handle === 'frame') return { params: { frameWidth: Math.max(0, 2 * to.x) } };
    if (handle === 'radius') return { params: { radius: Math.hypot(to.x, to.y) } };
    const turn = (Math.atan2(to.x, -to.y) * 180) / Math.PI;
    return { params: { angle: Math.round(turn * 100) / 100 } };
  },
});
