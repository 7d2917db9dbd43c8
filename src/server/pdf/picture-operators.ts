import { type Matrix, multiply } from '@/core';
import { matrixOf, unitSquare } from './operators';
import type { Operator, PagePainter } from './page-painter';
import { cropped, pictureElement, stencilElement, type Unpacked } from './pictures';

/** A stencil as an operator gives it: its bits, or the name of what has them. */
type Stencil = Unpacked & { readonly data?: ArrayLike<number> | string };

const picture = (page: PagePainter, id: unknown): Unpacked | null =>
  page.resources.object(String(id)) as Unpacked | null;

async function place(page: PagePainter, found: Unpacked | null, matrix: Matrix): Promise<void> {
  await page.flush();
  if (page.isHidden) return;
  const made = found && (await pictureElement(found, matrix));
  if (made) page.picture(made);
  else page.sheet.note('Pictures that cannot be unpacked');
}

const rgbOf = (hex: string): [number, number, number] => {
  const n = Number.parseInt(hex.slice(1), 16);
  return [(n >> 16) & 255, (n >> 8) & 255, n & 255];
};

/** Paints through a stencil: in a colour as a picture, in anything else as a mask over the square that it fills. */
async function stencil(page: PagePainter, said: Stencil, matrix: Matrix): Promise<void> {
  await page.flush();
  if (page.isHidden) return;
  const found = typeof said.data === 'string' ? picture(page, said.data) : (said as Unpacked);
  const { fill, mask } = page.state;
  const colour = fill.kind === 'colour' ? rgbOf(fill.hex) : ([255, 255, 255] as const);
  const made = found && (await stencilElement(found, [...colour], matrix));
  if (!made) {
    page.sheet.note('Pictures that cannot be unpacked');
    return;
  }
  if (fill.kind === 'colour') {
    page.picture(made);
    return;
  }
  if (mask) page.sheet.note('Stencils in patterns under a mask');
  const id = page.sheet.mask(made, page.area);
  page.save();
  page.set({ mask: id, matrix });
  await page.paint(unitSquare(page), { fill: 'nonzero', stroke: false });
  page.restore();
}

/** Matrices of copies at places two by two. */
const copies = (page: PagePainter, scaled: Matrix, places: unknown): Matrix[] => {
  const at = Array.from(places as ArrayLike<number>);
  const made: Matrix[] = [];
  for (let i = 0; i + 1 < at.length; i += 2)
    made.push(multiply(page.state.matrix, [scaled[0], scaled[1], scaled[2], scaled[3], at[i], at[i + 1]]));
  return made;
};

/** Operators for pictures, by their names. */
export const pictureOperators: Readonly<Record<string, Operator>> = {
  paintImageXObject: (page, [id]) => place(page, picture(page, id), page.state.matrix),
  paintInlineImageXObject: (page, [found]) => place(page, found as Unpacked, page.state.matrix),
  paintImageXObjectRepeat: async (page, [id, x, y, places]) => {
    const found = picture(page, id);
    for (const m of copies(page, matrixOf([x, 0, 0, y, 0, 0]), places)) await place(page, found, m);
  },
  paintInlineImageXObjectGroup: async (page, [sheet, map]) => {
    interface Entry {
      readonly transform: ArrayLike<number>;
      readonly x: number;
      readonly y: number;
      readonly w: number;
      readonly h: number;
    }
    for (const { transform, x, y, w, h } of map as readonly Entry[])
      await place(
        page,
        cropped(sheet as Unpacked, { x, y, width: w, height: h }),
        multiply(page.state.matrix, matrixOf(transform)),
      );
  },
  paintImageMaskXObject: (page, [said]) => stencil(page, said as Stencil, page.state.matrix),
  paintImageMaskXObjectRepeat: async (page, [said, a, b, c, d, places]) => {
    for (const m of copies(page, matrixOf([a, b ?? 0, c ?? 0, d, 0, 0]), places))
      await stencil(page, said as Stencil, m);
  },
  paintImageMaskXObjectGroup: async (page, [images]) => {
    for (const said of images as readonly (Stencil & { readonly transform: ArrayLike<number> })[])
      await stencil(page, said, multiply(page.state.matrix, matrixOf(said.transform)));
  },
  paintSolidColorImageMask: async (page) => {
    await page.flush();
    await page.paint(unitSquare(page), { fill: 'nonzero', stroke: false });
  },
};
