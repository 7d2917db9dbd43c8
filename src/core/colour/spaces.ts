/** Colour channels: sRGB-encoded and linear red, green, blue 0–1; OKLab L 0–1, a and b about ±0.4. */
export type Triple = readonly [number, number, number];

/** sRGB decoding of one channel (CSS Color 4, section 10.2; IEC 61966-2-1). */
export function decodeChannel(v: number): number {
  const a = Math.abs(v);
  return a <= 0.04045 ? v / 12.92 : Math.sign(v) * ((a + 0.055) / 1.055) ** 2.4;
}

/** sRGB encoding of one linear channel. */
export function encodeChannel(v: number): number {
  const a = Math.abs(v);
  return a <= 0.0031308 ? v * 12.92 : Math.sign(v) * (1.055 * a ** (1 / 2.4) - 0.055);
}

export const toLinear = (c: Triple): Triple => [
  decodeChannel(c[0]),
  decodeChannel(c[1]),
  decodeChannel(c[2]),
];

export const fromLinear = (c: Triple): Triple => [
  encodeChannel(c[0]),
  encodeChannel(c[1]),
  encodeChannel(c[2]),
];

/** sRGB to OKLab (Ottosson 2020, matrices for linear sRGB as published). */
export function toOklab(c: Triple): Triple {
  const [r, g, b] = toLinear(c);
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}

/** OKLab to sRGB; channels outside 0–1 say that the colour is out of gamut. */
export function fromOklab(c: Triple): Triple {
  const l = (c[0] + 0.3963377774 * c[1] + 0.2158037573 * c[2]) ** 3;
  const m = (c[0] - 0.1055613458 * c[1] - 0.0638541728 * c[2]) ** 3;
  const s = (c[0] - 0.0894841775 * c[1] - 1.291485548 * c[2]) ** 3;
  return fromLinear([
    4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s,
    -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s,
    -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s,
  ]);
}

/** sRGB to hue in degrees, saturation and lightness 0–1 (CSS Color 4, section 7). */
export function toHsl(c: Triple): Triple {
  const max = Math.max(...c);
  const min = Math.min(...c);
  const l = (max + min) / 2;
  const d = max - min;
  if (d === 0) return [0, 0, l];
  const room = 1 - Math.abs(2 * l - 1);
  const s = room > 0 ? Math.min(1, d / room) : 0;
  const [r, g, b] = c;
  const h = max === r ? ((g - b) / d + 6) % 6 : max === g ? (b - r) / d + 2 : (r - g) / d + 4;
  return [60 * h, s, l];
}

/** Hue in degrees, saturation and lightness 0–1 to sRGB. */
export function fromHsl([h, s, l]: Triple): Triple {
  const channel = (n: number) => {
    const k = (((n + h / 30) % 12) + 12) % 12;
    return l - s * Math.min(l, 1 - l) * Math.max(-1, Math.min(k - 3, 9 - k, 1));
  };
  return [channel(0), channel(8), channel(4)];
}

/** Relative luminance of an sRGB colour, 0–1 (WCAG 2). */
export function luminance(c: Triple): number {
  const [r, g, b] = toLinear(c);
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Contrast ratio of two opaque sRGB colours, 1–21 (WCAG 2). */
export function contrast(a: Triple, b: Triple): number {
  const [x, y] = [luminance(a), luminance(b)];
  return (Math.max(x, y) + 0.05) / (Math.min(x, y) + 0.05);
}
