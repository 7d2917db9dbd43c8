'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { LinkDecision } from '@/core';
import { when } from '../frame/when';
import { Said } from './Said';

/** What was decided last, in words. */
export function decisionWords({ kind, name, version, text, at }: LinkDecision, title: string): string {
  const what = kind === 'chosen' ? `${name} chose “${title}”, version ${version}` : `${name} declined`;
  return `${what} (${when(at)})${text ? `: ${text}` : '.'}`;
}

const asked = {
  chosen: { title: 'Choose this one', text: 'Anything to add (may stay empty)', send: 'Yes, this one' },
  declined: { title: 'None of these', text: 'What is missing?', send: 'Send' },
} as const;

/** Chooses what is shown, or declines all of it; asked once more before it is said. */
export function Decision({
  decided,
  name,
  busy,
  fault,
  onName,
  onDecide,
}: {
  /** What was decided so far, in words; empty for nothing yet. */
  decided: string;
  name: string;
  busy: boolean;
  fault: string;
  onName(name: string): void;
  /** Resolves to whether it was taken. */
  onDecide(kind: LinkDecision['kind'], text: string): Promise<boolean>;
}) {
  const [open, setOpen] = useState<LinkDecision['kind'] | null>(null);
  const [text, setText] = useState('');
  const words = open && asked[open];
  const ready = name.trim() !== '';
  return (
    <Box component="section" aria-label="Decision" sx={{ display: 'grid', gap: 2 }}>
      {decided && (
        <Box
          role="status"
          sx={{ borderLeft: 3, borderColor: 'primary.main', pl: 2, overflowWrap: 'anywhere' }}
        >
          {decided}
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 2 }}>
        {(['chosen', 'declined'] as const).map((kind) => (
          <Button
            key={kind}
            size="large"
            variant={kind === 'chosen' ? 'contained' : 'outlined'}
            color={kind === 'chosen' ? 'primary' : 'inherit'}
            aria-expanded={open === kind}
            onClick={() => setOpen(open === kind ? null : kind)}
            sx={{ flex: 1 }}
          >
            {asked[kind].title}
          </Button>
        ))}
      </Box>
      {open && words && (
        <Box
          component="form"
          aria-label={words.title}
          onSubmit={(e) => {
            e.preventDefault();
            if (ready)
              void onDecide(open, text.trim()).then((taken) => {
                if (!taken) return;
                setOpen(null);
                setText('');
              });
          }}
          sx={{ display: 'grid', gap: 2 }}
        >
          <Said
            label={words.text}
            text={text}
            name={name}
            fault={fault}
            send={words.send}
            ready={ready && !busy}
            onText={setText}
            onName={onName}
          />
        </Box>
      )}
    </Box>
  );
}
