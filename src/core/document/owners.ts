import { withMembers } from './record';
import type { Design, Part, Sheet } from './types';

/** What has fields: a part or a sheet. */
export type Owner = Part | Sheet;

/** The design with all its parts and sheets put through a change; what does not change is shared. */
export function mapOwners(design: Design, change: <T extends Owner>(owner: T) => T): Design {
  const changed: [string, Part][] = [];
  for (const part of Object.values(design.parts)) {
    const next = change(part);
    if (next !== part) changed.push([part.id, next]);
  }
  const parts = changed.length ? withMembers(design.parts, changed) : design.parts;
  const sheets = design.sheets.map(change);
  const sameSheets = sheets.every((s, i) => s === design.sheets[i]);
  if (parts === design.parts && sameSheets) return design;
  return { ...design, parts, sheets: sameSheets ? design.sheets : sheets };
}
