import { Sun } from 'lucide-react';
import { addStep } from '../recipe';
import { act, lastOf, onePart, type Stage } from '../tool';

export const repeat: Stage = {
  number: 3,
  word: 'Repeat',
  card: (p) => lastOf(p.steps, 'steps'),
  tools: [
    act(
      'radial-repeat',
      'Radial repeat',
      Sun,
      onePart((p) => addStep(p, 'radial-repeat')),
    ),
  ],
};
