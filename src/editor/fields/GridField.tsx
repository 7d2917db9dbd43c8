'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMemo } from 'react';
import {
  type BendGrid,
  type Choices,
  gridForms,
  gridFrom,
  gridNumbers,
  mostGridLines,
  withCells,
  withColumnAt,
  withForm,
  withoutColumn,
  withoutRow,
  withReset,
  withRowAt,
} from '@/core';
import { usePaced } from '../state/paced';
import { set } from '../state/store';
import { ChoiceField } from './ChoiceField';
import { chosenOf } from './chosen-grips';
import { NumberField } from './NumberField';

const own = 'own';

const formChoices: Choices = {
  [own]: 'As it is',
  ...Object.fromEntries(Object.entries(gridForms).map(([name, { label }]) => [name, label])),
};

const middle = (list: readonly number[], i: number): number => {
  const next = i + 1 < list.length ? i + 1 : i - 1;
  return (list[i] + list[next]) / 2;
};

/** The cells of a bend grid, forms to start from, and what is done to the nodes that are chosen on the sheet. */
export function GridField({ value, onChange }: { value: readonly number[]; onChange(v: number[]): void }) {
  const grips = usePaced((s) => s.grips);
  const grid = useMemo(() => gridFrom(value), [value]);
  const nodes = chosenOf(grips, 'node', grid.own.length);
  const [columns, rows] = [grid.us.length - 1, grid.vs.length - 1];
  const [column, row] = [nodes[0] % grid.us.length, Math.floor(nodes[0] / grid.us.length)];
  const put = (next: BendGrid) => onChange(gridNumbers(next));
  /** Lines come and go, so that the nodes after them have other numbers. */
  const relined = (next: BendGrid) => {
    set({ grips: [] });
    put(next);
  };
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <NumberField
        label="Columns"
        value={columns}
        min={1}
        max={mostGridLines}
        whole
        onChange={(v) => relined(withCells(grid, v, rows))}
      />
      <NumberField
        label="Rows"
        value={rows}
        min={1}
        max={mostGridLines}
        whole
        onChange={(v) => relined(withCells(grid, columns, v))}
      />
      <ChoiceField
        label="Start from"
        value={own}
        options={formChoices}
        onChange={(form) => form !== own && put(withForm(grid, form))}
      />
      {nodes.length ? (
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
          <Button variant="outlined" onClick={() => relined(withColumnAt(grid, middle(grid.us, column)))}>
            Add column
          </Button>
          <Button variant="outlined" onClick={() => relined(withRowAt(grid, middle(grid.vs, row)))}>
            Add row
          </Button>
          <Button
            variant="outlined"
            disabled={column === 0 || column === columns}
            onClick={() => relined(withoutColumn(grid, column))}
          >
            Remove column
          </Button>
          <Button
            variant="outlined"
            disabled={row === 0 || row === rows}
            onClick={() => relined(withoutRow(grid, row))}
          >
            Remove row
          </Button>
          <Button
            variant="outlined"
            sx={{ gridColumn: '1 / -1' }}
            onClick={() => put(withReset(grid, nodes))}
          >
            {nodes.length > 1 ? `Reset ${nodes.length} nodes` : 'Reset node'}
          </Button>
        </Box>
      ) : (
        <Box sx={{ color: 'text.secondary' }}>
          Drag nodes on the sheet; press one for its handles, more with Shift.
        </Box>
      )}
      <Button variant="outlined" onClick={() => put(withReset(grid, null))}>
        Reset all
      </Button>
    </Box>
  );
}
