/** A number as SVG has it, to twelve digits. */
export const num = (v: number): string => String(Number(v.toPrecision(12)));

/** Text for an element or an attribute. */
export const escapeText = (s: string): string => s.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);
