'use client';

import type { Field } from '@/core';
import { ChoiceField } from './ChoiceField';
import { ColourField } from './ColourField';
import { CornersField } from './CornersField';
import { LengthsField } from './LengthsField';
import { NumberField } from './NumberField';
import { SiblingField } from './SiblingField';
import { SwitchField } from './SwitchField';
import { wordFor } from './words';

const suffixes: Partial<Record<Field['type'], string>> = { angle: '°', percent: '%' };
const noOptions: readonly string[] = [];

/** One control for each field of a definition, built from its descriptors. */
export function ParamFields({
  fields,
  params,
  at,
  onChange,
}: {
  fields: readonly Field[];
  params: Readonly<Record<string, unknown>>;
  /** Address of the parameters in the part, so that they can follow measures. */
  at?: string;
  onChange(name: string, value: unknown): void;
}) {
  return fields.map((f) => {
    const label = wordFor(f.name);
    const value = params[f.name];
    const take = (v: unknown) => onChange(f.name, v);
    const address = at && `${at}/${f.name}`;
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
        return <ColourField key={f.name} label={label} value={value as string} onChange={take} />;
      case 'part':
        return <SiblingField key={f.name} label={label} value={value as string} onChange={take} />;
      case 'lengths':
        return (
          <LengthsField
            key={f.name}
            label={label}
            value={value as number[]}
            address={address}
            onChange={take}
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
