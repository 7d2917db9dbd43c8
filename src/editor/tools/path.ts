import { pressPathNode, trackDraft } from '../sheet/path-press';
import type { HandTool } from './definition';

export const path: HandTool = {
  id: 'path',
  word: 'Path',
  hint: 'Press for corners, drag for curves. Enter ends, the first node closes.',
  alsoKnown: ['pen', 'bezier', 'curve'],
  cursor: 'crosshair',
  press: pressPathNode,
  hover: trackDraft,
};
