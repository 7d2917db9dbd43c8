import { setBudget, usualBudget } from '@/core';

const names = {
  part: 'COMPASS_PART_SEGMENTS',
  sheet: 'COMPASS_SHEET_SEGMENTS',
  combined: 'COMPASS_COMBINED_SEGMENTS',
  crossings: 'COMPASS_CROSSINGS',
} as const;

let done = false;

/**
 * Takes the limits that were set where the program was started, once. @throws Error naming one that is no whole
 * number above 0.
 */
export function limitsFromEnvironment(): void {
  if (done) return;
  const limits = { ...usualBudget };
  for (const [key, name] of Object.entries(names) as [keyof typeof names, string][]) {
    const text = process.env[name];
    if (text === undefined) continue;
    const value = Number(text);
    if (!Number.isSafeInteger(value) || value < 1)
      throw new Error(`${name} must be a whole number above 0, not “${text}”.`);
    limits[key] = value;
  }
  setBudget(limits);
  done = true;
}
