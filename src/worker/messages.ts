/** A rectangle of one tile to be drawn, in the tile's own pixels. */
export interface TileArea {
  readonly i: number;
  readonly j: number;
  readonly x: number;
  readonly y: number;
  readonly wide: number;
  readonly high: number;
}

/** What the window asks of a raster worker. */
export type RasterOrder =
  | { readonly type: 'port'; readonly port: MessagePort }
  | {
      readonly type: 'tiles';
      readonly order: number;
      /** The tiles are drawn once the worker has this version of the scene. */
      readonly version: number;
      readonly scale: number;
      /** Device pixels a side that a drawn pixel stands for: the areas are multiples of it. */
      readonly coarse: number;
      readonly list: readonly TileArea[];
    };

/** What a raster worker answers. */
export type RasterAnswer =
  | {
      readonly type: 'tile';
      readonly order: number;
      readonly version: number;
      readonly scale: number;
      readonly coarse: number;
      readonly area: TileArea;
      /** Straight-alpha RGBA, row after row of the area, a pixel for each that was drawn. */
      readonly data: Uint8ClampedArray<ArrayBuffer>;
    }
  | { readonly type: 'done'; readonly order: number; readonly version: number }
  | { readonly type: 'failed'; readonly message: string }
  /** The lock that is held for as long as the worker lives; nothing where there are no locks. */
  | { readonly type: 'alive'; readonly lock: string };
