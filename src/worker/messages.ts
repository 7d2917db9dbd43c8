/** What the window asks of a raster worker. */
export type RasterOrder =
  | { readonly type: 'port'; readonly port: MessagePort }
  | {
      readonly type: 'tiles';
      readonly order: number;
      /** The tiles are drawn once the worker has this version of the scene. */
      readonly version: number;
      readonly scale: number;
      readonly list: readonly { readonly i: number; readonly j: number }[];
    };

/** What a raster worker answers. */
export type RasterAnswer =
  | {
      readonly type: 'tile';
      readonly order: number;
      readonly version: number;
      readonly scale: number;
      readonly i: number;
      readonly j: number;
      readonly bitmap: ImageBitmap;
    }
  | { readonly type: 'done'; readonly order: number; readonly version: number }
  | { readonly type: 'failed'; readonly message: string };
