/** What a page of a test is made of: its operators, its resources, and further objects, the first of which is number 10. */
export interface RawPage {
  readonly content: string;
  readonly resources?: string;
  readonly objects?: readonly string[];
}

/** Returns a stream as an object of a PDF (ISO 32000-1, 7.3.8). */
export const stream = (dictionary: string, content: string): string =>
  `<< ${dictionary} /Length ${Buffer.byteLength(content, 'latin1')} >>\nstream\n${content}\nendstream`;

/** Returns a PDF of one page of 200 × 200 points, written object by object (ISO 32000-1, 7.5). */
export function rawPdf({ content, resources = '', objects = [] }: RawPage): Uint8Array {
  const all = new Map<number, string>([
    [1, '<< /Type /Catalog /Pages 2 0 R >>'],
    [2, '<< /Type /Pages /Kids [3 0 R] /Count 1 >>'],
    [
      3,
      `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 200 200] /Contents 4 0 R /Resources << ${resources} >> >>`,
    ],
    [4, stream('', content)],
    ...objects.map((o, i): [number, string] => [10 + i, o]),
  ]);
  let text = '%PDF-1.7\n';
  const places = new Map<number, number>();
  for (const [number, body] of all) {
    places.set(number, text.length);
    text += `${number} 0 obj\n${body}\nendobj\n`;
  }
  const start = text.length;
  const size = Math.max(...all.keys()) + 1;
  const line = (n: number) =>
    places.has(n) ? `${String(places.get(n)).padStart(10, '0')} 00000 n \n` : '0000000000 65535 f \n';
  text += `xref\n0 ${size}\n${Array.from({ length: size }, (_, n) => line(n)).join('')}`;
  text += `trailer\n<< /Size ${size} /Root 1 0 R >>\nstartxref\n${start}\n%%EOF\n`;
  return new Uint8Array(Buffer.from(text, 'latin1'));
}
