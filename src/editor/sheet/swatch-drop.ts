import type { DragEvent } from 'react';
import { type Point, paletteOf } from '@/core';
import { putSwatch, type SheetHandle } from '@/core/edit';
import { coatOfCard } from '../bench/cards';
import { changeParts, choose } from '../state/actions';
import { get, say, set } from '../state/store';
import { studioEngine } from '../state/studio';
import { surface } from './surface';
import { toView } from './view';

/** What a dragged swatch is known by to the browser. */
const kind = 'application/x-silent-compass-swatch';

/** How near a grip a swatch must be let go, CSS pixels. */
const reach = 14;

export const dragSwatch = (e: DragEvent, id: string): void => e.dataTransfer.setData(kind, id);

export function overSheet(e: DragEvent): void {
  if (!e.dataTransfer.types.includes(kind)) return;
  e.preventDefault();
  e.dataTransfer.dropEffect = 'copy';
}

const hasColour = (h: SheetHandle) =>
  h.card.list === 'coats' && h.colour !== undefined && !h.id.startsWith('mid-');

/** The coloured grip nearest to a place of the view, of those that are near. */
function gripNear(p: Point): SheetHandle | undefined {
  const { report, view } = get();
  const far = (h: SheetHandle) => {
    const q = toView(view, h);
    return Math.hypot(q.x - p.x, q.y - p.y);
  };
  return report?.handles.filter((h) => hasColour(h) && far(h) <= reach).sort((a, b) => far(a) - far(b))[0];
}

/** Puts a swatch of the palette to parts; to the grips that are chosen where the parts are. */
export function applySwatch(
  id: string,
  parts: readonly string[],
  grips: readonly string[],
  coat?: string,
): void {
  const { design } = get();
  const swatch = design && paletteOf(design).find((s) => s.id === id);
  if (!swatch) return;
  changeParts(`Colour with ${swatch.name}`, parts, (p) => putSwatch(p, swatch, grips, coat));
}

/** A swatch let go on the sheet: on a grip it colours that, on a part its fill. */
export async function dropOnSheet(e: DragEvent): Promise<void> {
  const id = e.dataTransfer.getData(kind);
  if (!id) return;
  e.preventDefault();
  const p = surface.inView(e);
  const { chosen, scope, view } = get();
  const grip = gripNear(p);
  if (grip) {
    applySwatch(id, [grip.part ?? chosen[0]], [grip.id], coatOfCard(grip.card));
    set({ grips: [grip.id] });
    return;
  }
  const at = surface.onSheet(p);
  const [part] = await studioEngine().studio.pick(scope, at.x, at.y, 4 / view.zoom);
  if (!part) {
    say('There is no part here to colour.');
    return;
  }
  const own = chosen.length === 1 && chosen[0] === part ? coatOfCard(get().card) : undefined;
  applySwatch(id, [part], [], own);
  if (!own) choose([part]);
}
