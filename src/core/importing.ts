/** Reading of what other programs made; apart from the rest because it brings readers of XML and CSS along. */

export { recipeIn } from './format/svg/recipe';
export { propertiesToPalette } from './import/custom-properties';
export { readSvg, svgToDesign } from './import/svg';
export type { AtHand, LeftOut, ReadSvg } from './import/svg/context';
export { SvgFault } from './import/svg/element';
export { faceNamed, type NamedFont } from './import/svg/faces';
export { type InnerPicture, picturesIn } from './import/svg/image';
