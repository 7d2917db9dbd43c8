/**
 * The public face of the core: what a script, the server and the editor may use. Everything is
 * pure computation; lengths are sheet units (CSS px), angles degrees, colours and shares 0–1.
 */
export { combine, type Operation, operations } from './arrange/combine';
export { offsetPath, strokeAlignments, strokeOutline } from './arrange/offset';
export { capKinds, joinKinds } from './arrange/outline';
export * from './coat';
export { formatHex, isHex, parseHex, type Rgba, withAlpha } from './colour/colour';
export { contrast, luminance } from './colour/contrast';
export { type ReadColour, readColour } from './colour/css';
export { colourAlong, type Interpolation, interpolations } from './colour/gradient';
export {
  fitted,
  type Harmony,
  harmonies,
  harmonyOf,
  hexOfOklch,
  huePicture,
  inGamut,
  mostChroma,
  type Oklch,
  toOklch,
} from './colour/oklch';
export { type ProfilePoint, profileOf, profileWarnings } from './colour/profile';
export * from './colour/spaces';
export {
  makeCoat,
  makeDesign,
  makeFinish,
  makeId,
  makePart,
  makeSheet,
  makeSource,
  makeStep,
  squareGrid,
} from './document/create';
export type {
  Change,
  DesignEntry,
  SentChange,
  StoredChange,
  StoredDesign,
  Taken,
} from './document/exchange';
export { type Field, type FieldValue, fieldFault, isMeant } from './document/fields';
export { guarded } from './document/guard';
export type { Handle } from './document/handles';
export {
  applyPatch,
  diffJson,
  PatchError,
  type PatchOperation,
  pointerKeys,
  sameJson,
} from './document/patch';
export { placeOnSheet, withPlaceOnSheet } from './document/place-fields';
export { Places } from './document/places';
export { clipText, isSoundText, soundJson, soundText, unsoundIn } from './document/text';
export * from './document/types';
export { finishes, finishKinds } from './finish';
export { crc32, PngError, pixelsPerMetre, tagPng } from './format/png';
export { sceneToSvg } from './format/svg';
export { paletteToTokens, TokenError, tokensToPalette } from './format/tokens';
export { type Budget, budget, setBudget, usualBudget, WorkFault } from './geometry/budget';
export { type Cubic, cubicPoint, cubicTangent, isLine } from './geometry/cubic';
export * from './geometry/matrix';
export { containsPoint, nearestOnPath, pathArea, pathLength } from './geometry/measure';
export * from './geometry/path';
export { formatPath, PathSyntaxError, parsePath } from './geometry/svg-path';
export { fromSheetUnits, isUnit, toSheetUnits, type Unit, units } from './geometry/units';
export { degrees, distance, type Point, radians } from './geometry/vector';
export { type HolderKind, type HolderSource, holders } from './holder';
export type { Blend } from './holder/blend';
export type { FaceRegion, Faces } from './holder/faces';
export { joinOutline } from './holder/join';
export type { LockUp } from './holder/lock-up';
export type { PieceSource } from './holder/piece';
export {
  type Character,
  characters,
  defaultFace,
  faceAddress,
  isOwnFace,
  isShippedFace,
  type OwnFont,
  ownFaceId,
  type Script,
  type ShippedFace,
  scripts,
  shippedFaces,
} from './lettering/catalogue';
export {
  type Axis,
  type Face,
  FontFault,
  faceById,
  provideFace,
  withdrawFaces,
} from './lettering/face';
export { facesMissing } from './lettering/faces-in';
export { withText } from './lettering/retext';
export type { LetterChange, Lettering, PairChange, PieceChange, Run } from './lettering/types';
export {
  ExpressionError,
  evaluateExpression,
  isMeasureName,
  type Meaning,
  namesIn,
} from './measure/expression';
export {
  dropOverridden,
  type Formula,
  followFormula,
  measureLookup,
  measuresOf,
  removeMeasure,
  renameMeasure,
  settleMeasures,
  unfollowed,
  withMeasures,
} from './measure/formulas';
export { type Measure, measureValues } from './measure/measures';
export * from './palette/looks';
export * from './palette/palette';
export { Painter, tileSize } from './raster/painter';
export { type Depth, type Picture, pictureSize, renderBands, renderPixels } from './raster/render';
export { type CardFault, evaluatePart, type PartResult } from './scene/evaluate';
export { keepRules } from './scene/rules';
export { outlineBounds } from './scene/run-steps';
export { type Evaluated, evaluate, evaluateSheet } from './scene/sheet';
export { type BlendMode, blendModes, type Scene, type SceneNode, spreads } from './scene/types';
export { type PrimitiveSource, primitiveKinds, primitives } from './source';
export { type Outline, StepFault, stepKinds, steps } from './step';
