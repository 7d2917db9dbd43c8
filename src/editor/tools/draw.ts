import { newPartName, primitiveKinds, primitives } from '@/core';
import { pressToDraw } from '../sheet/draw-press';
import type { HandTool } from './definition';

const boxHint = 'Drag to draw. Shift keeps sides equal, Alt draws from the centre.';
const lineHint = 'Drag from end to end. Shift keeps to 45°.';

/** A tool that draws parts of a kind by dragging. */
function drawing(kind: string): HandTool {
  const { label, alsoKnown, between } = primitives[kind];
  const name = newPartName(kind);
  return {
    id: kind,
    word: label,
    hint: between ? lineHint : boxHint,
    alsoKnown: name === label ? alsoKnown : [name, ...(alsoKnown ?? [])],
    cursor: 'crosshair',
    press: (e) => pressToDraw(e, kind),
  };
}

/** A tool for each kind that is drawn over a box, or from one end to another. */
export const drawTools: Readonly<Record<string, HandTool>> = Object.fromEntries(
  primitiveKinds
    .filter((kind) => primitives[kind].fit || primitives[kind].between)
    .map((kind) => [kind, drawing(kind)]),
);
