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
import { type Operation, operationWords } from '@/core';
import { commands } from '@/core/edit';
import { chooseCard, run } from '../../state/actions';
import { get, set } from '../../state/store';
import { faces } from '../../tools';
import { act, family, needsChoice, onChosen, type Stage, stepTool, type Tool } from '../tool';

const operation = (kind: Operation, about: string, alsoKnown: readonly string[], icon: LucideIcon): Tool =>
  onChosen(kind, icon, (ids) => ({ do: 'combine', ids, operation: kind }), {
    label: operationWords[kind],
    about,
    alsoKnown,
  });

/** Makes faces of what is chosen, unless it is faces already, and takes them in hand. */
async function takeFaces(ids: readonly string[]): Promise<void> {
  await run('Faces', { do: 'faces', ids });
  const { chosen, design } = get();
  if (chosen.length !== 1 || design?.parts[chosen[0]]?.source.kind !== 'faces') return;
  chooseCard({ list: 'source' });
  set({ tool: faces });
}

export const combine: Stage = {
  number: 2,
  word: 'Combine',
  tools: [
    operation('union', 'One outline round all of them.', ['merge', 'add', 'weld', 'join'], Combine),
    operation(
      'subtract',
      'The lowest less all above it.',
      ['minus', 'difference', 'punch', 'cut out'],
      Scissors,
    ),
    operation('intersect', 'What all of them share.', ['overlap', 'common'], Blend),
    operation(
      'exclude',
      'What an odd number of them cover.',
      ['xor', 'symmetric difference'],
      SquaresExclude,
    ),
    family(
      onChosen('group', Group, (ids) => ({ do: 'group', ids })),
      onChosen('lock-up', PanelsLeftBottom, (ids) => ({ do: 'lock-up', ids })),
      onChosen('clip', Crop, (ids) => ({ do: 'clip', ids })),
    ),
    family(
      act('faces', commands.faces, Shapes, needsChoice(takeFaces)),
      onChosen('cut', Slice, (ids) => ({ do: 'cut', ids })),
    ),
    family(
      onChosen('release', Ungroup, (ids) => ({ do: 'release', ids })),
      onChosen('pieces', Puzzle, (ids) => ({ do: 'pieces', ids })),
      onChosen('plain', Waypoints, (ids) => ({ do: 'plain', ids })),
    ),
    family(
      stepTool('round-corners', SquareRoundCorner),
      stepTool('simplify', Feather),
      stepTool('close', Circle),
      stepTool('reverse', ArrowLeftRight),
    ),
    family(
      stepTool('offset', SquareSquare),
      stepTool('parallels', Waves),
      stepTool('outline-stroke', Route, 'Outline stroke'),
    ),
  ],
};
