import type { Card } from '../document/card';
import type { Sheet } from '../document/types';
import { units } from '../geometry/units';
import { makeRow } from './index';

/** What files are made for, as rows that go together. */
export interface DeliveryPurpose {
  readonly label: string;
  readonly about: string;
  rows(sheet: Sheet): readonly Card[];
}

const address = ({ id }: Sheet): string => `sheet:${id}`;

const pngs = (sheet: Sheet, folder: string, widths: readonly number[]): Card[] =>
  widths.map((pixels) =>
    makeRow('png', { of: address(sheet), by: 'width', pixels, name: folder && `${folder}/{design}-{width}` }),
  );

/** Sides that screens ask of icons, pixels (common practice, no source). */
const appSides = [1024, 512, 256, 192, 180, 128, 64, 48, 32, 16];

export const deliveryPurposes: Readonly<Record<string, DeliveryPurpose>> = {
  icons: {
    label: 'Icons of an application',
    about: 'PNG from 1024 pixels down to 16, and an SVG.',
    rows: (sheet) => [
      ...pngs(sheet, 'icons', appSides),
      makeRow('svg', { of: address(sheet), name: 'icons/{design}' }),
    ],
  },
  page: {
    label: 'Icons of a web page',
    about: 'ICO, SVG, PNG of 180, 192 and 512 pixels, and the manifest that names them.',
    rows: (sheet) => [
      makeRow('ico', { of: address(sheet), name: 'web/icon' }),
      makeRow('svg', { of: address(sheet), name: 'web/icon' }),
      ...[180, 192, 512].map((pixels) =>
        makeRow('png', { of: address(sheet), pixels, name: 'web/icon-{width}' }),
      ),
      makeRow('manifest', { name: 'web/site' }),
    ],
  },
  wallpaper: {
    label: 'Wallpaper',
    about: 'PNG once and twice as large as the sheet, and 3840 pixels wide.',
    rows: (sheet) => [
      ...[1, 2].map((scale) =>
        makeRow('png', {
          of: address(sheet),
          by: 'scale',
          scale,
          name: 'wallpaper/{design}-{width}x{height}',
        }),
      ),
      makeRow('png', { of: address(sheet), pixels: 3840, name: 'wallpaper/{design}-4k' }),
    ],
  },
  print: {
    label: 'Print',
    about: 'PDF with 3 mm of bleed, and a TIFF 100 mm wide of 300 dots to an inch.',
    rows: (sheet) => [
      makeRow('pdf', { of: address(sheet), bleed: 3 * units.mm, name: 'print/{design}' }),
      makeRow('tiff', {
        of: address(sheet),
        by: 'print',
        mm: 100,
        dpi: 300,
        name: 'print/{design}-{dpi}dpi',
      }),
    ],
  },
  proofs: {
    label: 'Proof sheet',
    about: 'What hangs on the wall, as PDF and as PNG.',
    rows: (sheet) => [
      makeRow('pdf', { of: `proofs:${sheet.id}`, name: 'proofs/{design}' }),
      makeRow('png', { of: `proofs:${sheet.id}`, by: 'scale', scale: 1, name: 'proofs/{design}' }),
    ],
  },
};
