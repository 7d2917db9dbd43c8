import { type BendGrid, gridNumbers, gridOf } from '../bend/grid/grid';
import type { Card } from '../document/card';
import { gradient, PartBuilder } from '../document/part-builder';
import type { Part } from '../document/types';
import type { Place } from '../geometry/matrix';
import { polar } from '../source/round';
import { type MockUpLook, sceneSize } from './look';

/** Lays out the parts of a scene, with the sheet that it shows among them. */
export class MockUpBuilder extends PartBuilder {
  /** @param sheet id of the sheet that is laid */
  constructor(
    prefix: string,
    readonly sheet: string,
    readonly look: MockUpLook,
  ) {
    super(prefix);
  }

  /** Adds the sheet, as large as its box has room for. */
  lay(
    box: readonly [width: number, height: number],
    at: Partial<Place>,
    values: Partial<Part> = {},
    own: object = {},
  ): string {
    const { shown, inks, level, ink, size } = this.look;
    const [width, height] = box.map((v) => v * size);
    return this.add(
      'Design',
      'laid-sheet',
      { sheet: this.sheet, width, height, shown, inks, level, ink, ...own },
      at,
      values,
    );
  }

  /** A rectangle from its middle, its corners rounded alike. */
  box(
    name: string,
    [width, height, radius = 0]: readonly [number, number, number?],
    at: Partial<Place>,
    values: Partial<Part>,
  ): string {
    const corners = { topLeft: radius, topRight: radius, bottomRight: radius, bottomLeft: radius };
    return this.add(name, 'rectangle', { width, height, ...corners }, at, values);
  }

  /** What all else stands before: one colour over all of the scene, lighter toward the light, with some grain. */
  backdrop(
    name: string,
    colour: string,
    [light, shade]: readonly [light: string, shade: string],
    [amount, size]: readonly [amount: number, size: number],
  ): string {
    return this.box(
      name,
      [sceneSize.width + 40, sceneSize.height + 40],
      { x: sceneSize.width / 2, y: sceneSize.height / 2 },
      {
        coats: [
          this.coat.fill(colour),
          this.coat.fill(gradient('linear', this.lit(0.7), light, '#ffffff00', shade)),
        ],
        finishes: [this.finish('grain', { amount, size })],
      },
    );
  }

  disc(
    name: string,
    [radiusX, radiusY]: readonly [number, number],
    at: Partial<Place>,
    values: Partial<Part>,
  ): string {
    return this.add(name, 'ellipse', { width: 2 * radiusX, height: 2 * radiusY }, at, values);
  }

  /** A closed shape through corners, two numbers each, about its own origin. */
  polygon(name: string, corners: readonly number[], at: Partial<Place>, values: Partial<Part>): string {
    const n = corners.length / 2;
    const xy = [corners[0], corners[1]];
    for (let i = 1; i <= n; i++) {
      const [px, py] = [xy[xy.length - 2], xy[xy.length - 1]];
      const [x, y] = [corners[2 * (i % n)], corners[2 * (i % n) + 1]];
      xy.push(px, py, x, y, x, y);
    }
    return this.add(name, 'path', { contours: [{ xy, closed: true }] }, at, values);
  }

  /** Bends what is painted of a part by a grid over its bounds. */
  bent(grid: BendGrid): Card {
    return this.finish('bend-grid-painted', { grid: gridNumbers(grid) });
  }

  /** What is painted of a part in perspective: shifts of its corners as shares of its bounds. */
  tilted(corners: Readonly<Record<string, number>>): Card {
    return this.finish('four-corners-painted', corners);
  }

  /** Ends of a gradient over bounds, from the side toward the light to the one away from it. */
  lit(far = 0.5): readonly [number, number, number, number] {
    const { x, y } = polar(far, this.look.light);
    return [0.5 + x, 0.5 + y, 0.5 - x, 0.5 - y];
  }
}

/**
 * A grid that lays what is flat round an upright cylinder, seen from a little above: across it goes as the sine of the angle, and
 * sinks in the middle by `sag`, both as shares of its bounds. `half` is the angle at its edges, radians.
 */
export function roundCylinder(half: number, sag: number, columns = 6): BendGrid {
  const us = Array.from({ length: columns + 1 }, (_, i) => i / columns);
  const wide = 2 * Math.sin(half);
  return gridOf(us, [0, 1], (u, v) => {
    const a = (2 * u - 1) * half;
    const [s, c] = [Math.sin(a), Math.cos(a)];
    return [0.5 + s / wide, v + sag * (c - 1), (2 * half * c) / wide, -2 * half * sag * s, 0, 1, 0, 0];
  });
}
