/**
 * The public face of the core: what a script, the server and the editor may use. Everything is
 * pure computation; lengths are sheet units (CSS px), angles degrees, colours and shares 0–1.
 */
export { combine, type Operation, operations } from './arrange/combine';
export { offsetPath, strokeOutline } from './arrange/offset';
export * from './bend/face';
export * from './coat';
export { formatHex, isHex, parseHex, type Rgba, withAlpha } from './colour/colour';
export { contrast, luminance } from './colour/contrast';
export { type ReadColour, readColour } from './colour/css';
export { pixelsToDisplayP3, toDisplayP3 } from './colour/display-p3';
export { colourAlong, type Interpolation, interpolations } from './colour/gradient';
export {
  fitted,
  type Harmony,
  harmonyOf,
  harmonyWords,
  hexOfOklch,
  huePicture,
  inGamut,
  mostChroma,
  type Oklch,
  toOklch,
} from './colour/oklch';
export { type ProfilePoint, profileOf, profileWarnings } from './colour/profile';
export * from './colour/spaces';
export { drawersOf } from './construction/elements';
export { type Drawing, drawingFields, usualDrawing } from './construction/settings';
export {
  asFormat,
  emptySet,
  formats,
  makeRow,
  mostRows,
} from './delivery';
export {
  type ClientLink,
  type ClientSaid,
  type CommentChange,
  inTruePixels,
  type LinkChange,
  type LinkComment,
  type LinkDecision,
  type LinkSubject,
  type LinkVersion,
  type LinkWish,
  leadsOn,
  linkLimits,
  linkWidths,
  type SaidComment,
  type SaidDecision,
  type SharedView,
  shownTitle,
  withSaid,
} from './delivery/client-link';
export type { FormatDefinition } from './delivery/definition';
export {
  type DeliveredFile,
  type Delivery,
  type DeliveryEntry,
  type FileState,
  hasEnded,
} from './delivery/exchange';
export type { ExportSet } from './delivery/export-set';
export { cleanName, nameWords } from './delivery/file-name';
export type { AvifParams } from './delivery/format/avif';
export type { ColourSpace } from './delivery/format/colour-space';
export type { IcoParams } from './delivery/format/ico';
export type { JpegParams } from './delivery/format/jpeg';
export type { PdfParams } from './delivery/format/pdf';
export type { PngParams } from './delivery/format/png';
export type { SvgParams } from './delivery/format/svg';
export type { TiffParams } from './delivery/format/tiff';
export type { WebpParams } from './delivery/format/webp';
export { fileScene, type PlannedFile, plannedFiles, shownScene } from './delivery/plan';
export { deliveryPurposes } from './delivery/purposes';
export { rowParams } from './delivery/row-fields';
export { RowFault, squareScene, subjectName, subjectPages } from './delivery/subject';
export { svgFile, wantsText } from './delivery/svg-file';
export { webManifest } from './delivery/web-manifest';
export { type Lamp, usualLamp } from './depth/light';
export { blendWords } from './document/blend-field';
export type { Card } from './document/card';
export type { Clipping } from './document/clipping';
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
export type { Described } from './document/described';
export {
  type Change,
  type ChangePage,
  type DesignEntry,
  keptPictureWidth,
  type PastState,
  type SentChange,
  type StoredChange,
  type StoredDesign,
  type Taken,
} from './document/exchange';
export {
  type Choices,
  type Field,
  type FieldValue,
  fieldFault,
  isMeant,
  mostCurvePoints,
  type Params,
} from './document/fields';
export { guarded } from './document/guard';
export type { Handle } from './document/handles';
export { describedKind, fieldLabel, kindLabel, newPartName } from './document/kind-words';
export { gradient, PartBuilder } from './document/part-builder';
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
export { engineStamp } from './engine';
export { finishes, finishKinds } from './finish';
export { paletteToProperties, propertyName } from './format/custom-properties';
export { provideDeflate } from './format/deflate';
export type { Pdf, PdfOptions, PdfPage } from './format/pdf';
export { crc32, encodePng, PngError, pixelsPerMetre, tagPng } from './format/png';
export { PngRows } from './format/png-rows';
export { sceneToSvg } from './format/svg';
export { matrixText } from './format/svg/boxes';
export { escapeText } from './format/svg/values';
export { paletteToTokens, TokenError, tokensToPalette } from './format/tokens';
export { type Budget, budget, setBudget, usualBudget, WorkFault } from './geometry/budget';
export { type Cubic, cubicPoint, cubicTangent, isLine } from './geometry/cubic';
export { pointAdded, pointMoved, pointRemoved } from './geometry/curve-points';
export * from './geometry/matrix';
export { containsPoint, nearestOnPath, pathArea, pathLength } from './geometry/measure';
export { type CurvePoints, monotoneCurve } from './geometry/monotone';
export * from './geometry/path';
export { formatPath, PathSyntaxError, parsePath } from './geometry/svg-path';
export { fromSheetUnits, isUnit, toSheetUnits, type Unit, units } from './geometry/units';
export { degrees, distance, type Point, radians } from './geometry/vector';
export { holders, holdsParts, isGroup, isHolder } from './holder';
export { operationWords } from './holder/combination';
export { clipWords, holdWords } from './holder/group';
export type {
  Blend,
  FaceRegion,
  Faces,
  HolderKind,
  HolderSource,
  LockUp,
} from './holder/types';
export {
  type ImageSize,
  imageId,
  imageIdsIn,
  imageSize,
  isPlacedImage,
  mostImagePixels,
  mostImageSide,
} from './image/image-id';
export { imagesMissing } from './image/images-in';
export {
  type BlockPlace,
  blockOffset,
  blockSide,
  blockSize,
  levelCount,
  levelSize,
  packBytes,
} from './image/levels';
export {
  type Block,
  type BlockWish,
  fetchImages,
  type ImageSource,
  provideImages,
  wishKey,
  withImages,
} from './image/source';
export { differences, undifferenced } from './image/transport';
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
  type FontFace,
  FontFault,
  faceById,
  provideFace,
  withdrawFaces,
} from './lettering/face';
export { type FacesUsed, facesMissing } from './lettering/faces-in';
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
  followFormula,
  measureLookup,
  measuresOf,
  removeMeasure,
  renameMeasure,
  settleMeasures,
  unfollowed,
  withMeasures,
} from './measure/formulas';
export { measureValues } from './measure/measures';
export type { Formula, Measure } from './measure/types';
export { lookFields, mockUpSheet, mockUps } from './mock-up';
export { outlineBounds } from './outline/bounds';
export { joinOutline } from './outline/join';
export type { Outline } from './outline/types';
export * from './palette/looks';
export * from './palette/palette';
export type { ColourSwatch, GradientSwatch, Inks, Look, Swatch } from './palette/types';
export { makeProof, proofs } from './proof';
export type { ProofDefinition, ProofRow } from './proof/definition';
export { proofRows } from './proof/definition';
export { type Finding, type Findings, findingsOf } from './proof/findings';
export { mockUpOfProof, sceneProofKind } from './proof/kind/in-scene';
export { pictureOf } from './proof/picture';
export { proofScene } from './proof/proof-scene';
export { type ProofRules, ruleFields } from './proof/rules';
export { hangProof, usualWall } from './proof/wall';
export { Painter } from './raster/painter';
export { pictureWithin, sizeWithin } from './raster/picture-within';
export {
  type Depth,
  fetchBands,
  type Picture,
  pictureSize,
  renderBands,
  renderPixels,
} from './raster/render';
export { tileSize } from './raster/target';
export { evaluatePart } from './scene/evaluate';
export {
  isWhole,
  type KeptScenes,
  provideKeptScenes,
  worthKeeping,
} from './scene/kept-scenes';
export { applyLockUps } from './scene/lock-up-rules';
export type { CardFault, PartResult } from './scene/result';
export { packScene, unpackScene } from './scene/scene-bytes';
export { sceneKey } from './scene/scene-key';
export { type Evaluated, evaluate, evaluateSheet } from './scene/sheet';
export { type BlendMode, blendModes, type Scene, type SceneNode, spreads } from './scene/types';
export { isPrimitive, type PrimitiveSource, primitiveKinds, primitives } from './source';
export { StepFault, stepKinds, steps } from './step';
