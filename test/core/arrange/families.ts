import { multiply, rotation, scaling, translation } from '@/core/geometry/matrix';
import { type Path, reverseContour, transformPath } from '@/core/geometry/path';
import { formatPath } from '@/core/geometry/svg-path';
import {
  blob,
  circle,
  flipped,
  moved,
  numbers,
  pentagram,
  placed,
  polygon,
  rect,
  regular,
  ring,
  scaled,
  turned,
} from '../shapes';

/** One family of inputs: variant `k` gives the shapes to combine. */
export interface Family {
  readonly name: string;
  make(k: number): Path[];
}

const around = (n: number, one: Path, x = 0, y = 0): Path[] =>
  Array.from({ length: n }, (_, i) => turned(one, (360 * i) / n, x, y));

const petal = (reach: number, wide: number): Path => ({
  fillRule: 'nonzero',
  contours: [
    {
      closed: true,
      xy: [
        0,
        0,
        wide,
        -reach / 3,
        wide,
        (-reach * 2) / 3,
        0,
        -reach,
        -wide,
        (-reach * 2) / 3,
        -wide,
        -reach / 3,
        0,
        0,
      ],
    },
  ],
});

const reversed = (p: Path): Path => ({ ...p, contours: p.contours.map(reverseContour) });
const step = (k: number) => 1 + k * 0.37;

/** Degenerate inputs as designs really have them; invented for these tests. */
export const families: Family[] = [
  { name: 'equal circles', make: (k) => [circle(0, 0, 50 * step(k)), circle(0, 0, 50 * step(k))] },
  { name: 'equal circles, other nodes', make: (k) => [circle(0, 0, 80), circle(0, 0, 80, 0.1 + k * 0.05)] },
  {
    name: 'equal circles, other direction',
    make: (k) => [circle(k, 0, 80), reversed(circle(k, 0, 80, k * 0.03))],
  },
  { name: 'concentric circles', make: (k) => [circle(0, 0, 100), circle(0, 0, 100 - 5 * k - 1)] },
  { name: 'nearly equal circles', make: (k) => [circle(0, 0, 100), circle(0, 0, 100 + 0.01 * (k + 1))] },
  {
    name: 'circles touching outside',
    make: (k) => [circle(0, 0, 40 + k), circle(40 + k + 30, 0, 30)].map((p) => turned(p, 13 * k)),
  },
  {
    name: 'circles touching inside',
    make: (k) => [circle(0, 0, 60 + k), circle(20 + k, 0, 40)].map((p) => turned(p, 7 * k)),
  },
  {
    name: 'three mutually touching circles',
    make: (k) =>
      [0, 120, 240].map((a) =>
        circle(
          (50 + k) * (2 / Math.sqrt(3)) * Math.cos((a * Math.PI) / 180),
          (50 + k) * (2 / Math.sqrt(3)) * Math.sin((a * Math.PI) / 180),
          50 + k,
        ),
      ),
  },
  { name: 'rectangles sharing an edge', make: (k) => [rect(0, 0, 50, 80), rect(50, 0, 30 + k, 80)] },
  { name: 'rectangles sharing part of an edge', make: (k) => [rect(0, 0, 50, 80), rect(50, 10 + k, 40, 30)] },
  { name: 'rectangles touching at a corner', make: (k) => [rect(0, 0, 50, 50), rect(50, 50, 20 + k, 20)] },
  {
    name: 'rectangles sharing edges inside',
    make: (k) => [rect(0, 0, 100, 100), rect(0, 0, 10 + 5 * k, 100), rect(50, 0, 50, 20 + k)],
  },
  {
    name: 'turned rectangles sharing an edge',
    make: (k) => [rect(0, 0, 50, 80), rect(50, 0, 30, 80)].map((p) => turned(p, 3 + 11 * k)),
  },
  {
    name: 'circle tangent to a rectangle',
    make: (k) => [rect(-60, 0, 120, 60 + k), circle(0, -(20 + k), 20 + k)],
  },
  {
    name: 'circle inside a square, tangent four times',
    make: (k) => [rect(-50 - k, -50 - k, 100 + 2 * k, 100 + 2 * k), circle(0, 0, 50 + k)],
  },
  {
    name: 'square inscribed in a circle',
    make: (k) => [circle(0, 0, 70, (k * Math.PI) / 40), regular(4, 0, 0, 70, (k * Math.PI) / 40)],
  },
  {
    name: 'polygons with shared corners',
    make: (k) => [regular(3 + k, 0, 0, 90), regular(2 * (3 + k), 0, 0, 90)],
  },
  {
    name: 'mirrored halves on an axis',
    make: (k) => {
      const half = placed(blob(numbers(k + 1), 0, 0, 60), translation(0, 0));
      const cut = polygon([0, -200], [200, -200], [200, 200], [0, 200]);
      return [half, flipped(half), cut];
    },
  },
  {
    name: 'mirrored polygon halves',
    make: (k) => {
      const half = polygon([0, -50], [40 + k, -20], [30, 30 + k], [0, 60]);
      return [half, flipped(half)];
    },
  },
  { name: 'rings of turned petals', make: (k) => around(12 + (k < 12 ? k : 4 * k), petal(100, 18 + k)) },
  { name: 'rings of turned circles', make: (k) => around(12 + (k % 6), circle(0, -80, 24 + k)) },
  {
    name: 'rings of touching circles',
    make: (k) => {
      const n = 12 + (k % 6);
      return around(n, circle(0, -80, 80 * Math.sin(Math.PI / n)));
    },
  },
  {
    name: 'rings of bars through the centre',
    make: (k) =>
      Array.from({ length: 3 + (k % 8) }, (_, i) =>
        turned(rect(-90, -6, 180, 12), (180 * i) / (3 + (k % 8))),
      ),
  },
  {
    name: 'slivers',
    make: (k) => [polygon([0, 0], [200, 0.05 * (k + 1)], [200, 0]), rect(50, -20, 30 + k, 40)],
  },
  {
    name: 'nearly parallel edges',
    make: (k) => [rect(0, 0, 200, 50), turned(rect(0, 0, 200, 50), 0.002 * (k + 1), 100, 25)],
  },
  { name: 'nested holes', make: (k) => [ring(0, 0, 100, 60 + k), ring(0, 0, 60 + k, 20), circle(0, 0, 20)] },
  {
    name: 'rings crossing',
    make: (k) => [ring(0, 0, 80, 60), ring(70 + 2 * k, 0, 80, 60), ring(35 + k, 60, 80, 60)],
  },
  { name: 'self-overlaps, nonzero', make: (k) => [pentagram(0, 0, 100, 'nonzero'), circle(k * 4, 0, 40)] },
  {
    name: 'self-overlaps, evenodd',
    make: (k) => [pentagram(0, 0, 100, 'evenodd'), turned(pentagram(0, 0, 100, 'evenodd'), 6 * k)],
  },
  {
    name: 'crescents and their discs',
    make: (k) => [circle(0, 0, 60), circle(10 + 4 * k, 0, 60), circle(5 + 2 * k, 0, 60)],
  },
  {
    name: 'tiny',
    make: (k) => [circle(0, 0, 50), rect(0, -25, 60 + k, 50), circle(50, 0, 50)].map((p) => scaled(p, 1e-4)),
  },
  {
    name: 'huge',
    make: (k) => [circle(0, 0, 50), rect(0, -25, 60 + k, 50), circle(50, 0, 50)].map((p) => scaled(p, 200)),
  },
  {
    name: 'far from the origin',
    make: (k) =>
      [circle(0, 0, 50), rect(0, -50, 50, 100), circle(50, 0, 50)].map((p) => moved(p, 1e5 + k, -3e5)),
  },
  {
    name: 'a shape and itself turned by quarters',
    make: (k) => {
      const p = transformPath(rect(-50, -20 - k, 100, 40 + 2 * k), rotation(0));
      return [p, turned(p, 90), turned(p, 180), turned(p, 270)];
    },
  },
  {
    name: 'lens and its circles',
    make: (k) => {
      const d = 20 + 5 * k;
      return [
        circle(-d / 2, 0, 60),
        circle(d / 2, 0, 60),
        circle(0, Math.sqrt(Math.max(0, 3600 - (d * d) / 4)), 15),
      ];
    },
  },
  {
    name: 'grid of touching squares',
    make: (k) =>
      Array.from({ length: 9 }, (_, i) =>
        transformPath(
          rect(20 * (i % 3), 20 * Math.floor(i / 3), 20, 20),
          multiply(rotation(5 * k), scaling(1)),
        ),
      ),
  },
];

export const describeCase = (paths: readonly Path[]): string => paths.map(formatPath).join('\n');
