import type { Described } from '../document/described';
import type { Field } from '../document/fields';
import {
  bleedField,
  groundFields,
  nameField,
  type RowParams,
  rowDefaults,
  sizeFields,
  subjectField,
} from './row-fields';

/** What a file is made of. */
export type Made = 'pixels' | 'outlines' | 'icons' | 'list';

/** A kind of file that leaves the program, as its own definition says it. */
interface OwnDefinition<P extends object> extends Described {
  readonly kind: string;
  /** End of its files' names, without the point. */
  readonly extension: string;
  /** Media type (IANA). */
  readonly media: string;
  readonly made: Made;
  /** Pixels that its longer side has at most; of outlines sheet units. */
  readonly longest: number;
  /** Whether it can be clear in places. */
  readonly clear: boolean;
  /** Whether it has pages. */
  readonly paged?: boolean;
  /** Where its standard is. */
  readonly standard: string;
  readonly own: readonly Field[];
  readonly ownDefaults: P;
}

/** A kind of file: its own settings, and those of any row of an export set. */
export interface FormatDefinition<P extends object = object> extends OwnDefinition<P> {
  readonly fields: readonly Field[];
  readonly defaults: Partial<RowParams> & P;
}

/** The settings of a row beside its kind’s own, by what its file is made of. */
const shared: Readonly<
  Record<Made, (d: Pick<OwnDefinition<object>, 'longest' | 'clear'>) => readonly Field[]>
> = {
  pixels: ({ longest, clear }) => [subjectField, ...sizeFields(longest), ...groundFields(clear), bleedField],
  outlines: ({ clear }) => [subjectField, ...groundFields(clear), bleedField],
  icons: ({ clear }) => [subjectField, ...groundFields(clear)],
  list: () => [],
};

/** A definition with the settings that every row has, as far as they mean something for it. */
export function defineFormat<P extends object>(d: OwnDefinition<P>): FormatDefinition<P> {
  const fields = [...shared[d.made](d), ...d.own, nameField].map((f) =>
    d.paged && f === subjectField ? { ...f, pages: true } : f,
  );
  const values = { ...rowDefaults, ...d.ownDefaults };
  const held = new Set(fields.map((f) => f.name));
  const defaults = Object.fromEntries(Object.entries(values).filter(([name]) => held.has(name)));
  return { ...d, fields, defaults: defaults as Partial<RowParams> & P };
}
