import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignHorizontalSpaceAround,
  AlignStartHorizontal,
  AlignStartVertical,
  AlignVerticalSpaceAround,
  Circle,
  Copy,
  Grid3x3,
  Hexagon,
  MousePointer2,
  RectangleHorizontal,
  Slash,
  Spline,
  Star,
} from 'lucide-react';
import { changeSheet, run } from '../../state/actions';
import { act, align, family, needsChoice, type Stage, take } from '../tool';

export const draw: Stage = {
  number: 1,
  word: 'Draw',
  card: () => ({ list: 'source' }),
  tools: [
    take('pick', 'Pick', MousePointer2),
    take('ellipse', 'Circle', Circle),
    take('rectangle', 'Rectangle', RectangleHorizontal),
    family(take('polygon', 'Polygon', Hexagon), take('star', 'Star', Star)),
    take('line', 'Line', Slash),
    take('path', 'Path', Spline),
    act(
      'copy',
      'Duplicate',
      Copy,
      needsChoice((ids) => void run('Duplicate', { do: 'duplicate', ids })),
    ),
    family(
      align('centre', 'Align centres', AlignCenterVertical),
      align('left', 'Align left', AlignStartVertical),
      align('right', 'Align right', AlignEndVertical),
      align('middle', 'Align middles', AlignCenterHorizontal),
      align('top', 'Align top', AlignStartHorizontal),
      align('bottom', 'Align foot', AlignEndHorizontal),
      act(
        'space-x',
        'Space across',
        AlignHorizontalSpaceAround,
        needsChoice((ids) => void run('Space across', { do: 'distribute', ids, axis: 'x' })),
      ),
      act(
        'space-y',
        'Space down',
        AlignVerticalSpaceAround,
        needsChoice((ids) => void run('Space down', { do: 'distribute', ids, axis: 'y' })),
      ),
    ),
    act('grid', 'Grid', Grid3x3, () =>
      changeSheet('Grid', (s) => ({ ...s, grid: { ...s.grid, on: !s.grid.on } })),
    ),
  ],
};
