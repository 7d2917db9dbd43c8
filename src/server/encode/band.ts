/** Rows of a picture from the top down, straight-alpha RGBA. */
export interface Band {
  readonly rows: number;
  readonly data: Uint8ClampedArray;
}
