import {
  ALargeSmall,
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignHorizontalSpaceAround,
  AlignStartHorizontal,
  AlignStartVertical,
  AlignVerticalSpaceAround,
  Baseline,
  CaseSensitive,
  ChartPie,
  Circle,
  CircleDot,
  Cog,
  Grid3x3,
  Hexagon,
  ListChecks,
  LoaderCircle,
  MousePointer2,
  MoveUpRight,
  Pencil,
  Plus,
  RectangleHorizontal,
  Shell,
  Slash,
  Spline,
  SquareDashedMousePointer,
  Star,
  Triangle,
} from 'lucide-react';
import { commands } from '@/core/edit';
import { changeSheet } from '../../state/actions';
import { drawTools, freehand, lettering, path, pick, points, tidy } from '../../tools';
import { act, align, family, onChosen, type Stage, take } from '../tool';

export const draw: Stage = {
  number: 1,
  word: 'Draw',
  card: () => ({ list: 'source' }),
  tools: [
    take(pick, MousePointer2),
    family(
      take(drawTools.ellipse, Circle),
      take(drawTools.ring, CircleDot),
      take(drawTools.sector, ChartPie),
      take(drawTools.arc, LoaderCircle),
      take(drawTools['notched-disc'], Cog),
    ),
    take(drawTools.rectangle, RectangleHorizontal),
    family(
      take(drawTools.polygon, Hexagon),
      take(drawTools.star, Star),
      take(drawTools.triangle, Triangle),
      take(drawTools.cross, Plus),
    ),
    family(take(drawTools.line, Slash), take(drawTools.arrow, MoveUpRight), take(drawTools.spiral, Shell)),
    family(take(path, Spline), take(freehand, Pencil)),
    take(points, SquareDashedMousePointer),
    take(lettering, CaseSensitive),
    family(
      align('centre', 'Align centres', 'Their middles across on one line.', AlignCenterVertical),
      align('left', 'Align left', 'Their left edges on one line.', AlignStartVertical),
      align('right', 'Align right', 'Their right edges on one line.', AlignEndVertical),
      align('middle', 'Align middles', 'Their middles upright on one line.', AlignCenterHorizontal),
      align('top', 'Align top', 'Their tops on one line.', AlignStartHorizontal),
      align('bottom', 'Align foot', 'Their feet on one line.', AlignEndHorizontal),
      align('baseline', 'Align baselines', 'Their first baselines on one line.', Baseline),
      align('capitals', 'Align capitals', 'The middles of their capitals on one line.', ALargeSmall),
      onChosen('space-x', AlignHorizontalSpaceAround, (ids) => ({ do: 'distribute', ids, axis: 'x' }), {
        ...commands.distribute,
        label: 'Space across',
      }),
      onChosen('space-y', AlignVerticalSpaceAround, (ids) => ({ do: 'distribute', ids, axis: 'y' }), {
        ...commands.distribute,
        label: 'Space down',
      }),
    ),
    family(
      act(
        'grid',
        {
          label: 'Grid',
          about: 'Shows the sheet’s grid, and lets things snap to it.',
          alsoKnown: ['isometric', 'squares'],
        },
        Grid3x3,
        () => changeSheet('Grid', (s) => ({ ...s, grid: { ...s.grid, on: !s.grid.on } })),
      ),
      take(tidy, ListChecks),
    ),
  ],
};
