/** What a turn of the wheel, or two fingers on a pad, mean: zooming by a factor, or moving the sheet by CSS pixels. */
export type WheelMeaning = { readonly zoom: number } | { readonly pan: readonly [number, number] };

type Turn = Pick<WheelEvent, 'deltaX' | 'deltaY' | 'deltaMode' | 'ctrlKey' | 'metaKey' | 'shiftKey'> & {
  /** Turns of a wheel come in whole notches of 120, where the browser tells. */
  readonly wheelDeltaY?: number;
};

/** CSS pixels of a line and of a page, as wheels may count. */
const lengths = [1, 40, 800] as const;

/** How much an event zooms for each pixel: fingers that pinch send small ones, a wheel large ones. */
const rates = { pinch: 0.01, wheel: 0.0015 } as const;

/** No event zooms by more than e to this. */
const mostChange = 0.25;

/** Whether a turn is that of a wheel with notches; fingers move in finer steps, and to the sides too. */
function isNotched({ deltaX, deltaY, deltaMode, wheelDeltaY }: Turn): boolean {
  if (deltaX !== 0 || deltaY === 0) return false;
  return deltaMode !== 0 || (wheelDeltaY !== undefined && wheelDeltaY !== 0 && wheelDeltaY % 120 === 0);
}

/** What a wheel event means. */
export function wheelMeaning(e: Turn): WheelMeaning {
  const px = lengths[e.deltaMode] ?? 1;
  const [dx, dy] = [e.deltaX * px, e.deltaY * px];
  const asked = e.ctrlKey || e.metaKey;
  if (asked || (isNotched(e) && !e.shiftKey)) {
    const by = -dy * (asked && !isNotched(e) ? rates.pinch : rates.wheel);
    return { zoom: Math.exp(Math.min(mostChange, Math.max(-mostChange, by))) };
  }
  return { pan: e.shiftKey && dx === 0 ? [-dy, 0] : [-dx, -dy] };
}
