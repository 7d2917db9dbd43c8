import type { Design } from '@/core';
import { Composer, gradient } from './composer';

const middle = 1000;
const brass = gradient('linear', [0.1, 0, 0.9, 1], '#f6e3b4', '#b98a3c', '#8a5d1c', '#e2bf78', '#7a4f14');
const ivory = gradient('linear', [0, 0, 1, 1], '#fffaf0', '#f1dcae', '#d9b571');

/** Where a clock's hand of a length points, `angle` degrees from the top. */
const onDial = (length: number, angle: number) => {
  const a = (angle * Math.PI) / 180;
  return { x: middle + length * Math.sin(a), y: middle - length * Math.cos(a) };
};

const moon = 92;

/**
 * The lit side of a moon. The terminator of a crescent or a gibbous moon is a circle through both
 * poles and half way in: radius 5/4, centre 3/4 of the moon's radius off.
 */
function phase(
  c: Composer,
  name: string,
  at: { x: number; y: number },
  lit: 'new' | 'crescent' | 'quarter' | 'gibbous' | 'full',
  mirror: number,
): void {
  const { x, y } = at;
  const disc = (params: object = {}) =>
    c.add('Disc', 'ellipse', { width: 2 * moon, height: 2 * moon }, { x, y }, params);
  disc({
    name: `${name}, dark side`,
    coats: [
      c.coat.fill(gradient('radial', [0.4, 0.35, 1, 1], '#2b3f68', '#131f3d')),
      c.coat.stroke(2.5, '#c9a45a', { opacity: 0.55 }),
    ],
  });
  if (lit === 'new') return;
  const paint = { coats: [c.coat.fill(ivory)] };
  if (lit === 'full') {
    disc({ name, ...paint });
    return;
  }
  const knife = { width: 2.5 * moon, height: 2.5 * moon };
  if (lit === 'crescent')
    c.combine(
      name,
      'subtract',
      () => {
        disc();
        c.add('Terminator', 'ellipse', knife, { x: x - mirror * 0.75 * moon, y });
      },
      paint,
    );
  else if (lit === 'gibbous')
    c.combine(
      name,
      'intersect',
      () => {
        disc();
        c.add('Terminator', 'ellipse', knife, { x: x + mirror * 0.75 * moon, y });
      },
      paint,
    );
  else
    c.combine(
      name,
      'intersect',
      () => {
        disc();
        c.add(
          'Half',
          'rectangle',
          { width: moon * 1.2, height: moon * 2.4 },
          { x: x + mirror * moon * 0.6, y },
        );
      },
      paint,
    );
}

function marks(c: Composer): void {
  // Four short marks 6° apart, then that row twelve times round: every fifth place stays free.
  const first = onDial(788, 6);
  c.add(
    'Minute marks',
    'rectangle',
    { width: 7, height: 30, topLeft: 3.5, topRight: 3.5, bottomRight: 3.5, bottomLeft: 3.5 },
    { ...first, turn: 6 },
    {
      coats: [c.coat.fill('#d8b772')],
      steps: [
        c.step('radial-repeat', { centreX: 0, centreY: 788, count: 4, sweep: 18 }),
        c.step('radial-repeat', { centreX: 0, centreY: 788, count: 12, sweep: 360 }),
      ],
    },
  );
  c.add(
    'Hour marks',
    'rectangle',
    { width: 13, height: 62, topLeft: 6.5, topRight: 6.5, bottomRight: 6.5, bottomLeft: 6.5 },
    onDial(772, 0),
    {
      coats: [c.coat.fill('#f3dca6')],
      steps: [c.step('radial-repeat', { centreX: 0, centreY: 772, count: 12, sweep: 360 })],
    },
  );
}

function dome(c: Composer): void {
  const y = 1040;
  c.combine(
    'Dome',
    'subtract',
    () => {
      c.combine('Half dome', 'intersect', () => {
        c.add('Sphere', 'ellipse', { width: 420, height: 420 }, { x: middle, y });
        c.add('Above the drum', 'rectangle', { width: 460, height: 240 }, { x: middle, y: y - 120 });
      });
      c.add(
        'Slit',
        'rectangle',
        { width: 46, height: 230, topLeft: 23, topRight: 23, bottomRight: 0, bottomLeft: 0 },
        { x: middle + 62, y: y - 118, turn: 20 },
      );
    },
    { coats: [c.coat.fill(gradient('linear', [0, 0.1, 1, 0.9], '#fff6df', '#e9cd92', '#a97a33'))] },
  );
  c.add(
    'Drum',
    'rectangle',
    { width: 420, height: 96 },
    { x: middle, y: y + 62 },
    {
      coats: [c.coat.fill(gradient('linear', [0, 0.5, 1, 0.5], '#f5e2b6', '#d9b571', '#8a5d1c'))],
    },
  );
  c.add(
    'Sill',
    'rectangle',
    { width: 500, height: 26, topLeft: 6, topRight: 6, bottomRight: 6, bottomLeft: 6 },
    { x: middle, y: y + 130 },
    {
      coats: [c.coat.fill(brass)],
    },
  );
  c.add(
    'Door',
    'rectangle',
    { width: 58, height: 82, topLeft: 29, topRight: 29, bottomRight: 0, bottomLeft: 0 },
    { x: middle, y: y + 69 },
    {
      coats: [c.coat.fill('#14213f')],
    },
  );
}

function stars(c: Composer): void {
  const places: readonly (readonly [number, number, number])[] = [
    [-250, -210, 26],
    [-150, -300, 15],
    [60, -330, 20],
    [232, -232, 30],
    [300, -70, 14],
    [-310, -50, 17],
    [-40, -250, 11],
    [160, -330, 9],
    [-330, 90, 10],
    [336, 84, 18],
  ];
  c.group('Stars', () => {
    for (const [dx, dy, radius] of places)
      c.add(
        'Star',
        'star',
        { radius, inner: 0.28, points: 4 },
        { x: middle + dx, y: middle + dy },
        { coats: [c.coat.fill('#fbeecb')] },
      );
  });
}

/** A badge of the moon's eight phases round a small dome. */
export function moonPhaseBadge(): Design {
  const c = new Composer('Moon-phase badge');
  c.add(
    'Sky',
    'ellipse',
    { width: 1720, height: 1720 },
    { x: middle, y: middle },
    {
      coats: [
        c.coat.fill(
          gradient('radial', [0.5, 0.36, 1, 1], '#4a6396', [0.35, '#263a66'], [0.7, '#14213f'], '#0c1430'),
        ),
      ],
      finishes: [c.shadow({ shiftX: 0, shiftY: 34, softness: 90, opacity: 0.5, colour: '#1f1a10' })],
    },
  );
  c.combine(
    'Rim',
    'subtract',
    () => {
      c.add('Outside', 'ellipse', { width: 1760, height: 1760 }, { x: middle, y: middle });
      c.add('Inside', 'ellipse', { width: 1660, height: 1660 }, { x: middle, y: middle });
    },
    {
      coats: [c.coat.fill(brass), c.coat.stroke(3, '#5c3b0e', { opacity: 0.6 })],
      finishes: [c.shadow({ shiftX: 0, shiftY: 8, softness: 22, opacity: 0.55, colour: '#050a18' })],
    },
  );
  const onRim = {
    face: 'league-spartan-800',
    size: 44,
    tracking: 0.16,
    alignment: 'centre',
    follows: 'circle',
  } as const;
  const engraved = { coats: [c.coat.fill('#4a2f0b')] };
  c.words('HOLLIN TARN OBSERVATORY', { ...onRim, radius: 840 }, { x: middle, y: middle }, engraved);
  c.words(
    'EIGHT PHASES · ONE LAMP',
    { ...onRim, radius: 871, side: 'inside', angle: 180 },
    { x: middle, y: middle },
    engraved,
  );
  marks(c);
  c.add(
    'Fine ring',
    'ellipse',
    { width: 1436, height: 1436 },
    { x: middle, y: middle },
    {
      coats: [c.coat.stroke(4, '#c9a45a'), c.coat.stroke(1.5, '#f3dca6', { dashes: [2, 14] } as never)],
    },
  );
  const names = [
    'Full moon',
    'Waning gibbous',
    'Last quarter',
    'Waning crescent',
    'New moon',
    'Waxing crescent',
    'First quarter',
    'Waxing gibbous',
  ] as const;
  const lit = ['full', 'gibbous', 'quarter', 'crescent', 'new', 'crescent', 'quarter', 'gibbous'] as const;
  c.group('Phases', () => {
    names.forEach((name, i) => {
      phase(c, name, onDial(560, i * 45), lit[i], i < 4 ? -1 : 1);
    });
  });
  c.add(
    'Inner ring',
    'ellipse',
    { width: 836, height: 836 },
    { x: middle, y: middle },
    {
      coats: [c.coat.stroke(3, '#c9a45a', { opacity: 0.8 })],
    },
  );
  stars(c);
  dome(c);
  return c.design({ ground: '#efeae0' });
}
