import { type Scatter, scatteredAlong, stretchedAlong, type Thickness } from '../brush/lay';
import { type Art, type Texture, textureOf, textureWords } from '../brush/textures';
import { evenWidth, profileWords, type WidthProfile, widthAlong } from '../coat/width-profile';
import { choice, count, length, lengths, onlyIf, share, sibling, size } from '../document/fields';
import type { HandleContext } from '../document/handles';
import { measureContour } from '../geometry/along';
import { type Contour, type Path, pathBounds, pathOf, transformPath } from '../geometry/path';
import type { Piece } from '../outline/types';
import { followed } from './bend';
import { defineStep, StepFault } from './definition';

interface Brush {
  readonly art: Texture | 'part';
  /** Id of the sibling whose outline is the art, or nothing for the one kept here. */
  readonly part: string;
  readonly own: readonly number[];
  readonly laid: 'stretched' | 'repeated' | 'scattered';
  readonly width: number;
  readonly runs: Exclude<WidthProfile, 'points'>;
  readonly spacing: number;
  readonly size: number;
  readonly turn: number;
  readonly stray: number;
  readonly fade: number;
  readonly seed: number;
}

/** How the width of a stroke may run; points of its own are for strokes that have grips on them. */
const { points: _, ...runWords } = profileWords;

/** Most numbers of art that is kept once its part is gone. */
const mostKept = 1000;

/** Art as numbers: for each contour how many numbers it has, and these. */
const artNumbers = (path: Path): number[] => path.contours.flatMap(({ xy }) => [xy.length, ...xy]);

function keptArt(numbers: readonly number[]): Path | null {
  const contours: Contour[] = [];
  for (let at = 0; at < numbers.length; ) {
    const n = numbers[at];
    if (!(Number.isInteger(n) && n >= 8 && n % 6 === 2 && at + n < numbers.length)) return null;
    contours.push({ xy: numbers.slice(at + 1, at + 1 + n), closed: true });
    at += n + 1;
  }
  return contours.length ? pathOf(contours) : null;
}

/** An outline as art: as high as 1, its middle on the line. */
function artOf(path: Path): Art | null {
  const b = pathBounds(path);
  if (!b || !(b.y1 - b.y0 > 0)) return null;
  const k = 1 / (b.y1 - b.y0);
  const moved = transformPath(path, [k, 0, 0, k, -b.x0 * k, -k * ((b.y0 + b.y1) / 2)]);
  return { path: moved, long: Math.max(1e-3, (b.x1 - b.x0) * k) };
}

const arts = new WeakMap<object, Art | null>();

function artAtHand(p: Brush, { guide }: HandleContext): Art | null {
  if (p.art !== 'part') return textureOf(p.art);
  const key = guide ?? p.own;
  let art = arts.get(key);
  if (art === undefined) {
    const path = guide ?? keptArt(p.own);
    art = path && artOf(path);
    arts.set(key, art);
  }
  return art;
}

/** Step of the difference that tells how a width changes, as a share of the line. */
const hair = 1e-5;

/** How wide a stroke of some profile is along one of its lines, and how that changes. */
function thicknessOf({ runs }: Brush, contour: Contour): Thickness {
  const width = widthAlong({ ...evenWidth, profile: runs }, [contour.pressure]);
  if (!width) return () => [1, 0];
  const within = (share: number) => Math.min(1, Math.max(0, share));
  return (share) => {
    const [a, b] = [within(share - hair), within(share + hair)];
    return [width(within(share), 0), (width(b, 0) - width(a, 0)) / (b - a)];
  };
}

const onlyScattered = onlyIf.bind(null, 'laid', 'scattered');

/** Strokes made of art: laid along each of the part's lines. */
export const brush = defineStep<Brush>({
  kind: 'brush',
  label: 'Brush',
  about: 'Each line becomes a stroke of art: bristles, chalk, spots or another part, laid along it.',
  alsoKnown: ['stroke', 'texture', 'art', 'scatter', 'paint', 'ink', 'pattern along'],
  fields: [
    choice('art', 'Made of', 'What strokes are made of.', { ...textureWords, part: 'A part' }),
    onlyIf(
      'art',
      'part',
      sibling('part', 'Part', 'The part whose outline, without its steps, strokes are made of.', 'No part'),
    ),
    choice(
      'laid',
      'Laid',
      'How it is laid along a line: stretched over all of it, again and again, or by chance.',
      {
        stretched: 'Once',
        repeated: 'Repeated',
        scattered: 'Scattered',
      },
    ),
    size('width', 'Width', 'Of the stroke, or of a mark.'),
    choice('runs', 'Width runs', 'How the width runs along a line.', runWords),
    onlyScattered(length('spacing', 'Spacing', 'From one mark to the next.', 0)),
    onlyScattered(share('size', 'Size varies', 'How far marks are larger or smaller by chance.')),
    onlyScattered(share('turn', 'Turn varies', 'How far marks are turned by chance; 100 for all round.')),
    onlyScattered(share('stray', 'Strays', 'How far beside the line marks lie by chance, in widths.', 0, 20)),
    onlyScattered(share('fade', 'Fades', 'How much fainter marks are by chance.')),
    onlyScattered(count('seed', 'Chance', 'Another number, other marks.', 0, 9999)),
    {
      ...lengths('own', 'Own art', 'The outline that strokes are made of once the part is gone.', -1e6),
      kept: true,
    },
  ],
  defaults: {
    art: 'dry',
    part: '',
    own: [],
    laid: 'stretched',
    width: 40,
    runs: 'even',
    spacing: 30,
    size: 0.4,
    turn: 0.2,
    stray: 0.3,
    fade: 0,
    seed: 1,
  },
  guided: true,
  alone(_p, context) {
    const numbers = context?.guide ? artNumbers(context.guide) : [];
    return { part: '', own: numbers.length <= mostKept ? numbers : [] };
  },
  apply(outline, p, context) {
    const art = artAtHand(p, context);
    if (!art) return outline;
    if (!(p.width > 0)) throw new StepFault('A stroke must have a width: give it one above 0.');
    if (p.laid === 'scattered' && !(p.spacing > 0))
      throw new StepFault('Marks must have a spacing: give it one above 0.');
    const { tolerance, tally } = followed(context);
    // Art need be followed no more closely than its own width asks for.
    const fine = Math.max(tolerance, 5e-4 * p.width);
    return outline.flatMap((piece): Piece[] =>
      piece.path.contours.flatMap((c): Piece[] => {
        const thickness = thicknessOf(p, c);
        if (p.laid === 'scattered') {
          const scatter: Scatter = p;
          return scatteredAlong(c, art, p.width, scatter, thickness).map((made) => ({
            ...piece,
            ...made,
          }));
        }
        const { length: long } = measureContour(c);
        const times = p.laid === 'repeated' ? Math.max(1, Math.round(long / (art.long * p.width))) : 1;
        tally.add(times);
        const path = stretchedAlong(c, art, p.width, times, thickness, fine, tally);
        return path ? [{ ...piece, path }] : [];
      }),
    );
  },
  note(outline, p, context) {
    if (p.art === 'part' && !artAtHand(p, context)) return 'Choose the part that strokes are to be made of.';
    const pressed = outline.some((piece) => piece.path.contours.some((c) => c.pressure));
    return p.runs === 'pressure' && !pressed
      ? 'This line was drawn without pressure: its width is even.'
      : null;
  },
  suited(b) {
    const long = Math.max(b.x1 - b.x0, b.y1 - b.y0);
    const width = Math.max(1, Math.round(long / 12));
    return { width, spacing: Math.max(1, Math.round(width * 0.7)) };
  },
  handles(p, { bounds }) {
    const from = { x: (bounds.x0 + bounds.x1) / 2, y: bounds.y0 };
    return [{ id: 'width', sets: ['width'], x: from.x, y: from.y - p.width / 2, from }];
  },
  drag: (_, __, to, { bounds }) => ({ params: { width: Math.max(0, 2 * (bounds.y0 - to.y)) } }),
});
