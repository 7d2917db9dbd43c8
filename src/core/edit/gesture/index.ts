import type { Design } from '../../document/types';
import { draw } from './draw';
import { dragHandle } from './handle';
import { dragLetters } from './letters';
import { move } from './move';
import { dragPointHandle, dragPoints } from './points';
import { scale } from './scale';
import { turn } from './turn';
import type { Gesture, GestureResult } from './types';

export { moveGrips, pressHandle, putPlaced, removeGrips } from './handle';
export type { CardRef, Gesture, GestureResult } from './types';

/** Works a gesture out from the design it began with. `pull` is how near snaps pull, sheet units; 0 suspends them. */
export function applyGesture(design: Design, sheetId: string, g: Gesture, pull: number): GestureResult {
  const reach = g.exact ? 0 : pull;
  switch (g.type) {
    case 'move':
      return move(design, sheetId, g, reach);
    case 'scale':
      return scale(design, sheetId, g, reach);
    case 'turn':
      return turn(design, g);
    case 'handle':
      return dragHandle(design, sheetId, g, reach);
    case 'points':
      return dragPoints(design, sheetId, g, reach);
    case 'point-handle':
      return dragPointHandle(design, g);
    case 'letters':
      return dragLetters(design, sheetId, g);
    case 'draw':
      return draw(design, sheetId, g, reach);
  }
}
