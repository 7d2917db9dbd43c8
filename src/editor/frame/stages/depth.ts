import { Eclipse } from 'lucide-react';
import { addFinish } from '../recipe';
import { act, lastOf, onePart, type Stage } from '../tool';

export const depth: Stage = {
  number: 6,
  word: 'Depth',
  card: (p) => lastOf(p.finishes, 'finishes'),
  tools: [
    act(
      'soft-shadow',
      'Soft shadow',
      Eclipse,
      onePart((p) => addFinish(p, 'soft-shadow')),
    ),
  ],
};
