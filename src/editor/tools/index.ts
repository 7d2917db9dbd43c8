import type { InHand } from '../state/in-hand';
import { addPins } from './add-pins';
import type { HandTool } from './definition';
import { drawTools } from './draw';
import { eraser } from './eraser';
import { faces } from './faces';
import { freehand } from './freehand';
import { lettering } from './lettering';
import { meshLines } from './mesh-lines';
import { path } from './path';
import { pick } from './pick';
import { pickUp } from './pick-up';
import { points } from './points';
import { profile } from './profile';
import { tidy } from './tidy';

export type { HandTool } from './definition';
export { drawTools } from './draw';
export { addPins, eraser, faces, freehand, lettering, meshLines, path, pick, pickUp, points, profile, tidy };

const all = [
  addPins,
  pick,
  points,
  path,
  freehand,
  eraser,
  lettering,
  tidy,
  faces,
  meshLines,
  pickUp,
  profile,
];

const byId: ReadonlyMap<string, HandTool> = new Map(
  [...all, ...Object.values(drawTools)].map((t) => [t.id, t]),
);

/** The tool that is in hand, whole. */
export const handTool = ({ id }: InHand): HandTool => byId.get(id) ?? pick;
