import { isJson, type Json, mapList, type Upgrade } from './definition';

const colourChanges = new Set<unknown>(['tint', 'colour-shift', 'colour-balance', 'one-ink']);

/** What a colour change is put to is named for what it says. */
function card(c: Json): Json {
  if (!colourChanges.has(c.kind) || !isJson(c.params) || !('reach' in c.params)) return c;
  const { reach, ...params } = c.params;
  return { ...c, params: { changes: reach, ...params } };
}

const finishes = (holder: Json): Json =>
  'finishes' in holder ? { ...holder, finishes: mapList(holder.finishes, card) } : holder;

/** Version 2 calls what a colour change is put to `changes`; in version 1 it was `reach`. */
export const fromOne: Upgrade = {
  from: 1,
  part: finishes,
  card,
  head: (h) => ('looks' in h ? { ...h, looks: mapList(h.looks, finishes) } : h),
};
