'use client';

import { type Field, isMeant, type Matrix, placeOnSheet, withPlaceOnSheet } from '@/core';
import { ChoiceField } from './ChoiceField';
import { CornersField } from './CornersField';
import { ColourField } from './colour/ColourField';
import { LengthsField } from './LengthsField';
import { NumberField } from './NumberField';
import { SiblingField } from './SiblingField';
import { SwitchField } from './SwitchField';
import { wordFor } from './words';

const suffixes: Partial<Record<Field['type'], string>> = { angle: '°', percent: '%' };
const noOptions: readonly string[] = [];

/** One coordinate of a place, as the sheet tells it; the other stays where it is. */
function PlaceField({
  fields,
  field,
  params,
  world,
  onChange,
}: {
  fields: readonly Field[];
  field: Field;
  params: Readonly<Record<string, unknown>>;
  world: Matrix;
  onChange(name: string, value: unknown, other?: readonly [string, unknown]): void;
}) {
  return (
    <NumberField
      label={wordFor(field.name)}
      value={placeOnSheet(fields, field, params, world)[field.axis ?? 'x']}
      min={-1e6}
      max={1e6}
      onChange={(v) => {
        const [first, second] = Object.entries(withPlaceOnSheet(fields, field, params, world, v));
        if (first && second) onChange(...first, second);
      }}
    />
  );
}

/** One control for each field of a definition, built from its descriptors. */
export function ParamFields({
  fields,
  params,
  at,
  world,
  anywhere,
  onChange,
}: {
  fields: readonly Field[];
  params: Readonly<Record<string, unknown>>;
  /** Address of the parameters in the part, so that they can follow measures. */
  at?: string;
  /** From the part's own coordinates to the sheet's, for places. */
  world?: Matrix | null;
  /** Whether parts may be any of the sheet rather than siblings. */
  anywhere?: boolean;
  /** Takes a new value; of a place the other coordinate goes with it. */
  onChange(name: string, value: unknown, other?: readonly [string, unknown]): void;
}) {
  const meant = fields.filter((f) => isMeant(f, params));
  return meant.map((f) => {
    const label = wordFor(f.name);
    const value = params[f.name];
    const take = (v: unknown) => onChange(f.name, v);
    const address = at && `${at}/${f.name}`;
    if (f.axis && world)
      return <PlaceField key={f.name} {...{ fields, field: f, params, world, onChange }} />;
    switch (f.type) {
      case 'switch':
        return <SwitchField key={f.name} label={label} value={value as boolean} onChange={take} />;
      case 'choice':
        return (
          <ChoiceField
            key={f.name}
            label={label}
            value={value as string}
            options={f.options ?? noOptions}
            onChange={take}
          />
        );
      case 'colour':
        return (
          <ColourField key={f.name} label={label} value={value as string} address={address} onChange={take} />
        );
      case 'part':
        return (
          <SiblingField
            key={f.name}
            label={label}
            value={value as string}
            anywhere={anywhere}
            onChange={take}
          />
        );
      case 'lengths':
        return (
          <LengthsField
            key={f.name}
            label={label}
            value={value as number[]}
            min={f.min}
            address={address}
            onChange={take}
          />
        );
      case 'shares':
        return (
          <LengthsField
            key={f.name}
            label={`${label}, %`}
            value={(value as number[]).map((v) => Number((v * 100).toFixed(2)))}
            min={f.min}
            onChange={(list) => take(list.map((v) => v / 100))}
          />
        );
      case 'corners':
        return (
          <CornersField
            key={f.name}
            value={(value ?? {}) as Record<string, number>}
            address={address}
            onChange={take}
          />
        );
      default: {
        const k = f.type === 'percent' ? 100 : 1;
        return (
          <NumberField
            key={f.name}
            label={label}
            value={(value as number) * k}
            min={f.min === undefined ? undefined : f.min * k}
            max={f.max === undefined ? undefined : f.max * k}
            step={(f.step ?? 1) * k}
            whole={f.type === 'count'}
            suffix={suffixes[f.type]}
            address={address}
            onChange={(v) => take(v / k)}
          />
        );
      }
    }
  });
}
