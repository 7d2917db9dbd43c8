import {
  ArrowLeftRight,
  Blend,
  Circle,
  Combine,
  Crop,
  Feather,
  Group,
  type LucideIcon,
  PanelsLeftBottom,
  Puzzle,
  Route,
  Scissors,
  Shapes,
  Slice,
  SquareRoundCorner,
  SquareSquare,
  SquaresExclude,
  Ungroup,
  Waves,
  Waypoints,
} from 'lucide-react';
import type { Operation } from '@/core';
import { chooseCard, run } from '../../state/actions';
import { get, set } from '../../state/store';
import { act, family, needsChoice, onChosen, type Stage, stepTool, type Tool } from '../tool';

const operation = (kind: Operation, word: string, icon: LucideIcon): Tool =>
  onChosen(kind, word, icon, (ids) => ({ do: 'combine', ids, operation: kind }));

/** Makes faces of what is chosen, unless it is faces already, and takes them in hand. */
async function takeFaces(ids: readonly string[]): Promise<void> {
  await run('Faces', { do: 'faces', ids });
  const { chosen, design } = get();
  if (chosen.length !== 1 || design?.parts[chosen[0]]?.source.kind !== 'faces') return;
  chooseCard({ list: 'source' });
  set({ tool: 'faces' });
}

export const combine: Stage = {
  number: 2,
  word: 'Combine',
  tools: [
    operation('union', 'Union', Combine),
    operation('subtract', 'Subtract', Scissors),
    operation('intersect', 'Intersect', Blend),
    operation('exclude', 'Exclude', SquaresExclude),
    family(
      onChosen('group', 'Group', Group, (ids) => ({ do: 'group', ids })),
      onChosen('lock-up', 'Lock-up', PanelsLeftBottom, (ids) => ({ do: 'lock-up', ids })),
      onChosen('clip', 'Clip', Crop, (ids) => ({ do: 'clip', ids })),
    ),
    family(
      act('faces', 'Faces', Shapes, needsChoice(takeFaces)),
      onChosen('cut', 'Cut along', Slice, (ids) => ({ do: 'cut', ids })),
    ),
    family(
      onChosen('release', 'Release', Ungroup, (ids) => ({ do: 'release', ids })),
      onChosen('pieces', 'Release into pieces', Puzzle, (ids) => ({ do: 'pieces', ids })),
      onChosen('plain', 'Plain path', Waypoints, (ids) => ({ do: 'plain', ids })),
    ),
    family(
      stepTool('round-corners', 'Round corners', SquareRoundCorner),
      stepTool('simplify', 'Simplify', Feather),
      stepTool('close', 'Close', Circle),
      stepTool('reverse', 'Reverse', ArrowLeftRight),
    ),
    family(
      stepTool('offset', 'Offset', SquareSquare),
      stepTool('parallels', 'Parallels', Waves),
      stepTool('outline-stroke', 'Outline stroke', Route),
    ),
  ],
};
