import { type Design, paints } from '@/core';
import { Composer, gradient } from './composer';

type Corner = readonly [x: number, y: number];

/** Half a cell of the isometric grid across and down (ISO 5456-3: axes at 30°). */
const cell = { x: 120 * Math.cos(Math.PI / 6), y: 60 };
/** Tiles along one side of the floor. */
const side = 4;
/** The corner of the floor that is farthest off. */
const far = { x: 1000, y: 690 };

/** A place on the floor, in half cells along the axes that run down to the right and down to the left. */
const onFloor = (right: number, left: number, up = 0): Corner => [
  far.x + (right - left) * cell.x,
  far.y + (right + left) * cell.y - up,
];

/** Sides of the terrace as the lamp lights them. */
const stone = {
  ...paints.lit.defaults,
  colour: '#d5ddf5',
  shade: '#26305e',
  ambient: 0.15,
} as const;

/** A flat tile through corners; `radii` rounds some of them, by number, and `slab` is how thick it is, downwards. */
function tile(
  c: Composer,
  name: string,
  corners: readonly Corner[],
  colour: string,
  {
    radii = {},
    steps = [],
    slab = 0,
  }: {
    radii?: Readonly<Record<number, number>>;
    steps?: ReturnType<Composer['step']>[];
    slab?: number;
  } = {},
): void {
  const xs = corners.map((p) => p[0]);
  const ys = corners.map((p) => p[1]);
  const x = (Math.min(...xs) + Math.max(...xs)) / 2;
  const y = (Math.min(...ys) + Math.max(...ys)) / 2;
  const local = corners.map(([px, py]): Corner => [px - x, py - y]);
  const n = local.length;
  const xy = local.flatMap((p, i) => [...p, ...local[(i + 1) % n], ...local[(i + 1) % n]]);
  // A corner is named by the segment that ends in it.
  const own = Object.fromEntries(
    Object.entries(radii).map(([corner, r]) => [`0.0.${(Number(corner) + n - 1) % n}`, r]),
  );
  const round = Object.keys(own).length ? [c.step('round-corners', { radius: 0, own })] : [];
  c.add(
    name,
    'path',
    { contours: [{ closed: true, xy: [...local[0], ...xy] }] },
    { x, y },
    {
      coats: [
        ...(slab ? [c.coat.fill(stone, { steps: [c.step('slab', { angle: 90, depth: slab })] })] : []),
        c.coat.fill(colour),
      ],
      steps: [...round, ...steps],
    },
  );
}

/** Radius of the drum, across; an isometric circle is √3 times as wide as high. */
const radius = 360;
const flat = (2 * radius) / Math.sqrt(3);
const foot = far.y + 2 * side * cell.y;
const rim = foot - 300;

function terrace(c: Composer): void {
  const n = 2 * side;
  const floor = [onFloor(0, 0), onFloor(n, 0), onFloor(n, n), onFloor(0, n)];
  tile(c, 'Floor', floor, '#e6e9f2', { radii: { 1: 60, 2: 60, 3: 60 }, slab: 120 });
  tile(c, 'Tiles', [onFloor(0.3, 0.3), onFloor(1.7, 0.3), onFloor(1.7, 1.7), onFloor(0.3, 1.7)], '#bcc7df', {
    radii: { 1: 16, 3: 16 },
    slab: 10,
    steps: [
      c.step('trail', { count: side, stepX: 2 * cell.x, stepY: 2 * cell.y }),
      c.step('trail', { count: side, stepX: -2 * cell.x, stepY: 2 * cell.y }),
    ],
  });
  // What the drum keeps from the light: its foot drawn out away from the lamp, as far as there is floor.
  c.combine(
    'Shadow of the drum',
    'intersect',
    () => {
      tile(c, 'Floor again', floor, '#e6e9f2');
      c.add(
        'Foot drawn out',
        'ellipse',
        { width: 2 * radius, height: flat },
        { x: far.x, y: foot },
        { steps: [c.step('slab', { angle: 10, depth: 420, makes: 'whole' })] },
      );
    },
    {
      coats: [c.coat.fill('#7d89b8')],
      blend: 'multiply',
      opacity: 0.6,
    },
  );
}

function drum(c: Composer): void {
  c.combine(
    'Drum',
    'union',
    () => {
      c.add('Wall', 'rectangle', { width: 2 * radius, height: 300 }, { x: far.x, y: (foot + rim) / 2 });
      c.add('Foot', 'ellipse', { width: 2 * radius, height: flat }, { x: far.x, y: foot });
    },
    { coats: [c.coat.fill(gradient('linear', [0, 0.5, 1, 0.5], '#fbf0d8', [0.4, '#e2bd7a'], '#835428'))] },
  );
  c.add(
    'Door',
    'rectangle',
    { width: 120, height: 230, topLeft: 60, topRight: 60, bottomRight: 0, bottomLeft: 0 },
    { x: far.x - 130, y: foot + 52 },
    {
      coats: [
        c.coat.fill('#2c2440'),
        c.coat.stroke(8, gradient('linear', [0, 0, 1, 1], '#fff3d6', [0.5, '#c98f3a'], '#6b4416')),
      ],
    },
  );
}

function dome(c: Composer): void {
  c.combine(
    'Dome',
    'union',
    () => {
      c.combine('Half sphere', 'intersect', () => {
        c.add('Sphere', 'ellipse', { width: 2 * radius, height: 2 * radius }, { x: far.x, y: rim });
        c.add('Above the rim', 'rectangle', { width: 800, height: 400 }, { x: far.x, y: rim - 200 });
      });
      c.add('Rim', 'ellipse', { width: 2 * radius, height: flat }, { x: far.x, y: rim });
    },
    {
      coats: [
        c.coat.fill(gradient('radial', [0.3, 0.28, 1.05, 0.8], '#fbe3c4', [0.45, '#cf6b52'], '#5f1f3d')),
        c.coat.stroke(7, gradient('linear', [0, 0, 1, 1], '#fbe3c4', [0.5, '#cf6b52'], '#3d1230'), {
          align: 'inside',
        }),
      ],
    },
  );
  // A gleam as far as there is dome.
  c.combine(
    'Gleam',
    'intersect',
    () => {
      c.add(
        'Sphere again',
        'ellipse',
        { width: 2 * radius - 40, height: 2 * radius - 40 },
        { x: far.x, y: rim },
      );
      c.add('Patch', 'ellipse', { width: 520, height: 230 }, { x: far.x - 170, y: rim - 240, turn: -38 });
    },
    {
      coats: [c.coat.fill(gradient('linear', [0.2, 0, 0.8, 1], '#ffffff', '#ffffff00'))],
      blend: 'screen',
      opacity: 0.55,
    },
  );
  // What two meridians leave between them, over the rim.
  c.combine(
    'Slit',
    'intersect',
    () => {
      c.combine('Between meridians', 'subtract', () => {
        c.add('Outer meridian', 'ellipse', { width: 420, height: 2 * radius }, { x: far.x, y: rim });
        c.add('Inner meridian', 'ellipse', { width: 220, height: 2 * radius }, { x: far.x, y: rim });
      });
      c.add('To the right', 'rectangle', { width: 300, height: 440 }, { x: far.x + 150, y: rim - 140 });
    },
    { coats: [c.coat.fill('#2c2440')] },
  );
}

/** The observatory as the sign of an app: flat tiles on an isometric grid. */
export function domeIcon(): Design {
  const c = new Composer('Dome icon');
  const corner = 400;
  c.add(
    'Night',
    'rectangle',
    { width: 1840, height: 1840, topLeft: corner, topRight: corner, bottomRight: corner, bottomLeft: corner },
    { x: 1000, y: 1000 },
    {
      coats: [
        c.coat.fill(gradient('linear', [0.5, 0, 0.5, 1], '#1b2a55', '#4a4f8a')),
        c.coat.stroke(16, gradient('linear', [0, 0, 1, 1], '#8fa0d8', [0.5, '#33407a'], '#c9a24e'), {
          align: 'inside',
        }),
      ],
    },
  );
  c.add(
    'Stars',
    'star',
    { radius: 46, inner: 0.26, points: 4 },
    { x: 430, y: 440 },
    {
      coats: [c.coat.fill('#f6e3b4')],
      steps: [c.step('trail', { count: 3, stepX: 540, stepY: -120, stepScale: 0.72, stepTurn: 8 })],
    },
  );
  terrace(c);
  drum(c);
  dome(c);
  return c.design({
    ground: '#f4efe4',
    lamp: { direction: 280, height: 40 },
    grid: { on: true, spacing: cell.x, kind: 'angled', angleA: 30, angleB: 150, spokes: 24, plane: 'flat' },
  });
}
