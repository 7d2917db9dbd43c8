import sharp from 'sharp';
import type { ColourSpace } from '@/core';

const made = new Map<ColourSpace, Promise<Uint8Array>>();

async function fromLibrary(space: ColourSpace): Promise<Uint8Array> {
  const pixel = sharp({ create: { width: 1, height: 1, channels: 3, background: '#000' } });
  const { icc } = await sharp(await pixel.withIccProfile(space).png().toBuffer()).metadata();
  if (!icc) throw new Error(`The library for pictures has no profile “${space}”.`);
  return new Uint8Array(icc);
}

/** The ICC profile of a colour space, as the library for pictures has it. */
export function profileOf(space: ColourSpace): Promise<Uint8Array> {
  const profile = made.get(space) ?? fromLibrary(space);
  made.set(space, profile);
  return profile;
}
