import { choice, number, share, size } from '../document/fields';
import type { Cubic } from '../geometry/cubic';
import { contourOf, pathOf } from '../geometry/path';
import { defineSource } from './definition';
import { evenly, fitRound, innerHandle, innerShare, radiusHandle } from './round';

interface Spiral {
  radius: number;
  inner: number;
  turns: number;
  growth: 'even' | 'swelling';
}

/** Distance from the centre and its change by the angle, after `a` of `all` radians. */
function radiusAt(p: Spiral, a: number, all: number): [number, number] {
  const start = p.radius * p.inner;
  if (p.growth === 'swelling') {
    // r = r₀·e^(b·a): a logarithmic spiral from the inner radius to the outer.
    const b = Math.log(1 / p.inner) / all;
    const r = start * Math.exp(b * a);
    return [r, b * r];
  }
  const b = (p.radius - start) / all;
  return [start + b * a, b];
}

/**
 * An open spiral that ends at the top: growing by the same distance each turn (r = r₀ + b·φ), or by
 * the same factor. Each cubic spans a sixteenth of a turn and has the curve's own tangents.
 */
export const spiral = defineSource<Spiral>({
  kind: 'spiral',
  label: 'Spiral',
  about: 'An open line that winds outwards.',
  alsoKnown: ['coil', 'helix', 'swirl'],
  open: true,
  fields: [
    size('radius', 'Radius', 'From the centre to the outer end.'),
    share('inner', 'Inner radius', 'From the centre to the inner end, as a share of the radius.', 0, 0.99),
    number('turns', 'Turns', 'How often it goes round.', 0.05, 100, 0.25),
    choice(
      'growth',
      'Grows',
      'How the radius grows with each turn: by the same distance or by the same factor.',
      { even: 'Evenly', swelling: 'By a factor' },
    ),
  ],
  defaults: { radius: 100, inner: 0.05, turns: 3, growth: 'even' },
  outline(given) {
    if (given.radius === 0) return pathOf([]);
    const p = given.growth === 'swelling' ? { ...given, inner: Math.max(0.001, given.inner) } : given;
    const all = 2 * Math.PI * p.turns;
    const pieces = Math.max(1, Math.ceil(16 * p.turns));
    const step = all / pieces;
    const at = (i: number) => {
      const a = step * i;
      const angle = a - all - Math.PI / 2;
      const [r, grow] = radiusAt(p, a, all);
      const [c, s] = [Math.cos(angle), Math.sin(angle)];
      return { x: r * c, y: r * s, dx: grow * c - r * s, dy: grow * s + r * c };
    };
    // As for an arc of a circle, which each piece nearly is.
    const k = (4 / 3) * Math.tan(step / 4);
    const cubics = Array.from({ length: pieces }, (_, i): Cubic => {
      const [u, v] = [at(i), at(i + 1)];
      return [u.x, u.y, u.x + k * u.dx, u.y + k * u.dy, v.x - k * v.dx, v.y - k * v.dy, v.x, v.y];
    });
    return pathOf([contourOf(cubics, false)]);
  },
  fit: fitRound,
  resize: evenly,
  handles: ({ radius, inner, turns }) => [radiusHandle(radius), innerHandle(radius, inner, -360 * turns)],
  drag: (p, handle, to) => ({
    params:
      handle === 'radius'
        ? { radius: Math.hypot(to.x, to.y) }
        : { inner: innerShare(p.radius, to, 0, 0.99, p.inner) },
  }),
});
