import { angle, choice, image, length, share } from '../../document/fields';
import { applyTo, type Matrix, multiply, rotation, scaling, translation } from '../../geometry/matrix';
import { type Bounds, boundsMiddle, boundsPath, transformPath } from '../../geometry/path';
import { type ImageSize, imageSize } from '../../image/image-id';
import { reachesOver } from '../../image/reaches-over';
import type { ImagePaint } from '../../scene/types';
import type { Picture } from '../types';
import { definePaint } from './definition';

const fields = [
  image('image', 'Picture', 'What is shown.'),
  choice('fit', 'Fit', 'How large it is over the area.', {
    cover: 'Covers all',
    contain: 'All of it shows',
    stretch: 'Stretched',
    pixels: 'A pixel a unit',
  }),
  share('scale', 'Scale', 'Of what the fit makes it.', 0.01, 100),
  angle('turn', 'Turn', 'About its middle.'),
  length('shiftX', 'Shift x', 'Of its middle, across.'),
  length('shiftY', 'Shift y', 'Of its middle, downwards.'),
  choice('beyond', 'Beyond its edges', 'What the area shows where the picture does not reach.', {
    clear: 'Nothing',
    pad: 'Edge goes on',
    repeat: 'Repeated',
    reflect: 'Mirrored',
  }),
];

/** Units a pixel, across and down. */
function fitted({ fit, turn }: Picture, { width, height }: ImageSize, b: Bounds): readonly [number, number] {
  const [w, h] = [b.x1 - b.x0, b.y1 - b.y0];
  if (fit === 'pixels') return [1, 1];
  if (fit === 'stretch') return [w / width, h / height];
  const a = (turn * Math.PI) / 180;
  const [c, s] = [Math.abs(Math.cos(a)), Math.abs(Math.sin(a))];
  const k =
    fit === 'cover'
      ? Math.max((w * c + h * s) / width, (w * s + h * c) / height)
      : Math.min(w / (width * c + height * s), h / (width * s + height * c));
  return [k, k];
}

/** From the picture's pixels to the part. */
function frame(p: Picture, size: ImageSize, b: Bounds): Matrix {
  const [sx, sy] = fitted(p, size, b);
  const middle = boundsMiddle(b);
  const placed = multiply(translation(middle.x + p.shiftX, middle.y + p.shiftY), rotation(p.turn));
  return multiply(
    placed,
    multiply(scaling(sx * p.scale, sy * p.scale), translation(-size.width / 2, -size.height / 2)),
  );
}

/** From a picture's pixels to the part that it fills; null where there is none. */
export function pictureFrame(p: Picture, bounds: Bounds): Matrix | null {
  const size = imageSize(p.image);
  return size && frame(p, size, bounds);
}

export const picture = definePaint<Picture>({
  kind: 'picture',
  label: 'Picture',
  about: 'A picture from a file: sharp at every size as far as its pixels go.',
  alsoKnown: ['photo', 'image', 'bitmap', 'texture'],
  defaults: {
    kind: 'picture',
    image: '',
    fit: 'cover',
    scale: 1,
    turn: 0,
    shiftX: 0,
    shiftY: 0,
    beyond: 'clear',
  },
  fields: () => fields,
  stored: fields,
  cover(p, { bounds }) {
    const size = imageSize(p.image);
    if (!size) return null;
    const matrix = frame(p, size, bounds);
    const paint: ImagePaint = {
      kind: 'image',
      image: p.image,
      size,
      matrix,
      spread: p.beyond === 'clear' ? 'pad' : p.beyond,
    };
    if (p.beyond !== 'clear' || reachesOver(matrix, size, bounds)) return paint;
    const box = boundsPath({ x0: 0, y0: 0, x1: size.width, y1: size.height });
    return {
      kind: 'nodes',
      nodes: [{ type: 'shape', path: transformPath(box, matrix), paint, opacity: 1, blend: 'normal' }],
    };
  },
  fault: (p) => (p.image ? null : 'Choose a picture.'),
  handles(p, bounds) {
    const size = imageSize(p.image);
    if (!size) return [];
    const m = frame(p, size, bounds);
    const at = applyTo(m, { x: size.width / 2, y: size.height / 2 });
    return [
      { id: 'turn', ...applyTo(m, { x: 0.85 * size.width, y: size.height / 2 }), from: at, sets: ['turn'] },
      { id: 'scale', ...applyTo(m, { x: size.width, y: size.height }), sets: ['scale'] },
      { id: 'shift', ...at, sets: ['shiftX', 'shiftY'] },
    ];
  },
  lines(p, bounds) {
    const size = imageSize(p.image);
    const box = boundsPath({ x0: 0, y0: 0, x1: size?.width ?? 0, y1: size?.height ?? 0 });
    return size ? transformPath(box, frame(p, size, bounds)) : { ...box, contours: [] };
  },
  drag(p, handle, to, bounds) {
    const size = imageSize(p.image);
    if (!size) return p;
    const middle = boundsMiddle(bounds);
    if (handle === 'shift') return { ...p, shiftX: to.x - middle.x, shiftY: to.y - middle.y };
    const [dx, dy] = [to.x - middle.x - p.shiftX, to.y - middle.y - p.shiftY];
    if (handle === 'scale') {
      const [sx, sy] = fitted(p, size, bounds);
      const half = Math.hypot(sx * size.width, sy * size.height) / 2;
      const scale = half > 0 ? Math.hypot(dx, dy) / half : p.scale;
      return { ...p, scale: Math.min(100, Math.max(0.01, Math.round(scale * 1e4) / 1e4)) };
    }
    return { ...p, turn: Math.round(((Math.atan2(dy, dx) * 180) / Math.PI) * 100) / 100 };
  },
  typed: (p, handle, value) =>
    handle === 'turn' ? { ...p, turn: value } : handle === 'scale' ? { ...p, scale: value / 100 } : null,
});
