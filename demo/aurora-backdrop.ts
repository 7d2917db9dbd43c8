import {
  type Design,
  finishes,
  gridFrom,
  gridNumbers,
  type MeshPaint,
  type MeshPaintNode,
  type Place,
  paints,
  type Radial,
  withForm,
} from '@/core';
import { Composer, gradient } from './composer';
import { ink, inObservatoryInks } from './observatory';

const wide = 1920;
const high = 1080;

/** A curtain of light: a mesh whose middle row is bright and whose columns sway. */
function curtain(colours: readonly string[], sway: readonly number[]): MeshPaint {
  const columns = sway.length - 1;
  const rows = 3;
  // The light is strongest near its lower edge and dies away slowly upward.
  const lift = [0.14, 0.52, 0.72, 0.86];
  const nodes: MeshPaintNode[] = [];
  for (let r = 0; r <= rows; r++)
    for (let col = 0; col <= columns; col++) {
      const slope = (sway[Math.min(columns, col + 1)] - sway[Math.max(0, col - 1)]) / 6;
      nodes.push({
        x: col / columns,
        y: lift[r] + sway[col],
        left: [-1 / (3 * columns), -slope],
        right: [1 / (3 * columns), slope],
        up: [0, r > 0 ? -(lift[r] - lift[r - 1]) / 3 : 0],
        down: [0, r < rows ? (lift[r + 1] - lift[r]) / 3 : 0],
        colour:
          r === 0 || r === rows
            ? `${colours[col % colours.length].slice(0, 7)}00`
            : colours[(col + r) % colours.length],
      });
    }
  return { kind: 'mesh', rows, columns, nodes, smooth: true, fitted: false };
}

function hill(c: Composer, name: string, size: object, at: Partial<Place>, colours: readonly string[]): void {
  c.add(name, 'ellipse', size, at, {
    coats: [c.coat.fill(gradient('linear', [0.5, 0, 0.5, 0.6], ...colours))],
  });
}

/** The usual grid in the form of a ribbon. */
const ribbon = gridNumbers(
  withForm(gridFrom(finishes['bend-grid-painted'].defaults.grid as number[]), 'ribbon'),
);

/** Four colours from clear through green and a bright foot to clear again. */
const bandPaint = () =>
  gradient('linear', [0.5, 0, 0.5, 1], '#4fd1a500', [0.45, '#4fd1a58c'], [0.82, '#d8ffe9e6'], '#a8f5cf00');

/** A shadow that deepens the sky under a band. */
const under = (c: Composer) =>
  c.shadow({ shiftX: 0, shiftY: 34, softness: 46, opacity: 0.4, colour: ink.night });

/** One band of light, copied, flipped and tinted; each is bent in a way of its own. */
function bands(c: Composer): void {
  const size = { width: 2100, height: 210 };
  const look = { blend: 'lighten', opacity: 0.8 } as const;
  c.add(
    'Violet band',
    'rectangle',
    size,
    { x: wide / 2, y: 250, scaleX: -1 },
    {
      ...look,
      coats: [c.coat.fill(bandPaint())],
      finishes: [
        c.finish('tint', { colour: '#a06bd0', amount: 1 }),
        c.finish('wave-painted', { length: 1350, height: 90, phase: 40, grows: 0, fades: 0 }),
        c.finish('blur', { softness: 9 }),
        under(c),
      ],
    },
  );
  c.add(
    'Blue band',
    'rectangle',
    size,
    { x: wide / 2, y: 640, scaleX: -1 },
    {
      ...look,
      opacity: 0.5,
      coats: [c.coat.fill(bandPaint())],
      finishes: [
        c.finish('tint', { colour: '#3fa3c9', amount: 0.8 }),
        c.finish('bow-painted', { turn: 42 }),
        c.finish('blur', { softness: 6 }),
        under(c),
      ],
    },
  );
  c.add(
    'Green band',
    'rectangle',
    size,
    { x: wide / 2, y: 430 },
    {
      ...look,
      coats: [c.coat.fill(bandPaint())],
      finishes: [
        c.finish('bend-grid-painted', { grid: ribbon, strength: 2 }),
        c.finish('blur', { softness: 5 }),
        under(c),
      ],
    },
  );
}

/** Northern lights over the tarn: meshes of clear and bright colour, stars, and the hills below. */
export function auroraBackdrop(): Design {
  const c = new Composer('Aurora backdrop');
  const all = { x: wide / 2, y: high / 2 };
  c.add('Sky', 'rectangle', { width: wide, height: high }, all, {
    coats: [
      c.coat.fill(
        gradient('linear', [0.5, 0, 0.5, 1], '#0a1128', [0.55, ink.night], [0.85, '#24445c'], ink.tarn),
      ),
    ],
  });
  c.add(
    'Star',
    'star',
    { radius: 5, inner: 0.35, points: 4 },
    { x: 40, y: 40 },
    { hidden: true, coats: [c.coat.fill(ink.snow)] },
  );
  c.add(
    'Stars',
    'rectangle',
    { width: wide, height: 760 },
    { x: wide / 2, y: 380 },
    {
      coats: [
        c.coat.fill({
          ...paints.pattern.defaults,
          tile: c.idOf('Star'),
          layout: 'brick',
          spacingX: 96,
          spacingY: 74,
          turn: 17,
        }),
      ],
      opacity: 0.55,
      finishes: [c.finish('fade', { x1: 0.5, y1: 0, x2: 0.5, y2: 1, from: 1, to: 0 })],
    },
  );
  const green = ['#4fd1a5', '#8ff0c0', '#35a88f', '#a8f5cf', '#4fd1a5'];
  const violet = ['#8b5fbf', '#c08be0', '#6a4fa8', '#b57ed6', '#8b5fbf'];
  c.add(
    'Violet curtain',
    'rectangle',
    { width: 2300, height: 640 },
    { x: wide / 2, y: 330, turn: -4 },
    {
      coats: [
        c.coat.fill(curtain(violet, [0.1, -0.06, 0.08, -0.1, 0.02, -0.04]), {
          blend: 'screen',
          opacity: 0.5,
        }),
      ],
    },
  );
  c.add(
    'Green curtain',
    'rectangle',
    { width: 2300, height: 620 },
    { x: wide / 2, y: 440, turn: 3 },
    {
      coats: [
        c.coat.fill(curtain(green, [-0.04, 0.1, -0.08, 0.06, -0.1, 0.06]), {
          blend: 'screen',
          opacity: 0.62,
        }),
      ],
    },
  );
  bands(c);
  c.add(
    'Glow',
    'ellipse',
    { width: 1900, height: 700 },
    { x: wide / 2, y: 820 },
    {
      coats: [
        // As flat as the ellipse, so that it ends nowhere at once.
        c.coat.fill(
          {
            ...(gradient('radial', [0.5, 0.5, 1, 0.5], '#7fd8b840', '#7fd8b800') as Radial),
            ratio: 700 / 1900,
          },
          { blend: 'screen' },
        ),
      ],
    },
  );
  hill(c, 'Far hills', { width: 2600, height: 560 }, { x: 700, y: 1130 }, ['#1d3a4d', '#0d1b2c']);
  c.combine(
    'Observatory',
    'union',
    () => {
      c.add('Drum', 'rectangle', { width: 120, height: 80 }, { x: 1500, y: 932 });
      c.add('Dome', 'ellipse', { width: 120, height: 120 }, { x: 1500, y: 896 });
    },
    { coats: [c.coat.fill('#0a1424')] },
  );
  hill(c, 'Near hills', { width: 2200, height: 420 }, { x: 1560, y: 1150 }, ['#10233a', '#070d1a']);
  c.add('Grain', 'rectangle', { width: wide, height: high }, all, {
    coats: [
      c.coat.fill(
        { ...paints.grain.defaults, colour: '#ffffff', size: 1.5, amount: 0.1, seed: 3 },
        { blend: 'soft-light' },
      ),
    ],
  });
  return inObservatoryInks(c.design({ width: wide, height: high, ground: '#0a1128' }));
}
