/** Steps that the size of a form is told in, as the power of two. */
const formBits = 32;

/**
 * The power of two that numbers up to `size` are told in whole steps of, so that those of one size are told alike: a
 * size in 2 to the power of `bits` steps at the most. Null where they are all 0, or cannot be told.
 */
export function finenessOf(
  size: number,
  bits = formBits,
): { readonly exponent: number; readonly scale: number } | null {
  const exponent = bits - Math.ceil(Math.log2(size));
  const scale = 2 ** exponent;
  return scale > 0 && Number.isFinite(scale) ? { exponent, scale } : null;
}

/** A number in whole steps; one zero stands for both. */
export const inSteps = (v: number, scale: number): number => Math.round(v * scale) + 0;

/** The bytes of numbers as text: as short as a key can be that tells them all. */
export function asText(numbers: Float64Array): string {
  const units = new Uint16Array(numbers.buffer);
  let text = '';
  for (let i = 0; i < units.length; i += 8192) text += String.fromCharCode(...units.subarray(i, i + 8192));
  return text;
}
