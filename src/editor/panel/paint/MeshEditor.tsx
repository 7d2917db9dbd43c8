'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { type MeshPaint, withNode } from '@/core';
import type { CoatRef } from '@/core/edit';
import { chosenOf } from '../../fields/chosen-grips';
import { ColourField } from '../../fields/colour/ColourField';
import { NumberField } from '../../fields/NumberField';
import { SwitchField } from '../../fields/SwitchField';
import { layDown, run, takeTool } from '../../state/actions';
import { usePaced } from '../../state/paced';
import { set } from '../../state/store';
import { meshLines } from '../../tools/mesh-lines';

/** The rows, columns and nodes of a gradient mesh. */
export function MeshEditor({
  paint,
  coat,
  onChange,
}: {
  paint: MeshPaint;
  coat: CoatRef;
  onChange(paint: MeshPaint, label: string): void;
}) {
  const grips = usePaced((s) => s.grips);
  const adding = usePaced((s) => s.tool === meshLines);
  const nodes = chosenOf(grips, 'node', paint.nodes.length);
  const first = nodes.length ? paint.nodes[nodes[0]] : null;
  const refit = (rows: number, columns: number, shift = 0) =>
    void run('Fit mesh', { do: 'fit-mesh', coat, rows, columns, shift });
  const cut = (line: 'row' | 'column') => {
    void run(`Remove ${line}`, { do: 'remove-mesh-line', coat, node: nodes[0], line });
    set({ grips: [] });
  };
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <NumberField
        label="Rows"
        value={paint.rows}
        min={1}
        max={60}
        whole
        onChange={(v) => refit(v, paint.columns)}
      />
      <NumberField
        label="Columns"
        value={paint.columns}
        min={1}
        max={60}
        whole
        onChange={(v) => refit(paint.rows, v)}
      />
      <SwitchField
        label="Smooth colours"
        value={paint.smooth}
        onChange={(smooth) => onChange({ ...paint, smooth }, 'Smooth colours')}
      />
      {first ? (
        <>
          <ColourField
            label={nodes.length > 1 ? `${nodes.length} nodes` : 'Node'}
            value={first.colour}
            address={nodes.length === 1 ? `coats/${coat.coat}/paint/nodes/${nodes[0]}/colour` : undefined}
            onChange={(colour) =>
              onChange(
                nodes.reduce((p, i) => withNode(p, i, { colour }), paint),
                'Node’s colour',
              )
            }
          />
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
            <Button variant="outlined" onClick={() => cut('row')}>
              Remove row
            </Button>
            <Button variant="outlined" onClick={() => cut('column')}>
              Remove column
            </Button>
          </Box>
        </>
      ) : (
        <Box sx={{ color: 'text.secondary' }}>Press nodes on the sheet to colour or move them.</Box>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        <Button
          variant={adding ? 'contained' : 'outlined'}
          onClick={() => (adding ? layDown() : takeTool(meshLines))}
        >
          Add lines
        </Button>
        <Button variant="outlined" onClick={() => refit(paint.rows, paint.columns, 1)}>
          Next corners
        </Button>
        <Button
          variant="outlined"
          sx={{ gridColumn: '1 / -1' }}
          onClick={() => refit(paint.rows, paint.columns)}
        >
          Fit to the outline
        </Button>
      </Box>
      {adding && (
        <Box role="note" sx={{ color: 'text.secondary' }}>
          Press in a patch for a row and a column; on a line for one across it.
        </Box>
      )}
    </Box>
  );
}
