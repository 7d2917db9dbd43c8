import { combine } from '../arrange/combine';
import { runOver } from '../bend/run';
import { blot, chance } from '../brush/blot';
import { choice, count, onlyIf, share, size } from '../document/fields';
import { budget, spend } from '../geometry/budget';
import { arcCubics } from '../geometry/cubic';
import { type Bounds, boundsMiddle, type Contour, contourOf, pathOf } from '../geometry/path';
import { Area } from '../nearest/area';
import { joinOutline } from '../outline/join';
import type { Outline, Piece } from '../outline/types';
import { defineStep, StepFault } from './definition';
import { directionField, directionHandle, directionTo } from './run-direction';

interface Mottle {
  readonly spots: number;
  /** Width of a spot on the whole, sheet units. */
  readonly size: number;
  readonly vary: number;
  readonly form: 'discs' | 'blots';
  readonly toward: 'even' | 'side' | 'heart' | 'rim';
  readonly direction: number;
  /** How strongly spots crowd, 0–1. */
  readonly crowd: number;
  /** How much smaller and fainter they are where they are few. */
  readonly shrink: number;
  readonly fade: number;
  readonly seed: number;
}

/** Places that are tried for a spot at most, before it is left out. */
const tries = 24;
/** Opacities that spots have where they fade: as many pieces. */
const shades = 6;

/** A spot as a closed contour. */
const spotAt = (x: number, y: number, r: number, i: number, { form, seed }: Mottle): Contour =>
  form === 'discs' ? contourOf(arcCubics(x, y, r, 0, 2 * Math.PI), true) : blot(x, y, r, i, seed + 1, 6);

/** Looks at how deep places lie, a side; what lies between them is as deep as they are. */
const looks = 64;

/** How deep a place lies in an area, against the deepest there is, 0–1. */
function depthIn(area: Area, b: Bounds): (x: number, y: number) => number {
  const [w, h] = [b.x1 - b.x0, b.y1 - b.y0];
  const most = 0.5 * Math.min(w, h);
  const depth = new Float64Array((looks + 1) ** 2);
  let deepest = 1e-12;
  for (let j = 0; j <= looks; j++)
    for (let i = 0; i <= looks; i++) {
      const [x, y] = [b.x0 + (w * i) / looks, b.y0 + (h * j) / looks];
      const d = area.holds(x, y) ? area.far(x, y, most) : 0;
      depth[j * (looks + 1) + i] = d;
      deepest = Math.max(deepest, d);
    }
  return (x, y) => {
    const [u, v] = [((x - b.x0) / (w || 1)) * looks, ((y - b.y0) / (h || 1)) * looks];
    const [i, j] = [Math.min(looks - 1, Math.floor(u)), Math.min(looks - 1, Math.floor(v))];
    const [s, t] = [u - i, v - j];
    const at = j * (looks + 1) + i;
    const [p, q] = [
      depth[at] * (1 - s) + depth[at + 1] * s,
      depth[at + looks + 1] * (1 - s) + depth[at + looks + 2] * s,
    ];
    return (p * (1 - t) + q * t) / deepest;
  };
}

/** How much a place is of where spots crowd, 0–1. */
function densityOf(p: Mottle, area: Area, b: Bounds): (x: number, y: number) => number {
  if (p.toward === 'even') return () => 1;
  if (p.toward === 'side') {
    const { matrix, along } = runOver(b, p.direction);
    return (x, y) => {
      const s = (x - matrix[4]) * matrix[0] + (y - matrix[5]) * matrix[1];
      return along > 0 ? Math.min(1, Math.max(0, (s / along + 1) / 2)) : 1;
    };
  }
  const deep = depthIn(area, b);
  return p.toward === 'heart' ? deep : (x, y) => 1 - deep(x, y);
}

function spotted(outline: Outline, p: Mottle, b: Bounds): Outline {
  const whole = joinOutline(outline);
  const area = new Area(whole);
  const density = densityOf(p, area, b);
  const inside: Contour[][] = Array.from({ length: p.fade > 0 ? shades : 1 }, () => []);
  const crossing: Contour[][] = inside.map(() => []);
  const strength = 6 * p.crowd;
  for (let i = 0; i < p.spots; i++)
    for (let k = 0; k < tries; k++) {
      const by = (n: number) => chance(tries * i + k, n, p.seed);
      const [x, y] = [b.x0 + by(0) * (b.x1 - b.x0), b.y0 + by(1) * (b.y1 - b.y0)];
      if (!area.holds(x, y)) continue;
      const d = p.toward === 'even' ? 1 : density(x, y);
      // A place is kept the more surely the denser it is there.
      if (strength > 0 && by(2) > d ** strength) continue;
      const few = p.toward === 'even' ? by(5) : 1 - d;
      const r = (p.size / 2) * (1 + p.vary * (2 * by(3) - 1)) * (1 - p.shrink * few);
      if (!(r > 1e-6)) break;
      const shade = inside.length > 1 ? Math.min(shades - 1, Math.floor(few * shades)) : 0;
      const reach = 1.4 * r;
      const list = area.far(x, y, reach) < reach ? crossing : inside;
      list[shade].push(spotAt(x, y, r, tries * i + k, p));
      break;
    }
  return inside.flatMap((contours, k): Piece[] => {
    const cut = crossing[k].length ? combine('intersect', [pathOf(crossing[k]), whole]) : pathOf([]);
    const all = [...contours, ...cut.contours];
    if (!all.length) return [];
    const opacity = inside.length > 1 ? { opacity: 1 - (p.fade * k) / (shades - 1) } : {};
    return [{ path: pathOf(all), ...opacity }];
  });
}

/** Spots inside the outline, by chance. */
export const mottle = defineStep<Mottle>({
  kind: 'mottle',
  label: 'Mottle',
  about: 'Spots inside the outline by chance: even, or crowded to a side, in the heart or at the rim.',
  alsoKnown: ['speckle', 'stipple', 'spots', 'dots', 'spray', 'texture'],
  fields: [
    count('spots', 'Spots', 'How many there are, as far as there is room.', 1, 100_000),
    size('size', 'Size', 'Width of a spot.'),
    share('vary', 'Size varies', 'How far spots are larger or smaller by chance.'),
    choice('form', 'Form', 'What a spot looks like.', { discs: 'Discs', blots: 'Blots' }),
    choice('toward', 'Crowd', 'Where they lie closest.', {
      even: 'Nowhere',
      side: 'To one side',
      heart: 'In the heart',
      rim: 'At the rim',
    }),
    onlyIf('toward', 'side', directionField),
    onlyIf('toward', ['side', 'heart', 'rim'], share('crowd', 'Strongly', 'How strongly they crowd there.')),
    share('shrink', 'Shrink', 'How much smaller they are where they are few.'),
    share('fade', 'Fade', 'How much fainter they are where they are few.'),
    count('seed', 'Chance', 'Another number, other spots.', 0, 9999),
  ],
  defaults: {
    spots: 200,
    size: 12,
    vary: 0.6,
    form: 'discs',
    toward: 'heart',
    direction: 90,
    crowd: 0.5,
    shrink: 0.5,
    fade: 0,
    seed: 1,
  },
  apply(outline, p, { bounds }) {
    if (!(p.size > 0)) throw new StepFault('Spots must have a size: give it one above 0.');
    spend(p.spots * 4, budget().part, 'This would make', 'segments; a part may have');
    const made = spotted(outline, p, bounds);
    if (!made.length) throw new StepFault('There is no area to put spots in.');
    return made;
  },
  suited: (b) => ({ size: Math.max(0.5, Math.round(Math.max(b.x1 - b.x0, b.y1 - b.y0) / 30)) }),
  handles(p, { bounds }) {
    const from = boundsMiddle(bounds);
    return [
      { id: 'size', sets: ['size'], x: from.x + p.size / 2, y: from.y, from },
      ...(p.toward === 'side' ? [directionHandle(runOver(bounds, p.direction + 180))] : []),
    ];
  },
  drag(_, handle, to, { bounds }) {
    if (handle === 'size') return { params: { size: Math.max(0, 2 * (to.x - boundsMiddle(bounds).x)) } };
    const { direction } = directionTo(bounds, to);
    return { params: { direction: direction > 0 ? direction - 180 : direction + 180 } };
  },
});
