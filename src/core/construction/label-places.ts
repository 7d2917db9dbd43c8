import type { Bounds } from '../geometry/path';
import type { Point } from '../geometry/vector';

/** Finds places for labels so that none lies over another, and all on the sheet. */
export class LabelPlaces {
  private readonly taken: Bounds[] = [];

  constructor(
    private readonly sheet: Bounds,
    /** Room that is kept between two. */
    private readonly apart: number,
  ) {}

  /** The first of some middles where a label of a size is clear of all that were placed, or null where none is. */
  place(middles: Iterable<Point>, width: number, height: number): Point | null {
    for (const { x, y } of middles) {
      const box = { x0: x - width / 2, y0: y - height / 2, x1: x + width / 2, y1: y + height / 2 };
      if (!this.clear(box)) continue;
      this.taken.push(box);
      return { x, y };
    }
    return null;
  }

  private clear(b: Bounds): boolean {
    const { sheet, apart } = this;
    if (b.x0 < sheet.x0 || b.y0 < sheet.y0 || b.x1 > sheet.x1 || b.y1 > sheet.y1) return false;
    return this.taken.every(
      (t) => b.x1 + apart < t.x0 || t.x1 + apart < b.x0 || b.y1 + apart < t.y0 || t.y1 + apart < b.y0,
    );
  }
}
