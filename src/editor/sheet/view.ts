import { type Point, units } from '@/core';
import { grainFor } from '@/core/edit';
import { get, set, type View } from '../state/store';

export const zoomLimits = [0.005, 64] as const;

/** A place in the view (CSS px) as sheet units. */
export const toSheet = (v: View, p: Point): Point => ({ x: (p.x - v.x) / v.zoom, y: (p.y - v.y) / v.zoom });

/** A place on the sheet as CSS px in the view. */
export const toView = (v: View, p: Point): Point => ({ x: p.x * v.zoom + v.x, y: p.y * v.zoom + v.y });

/** Zooms by a factor, keeping the place at `p` (CSS px) where it is. */
export function zoomAt(factor: number, p: Point): void {
  const { view } = get();
  const zoom = Math.min(zoomLimits[1], Math.max(zoomLimits[0], view.zoom * factor));
  const k = zoom / view.zoom;
  set({ fitted: false, view: { zoom, x: p.x - (p.x - view.x) * k, y: p.y - (p.y - view.y) * k } });
}

export function panBy(dx: number, dy: number): void {
  set(({ view }) => ({ fitted: false, view: { ...view, x: view.x + dx, y: view.y + dy } }));
}

/** CSS px about what is shown as large as fits. */
export const fitMargin = 36;

/** Shows a rectangle of the sheet as large as fits. */
export function fitArea(b: { x0: number; y0: number; x1: number; y1: number }): void {
  const { viewSize } = get();
  const w = Math.max(1e-6, b.x1 - b.x0);
  const h = Math.max(1e-6, b.y1 - b.y0);
  const zoom = Math.min(
    zoomLimits[1],
    Math.max(
      zoomLimits[0],
      Math.min((viewSize.width - 2 * fitMargin) / w, (viewSize.height - 2 * fitMargin) / h),
    ),
  );
  set({
    fitted: false,
    view: {
      zoom,
      x: (viewSize.width - w * zoom) / 2 - b.x0 * zoom,
      y: (viewSize.height - h * zoom) / 2 - b.y0 * zoom,
    },
  });
}

/** What drags round to at the present scale, sheet units. */
export function roundingHere(): number {
  const { design, sheetId, view } = get();
  const unit = design?.sheets.find((s) => s.id === sheetId)?.unit ?? 'px';
  return grainFor(view.zoom, units[unit]);
}

export function fitSheet(): void {
  const { design, sheetId } = get();
  const sheet = design?.sheets.find((s) => s.id === sheetId);
  if (!sheet) return;
  fitArea({ x0: 0, y0: 0, x1: sheet.width, y1: sheet.height });
  set({ fitted: true });
}

/** Takes in another size of the view: a whole sheet stays whole, otherwise the middle of the view stays. */
export function resizeView(width: number, height: number): void {
  const { viewSize: was, view, fitted } = get();
  set({
    viewSize: { width, height },
    view: { ...view, x: view.x + (width - was.width) / 2, y: view.y + (height - was.height) / 2 },
  });
  if (fitted) fitSheet();
}

export function fitChosen(): void {
  const { report } = get();
  if (report?.bounds) fitArea(report.bounds);
  else fitSheet();
}

/** Zoom to a scale about the middle of the view. */
export function zoomTo(zoom: number): void {
  const { view, viewSize } = get();
  zoomAt(zoom / view.zoom, { x: viewSize.width / 2, y: viewSize.height / 2 });
}
