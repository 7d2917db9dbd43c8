import { type Design, evaluate, makeCoat, makeDesign, type Part, renderPixels } from '@/core';

/** A design of one sheet `s`, `side` units square, with parts on it; those inside others stand there alone. */
export function designOf(side: number, ...parts: Part[]): Design {
  const d = makeDesign('Test', { id: 's', width: side, height: side });
  const inside = new Set(parts.flatMap((p) => p.children));
  return {
    ...d,
    sheets: [{ ...d.sheets[0], parts: parts.filter((p) => !inside.has(p.id)).map((p) => p.id) }],
    parts: Object.fromEntries(parts.map((p) => [p.id, p])),
  };
}

/** The design with one part changed. */
export const withPart = (d: Design, id: string, values: Partial<Part>): Design => ({
  ...d,
  parts: { ...d.parts, [id]: { ...d.parts[id], ...values } },
});

/** A fill of one colour. */
export const solid = (colour: string) => makeCoat('fill', { paint: { kind: 'solid', colour } });

/** Greatest difference of any channel of the pictures of two designs, of 255. */
export function difference(a: Design, b: Design): number {
  const [p, q] = [a, b].map((d) => renderPixels(evaluate(d, 's'), 400).data);
  let most = 0;
  for (let i = 0; i < p.length; i++) most = Math.max(most, Math.abs(p[i] - q[i]));
  return most;
}
