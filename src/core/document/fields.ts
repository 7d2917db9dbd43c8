import { gridFault } from '../bend/grid/grid';
import { pinsFault } from '../bend/pins/pin';
import { isPlacedImage } from '../image/image-id';

/** What one parameter of a definition is: its name, words, type, range and choices. */
export interface Field {
  readonly name: string;
  /** What it is called. */
  readonly label: string;
  /** What it does, in one line. */
  readonly about: string;
  readonly type:
    | 'length'
    | 'angle'
    | 'number'
    | 'count'
    | 'percent'
    | 'switch'
    | 'choice'
    | 'colour'
    | 'lengths'
    | 'shares'
    | 'curve'
    | 'grid'
    | 'pins'
    | 'corners'
    | 'image'
    | 'part'
    | 'other'
    | 'subject'
    | 'sheet'
    | 'text'
    | 'sizes';
  readonly min?: number;
  readonly max?: number;
  /** How many entries a list may have. */
  readonly most?: number;
  /** How much an arrow key changes it. */
  readonly step?: number;
  /** The values of a choice, and what each is called. */
  readonly options?: Choices;
  /** Set where it is one coordinate of a place, kept in the part's own coordinates and told in the sheet's. */
  readonly axis?: 'x' | 'y';
  /** Whether it is kept for what may go and is nothing to be typed: it is not shown. */
  readonly kept?: boolean;
  /** Whether several sheets may be named, a page each. */
  readonly pages?: boolean;
  /** What it is called where a part may be named and none is. */
  readonly none?: string;
  /** The value another field must have for this one to mean anything, or those of which it must have one. */
  readonly onlyIf?: { readonly name: string; readonly is: FieldValue | readonly string[] };
  /** The value another field must not have. */
  readonly unless?: { readonly name: string; readonly is: FieldValue };
  /** What documents mean that were written before there was this field. */
  readonly absent?: FieldValue;
}

/** Values and what each is called, in the order they are offered. */
export type Choices = Readonly<Record<string, string>>;

/** Radii of single corners, by where the corner is in the outline: piece, contour, segment. */
export type CornerRadii = Readonly<Record<string, number>>;

export type FieldValue = number | boolean | string | readonly number[] | CornerRadii;
export type Params = Readonly<Record<string, FieldValue>>;

/** Greatest magnitude of a length or a coordinate, in sheet units. */
export const lengthLimit = 1e6;

export const length = (
  name: string,
  label: string,
  about: string,
  min = -lengthLimit,
  max = lengthLimit,
): Field => ({ name, label, about, type: 'length', min, max, step: 1 });

/** The two coordinates of a place in the part's own coordinates. */
export const place = (
  nameX: string,
  nameY: string,
  label: string,
  about: string,
): readonly [Field, Field] => [
  { ...length(nameX, `${label} x`, about), axis: 'x' },
  { ...length(nameY, `${label} y`, about), axis: 'y' },
];

export const size = (name: string, label: string, about: string): Field => length(name, label, about, 0);

export const angle = (name: string, label: string, about: string, min = -36000, max = 36000): Field => ({
  name,
  label,
  about,
  type: 'angle',
  min,
  max,
  step: 1,
});

export const count = (name: string, label: string, about: string, min: number, max: number): Field => ({
  name,
  label,
  about,
  type: 'count',
  min,
  max,
  step: 1,
});

/** A share, stored 0–1 and shown as per cent. */
export const share = (name: string, label: string, about: string, min = 0, max = 1): Field => ({
  name,
  label,
  about,
  type: 'percent',
  min,
  max,
  step: 0.01,
});

export const number = (
  name: string,
  label: string,
  about: string,
  min: number,
  max: number,
  step: number,
): Field => ({ name, label, about, type: 'number', min, max, step });

export const choice = (name: string, label: string, about: string, options: Choices): Field => ({
  name,
  label,
  about,
  type: 'choice',
  options,
});

export const toggle = (name: string, label: string, about: string): Field => ({
  name,
  label,
  about,
  type: 'switch',
});

export const colour = (name: string, label: string, about: string): Field => ({
  name,
  label,
  about,
  type: 'colour',
});

export const lengths = (name: string, label: string, about: string, min = 0): Field => ({
  name,
  label,
  about,
  type: 'lengths',
  min,
  max: lengthLimit,
});

/** Several shares, stored 0–1 and shown as per cent. */
export const sharesOf = (name: string, label: string, about: string): Field => ({
  name,
  label,
  about,
  type: 'shares',
  min: 0,
  max: 10,
});

/** A curve over 0–1: places and heights of its points in turn, stored 0–1. */
export const curve = (name: string, label: string, about: string): Field => ({
  name,
  label,
  about,
  type: 'curve',
  min: 0,
  max: 1,
});

/** A grid of curved cells over the unit square, as its numbers. */
export const grid = (name: string, label: string, about: string): Field => ({
  name,
  label,
  about,
  type: 'grid',
});

/** Pins on the unit square, as their numbers. */
export const pins = (name: string, label: string, about: string): Field => ({
  name,
  label,
  about,
  type: 'pins',
});

export const corners = (name: string, label: string, about: string): Field => ({
  name,
  label,
  about,
  type: 'corners',
  min: 0,
  max: lengthLimit,
});

/** What the fields of two ends are called. */
export const endWords = { x1: 'Start x', y1: 'Start y', x2: 'End x', y2: 'End y' } as const;

/** A sibling by its id, or an empty text for none. */
export const sibling = (name: string, label: string, about: string, none = 'Numbers'): Field => ({
  name,
  label,
  about,
  type: 'part',
  none,
});

/** A picture by its id, or an empty text for none. */
export const image = (name: string, label: string, about: string): Field => ({
  name,
  label,
  about,
  type: 'image',
});

/** Another picture by its address: an earlier state, a sheet or a design; an empty text for none. */
export const other = (name: string, label: string, about: string): Field => ({
  name,
  label,
  about,
  type: 'other',
});

/** A sheet of the design by its id, or an empty text for none. */
export const sheet = (name: string, label: string, about: string): Field => ({
  name,
  label,
  about,
  type: 'sheet',
});

/** What is exported, by its address: a sheet, its proofs, or parts; an empty text for the first sheet. */
export const subject = (name: string, label: string, about: string): Field => ({
  name,
  label,
  about,
  type: 'subject',
});

/** A line of text of so many characters at most. */
export const words = (name: string, label: string, about: string, max: number): Field => ({
  name,
  label,
  about,
  type: 'text',
  max,
});

/** Several whole numbers of pixels, each at most so many; as many of them as `most` says. */
export const sizes = (name: string, label: string, about: string, max: number, most: number): Field => ({
  name,
  label,
  about,
  type: 'sizes',
  min: 1,
  max,
  most,
});

/** A field that means something only while another has a value, or one of several. */
export const onlyIf = (name: string, is: FieldValue | readonly string[], field: Field): Field => ({
  ...field,
  onlyIf: { name, is },
});

/** A field that means nothing while another has a value. */
export const unless = (name: string, is: FieldValue, field: Field): Field => ({
  ...field,
  unless: { name, is },
});

/** Whether a field means anything beside the values that the others have. */
export const isMeant = (
  { onlyIf: need, unless: bar }: Field,
  params: Readonly<Record<string, unknown>>,
): boolean =>
  (!need || (Array.isArray(need.is) ? need.is.includes(params[need.name]) : params[need.name] === need.is)) &&
  (!bar || params[bar.name] !== bar.is);

/** A field that came later: documents without it mean `absent`. */
export const later = (field: Field, absent: FieldValue): Field => ({ ...field, absent });

const isRadii = (value: unknown): value is CornerRadii =>
  typeof value === 'object' &&
  value !== null &&
  !Array.isArray(value) &&
  Object.entries(value).every(
    ([corner, r]) => /^\d+\.\d+\.\d+$/.test(corner) && typeof r === 'number' && r >= 0 && r <= lengthLimit,
  );

/** Most points of a curve. */
export const mostCurvePoints = 24;

/** Why a list is no curve, or null where it is one. */
function curveFault(value: unknown): string | null {
  const shares = Array.isArray(value) && value.every((v) => typeof v === 'number' && v >= 0 && v <= 1);
  if (!shares || value.length % 2 || value.length < 4 || value.length > 2 * mostCurvePoints)
    return `must be a list of 2 to ${mostCurvePoints} points, a place and a height each, all 0 to 1`;
  const places: readonly number[] = value.filter((_, i) => i % 2 === 0);
  if (places[0] !== 0 || places[places.length - 1] !== 1) return 'must begin at a place of 0 and end at 1';
  return places.every((v, i) => i === 0 || v >= places[i - 1])
    ? null
    : 'must have its places in rising order';
}

const isLengths = ({ min = 0, max = lengthLimit }: Field, value: unknown): boolean =>
  Array.isArray(value) &&
  value.length <= 1000 &&
  value.every((v) => typeof v === 'number' && v >= min && v <= max);

function subjectFault({ pages }: Field, value: unknown): string | null {
  const one = /^(?:|(?:sheet|proofs):[\w-]{1,40}|parts:[\w-]{1,40}(?:,[\w-]{1,40}){0,99})$/;
  const several = /^sheets:[\w-]{1,40}(?:,[\w-]{1,40}){0,199}$/;
  if (typeof value === 'string' && (one.test(value) || (pages && several.test(value)))) return null;
  return `must name a sheet, its proofs${pages ? ', sheets that are a page each' : ''} or up to 100 parts`;
}

function textFault({ max = 200 }: Field, value: unknown): string | null {
  if (typeof value !== 'string') return 'must be a text';
  if (!value.isWellFormed() || /\p{Cc}/u.test(value)) return 'must be a text without control characters';
  return value.length <= max ? null : `must have at most ${max} characters`;
}

function sizesFault({ max = 1, most = 1 }: Field, value: unknown): string | null {
  const fits =
    Array.isArray(value) &&
    value.length >= 1 &&
    value.length <= most &&
    value.every((v) => Number.isInteger(v) && v >= 1 && v <= max);
  return fits ? null : `must be 1 to ${most} whole numbers from 1 to ${max}`;
}

/** Why a value does not fit a field, in plain words, or null where it does. */
export function fieldFault(field: Field, value: unknown): string | null {
  switch (field.type) {
    case 'switch':
      return typeof value === 'boolean' ? null : 'must be on or off';
    case 'choice':
      return Object.hasOwn(field.options ?? {}, value as PropertyKey)
        ? null
        : `must be one of ${Object.keys(field.options ?? {}).join(', ')}`;
    case 'colour':
      return typeof value === 'string' && /^#(?:[0-9a-f]{3,4}|[0-9a-f]{6}|[0-9a-f]{8})$/i.test(value)
        ? null
        : 'must be a colour such as #9a6b1f';
    case 'lengths':
      return isLengths(field, value)
        ? null
        : `must be a list of lengths${field.min === 0 ? ', none below 0' : ''}`;
    case 'shares':
      return isLengths(field, value) ? null : 'must be a list of shares, none below 0';
    case 'curve':
      return curveFault(value);
    case 'grid':
      return gridFault(value);
    case 'pins':
      return pinsFault(value);
    case 'corners':
      return isRadii(value) ? null : 'must name corners and a radius for each, none below 0';
    case 'image':
      return value === '' || (typeof value === 'string' && isPlacedImage(value))
        ? null
        : 'must name a picture';
    case 'part':
      return typeof value === 'string' && /^[\w-]{0,40}$/.test(value) ? null : 'must name a part';
    case 'sheet':
      return typeof value === 'string' && /^[\w-]{0,40}$/.test(value) ? null : 'must name a sheet';
    case 'other':
      return typeof value === 'string' && /^(?:|(?:before|sheet|design):[\w-]{1,60})$/.test(value)
        ? null
        : 'must name an earlier state, a sheet or a design';
    case 'subject':
      return subjectFault(field, value);
    case 'text':
      return textFault(field, value);
    case 'sizes':
      return sizesFault(field, value);
    default: {
      if (typeof value !== 'number' || !Number.isFinite(value)) return 'must be a number';
      if (field.type === 'count' && !Number.isInteger(value)) return 'must be a whole number';
      if (field.min !== undefined && value < field.min)
        return `must not be below ${limitText(field, field.min)}`;
      if (field.max !== undefined && value > field.max)
        return `must not be above ${limitText(field, field.max)}`;
      return null;
    }
  }
}

/** Parameters with the numbers of fields kept to the least and the most that their fields allow. */
export const keptWithin = <P extends object>(fields: readonly Field[], params: P): P => {
  const kept = fields.flatMap(({ name, min = -Infinity, max = Infinity }) => {
    const v = (params as Readonly<Record<string, unknown>>)[name];
    return typeof v === 'number' && (v < min || v > max) ? [[name, Math.min(max, Math.max(min, v))]] : [];
  });
  return kept.length ? { ...params, ...Object.fromEntries(kept) } : params;
};

const limitText = (field: Field, v: number): string =>
  field.type === 'percent' ? `${v * 100} %` : String(v);
