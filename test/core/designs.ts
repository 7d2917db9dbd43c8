import {
  type Design,
  evaluate,
  type Lettering,
  makeCoat,
  makeDesign,
  makePart,
  makeSource,
  origin,
  type Part,
  renderPixels,
} from '@/core';

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

/** A filled rectangle named by its id, its top left corner at (x, y). */
export const box = (
  id: string,
  x: number,
  y: number,
  w: number,
  h: number,
  extra: Partial<Part> = {},
): Part =>
  makePart(makeSource('rectangle', { width: w, height: h }), {
    id,
    name: id,
    coats: [solid('#9a6b1f')],
    place: { ...origin, x: x + w / 2, y: y + h / 2 },
    ...extra,
  });

/** A filled circle named by its id. */
export const disc = (id: string, x: number, y: number, r: number, extra: Partial<Part> = {}): Part =>
  makePart(makeSource('ellipse', { width: 2 * r, height: 2 * r }), {
    id,
    name: id,
    coats: [solid('#9a6b1f')],
    place: { ...origin, x, y },
    ...extra,
  });

/** Filled words in Anton of size 100, named by their id, their baseline from (x, y). */
export const words = (
  id: string,
  x: number,
  y: number,
  values: Partial<Lettering> = {},
  extra: Partial<Part> = {},
): Part =>
  makePart(makeSource('lettering', { face: 'anton', text: 'Tarn', size: 100, ...values }), {
    id,
    name: id,
    coats: [makeCoat('fill')],
    place: { ...origin, x, y },
    ...extra,
  });
