import type { WidthAt } from '../arrange/taper';
import { choice, curve, type Field, later, onlyIf, sharesOf } from '../document/fields';
import type { Handle } from '../document/handles';
import { type MeasuredContour, measureContour } from '../geometry/along';
import { type CurvePoints, monotoneCurve } from '../geometry/monotone';
import type { Point } from '../geometry/vector';
import type { Outline } from '../outline/types';

/** How a stroke's width runs along its path. */
export const profileWords = {
  even: 'Even',
  'thin-ends': 'Thin ends',
  'thick-ends': 'Thick ends',
  thinning: 'Thinning',
  thickening: 'Thickening',
  pressure: 'Pressure',
  points: 'Points',
} as const;
export type WidthProfile = keyof typeof profileWords;

/** What the pressure of a pen comes to, as a curve over 0–1. */
export const plainPressure: CurvePoints = [0, 0, 1, 1];

export interface ProfiledWidth {
  readonly profile: WidthProfile;
  /** Shares of the full width at even steps along the path, where the profile is `points`. */
  readonly widths: readonly number[];
  /** What pressures of the pen come to, where it goes by these. */
  readonly pressed: CurvePoints;
}

export const evenWidth: ProfiledWidth = { profile: 'even', widths: [0.2, 1, 0.4], pressed: plainPressure };

export const profileFields: readonly Field[] = [
  later(
    choice('profile', 'Width runs', 'How the width runs along the stroke.', profileWords),
    evenWidth.profile,
  ),
  later(
    onlyIf(
      'profile',
      'points',
      sharesOf('widths', 'Widths along it', 'Shares of the full width at even steps along the stroke.'),
    ),
    evenWidth.widths,
  ),
  later(
    onlyIf(
      'profile',
      'pressure',
      curve('pressed', 'Pressure', 'What the pressure of the pen comes to, from light to firm.'),
    ),
    evenWidth.pressed,
  ),
];

/** Through shares at even steps, smoothly and without overshoot between them. */
function through(list: readonly number[], at: number): number {
  if (list.length < 2) return list[0] ?? 1;
  const x = Math.min(1, Math.max(0, at)) * (list.length - 1);
  const i = Math.min(list.length - 2, Math.floor(x));
  const t = x - i;
  return list[i] + (list[i + 1] - list[i]) * t * t * (3 - 2 * t);
}

/** What the pressure at a share of a line comes to, 0–1; all of it where none is kept. */
export function pressureAlong(
  pressed: CurvePoints,
  pressures: readonly number[] | undefined,
): (at: number) => number {
  if (!pressures) return () => 1;
  const { heightAt } = monotoneCurve(pressed);
  return (at) => heightAt(through(pressures, at));
}

/** The width along a path as a share of the full one; null where it is even. `pressures` hold those of its contours. */
export function widthAlong(
  { profile, widths, pressed }: ProfiledWidth,
  pressures: readonly (readonly number[] | undefined)[],
): WidthAt | null {
  switch (profile) {
    case 'even':
      return null;
    case 'thin-ends':
      return (at) => Math.sin(Math.PI * at);
    case 'thick-ends':
      return (at) => 1 - 0.8 * Math.sin(Math.PI * at);
    case 'thinning':
      return (at) => 1 - at;
    case 'thickening':
      return (at) => at;
    case 'pressure':
      return (at, contour) => pressureAlong(pressed, pressures[contour])(at);
    default:
      return (at) => through(widths, at);
  }
}

/** Grips of the widths at points along the first contour of an outline, half a width to its right. */
export function widthHandles(coat: ProfiledWidth & { width: number }, outline: Outline): Handle[] {
  const measured = measuredFirst(coat, outline);
  if (!measured) return [];
  return coat.widths.map((share, i) => {
    const { p, d } = measured.at((measured.length * i) / Math.max(1, coat.widths.length - 1));
    const half = (coat.width / 2) * share;
    return { id: `width-${i}`, x: p.x - d.y * half, y: p.y + d.x * half, from: p };
  });
}

function measuredFirst({ profile }: ProfiledWidth, outline: Outline): MeasuredContour | null {
  const contour = outline[0]?.path.contours[0];
  if (profile !== 'points' || !contour) return null;
  const measured = measureContour(contour);
  return measured.length > 0 ? measured : null;
}

/** A stroke whose width at one of its points is what a drag of the grip says. */
export function dragWidth<C extends ProfiledWidth & { width: number }>(
  coat: C,
  handle: string,
  to: Point,
  outline: Outline,
): C {
  const measured = measuredFirst(coat, outline);
  const index = Number(handle.replace('width-', ''));
  if (!measured || !(coat.width > 0) || !(index < coat.widths.length)) return coat;
  const { p } = measured.at((measured.length * index) / Math.max(1, coat.widths.length - 1));
  const share = Math.min(10, Math.hypot(to.x - p.x, to.y - p.y) / (coat.width / 2));
  return { ...coat, widths: coat.widths.map((w, i) => (i === index ? share : w)) };
}
