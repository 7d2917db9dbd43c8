'use client';

import Box from '@mui/material/Box';
import { asFormat, type Card, formats } from '@/core';
import { ChoiceField } from '../../fields/ChoiceField';
import { ParamFields } from '../../fields/ParamFields';

const kinds = Object.fromEntries(Object.values(formats).map((f) => [f.kind, f.label]));

/** The kind of a file and all its settings. */
export function RowFields({
  row,
  onChange,
}: {
  row: Card;
  /** Takes the row with a change, and what that is called. */
  onChange(label: string, row: Card): void;
}) {
  const { fields, about } = formats[row.kind];
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <ChoiceField
        label="Format"
        value={row.kind}
        options={kinds}
        onChange={(kind) => onChange('Change kind of file', asFormat(row, kind))}
      />
      <Box sx={{ color: 'text.secondary' }}>{about}</Box>
      <ParamFields
        fields={fields}
        params={row.params}
        onChange={(name, value) =>
          onChange(`Change ${fields.find((f) => f.name === name)?.label.toLowerCase() ?? name}`, {
            ...row,
            params: { ...row.params, [name]: value },
          })
        }
      />
    </Box>
  );
}
