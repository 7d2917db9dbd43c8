import { Tornado } from 'lucide-react';
import { lastOf, type Stage, stepTool } from '../tool';

export const bend: Stage = {
  number: 4,
  word: 'Bend',
  card: (p) => lastOf(p.steps, 'steps'),
  tools: [stepTool('twist', Tornado)],
};
