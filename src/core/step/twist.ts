import { type PlaneMap, planeMap } from '../bend/map';
import { put } from '../bend/run';
import { angle, place, size } from '../document/fields';
import { degrees, radians } from '../geometry/vector';
import { defineBend } from './bend';

interface Twist {
  centreX: number;
  centreY: number;
  /** How far from the centre it is felt. */
  radius: number;
  /** Degrees clockwise at the centre. */
  turn: number;
}

/** How much of the turn there is at a share of the radius, and how fast that falls: smooth at both ends. */
const fall = (u: number): readonly [number, number] =>
  u >= 1 ? [0, 0] : [(1 - u * u) ** 2, -4 * u * (1 - u * u)];

function twisted({ centreX: cx, centreY: cy, radius, turn }: Twist): PlaneMap {
  const whole = radians(turn);
  return planeMap((x, y, out) => {
    const [dx, dy] = [x - cx, y - cy];
    const r = Math.hypot(dx, dy);
    const [share, slope] = fall(r / radius);
    if (share === 0) {
      put(out, x, y, 1, 0, 0, 1);
      return;
    }
    const [cos, sin] = [Math.cos(whole * share), Math.sin(whole * share)];
    const [px, py] = [dx * cos - dy * sin, dx * sin + dy * cos];
    // The turn grows along the radius: ∂/∂x of the angle is slope · turn · x / (r · radius).
    const k = r > 0 ? (whole * slope) / (r * radius) : 0;
    put(out, cx + px, cy + py, cos - py * k * dx, sin + px * k * dx, -sin - py * k * dy, cos + px * k * dy);
  });
}

/** The shape turned about a centre, most there and less and less outwards, like stirred. */
export const twist = defineBend<Twist>({
  kind: 'twist',
  label: 'Twist',
  about: 'The shape turned about a centre, most there and less and less outwards.',
  alsoKnown: ['twirl', 'swirl', 'whirl'],
  fields: [
    ...place('centreX', 'centreY', 'Centre', 'The point that it turns about.'),
    size('radius', 'Radius', 'How far from the centre the twist is felt.'),
    angle('turn', 'Turn', 'Clockwise, at the centre; less and less outwards.', -3600, 3600),
  ],
  defaults: { centreX: 0, centreY: 0, radius: 200, turn: 60 },
  map: (p) => (p.radius > 0 && p.turn !== 0 ? twisted(p) : null),
  suited: (b) => ({
    centreX: (b.x0 + b.x1) / 2,
    centreY: (b.y0 + b.y1) / 2,
    radius: Math.round(Math.hypot(b.x1 - b.x0, b.y1 - b.y0) * 0.6),
  }),
  handles({ centreX: x, centreY: y, radius, turn }) {
    const a = radians(turn);
    return [
      { id: 'radius', sets: ['radius'], x: x + radius, y, circle: { x, y, r: radius } },
      {
        id: 'turn',
        sets: ['turn'],
        x: x + (radius / 2) * Math.sin(a),
        y: y - (radius / 2) * Math.cos(a),
        from: { x, y },
      },
      { id: 'centre', sets: ['centreX', 'centreY'], x, y },
    ];
  },
  drag(p, handle, to) {
    const [dx, dy] = [to.x - p.centreX, to.y - p.centreY];
    if (handle === 'centre') return { params: { centreX: to.x, centreY: to.y } };
    if (handle === 'radius') return { params: { radius: Math.hypot(dx, dy) } };
    // Whole turns that were made before stay.
    const a = degrees(Math.atan2(dx, -dy));
    return { params: { turn: a + 360 * Math.round((p.turn - a) / 360) } };
  },
});
