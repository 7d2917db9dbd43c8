import { bendNodes } from '@/core/bend/bend-nodes';
import { mapByPlaces } from '@/core/bend/map';
import { type Path, transformPath } from '@/core/geometry/path';
import type { GradientPaint, GroupNode, Scene, SceneNode, ScenePaint, ShapeNode } from '@/core/scene/types';
import { bendOf } from '@/core/step/bend';
import { circle, pentagram, rect, regular, ring } from '../shapes';

/** A paint of one colour. */
export const solid = (r: number, g: number, b: number, a = 1): ScenePaint => ({
  kind: 'solid',
  colour: [r, g, b, a],
});
/** A shape in a paint. */
export const shape = (path: Path, paint: ScenePaint, values: Partial<ShapeNode> = {}): ShapeNode => ({
  type: 'shape',
  path,
  paint,
  opacity: 1,
  blend: 'normal',
  ...values,
});
/** A group of nodes. */
export const group = (children: SceneNode[], values: Partial<GroupNode> = {}): GroupNode => ({
  type: 'group',
  children,
  matrix: [1, 0, 0, 1, 0, 0],
  opacity: 1,
  blend: 'normal',
  isolated: true,
  ...values,
});
/** A scene on a ground, white unless said. */
export const scene = (
  nodes: SceneNode[],
  width = 64,
  height = 64,
  ground: Scene['ground'] = [1, 1, 1, 1],
): Scene => ({ width, height, ground, nodes });

/** A linear gradient with a translucent middle. */
export const gradient: ScenePaint = {
  kind: 'linear',
  matrix: [50, 20, -20, 50, 5, 5],
  stops: [
    { at: 0, colour: [1, 0.9, 0.5, 1] },
    { at: 0.5, colour: [0.7, 0.2, 0.3, 0.7] },
    { at: 1, colour: [0.1, 0.1, 0.4, 1] },
  ],
  interpolation: 'oklab',
  spread: 'pad',
};

/** A gradient of another kind over a small sheet. */
const small = (values: Partial<GradientPaint>): GradientPaint => ({
  ...(gradient as GradientPaint),
  matrix: [9, 4, -3, 8, 12, 12],
  ...values,
});

/** Gradients of each kind and grain, bent together by a wave. */
export function bentNodes(): SceneNode[] {
  const whole = { x0: 0, y0: 0, x1: 64, y1: 64 };
  const wave = mapByPlaces((x, y) => ({ x: x + 3 * Math.sin(y / 9), y: y + 4 * Math.sin(x / 8) }));
  const grain: SceneNode = {
    type: 'grain',
    bounds: { x0: 8, y0: 34, x1: 50, y1: 58 },
    size: 2.3,
    amount: 0.8,
    ink: null,
    seed: 5,
    opacity: 1,
    blend: 'normal',
  };
  return bendNodes(
    [
      shape(rect(6, 6, 24, 24), gradient),
      shape(rect(34, 6, 24, 24), small({ kind: 'radial', matrix: [12, 0, 0, 12, 46, 18] })),
      group([grain], { clip: rect(8, 34, 42, 24), matrix: [1, 0.1, 0, 1, 2, -4] }),
      shape(circle(46, 46, 12), small({ kind: 'conic', matrix: [10, 3, -3, 10, 46, 46] }), { opacity: 0.6 }),
    ],
    bendOf(wave, { bounds: whole }),
  );
}

/** Something soft and a mesh in a group, bent so that parts of it are stretched and others pressed. */
export function bentSoftNodes(): SceneNode[] {
  const whole = { x0: 0, y0: 0, x1: 64, y1: 64 };
  const swirl = mapByPlaces((x, y) => ({ x: x + 6 * Math.sin(y / 7), y: y * (0.6 + y / 160) }));
  const blurred: SceneNode = {
    type: 'filter',
    filter: { kind: 'blur', sigma: 1.2 },
    children: [shape(rect(8, 10, 30, 20), small({})), shape(circle(40, 40, 14), solid(0.2, 0.4, 0.9, 0.8))],
    opacity: 0.9,
    blend: 'multiply',
  };
  return bendNodes([blurred], bendOf(swirl, { bounds: whole }));
}

const halves = [
  shape(rect(2, 2, 20, 11), solid(0.9, 0.8, 0.2)),
  shape(circle(12, 14, 8), solid(0.1, 0.3, 0.6, 0.7)),
];
const veil = [
  shape(rect(1, 4, 22, 16), small({ stops: [...small({}).stops].reverse() })),
  shape(circle(8, 8, 4), solid(1, 1, 1, 0.5)),
];

/** Pictures of masks, knock-out and the less usual gradients, 24 units square. */
export const maskScenes: [string, Scene][] = [
  ...(['alpha', 'luminance'] as const).map((by): [string, Scene] => [
    `a mask by ${by}`,
    scene([group(halves, { mask: { children: veil, by }, opacity: 0.9 })], 24, 24),
  ]),
  [
    'a knock-out group of translucent members',
    scene(
      [
        shape(rect(0, 0, 24, 9), solid(0.2, 0.2, 0.2)),
        group(
          [
            shape(rect(2, 2, 14, 14), small({}), { opacity: 0.8 }),
            shape(circle(13, 12, 7), solid(0.2, 0.5, 0.3, 0.4)),
            group([shape(rect(9, 9, 13, 13), solid(0.7, 0.1, 0.1, 0.6))], { clip: circle(16, 15, 5) }),
          ],
          { knockout: true },
        ),
      ],
      24,
      24,
    ),
  ],
  ...(
    [
      ['conic', {}],
      ['conic, repeated', { spread: 'repeat', stops: [...small({}).stops.slice(0, 2)] }],
      ['radial from a focus', { kind: 'radial', focus: [0.5, -0.3] }],
      ['radial from a focus, mirrored', { kind: 'radial', focus: [-0.4, 0.2], spread: 'reflect' }],
    ] as [string, Partial<GradientPaint>][]
  ).map(([name, values]): [string, Scene] => [
    `a ${name} gradient`,
    scene([shape(rect(2.3, 1.6, 19, 20), small({ kind: 'conic', ...values }))], 24, 24),
  ]),
];

/** Small pictures that need coverage, groups, clips and modes, with a name each. */
export const sampleScenes: [string, Scene][] = [
  ['circle', scene([shape(circle(31.3, 32.7, 24), solid(0.1, 0.2, 0.3))])],
  ['ring, even-odd', scene([shape(ring(32, 32, 28, 20.5), solid(0, 0, 0))])],
  ['self-overlapping star', scene([shape(pentagram(32, 32, 30, 'evenodd'), solid(0.7, 0, 0))])],
  [
    'thin turned bars',
    scene(
      [0, 17, 41, 63].map((a) =>
        shape(
          transformPath(rect(-30, -0.6, 60, 1.2), [
            Math.cos(a),
            Math.sin(a),
            -Math.sin(a),
            Math.cos(a),
            32,
            32,
          ]),
          solid(0, 0, 0.4),
        ),
      ),
    ),
  ],
  [
    'gradients',
    scene([
      shape(circle(30, 30, 26), gradient),
      shape(rect(10.25, 20.5, 40, 20), { ...gradient, kind: 'radial' }),
    ]),
  ],
  [
    'a group at half opacity',
    scene([
      shape(rect(0, 0, 40, 64), solid(0.9, 0.7, 0.1)),
      group(
        [shape(circle(28, 32, 20), solid(0.1, 0.1, 0.8)), shape(circle(40, 32, 18), solid(0.8, 0.1, 0.1))],
        { opacity: 0.5 },
      ),
    ]),
  ],
  [
    'a clipped group',
    scene([
      group(
        [shape(rect(0, 0, 64, 32), solid(0.2, 0.6, 0.3)), shape(rect(0, 32, 64, 32), solid(0.8, 0.3, 0.1))],
        { clip: regular(5, 32, 32, 28) },
      ),
    ]),
  ],
  [
    'blend modes in a group that is not isolated',
    scene([
      shape(rect(0, 0, 64, 40), solid(0.9, 0.6, 0.2)),
      group([shape(circle(32, 38, 22), solid(0.4, 0.7, 0.9), { blend: 'multiply' })], {
        isolated: false,
        opacity: 0.7,
      }),
    ]),
  ],
  [
    'a group that multiplies',
    scene([
      shape(circle(24, 32, 20), solid(0.9, 0.6, 0.2)),
      group([shape(circle(40, 32, 20), solid(0.3, 0.6, 0.9))], { blend: 'multiply' }),
    ]),
  ],
  ['no ground', scene([shape(circle(32, 32, 20), solid(0.5, 0.2, 0.1, 0.6))], 64, 64, null)],
];
