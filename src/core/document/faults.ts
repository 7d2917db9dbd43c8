import { holdsParts } from '../holder';
import { namesIn } from '../measure/expression';
import { measuresOf } from '../measure/formulas';
import { measureFaults } from '../measure/measures';
import type { Design, Part, Sheet } from './types';

/** One thing that is wrong with a design: where, by names a designer knows, and what. */
export interface DesignFault {
  readonly where: string;
  readonly message: string;
}

/** Thrown for a design that cannot be read. */
export class DesignError extends Error {
  constructor(readonly faults: readonly DesignFault[]) {
    super(faults.map((f) => `${f.where}: ${f.message}`).join('\n'));
    this.name = 'DesignError';
  }
}

/** What of a part says where it stands among the others. */
export interface Branch extends Pick<Part, 'id' | 'name' | 'children'> {
  readonly source: Pick<Part['source'], 'kind'>;
}

/** Sheets and parts of a design as a tree. */
export interface Tree {
  readonly sheets: readonly Pick<Sheet, 'name' | 'parts'>[];
  readonly parts: Readonly<Record<string, Branch>>;
}

/** Parts that one design may have. */
export const partLimit = 50_000;

/** Faults that only the whole shows: parts that are missing, in two places, or inside themselves; twenty at most. */
export function treeFaults(d: Tree): DesignFault[] {
  const faults: DesignFault[] = [];
  const seen = new Set<string>();
  const keys = Object.keys(d.parts);
  if (keys.length > partLimit)
    return [{ where: 'The design', message: `has more than ${partLimit.toLocaleString('en-GB')} parts` }];
  const visit = (key: string, where: string, depth: number) => {
    if (faults.length >= 20) return;
    const p = Object.hasOwn(d.parts, key) ? d.parts[key] : undefined;
    if (!p) faults.push({ where, message: `the part “${key}” is missing` });
    else if (p.id !== key) faults.push({ where: `Part “${p.name}”`, message: 'its id differs from its key' });
    else if (seen.has(key))
      faults.push({ where: `Part “${p.name}”`, message: 'stands in two places or inside itself' });
    else if (depth > 40) faults.push({ where: `Part “${p.name}”`, message: 'is nested more than 40 deep' });
    else {
      seen.add(key);
      if (p.children.length && !holdsParts(p.source as Part['source']))
        faults.push({ where: `Part “${p.name}”`, message: 'cannot hold other parts' });
      for (const child of p.children) visit(child, `Part “${p.name}”`, depth + 1);
    }
  };
  for (const s of d.sheets) for (const key of s.parts) visit(key, `Sheet “${s.name}”`, 0);
  for (const key of keys)
    if (!seen.has(key) && faults.length < 20)
      faults.push({ where: `Part “${d.parts[key].name}”`, message: 'is on no sheet' });
  return faults;
}

/** Measures that go round or name nothing. */
export const ownMeasureFaults = (d: Pick<Design, 'measures'>): DesignFault[] =>
  measureFaults(measuresOf(d)).map((message) => ({ where: 'Measures', message }));

/** Formulas of parts and sheets that name no measure. */
export function formulaFaults(
  d: Pick<Design, 'measures'>,
  owners: Iterable<Pick<Part, 'name' | 'formulas'>>,
): DesignFault[] {
  const names = new Set(measuresOf(d).map((m) => m.name));
  const faults: DesignFault[] = [];
  for (const owner of owners)
    for (const { text } of Object.values(owner.formulas ?? {}))
      for (const name of namesIn(text).filter((n) => !names.has(n)))
        faults.push({
          where: `“${owner.name}”`,
          message: `follows “${text}”, but there is no measure “${name}”`,
        });
  return faults;
}
