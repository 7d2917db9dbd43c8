'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import DialogActions from '@mui/material/DialogActions';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Tooltip from '@mui/material/Tooltip';
import { CopyPlus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { type Card, deliveryPurposes, emptySet, formats, nameWords, type PlannedFile } from '@/core';
import { FieldFault } from '../../fields/row';
import { TextField } from '../../fields/TextField';
import { cutOff, LineButton } from '../../frame/LineButton';
import { useEditor } from '../../state/store';
import { addPurpose, addRow, putPattern, putRow, removeRow, setOf, switchRow } from './export-set';
import { Body } from './layout';
import { orderFiles } from './one-file';
import { sizeWords, usePlan } from './plan';
import { RowFields } from './RowFields';

const patternWords = Object.entries(nameWords)
  .map(([word, about]) => `{${word}}: ${about}`)
  .join('\n');

function Row({
  row,
  file,
  chosen,
  onChoose,
}: {
  row: Card;
  file: PlannedFile | undefined;
  chosen: boolean;
  onChoose(): void;
}) {
  const name = file?.name ?? formats[row.kind].label;
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        alignItems: 'center',
        listStyle: 'none',
        minHeight: 40,
        px: 0.5,
        bgcolor: chosen ? 'paper.rule' : 'transparent',
      }}
    >
      <Checkbox
        size="small"
        checked={row.on}
        onChange={() => switchRow(row.id)}
        slotProps={{ input: { 'aria-label': `Make ${name}` } }}
      />
      <LineButton
        type="button"
        aria-pressed={chosen}
        onClick={onChoose}
        sx={{ color: row.on ? 'text.primary' : 'text.secondary' }}
      >
        <Box sx={cutOff}>{row.on ? name : `${formats[row.kind].label}, not made`}</Box>
        <Box sx={{ ...cutOff, fontSize: 12, color: file?.fault ? 'error.main' : 'text.secondary' }}>
          {file ? (file.fault ?? sizeWords(file)) : ''}
        </Box>
      </LineButton>
      {chosen && (
        <>
          <Tooltip title="One more like it">
            <IconButton aria-label={`Copy ${name}`} onClick={() => addRow(row)}>
              <CopyPlus size={14} />
            </IconButton>
          </Tooltip>
          <Tooltip title="Take it out of the set">
            <IconButton aria-label={`Remove ${name}`} onClick={() => removeRow(row.id)}>
              <Trash2 size={14} />
            </IconButton>
          </Tooltip>
        </>
      )}
    </Box>
  );
}

/** What files can be added: one, or all that a purpose asks for. */
function AddButtons({ onAdded }: { onAdded(id: string | null): void }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [last] = setOf().rows.slice(-1);
  return (
    <Box sx={{ display: 'flex', gap: 1 }}>
      <Button size="small" variant="outlined" color="inherit" onClick={() => onAdded(addRow(last ?? null))}>
        Add a file
      </Button>
      <Button size="small" variant="outlined" color="inherit" onClick={(e) => setAnchor(e.currentTarget)}>
        Add what is needed for …
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {Object.entries(deliveryPurposes).map(([id, { label, about }]) => (
          <MenuItem
            key={id}
            onClick={() => {
              setAnchor(null);
              onAdded(addPurpose(id));
            }}
          >
            <Box>
              {label}
              <Box sx={{ fontSize: 12, color: 'text.secondary' }}>{about}</Box>
            </Box>
          </MenuItem>
        ))}
      </Menu>
    </Box>
  );
}

/** The files that the design is delivered in: their list, and the settings of one of them. */
export function SetPane({ onClose, onOrdered }: { onClose(): void; onOrdered(id: string): void }) {
  const set = useEditor((s) => s.design?.exports ?? emptySet);
  const designId = useEditor((s) => s.designId);
  const [at, setAt] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState('');
  const files = usePlan(set);
  const row = set.rows.find((r) => r.id === at) ?? set.rows[0];
  const wanted = files.filter((f) => !f.fault);

  const start = async () => {
    setFault('');
    setBusy(true);
    try {
      onOrdered(await orderFiles(designId, set));
    } catch (e) {
      setFault((e as Error).message);
    } finally {
      setBusy(false);
    }
  };

  return (
    <>
      <Body sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) 300px', gap: 3, overflow: 'hidden' }}>
        <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1, minHeight: 0 }}>
          <Box title={patternWords}>
            <TextField label="Names" value={set.pattern} onChange={putPattern} />
          </Box>
          <Box
            component="ul"
            aria-label="Files of the set"
            sx={{ m: 0, p: 0, flex: 1, overflowY: 'auto', border: 1, borderColor: 'divider' }}
          >
            {set.rows.map((r) => (
              <Row
                key={r.id}
                row={r}
                file={files.find((f) => f.row.id === r.id)}
                chosen={r.id === row?.id}
                onChoose={() => setAt(r.id)}
              />
            ))}
            {!set.rows.length && (
              <Box component="li" sx={{ listStyle: 'none', p: 2, color: 'text.secondary' }}>
                No files yet. Add them one by one, or all that a purpose asks for. They are kept with the
                design.
              </Box>
            )}
          </Box>
          <AddButtons onAdded={setAt} />
        </Box>
        <Box sx={{ overflowY: 'auto', minHeight: 0, pr: 1 }}>
          {row && <RowFields row={row} onChange={putRow} />}
        </Box>
      </Body>
      <DialogActions>
        <Box sx={{ mr: 'auto' }}>
          <FieldFault>{fault}</FieldFault>
        </Box>
        <Button color="inherit" onClick={onClose}>
          Close
        </Button>
        <Button variant="contained" disabled={busy || !wanted.length} onClick={() => void start()}>
          {wanted.length === 1 ? 'Make 1 file' : `Make ${wanted.length} files`}
        </Button>
      </DialogActions>
    </>
  );
}
