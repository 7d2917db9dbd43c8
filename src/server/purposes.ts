import { type Design, makeDesign, type Sheet, squareGrid, toSheetUnits } from '@/core';

/** What a new design can be for, and the sheet that suits it. */
export const purposes: readonly {
  readonly id: string;
  readonly name: string;
  readonly sheet: Partial<Sheet>;
}[] = [
  { id: 'mark', name: 'Mark or badge', sheet: { width: 2000, height: 2000 } },
  {
    id: 'icon',
    name: 'Icon',
    sheet: { width: 512, height: 512, grid: { ...squareGrid, on: true, spacing: 32 } },
  },
  { id: 'wallpaper', name: 'Wallpaper', sheet: { width: 1920, height: 1080 } },
  { id: 'header', name: 'Page header', sheet: { width: 1366, height: 768 } },
  {
    id: 'a4',
    name: 'A4 page',
    sheet: { width: toSheetUnits(210, 'mm'), height: toSheetUnits(297, 'mm'), unit: 'mm' },
  },
  {
    id: 'sign',
    name: 'Sign',
    sheet: { width: toSheetUnits(850, 'pt'), height: toSheetUnits(600, 'pt'), unit: 'pt' },
  },
];

/** A blank design for a purpose, with a guide through the exact middle each way. */
export function designFor(purposeId: string, name: string): Design | null {
  const purpose = purposes.find((p) => p.id === purposeId);
  if (!purpose) return null;
  const { width = 2000, height = 2000 } = purpose.sheet;
  return makeDesign(name, {
    ...purpose.sheet,
    guides: [
      { id: 'middle-x', axis: 'x', at: width / 2 },
      { id: 'middle-y', axis: 'y', at: height / 2 },
    ],
  });
}
