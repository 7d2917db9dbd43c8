import { type Design, mockUpSheet, type Part, type Sheet } from '@/core';
import { Composer, gradient } from './composer';
import { ink } from './observatory';

/** A4 across, CSS px. */
const page = { width: 1122.5, height: 793.7 };

/** The sheet of a composer and its parts, added to a design. */
function withSheet(design: Design, c: Composer, sheet: Partial<Sheet>): Design {
  const made = c.design(sheet);
  return {
    ...design,
    sheets: [...design.sheets, { ...made.sheets[0], guides: [] }],
    parts: { ...design.parts, ...made.parts },
  };
}

const laid = (
  c: Composer,
  name: string,
  sheet: string,
  box: readonly [width: number, height: number],
  at: { x: number; y: number },
  params: object = {},
  values: Partial<Part> = {},
): string =>
  c.add(name, 'laid-sheet', { sheet, width: box[0], height: box[1], shown: 'sheet', ...params }, at, values);

/** The icon on a wide night sky with rings about it. */
function wallpaper(design: Design): Design {
  const c = new Composer('', 'wallpaper-');
  c.add(
    'Night',
    'rectangle',
    { width: 3840, height: 2160 },
    { x: 1920, y: 1080 },
    {
      coats: [c.coat.fill(gradient('radial', [0.5, 0.62, 1.05, 0.62], '#2b3f66', ink.night, '#0b1224'))],
    },
  );
  c.add(
    'Rings',
    'ring',
    { radius: 560, inner: 0.996 },
    { x: 1920, y: 1080 },
    {
      coats: [c.coat.fill(ink.brass, { opacity: 0.5 })],
      steps: [c.step('parallels', { count: 6, distance: 150 })],
    },
  );
  laid(c, 'Mark', 'icon', [760, 760], { x: 1920, y: 1080 }, { shown: 'mark' });
  return withSheet(design, c, { id: 'wallpaper', name: 'Wallpaper', width: 3840, height: 2160 });
}

const heading = { face: 'abril-fatface', size: 40, alignment: 'start' } as const;
const small = { face: 'source-sans', size: 15, axes: { wght: 400 }, alignment: 'start' } as const;

function title(c: Composer, text: string, number: string): void {
  const dark = { coats: [c.coat.fill(ink.night)] };
  c.words(text, heading, { x: 64, y: 96 }, dark);
  c.words(number, { ...small, alignment: 'end' }, { x: page.width - 64, y: 96 }, dark);
}

const said = (c: Composer, text: string, x: number, y: number): string =>
  c.words(text, small, { x, y }, { coats: [c.coat.fill('#4b5562')] });

/** The first page: the sign in its two forms, and its colours. */
function guideOne(design: Design): Design {
  const c = new Composer('', 'guide-1-');
  title(c, 'Hollin Tarn Observatory', '1');
  laid(c, 'Both forms', 'sheet-1', [640, 480], { x: 384, y: 400 });
  said(c, 'In a row on paper, in a column on the night.', 64, 680);
  const swatches = [
    ['Night', ink.night],
    ['Brass', ink.brass],
    ['Straw', ink.straw],
    ['Snow', ink.snow],
  ] as const;
  swatches.forEach(([name, colour], i) => {
    const y = 190 + 128 * i;
    c.add(
      name,
      'rectangle',
      { width: 290, height: 84, topLeft: 6, topRight: 6, bottomRight: 6, bottomLeft: 6 },
      { x: 913, y },
      {
        coats: [c.coat.fill(colour), c.coat.stroke(1, '#d8d0c0')],
      },
    );
    said(c, `${name}  ${colour}`, 768, y + 66);
  });
  return withSheet(design, c, { id: 'guide-1', name: 'Guide 1', ...page, ground: '#fbf9f4' });
}

/** The second page: how the mark is built, in one ink, and on the door. */
function guideTwo(design: Design): Design {
  const c = new Composer('', 'guide-2-');
  title(c, 'The mark in use', '2');
  laid(c, 'Construction', 'construction', [440, 440], { x: 284, y: 376 });
  said(c, 'Every edge lies on a circle or a line with a plain size.', 64, 634);
  laid(c, 'In one ink', 'one-ink', [500, 200], { x: 808, y: 256 });
  said(c, 'One ink, where there is no other: never tinted.', 558, 392);
  laid(c, 'Sign', 'sign', [500, 300], { x: 808, y: 560 }, { fit: 'cover' });
  said(c, 'On the door, in enamel.', 558, 748);
  return withSheet(design, c, { id: 'guide-2', name: 'Guide 2', ...page, ground: '#fbf9f4' });
}

/** The enamel sign at the door, with the mark in one ink laid on it. */
function sign(design: Design): Design {
  const scene = mockUpSheet(
    'enamel-sign',
    { shown: 'mark', inks: 'shape', ink: ink.night, edge: ink.night },
    'one-ink',
    { id: 'sign', name: 'Sign' },
    'sign-',
  );
  return { ...design, sheets: [...design.sheets, scene.sheet], parts: { ...design.parts, ...scene.parts } };
}

/** What the observatory is given beside its sign itself: a wallpaper, the sign at the door, and a guide of two pages. */
export const withObservatorySheets = (design: Design): Design =>
  [wallpaper, sign, guideOne, guideTwo].reduce((d, add) => add(d), design);

export { withSheet };
