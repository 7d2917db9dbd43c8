import { Blend, FlipHorizontal2, Footprints, LayoutGrid, Loader, Waypoints } from 'lucide-react';
import { family, lastOf, onChosen, type Stage, stepTool } from '../tool';

export const repeat: Stage = {
  number: 3,
  word: 'Repeat',
  card: (p) => lastOf(p.steps, 'steps'),
  tools: [
    stepTool('radial-repeat', 'Radial repeat', Loader),
    stepTool('grid-repeat', 'Grid repeat', LayoutGrid),
    stepTool('trail', 'Trail', Footprints),
    stepTool('mirror', 'Mirror', FlipHorizontal2),
    family(
      onChosen('blend', 'Blend', Blend, (ids) => ({ do: 'blend', ids, along: false })),
      onChosen('blend-along', 'Blend along', Waypoints, (ids) => ({ do: 'blend', ids, along: true })),
    ),
  ],
};
