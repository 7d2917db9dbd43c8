// What the host can call. See src/core/raster for the other side.
import { initCoverage } from './coverage';
import { colours, GIVEN, INPUT, INPUT_BYTES, initMemory, TABLES } from './memory';

export { compositeAt } from './blend';
export { addEdges, paintShape, placeTile } from './coverage';
export { addMoved, alphaToPlane, coloursToPlane, convolve, layColours, layKept, layPlane, toBytes } from './filter';
export { clearLayer, copyLayer, flattenLayer, floodLayer, joinLayers, target } from './layer';
export { resetFragments } from './memory';
export { placePaint, setGiven, setGradient, setSolid } from './paint';
export { setUnbent, straighten } from './unbent';

export function init(): void { initMemory(); }
/** Call once the sample offsets stand at `tables()`. */
export function ready(): void { initCoverage(); }
export function tables(): usize { return TABLES; }
export function given(): usize { return GIVEN; }
export function input(): usize { return INPUT; }
export function inputBytes(): usize { return INPUT_BYTES; }
export function layerPixels(layer: i32): usize { return colours(layer); }
export { grain, meshPatch, placeSurface } from './mesh';
export { sampleBent } from './bent';
export { filterRow } from './png';
export { setStops } from './gradient';
export { setOutline } from './edge';
export { depths, setRim, shadeRim } from './rim';
