import { Blend, FlipHorizontal2, Footprints, LayoutGrid, Loader, Waypoints } from 'lucide-react';
import { run } from '../../state/actions';
import { act, family, lastOf, needsChoice, type Stage, stepTool } from '../tool';

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
      act(
        'blend',
        'Blend',
        Blend,
        needsChoice((ids) => void run('Blend', { do: 'blend', ids, along: false })),
      ),
      act(
        'blend-along',
        'Blend along',
        Waypoints,
        needsChoice((ids) => void run('Blend along', { do: 'blend', ids, along: true })),
      ),
    ),
  ],
};
