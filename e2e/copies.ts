import type { Design, Part } from '@/core';
import { demoDesigns } from '../demo';
import type { Hand } from './hand';

/** A demo design by its name. */
export const demoNamed = (name: string): Design =>
  Object.values(demoDesigns)
    .map((make) => make())
    .find((d) => d.name === name) as Design;

/** Opens a copy of a demo design that was changed, its colours no longer linked to the palette. */
export async function openChanged(e: Hand, name: string, change: (design: Design) => Design): Promise<void> {
  const design = change(demoNamed(name));
  const parts = Object.fromEntries(
    Object.entries(design.parts).map(([id, { inks: _, ...rest }]) => [id, rest]),
  );
  const { id } = await (
    await e.page.request.post('/api/designs', {
      data: { document: { ...design, name: `By hand: ${name}`, parts } },
    })
  ).json();
  await e.page.goto(`/designs/${id}`);
  e.sheetWidth = design.sheets[0].width;
  await e.ready();
}

/** Opens a copy of a demo design from which some of its look was taken, by the names of parts, to be put back by hand. */
export const openBare = (
  e: Hand,
  name: string,
  bare: Readonly<Record<string, (part: Part) => Partial<Part>>>,
): Promise<void> =>
  openChanged(e, name, (design) => ({
    ...design,
    parts: Object.fromEntries(
      Object.entries(design.parts).map(([id, p]) => [id, bare[p.name] ? { ...p, ...bare[p.name](p) } : p]),
    ),
  }));

/** A design without the parts of some names, and without what is in them. */
export function without(design: Design, ...names: string[]): Design {
  const gone = new Set<string>();
  const drop = (id: string) => {
    gone.add(id);
    for (const c of design.parts[id].children) drop(c);
  };
  for (const p of Object.values(design.parts)) if (names.includes(p.name)) drop(p.id);
  const left = (ids: readonly string[]) => ids.filter((id) => !gone.has(id));
  return {
    ...design,
    parts: Object.fromEntries(
      Object.entries(design.parts)
        .filter(([id]) => !gone.has(id))
        .map(([id, p]) => [id, { ...p, children: left(p.children) }]),
    ),
    sheets: design.sheets.map((s) => ({ ...s, parts: left(s.parts) })),
  };
}
