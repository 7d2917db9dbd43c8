import { type Coat, paintOf, shownCoatFields } from '../coat';
import { count, type Field, fieldFault, length, number, share } from '../document/fields';
import { mapOwners, type Owner } from '../document/owners';
import type { Design, Part } from '../document/types';
import { finishes } from '../finish';
import { units } from '../geometry/units';
import { holders } from '../holder';
import { primitives } from '../source';
import { steps } from '../step';
import { type Address, valueAt, withValueAt } from './address';
import { ExpressionError, evaluateExpression, namesIn, withName } from './expression';
import { measureFaults, measureValues } from './measures';
import type { Formula, Formulas, Measure } from './types';

const none: readonly Measure[] = [];
export const measuresOf = (design: Pick<Design, 'measures'>): readonly Measure[] => design.measures ?? none;

/** Looks up measures of a design by name. */
export const measureLookup = (design: Pick<Design, 'measures'>): ((name: string) => number | undefined) => {
  const values = measureValues(measuresOf(design));
  return (name) => values.get(name);
};

const sheetNumbers: Readonly<Record<string, Field>> = {
  width: length('width', 'Width', 'Of the sheet.', 1e-3, 100_000),
  height: length('height', 'Height', 'Of the sheet.', 1e-3, 100_000),
  spacing: length('spacing', 'Spacing', 'Of the grid.', 1e-3),
  spokes: count('spokes', 'Spokes', 'Of the grid.', 1, 720),
  slant: number('slant', 'Slant', 'Of a guide.', -90, 90, 1),
};
const partNumbers: Readonly<Record<string, Field>> = {
  opacity: share('opacity', 'Opacity', 'Of the whole part.'),
  skew: number('skew', 'Skew', 'Of the whole part.', -85, 85, 1),
};

/** The field of a coat, its paint or one of its steps that an address names. */
function coatField(coat: Coat, keys: readonly string[]): Field | undefined {
  const among = (fields: readonly Field[]) => fields.find((f) => keys.includes(f.name));
  if (keys[2] === 'paint') return among(paintOf(coat.paint).fields(coat.paint));
  if (keys[2] !== 'steps') return among(shownCoatFields(coat, true));
  const card = coat.steps.find((c) => c.id === keys[3]);
  return card && among(steps[card.kind].fields);
}

/** What the number at an address may be. */
function fieldAt(owner: Owner, address: Address): Field {
  const keys = address.split('/');
  const name = keys[keys.length - 1];
  const among = (fields: readonly Field[]) => fields.find((f) => keys.includes(f.name));
  const other = length(name, name, 'A number of the part or the sheet.');
  if (!('source' in owner)) return sheetNumbers[name] ?? other;
  const [list, id] = keys;
  const { kind } = owner.source;
  if (list === 'source')
    return among((primitives[kind] ?? holders[kind as keyof typeof holders])?.fields ?? []) ?? other;
  if (list === 'steps' || list === 'finishes') {
    const card = owner[list].find((c) => c.id === id);
    return among((card && (list === 'steps' ? steps : finishes)[card.kind]?.fields) ?? []) ?? other;
  }
  const coat = list === 'coats' ? owner.coats.find((c) => c.id === id) : undefined;
  return (coat && coatField(coat, keys)) ?? partNumbers[name] ?? other;
}

/**
 * The number, or the list of numbers where `list`, that a formula comes to, as it is stored.
 * @throws ExpressionError in plain words.
 */
export function formulaValue(
  formula: Formula,
  measure: (name: string) => number | undefined,
  list: boolean,
): number | number[] {
  const per = formula.in;
  const unit = per && per !== '%' ? units[per] : 1;
  const scale = per === '%' ? 0.01 : unit;
  const one = (text: string) => evaluateExpression(text, { measure, unit }) * scale;
  return list
    ? formula.text
        .split(/[\s;]+/)
        .filter(Boolean)
        .map(one)
    : one(formula.text);
}

const same = (a: unknown, b: unknown): boolean =>
  Array.isArray(a) && Array.isArray(b) ? a.length === b.length && a.every((v, i) => v === b[i]) : a === b;

/** A part or sheet with every number that follows a formula brought up to it. */
function settleOwner<T extends Owner>(owner: T, measure: (name: string) => number | undefined): T {
  let out = owner;
  for (const [address, formula] of Object.entries(owner.formulas ?? {})) {
    const now = valueAt(out, address);
    if (now === undefined) continue;
    const value = formulaValue(formula, measure, Array.isArray(now));
    if (same(value, now)) continue;
    const fault = fieldFault(fieldAt(out, address), valueOfField(out, address, value));
    if (fault)
      throw new ExpressionError(
        `“${formula.text}” in “${owner.name}” ${fault}; it comes to ${shown(value)}.`,
      );
    out = withValueAt(out, address, value);
  }
  return out;
}

/** What a field of a part is once one of its numbers is another: the number itself, or the whole it stands in. */
function valueOfField(owner: Owner, address: Address, value: number | number[]): unknown {
  const { name } = fieldAt(owner, address);
  const keys = address.split('/');
  const at = keys.indexOf(name);
  if (at < 0 || at === keys.length - 1) return value;
  return valueAt(withValueAt(owner, address, value), keys.slice(0, at + 1).join('/'));
}

const shown = (v: number | number[]): string =>
  [v]
    .flat()
    .map((n) => Number(n.toFixed(3)))
    .join(' ');

function withFormulas<T extends Owner>(owner: T, formulas: Formulas): T {
  const { formulas: _, ...rest } = owner;
  return (Object.keys(formulas).length ? { ...rest, formulas } : rest) as T;
}

/** The design with every number that follows a measure brought up to it. @throws ExpressionError */
export function settleMeasures(design: Design): Design {
  const measure = measureLookup(design);
  return mapOwners(design, (o) => (o.formulas ? settleOwner(o, measure) : o));
}

/** Has a number of a part or a sheet follow a formula. @throws ExpressionError where it comes to nothing that fits. */
export function followFormula<T extends Owner>(
  design: Design,
  owner: T,
  address: Address,
  formula: Formula,
): T {
  return settleOwner(withFormulas(owner, { ...owner.formulas, [address]: formula }), measureLookup(design));
}

/** A number of a part or a sheet that stays as it is and follows nothing. */
export function unfollowed<T extends Owner>(owner: T, address: Address): T {
  if (!owner.formulas?.[address]) return owner;
  const { [address]: _, ...left } = owner.formulas;
  return withFormulas(owner, left);
}

/** The numbers that formulas follow and that were set by hand after `before` follow them no longer. */
export function dropOverridden(before: Design, after: Design): Design {
  const sheetsBefore = new Map(before.sheets.map((s) => [s.id, s]));
  return mapOwners(after, (owner) => {
    const was = 'source' in owner ? before.parts[owner.id] : sheetsBefore.get(owner.id);
    if (!owner.formulas || was === owner) return owner;
    const left = Object.entries(owner.formulas).filter(([address, formula]) => {
      const now = valueAt(owner, address);
      const then = was?.formulas?.[address] === formula ? valueAt(was, address) : now;
      return now !== undefined && (same(now, then) || before.measures !== after.measures);
    });
    return left.length === Object.keys(owner.formulas).length
      ? owner
      : withFormulas(owner, Object.fromEntries(left));
  });
}

/** The design with other measures, and all that follows them. @throws ExpressionError; nothing is changed then. */
export function withMeasures(design: Design, measures: readonly Measure[]): Design {
  const [fault] = measureFaults(measures);
  if (fault) throw new ExpressionError(fault);
  const { measures: _, ...rest } = design;
  return settleMeasures(measures.length ? { ...rest, measures } : rest);
}

const inText =
  (name: string, instead: string | number) =>
  <T extends { text: string }>(f: T): T =>
    namesIn(f.text).includes(name) ? { ...f, text: withName(f.text, name, instead) } : f;

/** A design in which all that names a measure says something else instead. */
function replaceName(design: Design, name: string, instead: string | number): Design {
  const put = inText(name, instead);
  return mapOwners(design, (owner) => {
    if (!owner.formulas) return owner;
    const entries = Object.entries(owner.formulas).map(([a, f]): [string, Formula] => [a, put(f)]);
    // A sum that names no measure any more is a number like any other.
    return withFormulas(owner, Object.fromEntries(entries.filter(([, f]) => namesIn(f.text).length)));
  });
}

/** Gives a measure another name everywhere. @throws ExpressionError where the name cannot be had. */
export function renameMeasure(design: Design, id: string, name: string): Design {
  const all = measuresOf(design);
  const measure = all.find((m) => m.id === id);
  if (!measure || measure.name === name) return design;
  const [fault] = measureFaults(
    all.map((m) => (m.id === id ? { ...m, name, text: '0' } : { ...m, text: '0' })),
  );
  if (fault) throw new ExpressionError(fault);
  const put = inText(measure.name, name);
  const measures = all.map((m) => put(m.id === id ? { ...m, name } : m));
  return withMeasures(replaceName(design, measure.name, name), measures);
}

/** Takes a measure out; what followed it keeps its number. */
export function removeMeasure(design: Design, id: string): Design {
  const all = measuresOf(design);
  const measure = all.find((m) => m.id === id);
  const value = measure && measureLookup(design)(measure.name);
  if (!measure || value === undefined) return design;
  const put = inText(measure.name, value);
  return withMeasures(replaceName(design, measure.name, value), all.filter((m) => m.id !== id).map(put));
}

/** A part that comes from elsewhere: formulas that name measures this design has not keep only their numbers. */
export function keepKnownFormulas(design: Pick<Design, 'measures'>, part: Part): Part {
  if (!part.formulas) return part;
  const measure = measureLookup(design);
  const left = Object.entries(part.formulas).filter(([, f]) =>
    namesIn(f.text).every((n) => measure(n) !== undefined),
  );
  return withFormulas(part, Object.fromEntries(left));
}

/** The addresses of formulas when the cards they speak of have other ids. */
export function renamedFormulas(formulas: Formulas, rename: (id: string) => string): Formulas {
  return Object.fromEntries(
    Object.entries(formulas).map(([address, f]) => {
      const [list, id, ...rest] = address.split('/');
      return [rest.length ? [list, rename(id), ...rest].join('/') : address, f];
    }),
  );
}
