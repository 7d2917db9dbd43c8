import type { Design, LetterChange } from '@/core';
import { Composer } from './composer';
import { ink, inObservatoryInks } from './observatory';
import { withObservatorySheets, withSheet } from './observatory-sheets';

/** Colours of one version of the lock-up. */
interface Version {
  readonly dome: string;
  readonly light: string;
  readonly words: string;
}

/** Where the slit looks, degrees from the top. */
const aim = 34;

/** A place in that direction from the middle of the horizon. */
const towards = (distance: number) => ({
  x: distance * Math.sin((aim * Math.PI) / 180),
  y: -distance * Math.cos((aim * Math.PI) / 180),
});

/** A dome with its slit open towards a star, on the line of the horizon. */
function mark(c: Composer, name: string, { dome, light }: Version): void {
  c.group(name, () => {
    c.combine(
      'Open dome',
      'subtract',
      () => {
        c.combine('Half disc', 'intersect', () => {
          c.add('Disc', 'ellipse', { width: 400, height: 400 }, { x: 0, y: 0 });
          c.add('Above the horizon', 'rectangle', { width: 440, height: 220 }, { x: 0, y: -110 });
        });
        c.add(
          'Slit',
          'rectangle',
          { width: 66, height: 200, topLeft: 0, topRight: 0, bottomRight: 33, bottomLeft: 33 },
          { ...towards(150), turn: aim },
        );
      },
      { coats: [c.coat.fill(dome)] },
    );
    c.add(
      'Horizon',
      'rectangle',
      { width: 520, height: 36, topLeft: 18, topRight: 18, bottomRight: 18, bottomLeft: 18 },
      { x: 0, y: 46 },
      { coats: [c.coat.fill(dome)] },
    );
    c.add('Evening star', 'star', { radius: 62, inner: 0.26, points: 4 }, towards(300), {
      coats: [c.coat.fill(light)],
    });
  });
}

/** The name, its second dot given to the star that is drawn aside. */
function name(c: Composer, size: number, star: string, { words, light }: Version): void {
  const dotted: LetterChange = {
    at: 4,
    dx: 0,
    dy: 0,
    turn: 0,
    scale: 1,
    pieces: [{ nth: 1, by: star, own: false, scale: 1.5, dx: 0, dy: -0.01 }],
  };
  c.words(
    'Hollin Tarn',
    { face: 'abril-fatface', size, letters: [dotted], kerning: 'metric' },
    {},
    { coats: [c.coat.fill(words)] },
  );
  c.words(
    'OBSERVATORY',
    { face: 'league-spartan-800', size: size * 0.4, tracking: 0.655 },
    {},
    { coats: [c.coat.fill(light)] },
  );
}

/** The star that is drawn aside for the dot of a name. */
const dot = (c: Composer, version: string, x: number, y: number): string =>
  c.add(`Dot, ${version}`, 'star', { radius: 60, inner: 0.34, points: 4 }, { x, y }, { construction: true });

/** The mark with the name and the place beside it. */
function inARow(c: Composer, label: string, star: string, version: Version): void {
  c.lockUp(
    label,
    { gap: 0.6, markSize: 'by-unit', markHeight: 1.75, level: 'middle-of-capitals', clearSpace: 1 },
    () => {
      mark(c, 'Dome mark', version);
      c.lockUp(
        'Name and place',
        { arrangement: 'in-a-column', flush: 'start', gap: 0.4, showClearSpace: false },
        () => name(c, 236, dot(c, star, 400, -320), version),
      );
    },
    { place: { x: 840, y: 455, turn: 0, skew: 0, scaleX: 1, scaleY: 1 } },
  );
}

/** The sign of the observatory in a row on paper and in a column on the night. */
export function observatoryLockUp(): Design {
  const c = new Composer('Observatory lock-up');
  const paper: Version = { dome: ink.night, light: ink.brass, words: ink.night };
  const night: Version = { dome: ink.snow, light: ink.brass, words: ink.snow };
  c.add(
    'Night ground',
    'rectangle',
    { width: 2400, height: 900 },
    { x: 1200, y: 1350 },
    { coats: [c.coat.fill(ink.night)] },
  );
  inARow(c, 'In a row', 'row', paper);
  c.lockUp(
    'In a column',
    {
      arrangement: 'in-a-column',
      unit: 'stem-width',
      gap: 2,
      markSize: 'by-unit',
      markHeight: 8,
      clearSpace: 4,
    },
    () => {
      mark(c, 'Dome mark reversed', night);
      name(c, 190, dot(c, 'column', 720, -420), night);
    },
    { place: { x: 690, y: 1510, turn: 0, skew: 0, scaleX: 1, scaleY: 1 } },
  );
  const icon = new Composer('', 'icon-');
  icon.group('Mark', () => mark(icon, 'Dome mark', night), {
    place: { x: 512, y: 590, turn: 0, skew: 0, scaleX: 1.4, scaleY: 1.4 },
  });
  const black = new Composer('', 'black-');
  const inked: Version = { dome: '#000000', light: '#000000', words: '#000000' };
  inARow(black, 'In one ink', 'one ink', inked);
  const sheets = [
    [icon, { id: 'icon', name: 'Icon', width: 1024, height: 1024, ground: ink.night }],
    [black, { id: 'one-ink', name: 'One ink', width: 2400, height: 900, ground: '#ffffff' }],
  ] as const;
  const whole = sheets.reduce(
    (d, [made, sheet]) => withSheet(d, made, sheet),
    c.design({ width: 2400, height: 1800, ground: '#f7f2e8' }),
  );
  return inObservatoryInks(withObservatorySheets(whole));
}
