import { identity, invert, type Matrix } from '@/core';
import type { GraphicsState, OperatorList, PagePaint } from './graphics-state';
import { outlineOf } from './outlines';
import { boxOutline, type Operator, type PagePainter, type Painting } from './page-painter';
import { areaText, numeral } from './svg-sheet';

const caps = ['butt', 'round', 'square'] as const;
const joins = ['miter', 'round', 'bevel'] as const;

/** A number as an operator gives it; 0 where it is none. */
export const number = (v: unknown): number => (typeof v === 'number' && Number.isFinite(v) ? v : 0);
/** A matrix as an operator gives it; the identity where it is none. */
export const matrixOf = (v: unknown): Matrix => {
  const m = v ? Array.from(v as ArrayLike<number>) : [];
  return m.length === 6 && m.every(Number.isFinite) ? (m as unknown as Matrix) : identity;
};

/** What the entries of a dictionary of graphics state change (ISO 32000-1, table 58). */
const entries: Readonly<Record<string, (page: PagePainter, value: unknown) => void>> = {
  LW: (page, v) => page.set({ lineWidth: number(v) }),
  LC: (page, v) => page.set({ cap: caps[number(v)] ?? 'butt' }),
  LJ: (page, v) => page.set({ join: joins[number(v)] ?? 'miter' }),
  ML: (page, v) => page.set({ miterLimit: number(v) }),
  D: (page, v) => setDashes(page, v as readonly unknown[]),
  Font: (page, v) => setFont(page, v as readonly unknown[]),
  CA: (page, v) => page.set({ strokeOpacity: number(v) }),
  ca: (page, v) => page.set({ fillOpacity: number(v) }),
  BM: (page, v) => page.set({ blend: v === 'source-over' ? 'normal' : String(v) }),
  SMask: (page, v) => {
    page.set({ mask: v ? page.paintedMask : null });
    page.paintedMask = null;
  },
  TR: (page, v) => {
    if (v) page.sheet.note('Transfer functions');
  },
};

function setDashes(page: PagePainter, [dashes, offset]: readonly unknown[]): void {
  page.set({ dashes: Array.from(dashes as ArrayLike<number>).map(number), dashOffset: number(offset) });
}

/** Takes up a font; a negative size turns it against its direction. */
export function setFont(page: PagePainter, [font, size]: readonly unknown[]): void {
  const value = number(size);
  page.set({ font: String(font), size: Math.abs(value), direction: value < 0 ? -1 : 1 });
}

const colour = (v: unknown): PagePaint => ({ kind: 'colour', hex: String(v) });

/** A pattern as it is set for a colour. */
function pattern(page: PagePainter, args: readonly unknown[]): PagePaint {
  const [kind] = args;
  if (kind === 'Shading') {
    const own = args[2] ? matrixOf(args[2]) : null;
    return { kind: 'shading', id: String(args[1]), matrix: page.patternMatrix(own) };
  }
  if (kind !== 'TilingPattern') return { kind: 'none' };
  const [, said, operators, own, bbox, across, down, type] = args;
  const [x0, y0, x1, y1] = Array.from(bbox as ArrayLike<number>);
  return {
    kind: 'tiling',
    matrix: page.patternMatrix(own ? matrixOf(own) : null),
    tile: {
      operators: operators as OperatorList,
      bbox: [Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1)],
      across: Math.abs(number(across)),
      down: Math.abs(number(down)),
      // Type 2 is painted in the colour that goes with it.
      colour: type === 2 ? String(said ?? '#000000') : null,
    },
  };
}

/** How each operator that ends a path paints it. */
const paintings: Readonly<Record<string, Painting>> = {
  stroke: { fill: null, stroke: true },
  closeStroke: { fill: null, stroke: true },
  fill: { fill: 'nonzero', stroke: false },
  eoFill: { fill: 'evenodd', stroke: false },
  fillStroke: { fill: 'nonzero', stroke: true },
  eoFillStroke: { fill: 'evenodd', stroke: true },
  closeFillStroke: { fill: 'nonzero', stroke: true },
  closeEOFillStroke: { fill: 'evenodd', stroke: true },
};

/** What is more of an outline whose pen is stretched, as a map has it that does not keep shapes. */
function drawn(page: PagePainter, { stroke }: Painting, path: ArrayLike<number> | null, end: string) {
  const { matrix } = page.state;
  if (!stroke || !path || keepsShapes(matrix) || !invert(matrix)) return {};
  return { own: { d: outlineOf(path, identity).d + end, matrix } };
}

/** Whether a map turns and scales, and perhaps mirrors, but stretches nothing. */
export function keepsShapes([a, b, c, d]: Matrix): boolean {
  const [across, down] = [Math.hypot(a, b), Math.hypot(c, d)];
  return Math.abs(across - down) < 1e-4 * across && Math.abs(a * c + b * d) < 1e-4 * across * down;
}

/** Makes the operator that paints a path and takes it for a clip where that was asked for. @param nameOf Names an operator by its number. */
export const pathOperator =
  (nameOf: (code: number) => string): Operator =>
  async (page, [code, data]) => {
    await page.flush();
    const [path] = data as readonly (ArrayLike<number> | null)[];
    const outline = path ? outlineOf(path, page.state.matrix) : { d: '', box: null, upright: false };
    const name = nameOf(code as number);
    const painting = paintings[name];
    const end = /^close/.test(name) && outline.d ? 'Z' : '';
    if (painting)
      await page.paint({ ...outline, d: outline.d + end, ...drawn(page, painting, path, end) }, painting);
    if (page.pendingClip) page.clipBy(outline, page.pendingClip);
    page.pendingClip = null;
  };

interface Group {
  readonly matrix?: ArrayLike<number> | null;
  readonly bbox?: ArrayLike<number> | null;
  readonly isolated?: boolean;
  readonly knockout?: boolean;
  readonly smask?: {
    readonly subtype: string;
    /** A colour as CSS writes it. */
    readonly backdrop?: string | null;
    readonly transferMap?: ArrayLike<number> | null;
  } | null;
}

/** What a group begins with: it is put on the page as a whole. */
const plain: Partial<GraphicsState> = {
  clips: [],
  mask: null,
  blend: 'normal',
  fillOpacity: 1,
  strokeOpacity: 1,
};

async function beginGroup(page: PagePainter, [said]: readonly unknown[]): Promise<void> {
  await page.flush();
  const group = said as Group;
  const { state, sheet } = page;
  page.save();
  if (group.knockout) sheet.note('Groups in which parts knock one another out');
  if (group.smask) sheet.beginApart();
  else {
    const opacity = state.fillOpacity < 1 ? { opacity: numeral(state.fillOpacity) } : {};
    const isolate = group.isolated ? { style: 'isolation:isolate' } : {};
    sheet.beginGroup({ ...opacity, ...isolate }, state);
  }
  page.set(plain);
  if (group.matrix) page.transform(matrixOf(group.matrix));
  if (group.bbox) page.clipBy(boxOutline(group.bbox, page.state.matrix));
}

/** Whether what is done to the values of a mask, 0–255, is a rule, but for rounding. */
const isMap = (map: readonly number[], rule: (v: number) => number): boolean =>
  map.every((v, i) => Math.abs(v - rule(i)) <= 1);

/** Returns the id of a mask that leaves what another takes away: black in its shape, on white. */
function turnedMask({ sheet, area }: PagePainter, of: string): string {
  const id = sheet.id('mask-');
  const box = areaText(area);
  sheet.define(
    `<mask id="${id}" maskUnits="userSpaceOnUse" ${box} style="mask-type:luminance"><rect ${box} fill="#ffffff"/><rect ${box} mask="url(#${of})"/></mask>`,
  );
  return id;
}

async function endGroup(page: PagePainter, [said]: readonly unknown[]): Promise<void> {
  await page.flush();
  const { smask } = said as Group;
  const { sheet, area } = page;
  const text = sheet.end();
  page.restore();
  if (!smask) return;
  const map = smask.transferMap ? Array.from(smask.transferMap) : null;
  const turned = map !== null && isMap(map, (v) => 255 - v);
  if (map && !turned && !isMap(map, (v) => v)) sheet.note('Transfer functions of masks');
  const id = sheet.id('mask-');
  const alpha = smask.subtype === 'Alpha';
  const seen = areaText(area);
  const ground = !alpha && smask.backdrop;
  const behind = ground ? `<rect ${seen} fill="${ground}"/>` : '';
  sheet.define(
    `<mask id="${id}" maskUnits="userSpaceOnUse" ${seen} style="mask-type:${alpha ? 'alpha' : 'luminance'}">${behind}${text}</mask>`,
  );
  page.paintedMask = turned ? turnedMask(page, id) : id;
}

/** Operators that paint nothing of themselves, or that pdf.js has followed already. */
const quiet = [
  'setRenderingIntent',
  'setFlatness',
  'setCharWidth',
  'setCharWidthAndBounds',
  'markPoint',
  'markPointProps',
  'beginCompat',
  'endCompat',
];

/** Operators by their names, but for words and pictures. */
export const stateOperators: Readonly<Record<string, Operator>> = {
  ...Object.fromEntries(quiet.map((name) => [name, () => undefined])),
  dependency: async (page, ids) => {
    for (const id of ids) await page.resources.arrived(String(id));
  },
  save: (page) => page.save(),
  restore: (page) => page.restore(),
  transform: (page, args) => page.transform(matrixOf(args)),
  setLineWidth: (page, [v]) => entries.LW(page, v),
  setLineCap: (page, [v]) => entries.LC(page, v),
  setLineJoin: (page, [v]) => entries.LJ(page, v),
  setMiterLimit: (page, [v]) => entries.ML(page, v),
  setDash: (page, args) => setDashes(page, args),
  setGState: (page, [states]) => {
    for (const [key, value] of states as readonly [string, unknown][]) entries[key]?.(page, value);
  },
  setFillRGBColor: (page, [v]) => page.set({ fill: colour(v) }),
  setStrokeRGBColor: (page, [v]) => page.set({ stroke: colour(v) }),
  setFillTransparent: (page) => page.set({ fill: { kind: 'none' } }),
  setStrokeTransparent: (page) => page.set({ stroke: { kind: 'none' } }),
  setFillColorN: (page, args) => page.set({ fill: pattern(page, args) }),
  setStrokeColorN: (page, args) => page.set({ stroke: pattern(page, args) }),
  clip: (page) => {
    page.pendingClip = 'nonzero';
  },
  eoClip: (page) => {
    page.pendingClip = 'evenodd';
  },
  shadingFill: (page, [id]) => page.fillClip(String(id)),
  beginGroup,
  endGroup,
  paintFormXObjectBegin: (page, [matrix, bbox]) => {
    page.save();
    if (matrix) page.transform(matrixOf(matrix));
    page.set({ base: page.state.matrix });
    if (bbox) page.clipBy(boxOutline(bbox as ArrayLike<number>, page.state.matrix));
  },
  paintFormXObjectEnd: (page) => page.restore(),
  beginAnnotation: (page, [, rect, transform, matrix]) => {
    page.save();
    page.set({ ...plain, matrix: page.start, base: page.start });
    if (rect) page.clipBy(boxOutline(rect as ArrayLike<number>, page.state.matrix));
    page.transform(matrixOf(transform));
    page.transform(matrixOf(matrix));
  },
  endAnnotation: (page) => page.restore(),
  beginMarkedContent: (page) => {
    page.hidden.push(false);
  },
  beginMarkedContentProps: (page, [tag, properties]) => {
    page.hidden.push(tag === 'OC' && !page.resources.isShown(properties));
  },
  endMarkedContent: (page) => {
    page.hidden.pop();
  },
};

/** Returns the unit square on the sheet, which every picture fills (ISO 32000-1, 8.9.5). */
export function unitSquare(page: PagePainter) {
  return boxOutline([0, 0, 1, 1], page.state.matrix);
}
