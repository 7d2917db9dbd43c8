import {
  Amphora,
  Flower2,
  Grid3x3,
  Pin,
  Rainbow,
  Route,
  Scissors,
  Tornado,
  Triangle,
  TriangleRight,
  Waves,
} from 'lucide-react';
import { type Part, steps } from '@/core';
import { takeTool } from '../../state/actions';
import { addPins } from '../../tools';
import { addStep } from '../recipe';
import { act, family, lastOf, onePart, type Stage, stepTool } from '../tool';

/** A step of pins, and the tool that puts them where the part is pressed. */
function pinUp(part: Part): void {
  addStep(part, 'bend-pins');
  takeTool(addPins);
}

export const bend: Stage = {
  number: 4,
  word: 'Bend',
  card: (p) => lastOf(p.steps, 'steps'),
  tools: [
    family(stepTool('wave', Waves), stepTool('rough-edge', Scissors), stepTool('teeth', Triangle)),
    stepTool('swell', Flower2),
    family(stepTool('bow', Rainbow), stepTool('belly', Amphora), stepTool('taper', TriangleRight)),
    stepTool('twist', Tornado),
    stepTool('along-path', Route),
    stepTool('bend-grid', Grid3x3),
    act('bend-pins', steps['bend-pins'], Pin, onePart(pinUp)),
  ],
};
