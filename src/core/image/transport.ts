/** Bytes of a block as they travel: each pixel less the one before it, which packs better; changed in place. */
export function differences(block: Uint8Array): Uint8Array {
  for (let i = block.length - 1; i >= 4; i--) block[i] -= block[i - 4];
  return block;
}

/** The block again, in place. */
export function undifferenced(block: Uint8Array): Uint8Array {
  for (let i = 4; i < block.length; i++) block[i] += block[i - 4];
  return block;
}
