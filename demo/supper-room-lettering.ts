import { type Design, paints } from '@/core';
import { Composer, gradient } from './composer';
import { ink, inObservatoryInks } from './observatory';

/** Corners of the sign board about its middle, uneven as if it were sawn by hand. */
const board = [
  [-860, -430],
  [-250, -520],
  [430, -470],
  [880, -380],
  [840, 330],
  [300, 470],
  [-360, 430],
  [-900, 380],
] as const;

/** The sign of the observatory's supper room: a script on a rough board, deep as if it were cut from wood. */
export function supperRoomLettering(): Design {
  const c = new Composer('Supper-room lettering');
  const xy: number[] = [...board[0]];
  board.forEach((p, i) => {
    const q = board[(i + 1) % board.length];
    xy.push(...p, ...q, ...q);
  });
  const offset = (distance: number) => c.step('offset', { distance, join: 'round' });
  c.add(
    'Sign board',
    'path',
    { contours: [{ closed: true, xy }] },
    { x: 1000, y: 1000 },
    {
      steps: [c.step('round-corners', { radius: 90 })],
      coats: [
        c.coat.fill(gradient('linear', [0.5, 0, 0.5, 1], '#2b3f68', ink.night)),
        c.coat.stroke(10, ink.brass, { steps: [offset(-34)] }),
        c.coat.stroke(4, ink.straw, { steps: [offset(-54)] }),
        c.coat.stroke(14, ink.brass),
      ],
      finishes: [c.shadow({ shiftX: 0, shiftY: 26, softness: 70, opacity: 0.4, colour: ink.night })],
    },
  );
  const slab = (depth: number) => c.step('slab', { angle: 55, depth });
  c.words(
    'Supper room',
    { face: 'pacifico', size: 285, alignment: 'centre', slantY: -5, pieces: 'united' },
    { x: 990, y: 1045 },
    {
      coats: [
        // A pale one under a red one: each lies on the next.
        c.coat.fill(
          { ...paints.lit.defaults, colour: '#fbe9c0', shade: '#8a5a1c' },
          { steps: [offset(22), slab(48)] },
        ),
        c.coat.fill(
          { ...paints.lit.defaults, colour: '#c9503a', shade: '#57180f' },
          { steps: [offset(15), slab(32)] },
        ),
        c.coat.fill(ink.night, { steps: [offset(15)] }),
        c.coat.fill(gradient('linear', [0.5, 0, 0.5, 1], ink.snow, [0.5, ink.straw], ink.brass)),
        c.coat.stroke(3, '#ffffff', { steps: [offset(-7)], opacity: 0.6 }),
      ],
    },
  );
  c.words(
    'THE OBSERVATORY’S',
    { face: 'league-spartan-800', size: 82, tracking: 0.22, alignment: 'centre', slantY: -5 },
    { x: 1000, y: 735 },
    { coats: [c.coat.fill(ink.straw)] },
  );
  c.words(
    'open until the stars go out',
    { face: 'sacramento', size: 118, alignment: 'centre', slantY: -5 },
    { x: 1100, y: 1290 },
    { coats: [c.coat.fill(ink.straw), c.coat.stroke(2.5, ink.straw)] },
  );
  return inObservatoryInks(c.design({ ground: '#f4efe4' }));
}
