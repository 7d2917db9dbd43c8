import type { Card } from '../document/card';
import { makeId } from '../document/create';
import { fieldFault } from '../document/fields';
import type { FormatDefinition } from './definition';
import type { ExportSet } from './export-set';
import { avifFormat } from './format/avif';
import { icoFormat } from './format/ico';
import { jpegFormat } from './format/jpeg';
import { pdfFormat } from './format/pdf';
import { pngFormat } from './format/png';
import { svgFormat } from './format/svg';
import { tiffFormat } from './format/tiff';
import { manifestFormat } from './format/web-manifest';
import { webpFormat } from './format/webp';

const all = {
  png: pngFormat,
  svg: svgFormat,
  pdf: pdfFormat,
  jpeg: jpegFormat,
  webp: webpFormat,
  avif: avifFormat,
  tiff: tiffFormat,
  ico: icoFormat,
  manifest: manifestFormat,
} as const;

/** The kinds of files that leave the program. */
export const formats = all as unknown as Readonly<Record<string, FormatDefinition>>;

/** Rows that one set has at most. */
export const mostRows = 500;

/** The set of a design that has none yet. */
export const emptySet: ExportSet = { pattern: '{design} {what} {width}', rows: [] };

/** A row with its kind’s defaults and some parameters of its own. */
export const makeRow = (kind: string, params: object = {}, id = makeId()): Card => ({
  id,
  kind,
  on: true,
  params: { ...formats[kind].defaults, ...params },
});

/** A row as one of another kind of file: what both know stays. */
export function asFormat(row: Card, kind: string): Card {
  const { defaults, fields } = formats[kind];
  const kept = fields.flatMap((field) => {
    const v = row.params[field.name];
    return v !== undefined && !fieldFault(field, v) ? [[field.name, v]] : [];
  });
  return { ...row, kind, params: { ...defaults, ...Object.fromEntries(kept) } };
}
