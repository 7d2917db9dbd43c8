import { paints } from '../coat/paint';
import { makeCoat, makeFinish, makeId, makePart, makeSheet, makeSource } from '../document/create';
import { clipText } from '../document/text';
import type { Design, Part, Sheet } from '../document/types';
import { origin } from '../geometry/matrix';
import { imageSize } from '../image/image-id';
import { mockUpSheet, mockUps } from '../mock-up';
import { makeProof } from '../proof';
import { hangProof, usualWall } from '../proof/wall';
import type { PlacedPicture } from './place-picture';
import { sheetOf } from './tree';

/** A design with a sheet more that shows another one in use, and what is chosen there. */
export interface SceneAdded {
  readonly design: Design;
  readonly sheet: string;
  readonly chosen: readonly string[];
  /** The finish whose grips are to be at hand, where there is one. */
  readonly finish: string | null;
}

function added(
  design: Design,
  of: Sheet,
  word: string,
  scene: { readonly sheet: Sheet; readonly parts: Readonly<Record<string, Part>> },
  hang: boolean,
): Design {
  const names = new Set(design.sheets.map((s) => s.name));
  const name = (n: number) => clipText(`${of.name}, ${word}${n > 1 ? ` ${n}` : ''}`, 200);
  let n = 1;
  while (names.has(name(n))) n++;
  const sheet = { ...scene.sheet, name: name(n) };
  const next = { ...design, sheets: [...design.sheets, sheet], parts: { ...design.parts, ...scene.parts } };
  if (!hang) return next;
  const wall = design.wall ?? usualWall;
  const proof = makeProof('own-scene', { sheet: sheet.id });
  return { ...next, wall: { ...wall, proofs: hangProof(wall.proofs, proof) } };
}

/**
 * A shipped scene as a sheet of the design, all of its parts open to change; a sheet is laid in it and goes on being followed.
 * @param params settings of the scene as a proof of it has them
 */
export function addSceneSheet(design: Design, laid: string, kind: string, params: object): SceneAdded {
  const id = makeId();
  const scene = mockUpSheet(kind, params, laid, { id }, `${makeId()}-`);
  const chosen = Object.values(scene.parts).find((p) => p.source.kind === 'laid-sheet');
  return {
    design: added(design, sheetOf(design, laid), mockUps[kind].label.toLowerCase(), scene, false),
    sheet: id,
    chosen: chosen ? [chosen.id] : [],
    finish: null,
  };
}

/** Longer side of a sheet that shows a picture, and the share of it that is laid on the picture at first. */
const longest = 2000;
const laidShare = 0.4;

/**
 * A scene of a picture: a sheet of its shape on which another one is laid in perspective by four corners, in the light of the
 * picture. It hangs on the wall as well. Null where the picture has no size.
 */
export function addPictureScene(design: Design, laid: string, picture: PlacedPicture): SceneAdded | null {
  const size = imageSize(picture.image);
  if (!size) return null;
  const of = sheetOf(design, laid);
  const k = longest / Math.max(size.width, size.height);
  const [width, height] = [size.width * k, size.height * k];
  const middle = { ...origin, x: width / 2, y: height / 2 };
  const photo = makePart(makeSource('rectangle', { width, height }), {
    name: picture.name,
    // What lies on it is worked on.
    locked: true,
    place: middle,
    coats: [makeCoat('fill', { paint: { ...paints.picture.defaults, image: picture.image } })],
  });
  const fit = (laidShare * Math.min(width, height)) / Math.max(of.width, of.height);
  const corners = makeFinish('four-corners-painted');
  const onPhoto = makePart(
    makeSource('laid-sheet', { sheet: laid, width: of.width * fit, height: of.height * fit, shown: 'mark' }),
    {
      name: clipText(of.name, 200),
      place: middle,
      finishes: [corners, makeFinish('surface-light', { from: photo.id })],
    },
  );
  const parts = { [photo.id]: photo, [onPhoto.id]: onPhoto };
  const sheet = makeSheet({ width, height, ground: null, parts: [photo.id, onPhoto.id] });
  return {
    design: added(design, of, clipText(picture.name, 60), { sheet, parts }, true),
    sheet: sheet.id,
    chosen: [onPhoto.id],
    finish: corners.id,
  };
}
