import { Blend, FlipVertical2, Footprints, LayoutGrid, Loader, Waypoints } from 'lucide-react';
import { commands } from '@/core/edit';
import { family, lastOf, onChosen, type Stage, stepTool } from '../tool';

export const repeat: Stage = {
  number: 3,
  word: 'Repeat',
  card: (p) => lastOf(p.steps, 'steps'),
  tools: [
    stepTool('radial-repeat', Loader),
    stepTool('grid-repeat', LayoutGrid),
    stepTool('trail', Footprints),
    stepTool('mirror', FlipVertical2),
    family(
      onChosen('blend', Blend, (ids) => ({ do: 'blend', ids, along: false })),
      onChosen('blend-along', Waypoints, (ids) => ({ do: 'blend', ids, along: true }), {
        ...commands.blend,
        label: 'Blend along',
        about: 'Fills in what lies between parts, along the topmost.',
      }),
    ),
  ],
};
