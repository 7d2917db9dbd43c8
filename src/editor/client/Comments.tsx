'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { LinkComment } from '@/core';
import { when } from '../frame/when';
import { Said } from './Said';

export type Numbered = LinkComment & { readonly number: number };

/** Words on what is shown, each with its number; those on a place lead there. */
export function CommentList({
  comments,
  at,
  onChoose,
}: {
  comments: readonly Numbered[];
  at: string | null;
  onChoose(id: string): void;
}) {
  if (!comments.length)
    return <Box sx={{ color: 'text.secondary' }}>Nothing was said about this one yet.</Box>;
  return (
    <Box component="ol" aria-label="Comments" sx={{ m: 0, p: 0, display: 'grid', gap: 2 }}>
      {comments.map((c) => (
        <Box
          key={c.id}
          component="li"
          aria-current={c.id === at}
          sx={{
            listStyle: 'none',
            borderLeft: 3,
            borderColor: c.id === at ? 'madder.main' : 'divider',
            pl: 2,
            overflowWrap: 'anywhere',
          }}
        >
          <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, flexWrap: 'wrap' }}>
            <Button
              size="small"
              color="inherit"
              aria-label={`Show comment ${c.number}`}
              disabled={c.x === null}
              onClick={() => onChoose(c.id)}
              sx={{ fontWeight: 600, px: 1, '&.Mui-disabled': { color: 'text.primary' } }}
            >
              {c.number}
            </Button>
            <Box sx={{ fontWeight: 600 }}>{c.name}</Box>
            <Box sx={{ color: 'text.secondary', fontSize: 12 }}>
              {when(c.at)}
              {c.done && ' · done'}
            </Box>
          </Box>
          <Box sx={{ whiteSpace: 'pre-wrap', pl: 1 }}>{c.text}</Box>
          {c.answer && (
            <Box sx={{ whiteSpace: 'pre-wrap', pl: 1, pt: 1, color: 'text.secondary' }}>
              <Box component="span" sx={{ fontWeight: 600 }}>
                Answer:{' '}
              </Box>
              {c.answer}
            </Box>
          )}
        </Box>
      ))}
    </Box>
  );
}

/** Says something on all of what is shown, or on the place that was pressed. */
export function CommentForm({
  name,
  placed,
  busy,
  fault,
  onName,
  onSend,
  onNoPlace,
}: {
  name: string;
  /** Whether a place was pressed. */
  placed: boolean;
  busy: boolean;
  fault: string;
  onName(name: string): void;
  /** Resolves to whether it was taken. */
  onSend(text: string): Promise<boolean>;
  onNoPlace(): void;
}) {
  const [text, setText] = useState('');
  const ready = name.trim() !== '' && text.trim() !== '';
  return (
    <Box
      component="form"
      aria-label="Say something"
      onSubmit={(e) => {
        e.preventDefault();
        if (ready)
          void onSend(text.trim()).then((taken) => {
            if (taken) setText('');
          });
      }}
      sx={{ display: 'grid', gap: 2 }}
    >
      <Box sx={{ color: 'text.secondary', display: 'flex', alignItems: 'center', minHeight: 28, gap: 1 }}>
        {placed ? 'About the place that you pressed.' : 'Press a place in the picture, or say it of all.'}
        {placed && (
          <Button color="inherit" onClick={onNoPlace} sx={{ ml: 'auto', flexShrink: 0 }}>
            No place
          </Button>
        )}
      </Box>
      <Said
        label="What you think"
        text={text}
        name={name}
        fault={fault}
        send="Send"
        ready={ready && !busy}
        onText={setText}
        onName={onName}
      />
    </Box>
  );
}
