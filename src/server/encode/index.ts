import {
  type Design,
  fileScene,
  formats,
  type PlannedFile,
  pictureSize,
  RowFault,
  renderBands,
  rowParams,
} from '@/core';
import type { Band } from './band';
import { encodeAvif, encodeJpeg, encodeWebp } from './by-library';
import type { Encoder, FileSource } from './definition';
import { encodeIco } from './ico';
import { encodeManifest, encodePdf, encodeSvg } from './outlines';
import { encodePng } from './png';
import { encodeTiff } from './tiff';

/** What writes each kind of file. */
const encoders: Readonly<Record<string, Encoder<never>>> = {
  png: encodePng,
  svg: encodeSvg,
  pdf: encodePdf,
  jpeg: encodeJpeg,
  webp: encodeWebp,
  avif: encodeAvif,
  tiff: encodeTiff,
  ico: encodeIco,
  manifest: encodeManifest,
};

/** Bands, and the share of all rows that has been drawn before each. */
function* watched(
  bands: Iterable<Band>,
  height: number,
  onProgress: (share: number) => void,
): Generator<Band> {
  let rows = 0;
  for (const band of bands) {
    rows += band.rows;
    onProgress(rows / height);
    yield band;
  }
}

function sourceOf(
  design: Design,
  file: PlannedFile,
  files: readonly PlannedFile[],
  onProgress: (share: number) => void,
): FileSource {
  const made = { design, file, files };
  if (formats[file.row.kind].made === 'list') {
    const nothing = { width: 1, height: 1, ground: null, nodes: [] };
    return {
      ...made,
      scene: nothing,
      bleed: 0,
      picture: { ...nothing, dpi: 96, opaque: false, bands: () => [] },
    };
  }
  const { bled: scene, size } = fileScene(design, file.row);
  const scale = size?.scale ?? 1;
  const { width, height } = pictureSize(scene, scale);
  return {
    ...made,
    scene,
    bleed: rowParams(file.row).bleed,
    picture: {
      width,
      height,
      dpi: size?.dpi ?? 96,
      opaque: scene.ground?.[3] === 1,
      bands: (depth) => watched(renderBands(scene, scale, depth), height, onProgress),
    },
  };
}

/**
 * Writes one file of a set at a path; the faces and pictures of the design must be at hand. Returns in words what is not in it as
 * it is in the design.
 * @throws RowFault, WorkFault or RangeError in words where it cannot be made.
 */
export async function writeDelivered(
  design: Design,
  files: readonly PlannedFile[],
  file: PlannedFile,
  path: string,
  onProgress: (share: number) => void = () => {},
): Promise<readonly string[]> {
  if (file.fault) throw new RowFault(file.fault);
  const encode = encoders[file.row.kind] as Encoder<unknown>;
  return encode(sourceOf(design, file, files, onProgress), file.row.params, path);
}
