import { surface } from '../sheet/surface';
import { layDown, run } from '../state/actions';
import { get } from '../state/store';
import type { HandTool } from './definition';

export const meshLines: HandTool = {
  id: 'mesh-lines',
  word: 'Mesh lines',
  hint: 'Press in the mesh to add a row and a column there.',
  grips: true,
  cursor: 'crosshair',
  press(e) {
    const { card, chosen } = get();
    if (card?.list !== 'coats' || chosen.length !== 1) {
      layDown();
      return;
    }
    const at = surface.onSheet(surface.inView(e));
    void run('Add mesh lines', { do: 'add-mesh-lines', coat: { id: chosen[0], coat: card.id }, at });
  },
};
