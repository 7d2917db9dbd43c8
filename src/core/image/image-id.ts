/** A placed picture: what is in it and how large it is, in pixels. */
export interface ImageSize {
  readonly width: number;
  readonly height: number;
}

/** Most pixels of a picture that can be placed. */
export const mostImagePixels = 100_000_000;
/** Greatest side of one, in pixels. */
export const mostImageSide = 32_768;

const form = /^img-[0-9a-f]{40}-([1-9]\d{0,4})x([1-9]\d{0,4})$/;

/** What a picture is known by: the SHA-256 of its file in hex, and its size. */
export const imageId = (hash: string, { width, height }: ImageSize): string =>
  `img-${hash.slice(0, 40)}-${width}x${height}`;

/** The size that an id tells; null where it is none. */
export function imageSize(id: string): ImageSize | null {
  const found = form.exec(id);
  return found && { width: Number(found[1]), height: Number(found[2]) };
}

/** Whether a text is the id of a picture of a size that can be placed. */
export function isPlacedImage(id: string): boolean {
  const size = imageSize(id);
  return (
    !!size &&
    Math.max(size.width, size.height) <= mostImageSide &&
    size.width * size.height <= mostImagePixels
  );
}

/** All ids of pictures that a text names. */
export const imageIdsIn = (text: string): readonly string[] => [
  ...new Set(text.match(/img-[0-9a-f]{40}-[1-9]\d{0,4}x[1-9]\d{0,4}/g)),
];
