import { FlipHorizontal2, Footprints, LayoutGrid, Loader } from 'lucide-react';
import { lastOf, type Stage, stepTool } from '../tool';

export const repeat: Stage = {
  number: 3,
  word: 'Repeat',
  card: (p) => lastOf(p.steps, 'steps'),
  tools: [
    stepTool('radial-repeat', 'Radial repeat', Loader),
    stepTool('grid-repeat', 'Grid repeat', LayoutGrid),
    stepTool('trail', 'Trail', Footprints),
    stepTool('mirror', 'Mirror', FlipHorizontal2),
  ],
};
