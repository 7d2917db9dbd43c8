import { count, share, size } from '../document/fields';
import { arcCubics, type Cubic, lineCubic } from '../geometry/cubic';
import { contourOf, pathOf } from '../geometry/path';
import { radians } from '../geometry/vector';
import { defineSource } from './definition';
import { evenly, fitRound, innerHandle, innerShare, polar, radiusHandle } from './round';

/**
 * A disc with notches cut round its rim: tops lie on the outer circle, feet on the inner one.
 * `inner` is a share of the radius, `tooth` the share of each place that stays, measured half way
 * up, and `taper` how much of it the sides lean in by towards the top.
 */
export const notchedDisc = defineSource({
  kind: 'notched-disc',
  label: 'Notched disc',
  about: 'A disc with even notches round its edge.',
  alsoKnown: ['gear', 'cog', 'starburst', 'seal'],
  fields: [
    size('radius', 'Radius', 'From the centre to the teeth.'),
    share('inner', 'Inner radius', 'From the centre to the notches, as a share of the radius.', 0.05, 0.999),
    count('notches', 'Notches', 'How many there are.', 3, 200),
    share('tooth', 'Tooth', 'Share of each place that stays, half way up.', 0.05, 0.95),
    share('taper', 'Taper', 'How far teeth narrow outwards.', 0, 1),
  ],
  defaults: { radius: 100, inner: 0.78, notches: 12, tooth: 0.5, taper: 0.3 },
  outline({ radius, inner, notches, tooth, taper }) {
    if (radius === 0) return pathOf([]);
    const place = 360 / notches;
    const lean = Math.min(taper * tooth, tooth, 1 - tooth);
    const top = (tooth - lean) * place;
    const foot = (1 - tooth - lean) * place;
    const side = lean * place;
    const cubics: Cubic[] = [];
    const arcTo = (r: number, from: number, sweep: number) => {
      if (sweep > 1e-9) cubics.push(...arcCubics(0, 0, r, radians(from - 90), radians(sweep)));
    };
    const line = (r: number, a: number, q: number, b: number) => {
      const [p, s] = [polar(r, a), polar(q, b)];
      cubics.push(lineCubic(p.x, p.y, s.x, s.y));
    };
    for (let i = 0; i < notches; i++) {
      const a = i * place - top / 2;
      arcTo(radius, a, top);
      line(radius, a + top, radius * inner, a + top + side);
      arcTo(radius * inner, a + top + side, foot);
      line(radius * inner, a + top + side + foot, radius, a + place);
    }
    return pathOf([contourOf(cubics, true)]);
  },
  fit: fitRound,
  resize: evenly,
  handles: ({ radius, inner, notches }) => [radiusHandle(radius), innerHandle(radius, inner, 180 / notches)],
  drag: (p, handle, to) => ({
    params:
      handle === 'radius'
        ? { radius: Math.hypot(to.x, to.y) }
        : { inner: innerShare(p.radius, to, 0.05, 0.999, p.inner) },
  }),
});
