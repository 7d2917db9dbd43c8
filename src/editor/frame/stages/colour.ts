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
import { coatWords, convertPaint, type Paint, paints } from '@/core';
import { changePart, chooseCard, run } from '../../state/actions';
import { colourStage, say, set } from '../../state/store';
import { pickUp, profile } from '../../tools';
import { addCoat, coatAtHand } from '../recipe';
import { act, family, lastOf, onePart, type Stage, type Tool, take } from '../tool';

/** Gives the coat at hand a paint of another kind; its colours stay. */
const paintTool = (kind: Paint['kind'], icon: LucideIcon, label = paints[kind].label): Tool =>
  act(
    kind,
    { ...paints[kind], label },
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
      changePart(label, part.id, (p) => ({
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
      { ...coatWords.fill, label: 'Add fill' },
      Droplet,
      onePart((p) => addCoat(p, 'fill')),
    ),
    act(
      'stroke',
      { ...coatWords.stroke, label: 'Add stroke' },
      PenLine,
      onePart((p) => addCoat(p, 'stroke')),
    ),
    paintTool('linear', Contrast, 'Linear gradient'),
    family(
      paintTool('radial', Sun, 'Radial gradient'),
      paintTool('conic', Disc3, 'Conic gradient'),
      paintTool('corners', Square),
    ),
    paintTool('mesh', Grid3x3),
    paintTool('pattern', Blocks),
    family(paintTool('stripes', Rows4), paintTool('grain', Sparkles)),
    family(take(pickUp, Pipette), take(profile, ChartLine)),
    act(
      'palette',
      {
        label: 'Palette',
        about: 'The design’s colours and gradients, kept in one place.',
        alsoKnown: ['swatches', 'colours'],
      },
      Palette,
      () => set({ dialog: 'palette' }),
    ),
  ],
};
