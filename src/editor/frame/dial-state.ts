import { create } from 'zustand';
import type { Point } from '@/core';
import { usePointerState } from '../sheet/pointer-state';
import { surface } from '../sheet/surface';
import { get } from '../state/store';

/** Commands of the dial's eight places, clockwise from the top, by what is chosen. */
const places = {
  none: [
    'tool-ellipse',
    'tool-rectangle',
    'tool-polygon',
    'tool-line',
    'tool-path',
    'paste',
    'tool-grid',
    'fit',
  ],
  one: [
    'duplicate',
    'tool-offset',
    'tool-round-corners',
    'tool-radial-repeat',
    'remove',
    'tool-soft-shadow',
    'tool-stroke',
    'tool-fill',
  ],
  many: [
    'tool-union',
    'tool-subtract',
    'tool-intersect',
    'tool-exclude',
    'remove',
    'tool-align-middle',
    'tool-align-centre',
    'tool-group',
  ],
} as const;

interface DialState {
  /** Middle of the open dial in page pixels; null while it is closed. */
  readonly at: Point | null;
  readonly commands: readonly string[];
}

export const useDial = create<DialState>(() => ({ at: null, commands: [] }));

/** Opens the dial at a place of the page, or where the pointer is over the sheet. */
export function openDial(at?: Point): void {
  const box = surface.element?.getBoundingClientRect();
  const p = usePointerState.getState().place;
  const { chosen } = get();
  const middle = at ?? {
    x: (box?.left ?? 0) + (p?.x ?? (box?.width ?? 0) / 2),
    y: (box?.top ?? 0) + (p?.y ?? (box?.height ?? 0) / 2),
  };
  useDial.setState({
    at: middle,
    commands: chosen.length > 1 ? places.many : chosen.length ? places.one : places.none,
  });
}

export const closeDial = (): void => useDial.setState({ at: null });

/** The place of the dial that a stroke from its middle points at, or −1 where it is too short to tell. */
export function dialPlace(dx: number, dy: number, dead = 24): number {
  if (Math.hypot(dx, dy) < dead) return -1;
  const turn = (Math.atan2(dx, -dy) / (2 * Math.PI)) * 8;
  return ((Math.round(turn) % 8) + 8) % 8;
}
