import { Blend, Droplets, Eclipse, type LucideIcon, Paintbrush, Palette, Stamp, Sunset } from 'lucide-react';
import { finishes } from '@/core';
import { addFinish } from '../recipe';
import { act, family, lastOf, onePart, type Stage, type Tool } from '../tool';

const finish = (kind: string, icon: LucideIcon): Tool =>
  act(
    kind,
    finishes[kind],
    icon,
    onePart((p) => addFinish(p, kind)),
  );

export const depth: Stage = {
  number: 6,
  word: 'Depth',
  card: (p) => lastOf(p.finishes, 'finishes'),
  tools: [
    finish('soft-shadow', Eclipse),
    finish('blur', Droplets),
    finish('fade', Sunset),
    family(
      finish('tint', Paintbrush),
      finish('colour-shift', Palette),
      finish('colour-balance', Blend),
      finish('one-ink', Stamp),
    ),
  ],
};
