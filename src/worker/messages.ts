import type { Card } from '@/core';
import type { WireScene } from '@/core/live';

/** A proof to be drawn. */
export interface ProofWish {
  readonly id: string;
  readonly card: Card;
  /** Pixels of its longer side. */
  readonly longest: number;
  /** Whether it shows what the sheet is held against, rather than the sheet. */
  readonly held?: boolean;
  /** In how many it is drawn for now, where those are fewer. */
  readonly coarse?: number;
}

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
    }
  /** The proofs are drawn one after the other, in place of those that are still waiting. */
  | {
      readonly type: 'proofs';
      readonly version: number;
      readonly list: readonly ProofWish[];
    };

/** What the studio sends a raster worker: the sheet at hand, or what it is held against, under an address. */
export type SceneMessage =
  | { readonly version: number; readonly wire: WireScene }
  | { readonly against: string; readonly wire: WireScene | null };

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
  | {
      readonly type: 'proof';
      readonly version: number;
      readonly id: string;
      readonly wish: ProofWish;
      /** Milliseconds that it took. */
      readonly took: number;
      readonly width: number;
      readonly height: number;
      readonly data: Uint8ClampedArray<ArrayBuffer>;
    }
  /** All of an order is drawn; `took` is how many milliseconds this worker drew, waiting for nothing. */
  | { readonly type: 'done'; readonly order: number; readonly version: number; readonly took: number }
  | { readonly type: 'failed'; readonly message: string }
  /** The lock that is held for as long as the worker lives; nothing where there are no locks. */
  | { readonly type: 'alive'; readonly lock: string };
