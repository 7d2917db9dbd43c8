import { choice, colour, type Field, length, number, onlyIf, share, toggle } from '../document/fields';

/** Face of its numbers. */
export const figuresFace = 'source-sans';

/** What a construction drawing shows, and how. Lengths are sheet units. */
export interface DrawingLook {
  readonly outline: boolean;
  readonly fill: boolean;
  readonly circles: boolean;
  readonly lines: boolean;
  readonly centres: boolean;
  readonly tangents: boolean;
  readonly axes: boolean;
  readonly radii: boolean;
  readonly angles: boolean;
  readonly ratios: boolean;
  /** How far a ratio may be off to be named, as a share. */
  readonly tolerance: number;
  readonly clear: string;
  readonly clearBy: number;
  readonly grid: number;
  readonly weight: number;
  readonly size: number;
  readonly ink: string;
  readonly mark: string;
}

/** A sheet that shows how another one is constructed. */
export interface Drawing extends DrawingLook {
  /** Id of the sheet that is drawn. */
  readonly of: string;
  /** Ids of parts whose construction is left out. */
  readonly without: readonly string[];
}

export const drawingFields: readonly Field[] = [
  toggle('outline', 'Outlines', 'The edges of the mark itself.'),
  toggle('fill', 'Filled', 'The mark in a pale tint.'),
  toggle('circles', 'Circles', 'The whole circles that curved edges lie on.'),
  toggle('lines', 'Lines', 'Straight edges, drawn on across the sheet.'),
  toggle('centres', 'Centres', 'A cross at the middle of each circle.'),
  toggle('tangents', 'Tangents', 'Where circles and lines touch.'),
  toggle('axes', 'Axes', 'Level and upright lines through the middle of the mark.'),
  toggle('radii', 'Radii', 'The radius of each circle, with its number.'),
  toggle('angles', 'Angles', 'Of slanted edges, in degrees from level.'),
  toggle('ratios', 'Ratios', 'Radii that are whole-number or golden parts of others.'),
  onlyIf('ratios', true, share('tolerance', 'Within', 'How far a ratio may be off.', 0, 0.1)),
  choice('clear', 'Clear space', 'The room that is kept free about the mark.', {
    none: 'None',
    length: 'By a length',
    radius: 'By the smallest radius',
  }),
  onlyIf(
    'clear',
    ['length', 'radius'],
    number('clearBy', 'Clear by', 'A length, or how many radii.', 0, 1e5, 1),
  ),
  length('grid', 'Grid', 'Side of its squares; none where it is 0.', 0),
  length('weight', 'Line', 'Thickness of construction lines.', 0.01, 1000),
  length('size', 'Figures', 'Height of numbers.', 0.1, 10_000),
  colour('ink', 'Lines in', 'Colour of construction lines.'),
  colour('mark', 'Mark in', 'Colour of the mark.'),
];

/** A drawing of a sheet as it begins; `longest` is the longer side of the sheet. */
export const usualDrawing = (of: string, longest: number): Drawing => ({
  of,
  without: [],
  outline: true,
  fill: true,
  circles: true,
  lines: true,
  centres: true,
  tangents: true,
  axes: true,
  radii: true,
  angles: true,
  ratios: true,
  tolerance: 0.01,
  clear: 'none',
  clearBy: 1,
  grid: 0,
  weight: longest / 1250,
  size: longest / 60,
  ink: '#b23a48',
  mark: '#1f2b38',
});
