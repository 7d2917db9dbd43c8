import type { Card } from '../document/card';
import type { Design } from '../document/types';
import { WorkFault } from '../geometry/budget';
import type { Scene } from '../scene/types';
import type { ExportSet } from './export-set';
import { distinctNames, fileName } from './file-name';
import { formats } from './index';
import { rowParams, screenDpi } from './row-fields';
import { type FileSize, fileSize } from './size';
import { RowFault, subjectName, subjectScene, withBleed } from './subject';

/** A file that a row comes to. */
export interface PlannedFile {
  readonly row: Card;
  /** Its name and its end; folders before slashes. */
  readonly name: string;
  readonly media: string;
  /** Pixels, or sheet units where it is made of outlines; null where it has no size. */
  readonly width: number | null;
  readonly height: number | null;
  readonly dpi: number;
  /** Pixels that are drawn for it. */
  readonly pixels: number;
  /** Why it cannot be made, in words. */
  readonly fault: string | null;
}

/** What can be told of how large a file is before it is made. */
type Extent = Pick<PlannedFile, 'width' | 'height' | 'dpi' | 'pixels'>;

/** How large what a row shows is, its bleed left out: of sheets without working them out. */
function shownSize(design: Design, row: Card): Pick<Scene, 'width' | 'height'> {
  const { of } = rowParams(row);
  const sheet = of ? design.sheets.find((s) => of === `sheet:${s.id}`) : design.sheets[0];
  return sheet ?? subjectScene(design, row);
}

function extentOf(design: Design, row: Card): Extent {
  const { made, longest, label } = formats[row.kind];
  const params = rowParams(row);
  if (made === 'list') return { width: null, height: null, dpi: screenDpi, pixels: 0 };
  if (made === 'icons') {
    const sides = (row.params as { sides?: readonly number[] }).sides ?? [];
    const side = Math.max(...sides);
    return { width: side, height: side, dpi: screenDpi, pixels: sides.reduce((n, s) => n + s * s, 0) };
  }
  const shown = shownSize(design, row);
  if (made === 'pixels') {
    const { width, height, dpi } = fileSize(row, shown);
    return { width, height, dpi, pixels: width * height };
  }
  const [width, height] = [shown.width, shown.height].map(
    (v) => Math.round(100 * (v + 2 * params.bleed)) / 100,
  );
  if (Math.max(width, height) > longest)
    throw new RowFault(`It would be ${width} × ${height} units; ${label} has at most ${longest} a side.`);
  return { width, height, dpi: screenDpi, pixels: 0 };
}

function planned(design: Design, pattern: string, row: Card, number: number): PlannedFile {
  const { extension, media, kind } = formats[row.kind];
  const { name, of } = rowParams(row);
  let extent: Extent = { width: null, height: null, dpi: screenDpi, pixels: 0 };
  let fault: string | null = null;
  try {
    extent = extentOf(design, row);
  } catch (e) {
    if (!(e instanceof RowFault || e instanceof WorkFault)) throw e;
    fault = e.message;
  }
  const said = (v: number | null) => (v === null ? '' : String(v));
  const stem = fileName(name || (formats[row.kind].made === 'list' ? kind : pattern), {
    design: design.name,
    what: subjectName(design, of),
    width: said(extent.width),
    height: said(extent.height),
    dpi: String(extent.dpi),
    format: kind,
    number: String(number).padStart(2, '0'),
  });
  return { row, name: `${stem}.${extension}`, media, ...extent, fault };
}

/** The files that the rows of a set come to which are on, each under a name of its own, and what is wrong with any. */
export function plannedFiles(design: Design, { pattern, rows }: ExportSet): PlannedFile[] {
  const files = rows.filter((r) => r.on).map((row, i) => planned(design, pattern, row, i + 1));
  const names = distinctNames(files.map((f) => f.name));
  return files.map((f, i) => ({ ...f, name: names[i] }));
}

/** What a row shows with its ground and its bleed, and how large its picture is where it is one. */
export interface FileScene {
  /** What is shown, its bleed left out. */
  readonly scene: Scene;
  /** With what lies about it. */
  readonly bled: Scene;
  readonly size: FileSize | null;
}

/** What a row shows, whatever size it is to have. @throws RowFault where it is not there. */
export function shownScene(design: Design, row: Card): Pick<FileScene, 'scene' | 'bled'> {
  const scene = subjectScene(design, row);
  return { scene, bled: withBleed(scene, rowParams(row).bleed) };
}

/** @throws RowFault where it is not there or too large. */
export function fileScene(design: Design, row: Card): FileScene {
  const { scene, bled } = shownScene(design, row);
  const size = formats[row.kind].made === 'pixels' ? fileSize(row, scene) : null;
  return { scene, bled, size };
}
