import { BoundedCache, mebibytes } from '../cache/bounded-cache';
import { count, image, number, share, size, toggle } from '../document/fields';
import { emptyPath, transformPath } from '../geometry/path';
import { type ImageSize, imageSize } from '../image/image-id';
import { levelSize } from '../image/levels';
import { levelWithin, wholeImage } from '../image/whole';
import { type TracedArea, traceImage } from '../trace/trace-image';
import { defineSource } from './definition';

interface Traced {
  readonly image: string;
  readonly width: number;
  readonly colours: number;
  readonly likeness: number;
  readonly denoise: boolean;
  readonly smoothness: number;
  readonly smallest: number;
}

/** Most pixels that are traced: of larger pictures a coarser level is. */
const mostTraced = 1_000_000;

const known = new BoundedCache<readonly TracedArea[]>(mebibytes(16), (areas) =>
  areas.reduce((n, a) => n + a.path.contours.reduce((m, c) => m + 8 * c.xy.length + 80, 0), 0),
);

/** Areas of a picture in the pixels of the level that is traced; null while that is not at hand. */
function areasOf(p: Traced, size: ImageSize): readonly TracedArea[] | null {
  const key = [p.image, p.colours, p.likeness, p.denoise, p.smoothness, p.smallest].join(' ');
  const found = known.get(key);
  if (found) return found;
  const whole = wholeImage(p.image, size, levelWithin(size, mostTraced));
  const made = whole && traceImage(whole, p);
  if (made) known.set(key, made);
  return made;
}

const heightOf = (p: Traced, size: ImageSize): number => (p.width * size.height) / size.width;

/** A picture traced in few colours: an area each. */
export const traced = defineSource<Traced>({
  kind: 'traced',
  label: 'Traced picture',
  partName: 'Traced',
  about: 'A picture as areas of few colours with smooth edges, sharp at every size.',
  alsoKnown: ['vectorise', 'outline', 'trace'],
  fields: [
    image('image', 'Picture', 'What is traced.'),
    size('width', 'Width', 'From side to side.'),
    count('colours', 'Colours', 'At most so many.', 1, 32),
    number(
      'likeness',
      'Colour tolerance',
      'Colours that differ by less become one (ΔE, CIEDE2000): 1 is just seen, 100 is black beside white.',
      0,
      50,
      1,
    ),
    toggle(
      'denoise',
      'Reduce noise',
      'Takes the noise of a scan or a photo away before its colours are told apart.',
    ),
    share('smoothness', 'Smoothness', 'How much its edges are evened out.'),
    count('smallest', 'Smallest area', 'Areas of fewer pixels go to what is beside them.', 0, 100_000),
  ],
  defaults: { image: '', width: 800, colours: 6, likeness: 8, denoise: true, smoothness: 0.1, smallest: 12 },
  rests: ['images'],
  images: ({ image: id }) => [{ id, most: mostTraced }],
  outline: () => emptyPath,
  pieces(p) {
    const whole = imageSize(p.image);
    const areas = whole && areasOf(p, whole);
    if (!areas) return [];
    const { width, height } = levelSize(whole, levelWithin(whole, mostTraced));
    const [kx, ky] = [p.width / width, heightOf(p, whole) / height];
    return areas.map(({ path, colour }) => ({
      path: transformPath(path, [kx, 0, 0, ky, -p.width / 2, -heightOf(p, whole) / 2]),
      tint: colour,
    }));
  },
  notes: (p) => (p.image ? [] : ['Choose the picture that is traced.']),
  resize: (p, sx, sy) => (Math.abs(sx - sy) <= 1e-9 * Math.abs(sx) ? { ...p, width: p.width * sx } : null),
});
