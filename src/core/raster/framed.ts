import type { Bounds } from '../geometry/path';
import type { BlendMode } from '../scene/types';
import { modeNumber, type Target } from './target';

/** A rectangle of colours in the memory that filters work in, with the margin that the kernels read about it. */
export interface Framed {
  /** Premultiplied RGBA, clear at first. */
  readonly colours: Float32Array;
  /** Where the first pixel of a row stands in `colours`, rows counted from the rectangle's top. */
  rowAt(y: number): number;
  /** Lays them onto a layer of the tile at hand. */
  lay(layer: number, look: { readonly opacity: number; readonly blend: BlendMode }): void;
}

/** A frame for a rectangle of whole pixels, `offset` bytes into the memory that filters work in; it and its scratch room take 6 MiB. */
export function framed(target: Target, area: Bounds, offset = 0): Framed {
  const { kernels } = target;
  const [wide, high] = [area.x1 - area.x0, area.y1 - area.y0];
  // One sample before each pixel is read, and two beyond.
  const stride = wide + 4;
  const plane = target.planeAddress(offset);
  const colours = new Float32Array(kernels.memory.buffer, plane, 4 * stride * (high + 4));
  colours.fill(0);
  const [left, top] = [area.x0 - target.area.x0, area.y0 - target.area.y0];
  return {
    colours,
    rowAt: (y) => 4 * ((y + 1) * stride + 1),
    lay: (layer, { opacity, blend }) =>
      kernels.layColours(
        layer,
        left,
        top,
        left + wide,
        top + high,
        plane,
        stride,
        1 - left,
        1 - top,
        1,
        plane + colours.byteLength,
        opacity,
        modeNumber(blend),
      ),
  };
}
