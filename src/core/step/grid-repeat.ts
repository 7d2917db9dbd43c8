import { choice, count, length, toggle } from '../document/fields';
import { type Matrix, translation } from '../geometry/matrix';
import { type Bounds, boundsMiddle } from '../geometry/path';
import { type Copy, copyOutline, fullCopies } from './copies';
import { defineStep } from './definition';

interface GridRepeat {
  columns: number;
  rows: number;
  across: number;
  down: number;
  measure: 'gap' | 'pitch';
  shift: 'none' | 'brick' | 'half-drop';
  unite: boolean;
}

/** Distance from copy to copy: as given, or the gap and the outline's own size. */
function pitchOf(p: GridRepeat, b: Bounds): { x: number; y: number } {
  if (p.measure === 'pitch') return { x: p.across, y: p.down };
  return { x: p.across + b.x1 - b.x0, y: p.down + b.y1 - b.y0 };
}

function copies(p: GridRepeat, b: Bounds): Copy[] {
  const { x, y } = pitchOf(p, b);
  const out: Matrix[] = [];
  for (let r = 0; r < p.rows; r++)
    for (let c = 0; c < p.columns; c++)
      out.push(
        translation(
          c * x + (p.shift === 'brick' && r % 2 ? x / 2 : 0),
          r * y + (p.shift === 'half-drop' && c % 2 ? y / 2 : 0),
        ),
      );
  return fullCopies(out);
}

/** Rows and columns of copies, running right and down from the first. */
export const gridRepeat = defineStep<GridRepeat>({
  kind: 'grid-repeat',
  label: 'Grid repeat',
  about: 'Copies in rows and columns.',
  alsoKnown: ['array', 'duplicate', 'tile'],
  fields: [
    count('columns', 'Columns', 'Copies in a row.', 1, 200),
    count('rows', 'Rows', 'Copies in a column.', 1, 200),
    length('across', 'Across', 'From one column to the next.'),
    length('down', 'Down', 'From one row to the next.'),
    choice(
      'measure',
      'Measured by',
      'Whether the distances are gaps between copies or from middle to middle.',
      { gap: 'Gap between', pitch: 'Pitch' },
    ),
    choice('shift', 'Shift', 'Whether every second row or column is moved by half.', {
      none: 'None',
      brick: 'Brick',
      'half-drop': 'Half drop',
    }),
    toggle('unite', 'Unite copies', 'One outline of all copies.'),
  ],
  defaults: { columns: 4, rows: 3, across: 20, down: 20, measure: 'gap', shift: 'none', unite: false },
  copies: (p, { bounds }) => copies(p, bounds),
  apply: (outline, p, { bounds }) => copyOutline(outline, copies(p, bounds), p.unite),
  handles(p, { bounds: b }) {
    const { x, y } = pitchOf(p, b);
    const at = boundsMiddle(b);
    return [
      { id: 'across', sets: ['across'], x: at.x + x, y: at.y, from: at },
      { id: 'down', sets: ['down'], x: at.x, y: at.y + y, from: at },
      {
        id: 'count',
        sets: ['columns', 'rows'],
        x: b.x1 + (p.columns - 1) * x,
        y: b.y1 + (p.rows - 1) * y,
        from: { x: b.x1, y: b.y1 },
      },
    ];
  },
  drag(p, handle, to, { bounds: b }) {
    const at = boundsMiddle(b);
    const own = p.measure === 'gap' ? { x: b.x1 - b.x0, y: b.y1 - b.y0 } : { x: 0, y: 0 };
    if (handle === 'across') return { params: { across: to.x - at.x - own.x } };
    if (handle === 'down') return { params: { down: to.y - at.y - own.y } };
    const { x, y } = pitchOf(p, b);
    const number = (v: number, step: number, now: number) =>
      step === 0 ? now : Math.min(200, Math.max(1, Math.round(v / step) + 1));
    return {
      params: { columns: number(to.x - b.x1, x, p.columns), rows: number(to.y - b.y1, y, p.rows) },
    };
  },
});
