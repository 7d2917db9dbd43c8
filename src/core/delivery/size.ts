import type { Card } from '../document/card';
import { count } from '../geometry/budget';
import { pictureSize } from '../raster/render';
import type { Scene } from '../scene/types';
import { formats } from './index';
import { type RowParams, rowParams, screenDpi } from './row-fields';
import { RowFault } from './subject';

/** How large a file's picture is. */
export interface FileSize {
  /** Pixels. */
  readonly width: number;
  readonly height: number;
  /** Pixels a sheet unit. */
  readonly scale: number;
  /** Dots to an inch that is written into it. */
  readonly dpi: number;
}

/** Pixels a sheet unit of a row that shows a sheet of a size. Its bleed is beside that. */
function scaleOf(
  { by, pixels, scale, mm, dpi }: RowParams,
  { width, height }: Pick<Scene, 'width' | 'height'>,
): number {
  if (by === 'scale') return scale;
  if (by === 'print') return ((mm / 25.4) * dpi) / width;
  return pixels / (by === 'height' ? height : width);
}

/**
 * How large the picture of a row is where it shows a scene; its bleed comes on top, in whole pixels all round.
 * @throws RowFault where it would have more pixels on a side than its kind of file can have.
 */
export function fileSize(row: Card, scene: Pick<Scene, 'width' | 'height'>): FileSize {
  const params = rowParams(row);
  const { longest, label } = formats[row.kind];
  const scale = scaleOf(params, scene);
  const { width, height } = pictureSize(
    { width: scene.width + 2 * params.bleed, height: scene.height + 2 * params.bleed },
    scale,
  );
  if (!(Math.max(width, height) <= longest))
    throw new RowFault(
      `It would have ${count.format(width)} × ${count.format(height)} pixels; ${label} has at most ${count.format(longest)} a side.`,
    );
  return { width, height, scale, dpi: params.by === 'print' ? params.dpi : screenDpi };
}
