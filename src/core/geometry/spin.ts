/** A turn in space as nine numbers, row by row: tilted about x, then swung about y, then rolled about z. */
export type Spin = readonly [number, number, number, number, number, number, number, number, number];
