/** What the editor asks of the core: picking, snapping, gestures and commands, all pure. */

export { withRun } from '../lettering/runs';
export { addStep } from './add-step';
export { transformAgain, transformBetween } from './again';
export * from './align';
export * from './arrange-parts';
export { blendParts } from './blend';
export { partsLike, type Sameness, samenesses } from './choose-same';
export type { CoatRef } from './coat-ref';
export { type Command, commands, runCommand } from './command';
export { copyFamily, duplicateParts, pasteParts } from './copy';
export { cutAlong } from './cut';
export {
  type DraftNode,
  draftFrom,
  draftText,
  drawnPath,
  freePath,
  type PenPoint,
  redrawnPath,
} from './draft';
export { type Edited, freeName } from './edited';
export { changeFaces, type FaceChange, type FaceOnSheet, facesOnSheet, makeFaces } from './faces';
export {
  applyGesture,
  type CardRef,
  type Gesture,
  type GestureResult,
  pressHandle,
  putPlaced,
} from './gesture';
export { stepsOf, withStepsOf } from './gesture/cards';
export { grainFor } from './gesture/grain';
export { snapPoint } from './gesture/snap-point';
export { addStopAt, fixGradient, turnGradient } from './gradient';
export { drawOn, type GridPlane, gridPlanes, planeMatrix, putOnPlane } from './grid-plane';
export { lampAt, lampBy, lampPlace } from './lamp';
export {
  addLettering,
  type LetterAtHand,
  type LetteringOnSheet,
  lettersAtHand,
  setLettering,
} from './lettering';
export {
  letterChangeAt,
  nothing,
  pieceChangeAt,
  withLettering,
  withLetters,
  withPair,
  withPieces,
  withWords,
} from './letters';
export { litPlaces } from './lit-parts';
export { lockUpParts } from './lock-up';
export { addMeshLines, fitMeshPaint, removeMeshLine } from './mesh';
export { jointBounds, memberAt, ownBox, partsWithin, pickDeep, pickParts, sheetBounds } from './pick';
export { type Aspect, aspects, pickUp, putColour, putSwatch } from './pick-up';
export { anchorOf, placePart } from './place';
export { type Drawing, placeDrawing } from './place-drawing';
export { type PlacedPicture, placePictures } from './place-picture';
export { numbersOf, plainParts, releasePieces, takeLettersOut } from './plain';
export { contoursOf } from './points/carried';
export { changePoints, insertPoint, insertPointAt, type PointChange } from './points/change';
export type { PointRef, SheetPoint, SheetSegment } from './points/refs';
export { releaseParts } from './release';
export { releaseThickness } from './release-thickness';
export { outlineText, type Report, reportOf, type SheetHandle } from './report';
export { addPictureScene, addSceneSheet, type SceneAdded } from './scene-sheet';
export { settleLinks, settleTies } from './settle';
export { gradientsOf, spreadGradient } from './shared-gradient';
export {
  alongAxes,
  axesOf,
  gridAngles,
  guideAngle,
  guideFoot,
  keepStraight,
  type SnapHit,
  uprightGap,
} from './snap';
export { giveThickness, type Thickness, thicknesses } from './thickness';
export { faultKinds, mendFaults, type TidyFault, tidyFaults } from './tidy';
export { tileIdOf, tileScene, withTileShown } from './tile-work';
export { tonesOfPart, tonesToPaths } from './tones';
export { moveParts, normalTurn, scaleOwn, scaleParts, turnParts } from './transform';
export {
  ancestorsOf,
  childrenOf,
  familyOf,
  frameOf,
  parentOf,
  sheetOf,
  topmost,
  withChildren,
  withPart,
  withParts,
  worldOf,
} from './tree';
export { unbentOutline } from './unbent-outline';
