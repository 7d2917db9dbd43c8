'use client';

import {
  type Choices,
  type Field,
  fieldFault,
  isMeant,
  type Matrix,
  placeOnSheet,
  withPlaceOnSheet,
} from '@/core';
import { AgainstField } from './AgainstField';
import { ChoiceField } from './ChoiceField';
import { CornersField } from './CornersField';
import { CurveField } from './CurveField';
import { ColourField } from './colour/ColourField';
import { GridField } from './GridField';
import { ImageField } from './ImageField';
import { LengthsField } from './LengthsField';
import { NumberField } from './NumberField';
import { PinsField } from './PinsField';
import { About } from './row';
import { SheetField } from './SheetField';
import { SiblingField } from './SiblingField';
import { SubjectField } from './SubjectField';
import { SwitchField } from './SwitchField';
import { TextField } from './TextField';

const suffixes: Partial<Record<Field['type'], string>> = { angle: '°', percent: '%' };
const noOptions: Choices = {};

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
      label={field.label}
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

interface ParamFieldsProps {
  readonly fields: readonly Field[];
  readonly params: Readonly<Record<string, unknown>>;
  /** Address of the parameters in the part, so that they can follow measures. */
  readonly at?: string;
  /** From the part's own coordinates to the sheet's, for places. */
  readonly world?: Matrix | null;
  /** Whether parts may be any of the sheet rather than siblings. */
  readonly ofWholeSheet?: boolean;
  /** Takes a new value; of a place the other coordinate goes with it. */
  onChange(name: string, value: unknown, other?: readonly [string, unknown]): void;
}

/** The control of one field. */
function ParamField({
  fields,
  field: f,
  params,
  at,
  world,
  ofWholeSheet,
  onChange,
}: ParamFieldsProps & { readonly field: Field }) {
  const { label } = f;
  const value = params[f.name];
  const take = (v: unknown) => onChange(f.name, v);
  const address = at && `${at}/${f.name}`;
  if (f.axis && world) return <PlaceField {...{ fields, field: f, params, world, onChange }} />;
  switch (f.type) {
    case 'switch':
      return <SwitchField label={label} value={value as boolean} onChange={take} />;
    case 'choice':
      return (
        <ChoiceField label={label} value={value as string} options={f.options ?? noOptions} onChange={take} />
      );
    case 'colour':
      return <ColourField label={label} value={value as string} address={address} onChange={take} />;
    case 'image':
      return <ImageField label={label} value={value as string} onChange={take} />;
    case 'subject':
      return <SubjectField label={label} value={value as string} pages={f.pages} onChange={take} />;
    case 'sheet':
      return <SheetField label={label} value={value as string} onChange={take} />;
    case 'text':
      return <TextField label={label} value={value as string} optional onChange={take} />;
    case 'sizes':
      return (
        <LengthsField
          label={label}
          value={value as number[]}
          min={f.min}
          fault={(list) => fieldFault(f, list)}
          onChange={take}
        />
      );
    case 'other':
      return <AgainstField label={label} value={value as string} onChange={take} />;
    case 'part':
      return (
        <SiblingField
          label={label}
          value={value as string}
          none={f.none}
          ofWholeSheet={ofWholeSheet}
          onChange={take}
        />
      );
    case 'lengths':
      return (
        <LengthsField label={label} value={value as number[]} min={f.min} address={address} onChange={take} />
      );
    case 'shares':
      return (
        <LengthsField
          label={`${label}, %`}
          value={(value as number[]).map((v) => Number((v * 100).toFixed(2)))}
          min={f.min}
          onChange={(list) => take(list.map((v) => v / 100))}
        />
      );
    case 'curve':
      return <CurveField label={label} value={value as number[]} onChange={take} />;
    case 'grid':
      return <GridField value={value as number[]} onChange={take} />;
    case 'pins':
      return <PinsField value={value as number[]} onChange={take} />;
    case 'corners':
      return (
        <CornersField value={(value ?? {}) as Record<string, number>} address={address} onChange={take} />
      );
    default: {
      const k = f.type === 'percent' ? 100 : 1;
      return (
        <NumberField
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
}

/** One control for each field of a definition, built from its descriptors. */
export function ParamFields(props: ParamFieldsProps) {
  const { fields, params } = props;
  const meant = fields.filter((f) => !f.kept && isMeant(f, params));
  return meant.map((f) => (
    <About key={f.name} value={f.about}>
      <ParamField {...props} field={f} />
    </About>
  ));
}
