import { ExpressionError, evaluateExpression, isMeasureName } from './expression';
import type { Measure } from './types';

/** Measures that go round in a circle. */
class Circle extends ExpressionError {}

const known = new WeakMap<readonly Measure[], ReadonlyMap<string, number>>();

/** What is wrong with a list of measures, each in plain words. */
export function measureFaults(measures: readonly Measure[]): string[] {
  const names = new Set<string>();
  const faults: string[] = [];
  for (const { name } of measures) {
    if (!isMeasureName(name))
      faults.push(`“${name}” cannot name a measure: take letters and digits, a letter first, and no unit.`);
    else if (names.has(name)) faults.push(`Two measures are called “${name}”.`);
    names.add(name);
  }
  if (faults.length) return faults;
  try {
    measureValues(measures);
    return [];
  } catch (e) {
    if (!(e instanceof ExpressionError)) throw e;
    return [e.message];
  }
}

/**
 * The value of each measure by its name: lengths in sheet units, other numbers as they are.
 * @throws ExpressionError in plain words; where measures go round in a circle, with their names.
 */
export function measureValues(measures: readonly Measure[]): ReadonlyMap<string, number> {
  const done = known.get(measures);
  if (done) return done;
  const byName = new Map(measures.map((m) => [m.name, m]));
  const values = new Map<string, number>();
  const under: string[] = [];
  const numberOf = (name: string): number | undefined => {
    const measure = byName.get(name);
    if (!measure) return undefined;
    const value = values.get(name);
    if (value !== undefined) return value;
    const from = under.indexOf(name);
    if (from >= 0)
      throw new Circle(`Measures cannot rest on themselves: ${[...under.slice(from), name].join(' → ')}.`);
    under.push(name);
    const fresh = evaluateExpression(measure.text, { measure: numberOf });
    under.pop();
    values.set(name, fresh);
    return fresh;
  };
  for (const { name } of measures) {
    under.length = 0;
    try {
      numberOf(name);
    } catch (e) {
      if (!(e instanceof ExpressionError) || e instanceof Circle) throw e;
      throw new ExpressionError(`Measure “${under.at(-1) ?? name}”: ${e.message}`);
    }
  }
  known.set(measures, values);
  return values;
}
