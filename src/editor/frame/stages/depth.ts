import { Blend, Droplets, Eclipse, type LucideIcon, Paintbrush, Palette, Stamp, Sunset } from 'lucide-react';
import { addFinish } from '../recipe';
import { act, family, lastOf, onePart, type Stage, type Tool } from '../tool';

const finish = (kind: string, word: string, icon: LucideIcon): Tool =>
  act(
    kind,
    word,
    icon,
    onePart((p) => addFinish(p, kind)),
  );

export const depth: Stage = {
  number: 6,
  word: 'Depth',
  card: (p) => lastOf(p.finishes, 'finishes'),
  tools: [
    finish('soft-shadow', 'Soft shadow', Eclipse),
    finish('blur', 'Blur', Droplets),
    finish('fade', 'Fade', Sunset),
    family(
      finish('tint', 'Tint', Paintbrush),
      finish('colour-shift', 'Colour shift', Palette),
      finish('colour-balance', 'Colour balance', Blend),
      finish('one-ink', 'One ink', Stamp),
    ),
  ],
};
