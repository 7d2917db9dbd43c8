import { angle, choice, later, onlyIf, share, size, toggle } from '../document/fields';
import type { DragResult, Handle } from '../document/handles';
import { type Bounds, boundsMiddle } from '../geometry/path';
import { degrees, type Point, radians } from '../geometry/vector';
import { castersOf } from '../scene/caster';
import { nodesBounds } from '../scene/damage';
import { groupNode } from '../scene/group-node';
import type { Filter, SceneNode } from '../scene/types';
import { type Centre, centreAt, centreFields, centreGrip, centreOf } from './centre';
import { defineFinish, type Painted } from './definition';

interface Blur extends Centre {
  way: string;
  softness: number;
  reach: number;
  direction: number;
  turn: number;
  stretch: number;
  within: boolean;
}

/** One way to blur: its filter, null where its amount is none, and its grips. */
interface Way {
  readonly label: string;
  filter(p: Blur, painted: Painted, bounds: Bounds): Filter | null;
  /** On the bounds of what is painted; without them its lengths are rings about the part's middle. */
  handles?(p: Blur, bounds: Bounds): Handle[];
  drag?(p: Blur, to: Point, bounds: Bounds): Partial<Blur>;
}

/** How far from its centre the grip of an angle or a share lies. */
const armOf = (b: Bounds): number => 0.35 * Math.max(b.x1 - b.x0, b.y1 - b.y0, 1);

/** A grip on an arm from the centre of the blur, and one on the centre. */
const armed = (p: Blur, b: Bounds, sets: 'turn' | 'stretch', at: Point): Handle[] => {
  const c = centreOf(p, b);
  return [{ id: 'amount', sets: [sets], x: c.x + at.x, y: c.y + at.y, from: c }, centreGrip(p, b)];
};

const ways: Readonly<Record<string, Way>> = {
  even: {
    label: 'Evenly',
    filter: ({ softness }) => (softness > 0 ? { kind: 'blur', sigma: softness / 2 } : null),
  },
  edge: {
    label: 'At the edge',
    filter: ({ softness, reach }, painted) =>
      softness > 0 ? { kind: 'edge-blur', path: painted.silhouette(), sigma: softness / 2, reach } : null,
  },
  along: {
    label: 'Along',
    filter({ softness, direction }) {
      const at = radians(direction);
      const s = softness / 2;
      return s > 0 ? { kind: 'along', dx: s * Math.cos(at), dy: s * Math.sin(at) } : null;
    },
    handles({ softness, direction }, b) {
      const [m, at] = [boundsMiddle(b), radians(direction)];
      const [x, y] = [m.x + softness * Math.cos(at), m.y + softness * Math.sin(at)];
      return [{ id: 'amount', sets: ['softness', 'direction'], x, y, from: m }];
    },
    drag(_, to, b) {
      const m = boundsMiddle(b);
      const [dx, dy] = [to.x - m.x, to.y - m.y];
      return { softness: Math.hypot(dx, dy), direction: degrees(Math.atan2(dy, dx)) };
    },
  },
  around: {
    label: 'Around',
    filter: (p, _, b) =>
      p.turn > 0 ? { kind: 'around', ...centreOf(p, b), sigma: radians(p.turn) / 2 } : null,
    handles(p, b) {
      const [arm, at] = [armOf(b), radians(p.turn)];
      return armed(p, b, 'turn', { x: arm * Math.cos(at), y: arm * Math.sin(at) });
    },
    drag(p, to, b) {
      const c = centreOf(p, b);
      return { turn: Math.abs(degrees(Math.atan2(to.y - c.y, to.x - c.x))) };
    },
  },
  away: {
    label: 'Away',
    filter: (p, _, b) =>
      p.stretch > 0 ? { kind: 'away', ...centreOf(p, b), sigma: Math.log(1 + p.stretch) / 2 } : null,
    handles: (p, b) => armed(p, b, 'stretch', { x: armOf(b) * (1 + p.stretch), y: 0 }),
    drag(p, to, b) {
      const c = centreOf(p, b);
      const far = Math.hypot(to.x - c.x, to.y - c.y) / armOf(b);
      return { stretch: Math.min(1, Math.max(0, far - 1)) };
    },
  },
};

const rings = ({ way, softness, reach }: Blur): Handle[] => [
  { id: 'softness', sets: ['softness'], x: softness, y: 0, circle: { x: 0, y: 0, r: softness } },
  ...(way === 'edge'
    ? [{ id: 'reach', sets: ['reach'], x: -reach, y: 0, circle: { x: 0, y: 0, r: reach } }]
    : []),
];

/** The part as a whole out of focus or in motion. Softness is twice the Gaussian's deviation, as in CSS. */
export const blur = defineFinish<Blur>({
  kind: 'blur',
  label: 'Blur',
  about: 'The part out of focus, soft at its edge, or in motion.',
  alsoKnown: ['soften', 'gaussian', 'feather', 'motion blur', 'spin', 'zoom', 'radial'],
  fields: [
    later(
      choice(
        'way',
        'Way',
        'Evenly, softer toward its edge, along a direction, or around or away from a place.',
        Object.fromEntries(Object.entries(ways).map(([key, { label }]) => [key, label])),
      ),
      'even',
    ),
    onlyIf(
      'way',
      ['even', 'edge', 'along'],
      size('softness', 'Softness', 'Twice the standard deviation of the blur.'),
    ),
    later(onlyIf('way', 'edge', size('reach', 'Reach', 'How far in from the edge it is sharp.')), 40),
    later(onlyIf('way', 'along', angle('direction', 'Direction', 'Clockwise from rightward.')), 0),
    later(
      onlyIf(
        'way',
        'around',
        angle('turn', 'Turn', 'How far it turns: twice the standard deviation.', 0, 180),
      ),
      20,
    ),
    later(
      onlyIf(
        'way',
        'away',
        share(
          'stretch',
          'Stretch',
          'How far it goes: twice the standard deviation, as a share of the distance.',
        ),
      ),
      0.2,
    ),
    ...centreFields.map((f) => later(onlyIf('way', ['around', 'away'], f), 0.5)),
    later(toggle('within', 'Keep within the outline', 'Whether nothing shows beyond the outline.'), false),
  ],
  defaults: {
    way: 'even',
    softness: 24,
    reach: 40,
    direction: 0,
    turn: 20,
    stretch: 0.2,
    centreX: 0.5,
    centreY: 0.5,
    within: false,
  },
  apply(painted, p): readonly SceneNode[] {
    const bounds = nodesBounds(painted.nodes);
    const filter = bounds && ways[p.way].filter(p, painted, bounds);
    if (!filter) return painted.nodes;
    const soft: SceneNode = { type: 'filter', filter, children: painted.nodes, opacity: 1, blend: 'normal' };
    if (!p.within) return [soft];
    return [groupNode([soft], { isolated: true, mask: { children: castersOf(painted.nodes), by: 'alpha' } })];
  },
  handles: rings,
  drag: (_, handle, to) => ({ params: { [handle]: Math.hypot(to.x, to.y) } }),
  paintHandles: (p, bounds) => ways[p.way].handles?.(p, bounds) ?? null,
  paintDrag(p, handle, to, b): DragResult<Blur> {
    return { params: handle === 'centre' ? centreAt(to, b) : (ways[p.way].drag?.(p, to, b) ?? {}) };
  },
});
