import { kernelsBase64 } from './generated/kernels';
import { sampleOffsets } from './pattern';

/** Which pixels of a layer a plane is laid onto, and where it is read: pixel (x, y) at start + (x, y) · step. */
export type Laid = readonly [
  layer: number,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  plane: number,
  stride: number,
  startX: number,
  startY: number,
  step: number,
  scratch: number,
];

/** The compiled pixel kernels; what each does is said in `kernels/`. */
export interface Kernels {
  readonly memory: WebAssembly.Memory;
  init(): void;
  ready(): void;
  tables(): number;
  given(): number;
  input(): number;
  inputBytes(): number;
  layerPixels(layer: number): number;
  target(layer: number, blend: number): void;
  placeTile(x: number, y: number, w: number, h: number): void;
  placePaint(x: number, y: number): void;
  setSolid(r: number, g: number, b: number, a: number): void;
  setGradient(
    which: number,
    a: number,
    b: number,
    c: number,
    d: number,
    e: number,
    f: number,
    g: number,
    h: number,
    k: number,
    at: number,
    entries: number,
    spread: number,
    opaque: number,
    focusX: number,
    focusY: number,
  ): void;
  setUnbent(
    at: number,
    columns: number,
    rows: number,
    a: number,
    b: number,
    c: number,
    d: number,
    e: number,
    f: number,
  ): void;
  straighten(): void;
  setStops(at: number, count: number, opacity: number): void;
  filterRow(kind: number, row: number, above: number, count: number, pixel: number, out: number): number;
  sampleBent(
    read: number,
    wide: number,
    high: number,
    left: number,
    top: number,
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    out: number,
    stride: number,
    a: number,
    b: number,
    c: number,
    d: number,
    e: number,
    f: number,
    most: number,
  ): void;
  setOutline(at: number, chords: number, curves: number, turned: number): void;
  setRim(
    side: number,
    width: number,
    steep: number,
    profile: number,
    spans: number,
    spanCount: number,
    softness: number,
    lightX: number,
    lightY: number,
    lightZ: number,
    halfX: number,
    halfY: number,
    halfZ: number,
    shines: number,
    least: number,
  ): void;
  /** 0 where there was no room for its lists. */
  depths(
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    reach: number,
    out: number,
    work: number,
    bytes: number,
  ): number;
  /** 0 where there was no room for its lists. */
  shadeRim(x0: number, y0: number, x1: number, y1: number, out: number, work: number, bytes: number): number;
  setGiven(): void;
  placeSurface(x: number, y: number, w: number, h: number): void;
  meshPatch(layer: number, at: number, n: number): void;
  grain(
    layer: number,
    a: number,
    b: number,
    c: number,
    d: number,
    e: number,
    f: number,
    k: number,
    amount: number,
    seed: number,
    inked: number,
    red: number,
    green: number,
    blue: number,
  ): void;
  addEdges(edges: number, count: number): void;
  paintShape(evenOdd: number): void;
  joinLayers(from: number, to: number, op: number, blend: number, opacity: number): void;
  copyLayer(from: number, to: number): void;
  clearLayer(layer: number): void;
  floodLayer(layer: number, r: number, g: number, b: number, a: number): void;
  flattenLayer(layer: number): void;
  resetFragments(): void;
  alphaToPlane(layer: number, plane: number, stride: number, w: number, h: number): void;
  coloursToPlane(layer: number, plane: number, stride: number, w: number, h: number): void;
  convolve(
    from: number,
    to: number,
    w: number,
    rows: number,
    step: number,
    taps: number,
    count: number,
    stride: number,
  ): void;
  addMoved(
    to: number,
    toStride: number,
    toX: number,
    toY: number,
    w: number,
    h: number,
    from: number,
    fromStride: number,
    fromX: number,
    fromY: number,
    fromW: number,
    fromH: number,
    a: number,
    b: number,
    c: number,
    d: number,
    e: number,
    f: number,
    weight: number,
  ): void;
  layPlane(...onto: [...Laid, r: number, g: number, b: number, a: number, blend: number]): void;
  layColours(...onto: [...Laid, opacity: number, blend: number]): void;
  layKept(
    layer: number,
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    plane: number,
    stride: number,
    blend: number,
  ): void;
  toBytes(layer: number, w: number, h: number, out: number): void;
  compositeAt(mode: number, s: number, d: number, out: number): void;
}

function bytesOf(base64: string): Uint8Array<ArrayBuffer> {
  const text = atob(base64);
  const out = new Uint8Array(text.length);
  for (let i = 0; i < text.length; i++) out[i] = text.charCodeAt(i);
  return out;
}

let module: WebAssembly.Module | null = null;

/** A fresh instance of the kernels with its own memory. */
export function makeKernels(): Kernels {
  module ??= new WebAssembly.Module(bytesOf(kernelsBase64));
  const instance = new WebAssembly.Instance(module, {});
  const kernels = instance.exports as unknown as Kernels;
  kernels.init();
  new Float64Array(kernels.memory.buffer, kernels.tables(), 64).set(sampleOffsets);
  kernels.ready();
  return kernels;
}
