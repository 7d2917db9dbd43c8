/** A PDF of one page with one Coons patch shading (ISO 32000-1, 8.7.4.5.7, type 6), written by hand. */
export interface PdfPatch {
  /** Twelve points round the patch from its first corner, as the standard orders them, in points of the page. */
  readonly points: readonly (readonly [number, number])[];
  /** Red, green, blue 0–1 of the four corners in the same order. */
  readonly colours: readonly (readonly [number, number, number])[];
}

/** Bytes of the patch data: flag of 8 bits, coordinates of 32, colours of 16. */
function patchBytes({ points, colours }: PdfPatch, size: number): Uint8Array {
  const out = new Uint8Array(1 + 12 * 8 + 4 * 6);
  const view = new DataView(out.buffer);
  points.forEach(([x, y], i) => {
    view.setUint32(1 + 8 * i, Math.round((x / size) * 0xffffffff));
    view.setUint32(5 + 8 * i, Math.round((y / size) * 0xffffffff));
  });
  colours.forEach((c, i) => {
    c.forEach((v, k) => {
      view.setUint16(97 + 6 * i + 2 * k, Math.round(v * 0xffff));
    });
  });
  return out;
}

const latin = (text: string) => Uint8Array.from(text, (c) => c.charCodeAt(0));

export function coonsPdf(patch: PdfPatch, size: number): Uint8Array {
  const data = patchBytes(patch, size);
  const content = `/S sh`;
  const objects: Uint8Array[][] = [
    [latin('<< /Type /Catalog /Pages 2 0 R >>')],
    [latin('<< /Type /Pages /Kids [3 0 R] /Count 1 >>')],
    [
      latin(
        `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 ${size} ${size}] /Contents 4 0 R /Resources << /Shading << /S 5 0 R >> >> >>`,
      ),
    ],
    [latin(`<< /Length ${content.length} >>\nstream\n${content}\nendstream`)],
    [
      latin(
        `<< /ShadingType 6 /ColorSpace /DeviceRGB /BitsPerCoordinate 32 /BitsPerComponent 16 /BitsPerFlag 8 /Decode [0 ${size} 0 ${size} 0 1 0 1 0 1] /Length ${data.length} >>\nstream\n`,
      ),
      data,
      latin('\nendstream'),
    ],
  ];
  const parts: Uint8Array[] = [latin('%PDF-1.4\n')];
  const starts: number[] = [];
  const length = () => parts.reduce((n, p) => n + p.length, 0);
  objects.forEach((object, i) => {
    starts.push(length());
    parts.push(latin(`${i + 1} 0 obj\n`), ...object, latin('\nendobj\n'));
  });
  const at = length();
  const lines = starts.map((s) => `${String(s).padStart(10, '0')} 00000 n \n`).join('');
  parts.push(
    latin(
      `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${lines}trailer << /Size ${objects.length + 1} /Root 1 0 R >>\nstartxref\n${at}\n%%EOF\n`,
    ),
  );
  const out = new Uint8Array(length());
  let to = 0;
  for (const p of parts) {
    out.set(p, to);
    to += p.length;
  }
  return out;
}
