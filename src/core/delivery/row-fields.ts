import type { Card } from '../document/card';
import {
  choice,
  colour,
  count,
  type Field,
  length,
  number,
  onlyIf,
  subject,
  words,
} from '../document/fields';

/** What sizes are said by, and what each is called. */
export const sizeWays = {
  width: 'Width in pixels',
  height: 'Height in pixels',
  scale: 'Times the sheet',
  print: 'Width in print',
} as const;

/** What a file is painted on. */
export const grounds = { own: 'The sheet’s', none: 'None', colour: 'A colour' } as const;

/** What any row of an export set says beside what its kind of file asks for. */
export interface RowParams {
  /**
   * Address of what is exported: `sheet:ID`, `proofs:ID`, `parts:ID,ID`, or `sheets:ID,ID` where each is a page; the first sheet
   * where it is empty.
   */
  readonly of: string;
  readonly by: keyof typeof sizeWays;
  readonly pixels: number;
  readonly scale: number;
  /** Width in print, mm, and dots to an inch of it. */
  readonly mm: number;
  readonly dpi: number;
  readonly ground: keyof typeof grounds;
  readonly colour: string;
  /** How far it goes on beyond the sheet, sheet units. */
  readonly bleed: number;
  /** The file’s name without its end; by the set’s pattern where it is empty. */
  readonly name: string;
}

export const rowDefaults: RowParams = {
  of: '',
  by: 'width',
  pixels: 1024,
  scale: 1,
  mm: 100,
  dpi: 300,
  ground: 'own',
  colour: '#ffffff',
  bleed: 0,
  name: '',
};

/** What a row says, and what it means where its kind of file has no such setting. */
export const rowParams = ({ params }: Card): RowParams => ({ ...rowDefaults, ...params });

/** Dots to an inch of what is not made for print: a sheet unit is a CSS px, 96 of them an inch. */
export const screenDpi = 96;

export const subjectField: Field = subject(
  'of',
  'What',
  'The sheet, its proofs or the parts that the file shows.',
);

export const sizeFields = (longest: number): readonly Field[] => [
  choice('by', 'Size by', 'How the size of the picture is said.', sizeWays),
  onlyIf('by', ['width', 'height'], count('pixels', 'Pixels', 'Of that side.', 1, longest)),
  onlyIf('by', 'scale', number('scale', 'Times', 'As large as the sheet, so many times.', 0.001, 1000, 0.5)),
  onlyIf('by', 'print', number('mm', 'Width, mm', 'As it is printed.', 0.1, 1e5, 1)),
  onlyIf('by', 'print', number('dpi', 'Dots per inch', 'Written into the file.', 1, 10_000, 1)),
];

export const groundFields = (clear: boolean): readonly Field[] => {
  const { none, ...opaque } = grounds;
  return [
    choice(
      'ground',
      'Ground',
      'What it is painted on.',
      clear ? { own: opaque.own, none, colour: opaque.colour } : opaque,
    ),
    onlyIf('ground', 'colour', colour('colour', 'Colour', 'Of the ground.')),
  ];
};

export const bleedField: Field = length(
  'bleed',
  'Bleed',
  'How far it goes on beyond the edges, to be trimmed.',
  0,
  10_000,
);

export const nameField: Field = words(
  'name',
  'File name',
  'Without its end; left empty, the pattern of the set says it.',
  120,
);
