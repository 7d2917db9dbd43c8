import type { Field } from './fields';

/** Another part that something names. */
export interface Reference {
  /** Id of the part. */
  readonly id: string;
  /** Whether it must stand beside the part that names it, in the same holder or on the same sheet. */
  readonly beside: boolean;
}

/** What in a definition names other parts. Fields of the type “part” say so by themselves. */
export interface Referring<P extends object> {
  /** The parts it names; none where left out and no field is of the type “part”. */
  references?(params: P): readonly Reference[];
  /** The same with the ids of others put through `rename`. */
  withReferences?(params: P, rename: (id: string) => string): P;
}

type Named = Readonly<Record<string, unknown>>;

const partFields = (fields: readonly Field[]): readonly Field[] => fields.filter((f) => f.type === 'part');

/** The parts that parameters name, by what a definition says of itself or else by its fields. */
export function referencesIn<P extends object>(
  definition: Referring<P> & { readonly fields: readonly Field[] },
  params: P,
): readonly Reference[] {
  if (definition.references) return definition.references(params);
  return partFields(definition.fields)
    .map((f) => String((params as Named)[f.name] ?? ''))
    .filter(Boolean)
    .map((id) => ({ id, beside: true }));
}

/** Parameters with the ids of other parts put through `rename`; the same object where there are none. */
export function renamedReferences<P extends object>(
  definition: Referring<P> & { readonly fields: readonly Field[] },
  params: P,
  rename: (id: string) => string,
): P {
  if (definition.withReferences) return definition.withReferences(params, rename);
  const named = partFields(definition.fields).filter((f) => (params as Named)[f.name]);
  if (!named.length) return params;
  return {
    ...params,
    ...Object.fromEntries(named.map((f) => [f.name, rename(String((params as Named)[f.name]))])),
  };
}
