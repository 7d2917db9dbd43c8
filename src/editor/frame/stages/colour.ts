import {
  Blocks,
  ChartLine,
  Contrast,
  Disc3,
  Droplet,
  Grid3x3,
  type LucideIcon,
  Palette,
  PenLine,
  Pipette,
  Rows4,
  Sparkles,
  Square,
  Sun,
} from 'lucide-react';
import { convertPaint, type Paint } from '@/core';
import { changePart, chooseCard, run } from '../../state/actions';
import { colourStage, say, set } from '../../state/store';
import { addCoat, coatAtHand } from '../recipe';
import { act, family, lastOf, onePart, type Stage, type Tool, take } from '../tool';

/** Gives the coat at hand a paint of another kind; its colours stay. */
const paintTool = (kind: Paint['kind'], word: string, icon: LucideIcon): Tool =>
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
      if (kind === 'mesh') {
        void run('Mesh', { do: 'fit-mesh', coat: { id: part.id, coat: id }, rows: 2, columns: 2, shift: 0 });
        return;
      }
      changePart(word, part.id, (p) => ({
        ...p,
        coats: p.coats.map((c) => (c.id === id ? { ...c, paint: convertPaint(c.paint, kind) } : c)),
      }));
      chooseCard({ list: 'coats', id });
    }),
  );

export const colour: Stage = {
  number: colourStage,
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
    paintTool('linear', 'Linear gradient', Contrast),
    family(
      paintTool('radial', 'Radial gradient', Sun),
      paintTool('conic', 'Conic gradient', Disc3),
      paintTool('corners', 'Corner gradient', Square),
    ),
    paintTool('mesh', 'Gradient mesh', Grid3x3),
    paintTool('pattern', 'Pattern', Blocks),
    family(paintTool('stripes', 'Stripes', Rows4), paintTool('grain', 'Grain', Sparkles)),
    family(take('pick-up', 'Pick up', Pipette), take('profile', 'Lightness along a line', ChartLine)),
    act('palette', 'Palette', Palette, () => set({ dialog: 'palette' })),
  ],
};
