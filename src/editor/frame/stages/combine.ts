import {
  ArrowLeftRight,
  Blend,
  Circle,
  Combine,
  Crop,
  Feather,
  Group,
  type LucideIcon,
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
import { act, family, needsChoice, type Stage, stepTool, type Tool } from '../tool';

const operation = (kind: Operation, word: string, icon: LucideIcon): Tool =>
  act(
    kind,
    word,
    icon,
    needsChoice((ids) => void run(word, { do: 'combine', ids, operation: kind })),
  );

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
      act(
        'group',
        'Group',
        Group,
        needsChoice((ids) => void run('Group', { do: 'group', ids })),
      ),
      act(
        'clip',
        'Clip',
        Crop,
        needsChoice((ids) => void run('Clip', { do: 'clip', ids })),
      ),
    ),
    family(
      act('faces', 'Faces', Shapes, needsChoice(takeFaces)),
      act(
        'cut',
        'Cut along',
        Slice,
        needsChoice((ids) => void run('Cut along', { do: 'cut', ids })),
      ),
    ),
    family(
      act(
        'release',
        'Release',
        Ungroup,
        needsChoice((ids) => void run('Release', { do: 'release', ids })),
      ),
      act(
        'pieces',
        'Release into pieces',
        Puzzle,
        needsChoice((ids) => void run('Release into pieces', { do: 'pieces', ids })),
      ),
      act(
        'plain',
        'Plain path',
        Waypoints,
        needsChoice((ids) => void run('Plain path', { do: 'plain', ids })),
      ),
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
