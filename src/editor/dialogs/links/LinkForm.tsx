'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { type LinkWish, linkLimits, subjectName } from '@/core';
import { LimitedText } from '../../fields/LimitedText';
import { useEditor } from '../../state/store';

/** When a link ends, in days from now; 0 for never. */
const ends = { 0: 'Never', 7: 'In a week', 30: 'In 30 days', 90: 'In 90 days' } as const;

const day = 24 * 3_600_000;

/** The end of a link that lasts so many days from now; null for none. */
export const endAfter = (days: number): string | null =>
  days ? new Date(Date.now() + days * day).toISOString() : null;

export const endOptions = Object.entries(ends).map(([days, word]) => (
  <MenuItem key={days} value={Number(days)}>
    {word}
  </MenuItem>
));

/** Asks what a new link shows, how long it leads there, and for whom. */
export function LinkForm({
  busy,
  onMake,
  onCancel,
}: {
  busy: boolean;
  onMake(wish: LinkWish): void;
  onCancel?: () => void;
}) {
  const design = useEditor((s) => s.design);
  const sheetId = useEditor((s) => s.sheetId);
  const [title, setTitle] = useState(design?.name ?? '');
  const [note, setNote] = useState('');
  const [subjects, setSubjects] = useState<readonly string[]>([`sheet:${sheetId}`]);
  const [days, setDays] = useState(30);
  const [password, setPassword] = useState('');
  if (!design) return null;
  const all = design.sheets.flatMap((s) => [`sheet:${s.id}`, `proofs:${s.id}`]);
  const flip = (of: string) =>
    setSubjects(all.filter((a) => (a === of ? !subjects.includes(a) : subjects.includes(a))));
  const ready = title.trim() !== '' && subjects.length > 0 && subjects.length <= linkLimits.subjects;
  return (
    <Box
      component="form"
      aria-label="New link"
      onSubmit={(e) => {
        e.preventDefault();
        if (ready)
          onMake({
            title: title.trim(),
            note: note.trim(),
            subjects,
            expiresAt: endAfter(days),
            password: password || null,
          });
      }}
      sx={{ display: 'grid', gap: 2.5, maxWidth: 520, pt: 1 }}
    >
      <LimitedText size="small" label="Title" value={title} limit={linkLimits.title} onText={setTitle} />
      <LimitedText
        size="small"
        label="Words to the client"
        multiline
        minRows={2}
        maxRows={5}
        value={note}
        limit={linkLimits.note}
        onText={setNote}
      />
      <Box
        component="fieldset"
        sx={{ border: 1, borderColor: 'divider', m: 0, px: 2, py: 0.5, maxHeight: 150, overflowY: 'auto' }}
      >
        <Box component="legend" sx={{ fontSize: 12, color: 'text.secondary' }}>
          What is shown
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr' }}>
          {all.map((of) => (
            <FormControlLabel
              key={of}
              label={subjectName(design, of)}
              control={<Checkbox size="small" checked={subjects.includes(of)} onChange={() => flip(of)} />}
              sx={{ m: 0, minWidth: 0, '& .MuiFormControlLabel-label': { fontSize: 13 } }}
            />
          ))}
        </Box>
      </Box>
      <Box sx={{ display: 'flex', gap: 2 }}>
        <TextField
          select
          size="small"
          label="Ends"
          value={days}
          onChange={(e) => setDays(Number(e.target.value))}
          sx={{ width: 140 }}
        >
          {endOptions}
        </TextField>
        <LimitedText
          size="small"
          label="Password (may stay empty)"
          autoComplete="off"
          value={password}
          limit={linkLimits.password}
          onText={setPassword}
          sx={{ flex: 1 }}
        />
      </Box>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button type="submit" variant="contained" disabled={!ready || busy}>
          Make the link
        </Button>
        {onCancel && (
          <Button color="inherit" onClick={onCancel}>
            Cancel
          </Button>
        )}
      </Box>
    </Box>
  );
}
