'use client';

import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import Switch from '@mui/material/Switch';
import { useId, useState } from 'react';
import type { Field } from '@/core';
import { ColourField } from './ColourField';
import { ExpressionError, evaluateExpression } from './expression';
import { NumberField } from './NumberField';
import { wordFor } from './words';

const row = {
  display: 'grid',
  gridTemplateColumns: 'minmax(0, 1fr) 118px',
  alignItems: 'center',
  gap: 1,
  minHeight: 28,
} as const;

export function ChoiceField({
  label,
  value,
  options,
  plain,
  onChange,
}: {
  label: string;
  /** Shows the options as they are: names of units and formats. */
  plain?: boolean;
  value: string;
  options: readonly string[];
  onChange(v: string): void;
}) {
  const id = useId();
  return (
    <Box sx={row}>
      <Box id={id} sx={{ color: 'text.secondary' }}>
        {label}
      </Box>
      <Select
        size="small"
        value={value}
        onChange={(e) => onChange(e.target.value)}
        onKeyDown={(e) => e.stopPropagation()}
        inputProps={{ 'aria-labelledby': id }}
        SelectDisplayProps={{ 'aria-labelledby': id }}
        sx={{ height: 26, fontSize: 13, '& .MuiSelect-select': { py: 0, px: 1.5 } }}
      >
        {options.map((o) => (
          <MenuItem key={o} value={o}>
            {plain ? o : wordFor(o)}
          </MenuItem>
        ))}
      </Select>
    </Box>
  );
}

export function SwitchField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: boolean;
  onChange(v: boolean): void;
}) {
  const id = useId();
  return (
    <Box sx={row}>
      <Box component="label" htmlFor={id} sx={{ color: 'text.secondary' }}>
        {label}
      </Box>
      <Switch
        size="small"
        id={id}
        checked={value}
        onChange={(e) => onChange(e.target.checked)}
        sx={{ justifySelf: 'end' }}
      />
    </Box>
  );
}

function LengthsField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: readonly number[];
  onChange(v: readonly number[]): void;
}) {
  const [text, setText] = useState<string | null>(null);
  const [fault, setFault] = useState('');
  const id = useId();
  return (
    <Box sx={row}>
      <Box component="label" htmlFor={id} sx={{ color: 'text.secondary' }}>
        {label}
      </Box>
      <InputBase
        id={id}
        value={text ?? value.join(' ')}
        placeholder="12 6"
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === 'Enter') (e.target as HTMLInputElement).blur();
        }}
        onBlur={() => {
          if (text === null) return;
          try {
            const list = text
              .split(/[\s;]+/)
              .filter(Boolean)
              .map(evaluateExpression);
            if (list.some((v) => v < 0)) throw new ExpressionError('A dash cannot be shorter than 0.');
            setText(null);
            setFault('');
            onChange(list);
          } catch (e) {
            if (!(e instanceof ExpressionError)) throw e;
            setFault(e.message);
          }
        }}
        inputProps={{ 'aria-invalid': Boolean(fault) }}
        sx={{
          border: 1,
          borderColor: fault ? 'error.main' : 'divider',
          borderRadius: 1,
          px: 1.5,
          height: 26,
          '& input': { p: 0 },
        }}
      />
      {fault && (
        <Box role="alert" sx={{ gridColumn: '1 / -1', color: 'error.main' }}>
          {fault}
        </Box>
      )}
    </Box>
  );
}

const suffixes: Partial<Record<Field['type'], string>> = { angle: '°', percent: '%' };

/** One control for each field of a definition, built from its descriptors. */
export function ParamFields({
  fields,
  params,
  onChange,
}: {
  fields: readonly Field[];
  params: Readonly<Record<string, unknown>>;
  onChange(name: string, value: unknown): void;
}) {
  return fields.map((f) => {
    const label = wordFor(f.name);
    const value = params[f.name];
    const take = (v: unknown) => onChange(f.name, v);
    switch (f.type) {
      case 'switch':
        return <SwitchField key={f.name} label={label} value={value as boolean} onChange={take} />;
      case 'choice':
        return (
          <ChoiceField
            key={f.name}
            label={label}
            value={value as string}
            options={f.options ?? []}
            onChange={take}
          />
        );
      case 'colour':
        return <ColourField key={f.name} label={label} value={value as string} onChange={take} />;
      case 'lengths':
        return <LengthsField key={f.name} label={label} value={value as number[]} onChange={take} />;
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
            onChange={(v) => take(v / k)}
          />
        );
      }
    }
  });
}
