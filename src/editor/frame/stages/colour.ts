import { Contrast, Droplet, type LucideIcon, PenLine, Sun } from 'lucide-react';
import { type Paint, paints } from '@/core';
import { changePart, chooseCard } from '../../state/actions';
import { say } from '../../state/store';
import { addCoat, coatAtHand } from '../recipe';
import { act, lastOf, onePart, type Stage, type Tool } from '../tool';

/** A paint turned into a gradient of a kind; a gradient keeps its stops. */
function asGradient(paint: Paint, kind: 'linear' | 'radial'): Paint {
  const stops =
    paint.kind === 'solid'
      ? [
          { at: 0, colour: '#fbf1d6' },
          { at: 1, colour: paint.colour },
        ]
      : paint.stops;
  return { ...paints[kind].defaults, kind, stops };
}

const gradient = (kind: 'linear' | 'radial', word: string, icon: LucideIcon): Tool =>
  act(
    kind,
    word,
    icon,
    onePart((part) => {
      const id = coatAtHand(part);
      if (!id) {
        say('Add a fill or a stroke first.');
        return;
      }
      changePart(word, part.id, (p) => ({
        ...p,
        coats: p.coats.map((c) =>
          c.id === id && c.paint.kind !== kind ? { ...c, paint: asGradient(c.paint, kind) } : c,
        ),
      }));
      chooseCard({ list: 'coats', id });
    }),
  );

export const colour: Stage = {
  number: 5,
  word: 'Colour',
  card: (p) => lastOf(p.coats, 'coats'),
  tools: [
    act(
      'fill',
      'Add fill',
      Droplet,
      onePart((p) => addCoat(p, 'fill')),
    ),
    act(
      'stroke',
      'Add stroke',
      PenLine,
      onePart((p) => addCoat(p, 'stroke')),
    ),
    gradient('linear', 'Linear gradient', Contrast),
    gradient('radial', 'Radial gradient', Sun),
  ],
};
