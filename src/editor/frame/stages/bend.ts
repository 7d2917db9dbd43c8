import {
  Amphora,
  Brush,
  Contrast,
  Flower2,
  Grid3x3,
  ImageIcon,
  Kanban,
  Layers,
  Paintbrush,
  Pin,
  Rainbow,
  Route,
  Scissors,
  Shapes,
  SlidersHorizontal,
  Sparkles,
  Tornado,
  Triangle,
  TriangleRight,
  Waves,
} from 'lucide-react';
import { finishes, type Part, steps } from '@/core';
import { commands } from '@/core/edit';
import { takeTool } from '../../state/actions';
import { choosePictures } from '../../state/pictures';
import { addPins } from '../../tools';
import { addFinish, addStep } from '../recipe';
import { act, family, finishTool, lastOf, onChosen, onePart, type Stage, stepTool } from '../tool';

/** A card of pins, and the tool that puts them where the part is pressed. */
const pinUp = (add: (part: Part, kind: string) => void, kind: string) => (part: Part) => {
  add(part, kind);
  takeTool(addPins);
};

export const bend: Stage = {
  number: 4,
  word: 'Bend',
  card: (p) => lastOf(p.steps, 'steps'),
  tools: [
    family(
      stepTool('wave', Waves),
      finishTool('wave-painted', Brush),
      stepTool('rough-edge', Scissors),
      finishTool('rough-edge-painted', Brush),
      stepTool('teeth', Triangle),
    ),
    family(
      stepTool('bow', Rainbow),
      finishTool('bow-painted', Brush),
      stepTool('belly', Amphora),
      finishTool('belly-painted', Brush),
      stepTool('taper', TriangleRight),
      finishTool('taper-painted', Brush),
      stepTool('swell', Flower2),
    ),
    family(stepTool('twist', Tornado), finishTool('twist-painted', Brush)),
    family(stepTool('along-path', Route), stepTool('brush', Paintbrush), stepTool('mottle', Sparkles)),
    family(
      act('picture', commands['place-pictures'], ImageIcon, () => void choosePictures()),
      onChosen('trace', Shapes, (ids) => ({ do: 'trace-pictures', ids })),
    ),
    finishTool('mirrored', Kanban),
    family(
      finishTool('threshold', Contrast),
      finishTool('levels', SlidersHorizontal),
      finishTool('posterise', Layers),
    ),
    family(stepTool('bend-grid', Grid3x3), finishTool('bend-grid-painted', Brush)),
    family(
      act('bend-pins', steps['bend-pins'], Pin, onePart(pinUp(addStep, 'bend-pins'))),
      act(
        'bend-pins-painted',
        finishes['bend-pins-painted'],
        Brush,
        onePart(pinUp(addFinish, 'bend-pins-painted')),
      ),
    ),
  ],
};
