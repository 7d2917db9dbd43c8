import { type Depth, type Design, evaluate, pictureSize, renderBands, type Scene } from '@/core';
import { pngStream } from './encode/png-stream';
import { BadRequest } from './http/errors';

/** Greatest side of a picture the server draws, in pixels. */
export const pictureLimit = 32_768;

export interface PictureOrder {
  /** Name or id of the sheet; the first one where left out. */
  readonly sheet?: string;
  /** Pixels; as many as the sheet has units where left out. */
  readonly width?: number;
  readonly dpi: number;
  readonly ground: boolean;
  /** Bits a channel. */
  readonly depth: Depth;
}

/** The scene of a sheet by name or id. @throws BadRequest where the design has none such. */
export function sceneOf(design: Design, sheet: string | undefined, ground: boolean): Scene {
  const found =
    sheet === undefined ? design.sheets[0] : design.sheets.find((s) => s.id === sheet || s.name === sheet);
  if (!found)
    throw new BadRequest(
      `“${design.name}” has no sheet “${sheet}”. It has: ${design.sheets.map((s) => s.name).join(', ')}.`,
    );
  const scene = evaluate(design, found.id);
  return ground ? scene : { ...scene, ground: null };
}

/**
 * A PNG of a sheet, band by band; the faces that it is set in must be at hand.
 * @throws BadRequest where it would be larger than is drawn.
 */
export function picturePng(design: Design, order: PictureOrder): AsyncGenerator<Buffer> {
  const scene = sceneOf(design, order.sheet, order.ground);
  const scale = (order.width ?? scene.width) / scene.width;
  const { width, height } = pictureSize(scene, scale);
  if (Math.max(width, height) > pictureLimit)
    throw new BadRequest(
      `A picture of ${width} × ${height} pixels is too large; the longest side may have ${pictureLimit}.`,
    );
  return pngStream(width, height, order.dpi, renderBands(scene, scale, order.depth), {
    depth: order.depth,
    opaque: scene.ground?.[3] === 1,
  });
}
