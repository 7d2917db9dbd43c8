import { type Design, type ExportSet, makeRow } from '@/core';
import { ink } from './observatory';

/** The rows of one folder, one after another. */
const folder = (name: string, rows: readonly (readonly [kind: string, params: object])[]) =>
  rows.map(([kind, params], i) =>
    makeRow(kind, { ...params, name: `${name}/{design}-${name}` }, `${name}-${i + 1}`),
  );

/** What the observatory is given: its mark on pale and on dark grounds, for screens and for print, and the proofs of it. */
export function observatoryDelivery(design: Design): ExportSet {
  const of = (part: string) => {
    const found = Object.values(design.parts).find((p) => p.name === part);
    if (!found) throw new Error(`“${design.name}” has no part “${part}”.`);
    return `parts:${found.id}`;
  };
  const [row, column] = [of('In a row'), of('In a column')];
  const night = { ground: 'colour', colour: ink.night, bleed: 60 };
  return {
    pattern: '{design} {what} {width}',
    rows: [
      ...folder('mark', [
        ['svg', { of: row, titles: true }],
        ['pdf', { of: row }],
        ['png', { of: row, pixels: 2400, ground: 'none' }],
        ['webp', { of: row, pixels: 1200, ground: 'none', lossless: true }],
      ]),
      ...folder('reversed', [
        ['svg', { of: column, ...night }],
        ['png', { of: column, pixels: 1600, ...night }],
        ['jpeg', { of: column, pixels: 1600, ...night }],
      ]),
      ...folder('one-ink', [
        ['svg', { of: 'sheet:one-ink', ground: 'none' }],
        ['pdf', { of: 'sheet:one-ink', ground: 'none' }],
      ]),
      ...folder('icons', [
        ['ico', { of: 'sheet:icon', sides: [16, 32, 48] }],
        ['png', { of: 'sheet:icon', pixels: 180 }],
        ['png', { of: 'sheet:icon', pixels: 512 }],
      ]),
      ...folder('wallpaper', [
        ['png', { of: 'sheet:wallpaper', pixels: 3840 }],
        ['avif', { of: 'sheet:wallpaper', pixels: 1920 }],
      ]),
      ...folder('sign', [['jpeg', { of: 'sheet:sign', pixels: 2400 }]]),
      ...folder('guide', [['pdf', { of: 'sheets:guide-1,guide-2' }]]),
      ...folder('print', [
        ['tiff', { of: row, by: 'print', mm: 180, dpi: 300, bits: '16' }],
        ['pdf', { of: `sheet:${design.sheets[0].id}`, bleed: 12 }],
      ]),
      ...folder('proofs', [['pdf', { of: `proofs:${design.sheets[0].id}` }]]),
    ],
  };
}
