'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Snackbar from '@mui/material/Snackbar';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Upload } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { type DesignEntry, fromSheetUnits } from '@/core';
import { Mark, ThemeButton } from '../frame/Header';
import { ReadingNotice } from '../frame/ReadingNotice';
import { api, type Purpose } from '../state/api';
import { readFile } from '../state/file-reading';
import { designIn } from '../state/opening';
import { say } from '../state/store';
import { Deleted } from './Deleted';
import { DesignCard } from './DesignCard';

function sizeOf(p: Purpose): string {
  const unit = p.unit ?? 'px';
  const text = (v: number) => String(Number(fromSheetUnits(v, unit).toFixed(1)));
  return `${text(p.width ?? 2000)} × ${text(p.height ?? 2000)} ${unit}`;
}

/** All designs, and a blank sheet for each purpose. */
export function DesignsPage() {
  const router = useRouter();
  const queries = useQueryClient();
  const list = useQuery({ queryKey: ['designs'], queryFn: api.list });
  const [removed, setRemoved] = useState<DesignEntry | null>(null);
  const [fault, setFault] = useState('');
  const file = useRef<HTMLInputElement>(null);
  const refresh = () => queries.invalidateQueries({ queryKey: ['designs'] });
  const onError = (e: Error) => setFault(e.message);
  const create = useMutation({
    mutationFn: api.create,
    onSuccess: (made) => router.push(`/designs/${made.id}`),
    onError,
  });
  const copy = useMutation({ mutationFn: api.duplicate, onSuccess: refresh, onError });
  const remove = useMutation({
    mutationFn: (e: DesignEntry) => api.remove(e.id).then(() => e),
    onSuccess: (e) => {
      setRemoved(e);
      return refresh();
    },
    onError,
  });
  const restore = useMutation({
    mutationFn: (e: DesignEntry) => api.restore(e.id),
    onSuccess: () => {
      setRemoved(null);
      return refresh();
    },
    onError,
  });

  const open = async (f: File) => {
    setFault('');
    try {
      const { document, words } = await readFile(f.name, (signal) => designIn(f, signal));
      create.mutate({ document }, { onSuccess: () => say(words) });
    } catch (e) {
      setFault(`“${f.name}” was not opened. ${(e as Error).message}`);
    }
  };

  return (
    <Box component="main" sx={{ maxWidth: 1180, mx: 'auto', px: 6, pb: 12 }}>
      <Box component="header" sx={{ display: 'flex', alignItems: 'center', gap: 2, height: 64 }}>
        <Mark />
        <Box component="h1" sx={{ m: 0, fontSize: 18, fontWeight: 600, flex: 1 }}>
          Silent Compass
        </Box>
        <Button color="inherit" startIcon={<Upload size={14} />} onClick={() => file.current?.click()}>
          Open a file
        </Button>
        <input
          ref={file}
          type="file"
          accept="application/json,.json,application/zip,.zip,image/svg+xml,.svg,application/pdf,.pdf"
          hidden
          aria-label="Design file"
          onChange={(e) => {
            const f = e.target.files?.[0];
            if (f) void open(f);
            e.target.value = '';
          }}
        />
        <ThemeButton />
      </Box>
      <Box component="section" aria-labelledby="new-title" sx={{ mb: 8 }}>
        <Box component="h2" id="new-title" sx={{ fontSize: 14, fontWeight: 600, mb: 2 }}>
          A blank sheet for …
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(160px, 1fr))', gap: 2 }}>
          {list.data?.purposes.map((p) => (
            <Box
              key={p.id}
              component="button"
              type="button"
              onClick={() => create.mutate({ purpose: p.id, name: p.name })}
              sx={{
                display: 'flex',
                alignItems: 'center',
                gap: 2.5,
                textAlign: 'left',
                p: 2.5,
                border: 1,
                borderColor: 'divider',
                borderRadius: 1,
                bgcolor: 'background.paper',
                cursor: 'pointer',
                '&:hover': { borderColor: 'primary.main' },
              }}
            >
              <Box
                aria-hidden
                sx={{ width: 36, height: 36, display: 'grid', placeItems: 'center', flexShrink: 0 }}
              >
                <Box
                  sx={{
                    border: 1,
                    borderColor: 'primary.main',
                    aspectRatio: `${p.width ?? 1} / ${p.height ?? 1}`,
                    [(p.width ?? 1) >= (p.height ?? 1) ? 'width' : 'height']: 34,
                  }}
                />
              </Box>
              <Box>
                <Box sx={{ fontWeight: 600 }}>{p.name}</Box>
                <Box sx={{ color: 'text.secondary', fontSize: 12 }}>{sizeOf(p)}</Box>
              </Box>
            </Box>
          ))}
        </Box>
      </Box>
      <Box component="section" aria-labelledby="designs-title">
        <Box component="h2" id="designs-title" sx={{ fontSize: 14, fontWeight: 600, mb: 2 }}>
          Designs
        </Box>
        {list.isPending && <LinearProgress aria-label="Loading" />}
        {list.error && (
          <Box role="alert" sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
            {list.error.message}
            <Button variant="outlined" onClick={() => void list.refetch()}>
              Try again
            </Button>
          </Box>
        )}
        {list.data && !list.data.designs.length && (
          <Box sx={{ color: 'text.secondary' }}>No designs yet. Take a blank sheet above.</Box>
        )}
        <Box
          component="ul"
          sx={{
            p: 0,
            m: 0,
            display: 'grid',
            gridTemplateColumns: 'repeat(auto-fill, minmax(240px, 1fr))',
            gap: 3,
          }}
        >
          {list.data?.designs.map((d) => (
            <DesignCard
              key={d.id}
              entry={d}
              onCopy={() => copy.mutate(d.id)}
              onRemove={() => remove.mutate(d)}
            />
          ))}
        </Box>
      </Box>
      <Deleted
        entries={list.data?.deleted ?? []}
        days={list.data?.keptFor.deletedDesigns ?? 0}
        onRestore={(e) => restore.mutate(e)}
      />
      <Snackbar
        open={Boolean(removed)}
        autoHideDuration={12000}
        onClose={(_, reason) => reason !== 'clickaway' && setRemoved(null)}
        message={`“${removed?.name}” was deleted.`}
        action={
          <Button color="inherit" onClick={() => removed && restore.mutate(removed)}>
            Undo
          </Button>
        }
      />
      <ReadingNotice />
      <Snackbar open={fault !== ''} autoHideDuration={8000} onClose={() => setFault('')} message={fault} />
    </Box>
  );
}
