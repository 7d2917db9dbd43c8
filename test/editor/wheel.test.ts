import { describe, expect, it } from 'vitest';
import { wheelMeaning } from '@/editor/sheet/wheel';

const turn = (values: Partial<Parameters<typeof wheelMeaning>[0]>) =>
  wheelMeaning({
    deltaX: 0,
    deltaY: 0,
    deltaMode: 0,
    ctrlKey: false,
    metaKey: false,
    shiftKey: false,
    ...values,
  });
const zoomOf = (values: Parameters<typeof turn>[0]): number => {
  const meant = turn(values);
  if (!('zoom' in meant)) throw new Error('It does not zoom.');
  return meant.zoom;
};

describe('the wheel', () => {
  it('zooms a notch at a time, and with Ctrl no further, however large the event', () => {
    const notch = zoomOf({ deltaY: 120, wheelDeltaY: -120 });
    expect(notch).toBeGreaterThan(0.8);
    expect(notch).toBeLessThan(0.9);
    for (const deltaY of [120, 240, 4000]) {
      const zoom = zoomOf({ deltaY, wheelDeltaY: -deltaY, ctrlKey: true });
      expect(zoom).toBeGreaterThan(0.75);
      expect(zoom * zoomOf({ deltaY: -deltaY, wheelDeltaY: deltaY, ctrlKey: true })).toBeCloseTo(1, 12);
    }
    // Wheels that count lines.
    expect(zoomOf({ deltaY: 3, deltaMode: 1 })).toBeLessThan(1);
  });

  it('of a pad pinches smoothly: small events zoom as one large one would', () => {
    let zoom = 1;
    for (let i = 0; i < 10; i++) zoom *= zoomOf({ deltaY: -2, wheelDeltaY: 6, ctrlKey: true });
    expect(zoom).toBeCloseTo(zoomOf({ deltaY: -20, wheelDeltaY: 60, ctrlKey: true }), 9);
  });

  it('moves the sheet by two fingers in any direction, and by Shift to the side', () => {
    expect(turn({ deltaX: 5, deltaY: -7.5, wheelDeltaY: 22 })).toEqual({ pan: [-5, 7.5] });
    expect(turn({ deltaY: 4, wheelDeltaY: -12 })).toEqual({ pan: [-0, -4] });
    expect(turn({ deltaX: 120 })).toEqual({ pan: [-120, -0] });
    expect(turn({ deltaY: 120, wheelDeltaY: -120, shiftKey: true })).toEqual({ pan: [-120, 0] });
  });
});
