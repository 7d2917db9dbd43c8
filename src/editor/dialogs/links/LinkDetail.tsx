'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import {
  type ClientLink,
  type CommentChange,
  type LinkChange,
  type LinkComment,
  leadsOn,
  linkLimits,
  shownTitle,
} from '@/core';
import { decisionWords } from '../../client/Decision';
import { LimitedText } from '../../fields/LimitedText';
import { when } from '../../frame/when';
import { say } from '../../state/store';
import { LinkComments } from './LinkComments';
import { endAfter, endOptions } from './LinkForm';
import { RemoveButton } from './RemoveButton';

/** Where a link leads: the address that is given to the client. */
const addressOf = ({ token }: Pick<ClientLink, 'token'>): string =>
  `${window.location.origin}/shared/${token}`;

async function copy(text: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text);
    say('The address is copied.');
  } catch {
    say('The browser does not let it be copied: mark the address and copy it by hand.');
  }
}

/** In a few words whether a link leads on. */
export function stateWords(link: ClientLink): string {
  if (link.revoked) return 'Withdrawn';
  if (!leadsOn(link, Date.now())) return 'Expired';
  return link.expiresAt ? `Open until ${when(link.expiresAt)}` : 'Open';
}

/** One link: its address, what it shows, what may become of it, and what was said there. */
export function LinkDetail({
  link,
  busy,
  onChange,
  onShow,
  onSeeTo,
  onRemove,
  onRemoveSaid,
  onGo,
}: {
  link: ClientLink;
  busy: boolean;
  /** What is wished resolves to whether it was taken. */
  onChange(change: LinkChange): Promise<boolean>;
  /** Shows the design as it is now as another version, with words to it. */
  onShow(note: string): Promise<boolean>;
  onSeeTo(comment: string, what: CommentChange): Promise<boolean>;
  onRemove(): void;
  /** Removes one thing that was said. */
  onRemoveSaid(what: { comment: string } | { decision: string }): void;
  onGo(comment: LinkComment): void;
}) {
  const [note, setNote] = useState('');
  const [password, setPassword] = useState<string | null>(null);
  const { versions, decision } = link;
  return (
    <Box sx={{ display: 'grid', gap: 2.5, alignContent: 'start', pt: 1.5 }}>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <TextField
          size="small"
          label="Address for the client"
          fullWidth
          value={addressOf(link)}
          onFocus={(e) => e.target.select()}
          slotProps={{ htmlInput: { readOnly: true } }}
        />
        <Button variant="outlined" onClick={() => void copy(addressOf(link))}>
          Copy
        </Button>
        <Button
          variant="outlined"
          color="inherit"
          href={addressOf(link)}
          target="_blank"
          rel="noopener"
          sx={{ whiteSpace: 'nowrap' }}
        >
          See it
        </Button>
      </Box>
      <Box>
        {stateWords(link)}
        {link.hasPassword && ', with a password'}. It shows{' '}
        {versions[0].subjects.map((s) => s.title).join(', ')};{' '}
        {versions.length === 1 ? 'one version' : `${versions.length} versions`}, the last of{' '}
        {when(versions[0].at)}.
      </Box>
      {decision && (
        <Box
          role="status"
          sx={{ borderLeft: 3, borderColor: 'primary.main', pl: 2, overflowWrap: 'anywhere' }}
        >
          {decisionWords(decision, shownTitle(versions, decision.of))}{' '}
          <RemoveButton
            flush
            words="Remove this decision"
            of={decision.name}
            onRemove={() => onRemoveSaid({ decision: decision.id })}
          />
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
        <LimitedText
          size="small"
          label="What is new (may stay empty)"
          value={note}
          limit={linkLimits.note}
          onText={setNote}
          sx={{ flex: 1 }}
        />
        <Button
          variant="outlined"
          disabled={busy}
          onClick={() =>
            void onShow(note.trim()).then((done) => {
              if (done) setNote('');
            })
          }
        >
          Show the present state
        </Button>
      </Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
        <TextField
          select
          size="small"
          label="Ends"
          value=""
          onChange={(e) => void onChange({ expiresAt: endAfter(Number(e.target.value)) })}
          sx={{ width: 120 }}
        >
          {endOptions}
        </TextField>
        {password === null ? (
          <Button color="inherit" onClick={() => setPassword('')}>
            {link.hasPassword ? 'Another password' : 'Set a password'}
          </Button>
        ) : (
          <>
            <LimitedText
              size="small"
              label="Password"
              autoFocus
              autoComplete="off"
              value={password}
              limit={linkLimits.password}
              onText={setPassword}
            />
            <Button
              variant="outlined"
              disabled={!password}
              onClick={() =>
                void onChange({ password }).then((done) => {
                  if (done) setPassword(null);
                })
              }
            >
              Set
            </Button>
          </>
        )}
        {link.hasPassword && password === null && (
          <Button color="inherit" onClick={() => void onChange({ password: null })}>
            No password
          </Button>
        )}
        <Button color="inherit" onClick={() => void onChange({ revoked: !link.revoked })}>
          {link.revoked ? 'Give it again' : 'Withdraw'}
        </Button>
        <RemoveButton words="Remove it and all that was said" of={link.title} onRemove={onRemove} />
      </Box>
      <LinkComments
        link={link}
        onSeeTo={onSeeTo}
        onRemove={(comment) => onRemoveSaid({ comment })}
        onGo={onGo}
      />
    </Box>
  );
}
