'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import IconButton from '@mui/material/IconButton';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Star } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { characters, type ShippedFace, scripts, shippedFaces } from '@/core';
import { withRun } from '@/core/edit';
import { ChoiceField } from '../fields/ChoiceField';
import { familyOf, favouriteFaces, keepFavourites, showFace } from '../fields/faces';
import { FieldFault } from '../fields/row';
import { ApiError, api } from '../state/api';
import { useChosenPart } from '../state/paced';
import { get, set, useEditor } from '../state/store';
import { changeLettering } from '../state/typing';

const any = 'any';

/** A face in the list: a shipped one, or a font of the designer's own. */
type Listed = Pick<ShippedFace, 'id' | 'name'> & Partial<Pick<ShippedFace, 'character' | 'scripts'>>;

const query = ['fonts'] as const;

/** Sets a part's words, or those of them that are selected, in a face. */
function setFace(id: string, face: string): void {
  const { typing } = get();
  const part = typing && typing.id === id && typing.to > typing.from ? typing : null;
  changeLettering('Face', id, (l) => {
    if (!part || (part.from === 0 && part.to === l.text.length))
      return { ...l, face, axes: {}, features: {}, runs: l.runs.map(({ face: _, ...r }) => r) };
    return withRun(l, part.from, part.to, { face });
  });
}

function FaceLine({
  face,
  words,
  on,
  liked,
  onPick,
  onLike,
}: {
  face: Listed;
  words: string;
  on: boolean;
  liked: boolean;
  onPick(): void;
  onLike(): void;
}) {
  const [here, setHere] = useState(false);
  useEffect(() => {
    let live = true;
    showFace(face.id).then(
      () => live && setHere(true),
      () => undefined,
    );
    return () => {
      live = false;
    };
  }, [face.id]);
  return (
    <Box
      role="listitem"
      sx={{ display: 'flex', alignItems: 'center', borderBottom: 1, borderColor: 'divider' }}
    >
      <Box
        component="button"
        type="button"
        aria-label={face.name}
        aria-pressed={on}
        onClick={onPick}
        sx={{
          flex: 1,
          minWidth: 0,
          display: 'grid',
          gap: '2px',
          p: '8px 10px',
          border: 0,
          textAlign: 'left',
          cursor: 'pointer',
          color: 'text.primary',
          bgcolor: on ? 'action.selected' : 'transparent',
        }}
      >
        <Box component="span" sx={{ fontSize: 12, color: on ? 'text.primary' : 'text.secondary' }}>
          {face.name} · {face.character?.join(', ') ?? 'your own'}
        </Box>
        <Box
          component="span"
          style={{ fontFamily: here ? familyOf(face.id) : 'inherit' }}
          sx={{ fontSize: 27, lineHeight: 1.35, whiteSpace: 'nowrap', overflow: 'hidden' }}
        >
          {words}
        </Box>
      </Box>
      <IconButton aria-label={`${liked ? 'Forget' : 'Keep'} ${face.name}`} onClick={onLike} sx={{ p: 1 }}>
        <Star size={15} fill={liked ? 'currentColor' : 'none'} />
      </IconButton>
    </Box>
  );
}

/** All faces, each shown in itself with the designer's own words. */
export function FaceDialog() {
  const part = useChosenPart();
  const typing = useEditor((s) => s.typing);
  const [character, setCharacter] = useState(any);
  const [script, setScript] = useState(any);
  const [liked, setLiked] = useState(favouriteFaces);
  const brought = useQuery({ queryKey: query, queryFn: api.fonts });
  const client = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const [fault, setFault] = useState('');
  const close = () => set({ dialog: 'none' });
  const bring = async (font: File) => {
    setFault('');
    try {
      const { id } = await api.addFont(font);
      await client.invalidateQueries({ queryKey: query });
      if (part) setFace(part.id, id);
    } catch (e) {
      if (!(e instanceof ApiError)) throw e;
      setFault(e.message);
    }
  };
  if (part?.source.kind !== 'lettering') return null;
  const { source } = part;
  const partly = typing && typing.to > typing.from && typing.to - typing.from < source.text.length;
  const own = partly ? source.text.slice(typing.from, typing.to) : source.text.split('\n')[0];
  const run = partly ? source.runs.find((r) => r.from <= typing.from && r.to >= typing.to) : undefined;
  const face = run?.face ?? source.face;
  const all: Listed[] = [...(brought.data?.fonts ?? []), ...shippedFaces];
  const list = all
    .filter((f) => character === any || f.character?.some((c) => c === character))
    .filter((f) => script === any || f.scripts?.some((c) => c === script))
    .sort((a, b) => Number(liked.includes(b.id)) - Number(liked.includes(a.id)));
  const like = (id: string) => {
    const next = liked.includes(id) ? liked.filter((l) => l !== id) : [...liked, id];
    setLiked(next);
    keepFavourites(next);
  };
  return (
    <Dialog open onClose={close} maxWidth="sm" aria-labelledby="face-title">
      <DialogTitle id="face-title">{partly ? 'Face of what is selected' : 'Face'}</DialogTitle>
      <DialogContent sx={{ width: 520, display: 'grid', gap: 2 }}>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 3 }}>
          <ChoiceField
            label="Character"
            value={character}
            options={{ [any]: 'Any', ...characters }}
            onChange={setCharacter}
          />
          <ChoiceField
            label="Script"
            value={script}
            options={{ [any]: 'Any', ...scripts }}
            onChange={setScript}
          />
        </Box>
        <Box role="list" aria-label="Faces" sx={{ maxHeight: 430, overflowY: 'auto' }}>
          {list.map((f) => (
            <FaceLine
              key={f.id}
              face={f}
              words={own.trim() || 'Hollin Tarn'}
              on={f.id === face}
              liked={liked.includes(f.id)}
              onPick={() => setFace(part.id, f.id)}
              onLike={() => like(f.id)}
            />
          ))}
          {!list.length && <Box sx={{ color: 'text.secondary', p: 2 }}>No face is like that.</Box>}
        </Box>
      </DialogContent>
      <Box sx={{ px: 3 }}>
        <FieldFault>{fault}</FieldFault>
      </Box>
      <DialogActions>
        <input
          ref={file}
          type="file"
          accept=".ttf,.otf,.woff,.woff2"
          aria-label="Font file"
          hidden
          onChange={(e) => {
            const [chosen] = e.target.files ?? [];
            e.target.value = '';
            if (chosen) void bring(chosen);
          }}
        />
        <Button onClick={() => file.current?.click()}>Bring a font of your own</Button>
        <Box sx={{ flex: 1, color: 'text.secondary', fontSize: 12 }}>
          {brought.data && `Kept for ${brought.data.keptFor} days where no design uses it.`}
        </Box>
        <Button variant="contained" onClick={close}>
          Done
        </Button>
      </DialogActions>
    </Dialog>
  );
}
