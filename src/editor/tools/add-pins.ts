import { surface } from '../sheet/surface';
import { layDown, run } from '../state/actions';
import { get } from '../state/store';
import type { HandTool } from './definition';

export const addPins: HandTool = {
  id: 'add-pins',
  word: 'Bend pins',
  hint: 'Press on the part to put a pin there; drag pins to bend it.',
  grips: true,
  cursor: 'crosshair',
  press(e) {
    const { card, chosen } = get();
    if ((card?.list !== 'steps' && card?.list !== 'finishes') || chosen.length !== 1) {
      layDown();
      return;
    }
    const at = surface.onSheet(surface.inView(e));
    void run('Add pin', { do: 'add-pin', id: chosen[0], card, at });
  },
};
