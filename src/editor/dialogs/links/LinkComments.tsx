'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import { useState } from 'react';
import { type ClientLink, type CommentChange, type LinkComment, linkLimits, shownTitle } from '@/core';
import { LimitedText } from '../../fields/LimitedText';
import { when } from '../../frame/when';
import { useEditor } from '../../state/store';
import { RemoveButton } from './RemoveButton';

/** Resolves to whether it was taken. */
type SeeTo = (comment: string, change: CommentChange) => Promise<boolean>;

function Comment({
  comment: c,
  title,
  onSeeTo,
  onRemove,
  onGo,
}: {
  comment: LinkComment;
  title: string;
  onSeeTo: SeeTo;
  onRemove(): void;
  /** Leads to its place on the sheet, where it has one. */
  onGo: (() => void) | null;
}) {
  const [answer, setAnswer] = useState<string | null>(null);
  const send = async () => {
    const said = answer?.trim() ?? c.answer;
    if (said === c.answer || (await onSeeTo(c.id, { answer: said }))) setAnswer(null);
  };
  return (
    <Box
      component="li"
      sx={{ listStyle: 'none', display: 'flex', gap: 1, py: 1, borderTop: 1, borderColor: 'divider' }}
    >
      <Checkbox
        size="small"
        checked={c.done}
        onChange={() => void onSeeTo(c.id, { done: !c.done })}
        slotProps={{ input: { 'aria-label': `Seen to: ${c.text.slice(0, 60)}` } }}
        sx={{ alignSelf: 'flex-start', p: 0.5 }}
      />
      <Box sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere', display: 'grid', gap: 0.5 }}>
        <Box>
          <Box component="span" sx={{ fontWeight: 600 }}>
            {c.name}
          </Box>{' '}
          <Box component="span" sx={{ color: 'text.secondary', fontSize: 12 }}>
            {title}, version {c.version}, {when(c.at)}
          </Box>
        </Box>
        <Box sx={{ whiteSpace: 'pre-wrap' }}>{c.text}</Box>
        {answer === null ? (
          <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline' }}>
            {c.answer && (
              <Box sx={{ color: 'text.secondary', whiteSpace: 'pre-wrap', flex: 1 }}>Answer: {c.answer}</Box>
            )}
            <Button color="inherit" onClick={() => setAnswer(c.answer)} sx={{ px: 0 }}>
              {c.answer ? 'Change' : 'Answer'}
            </Button>
            {onGo && (
              <Button color="inherit" onClick={onGo} sx={{ px: 0 }}>
                Go to its place
              </Button>
            )}
            <RemoveButton flush words="Remove this comment" of={c.text.slice(0, 60)} onRemove={onRemove} />
          </Box>
        ) : (
          <Box sx={{ display: 'flex', gap: 1, alignItems: 'flex-start' }}>
            <LimitedText
              size="small"
              label="Answer"
              multiline
              maxRows={4}
              autoFocus
              fullWidth
              value={answer}
              limit={linkLimits.text}
              onText={setAnswer}
            />
            <Button variant="outlined" onClick={() => void send()}>
              Send
            </Button>
          </Box>
        )}
      </Box>
    </Box>
  );
}

/** What clients said, to be answered and ticked off; what waits comes first. */
export function LinkComments({
  link,
  onSeeTo,
  onRemove,
  onGo,
}: {
  link: ClientLink;
  onSeeTo: SeeTo;
  onRemove(comment: string): void;
  onGo(comment: LinkComment): void;
}) {
  const sheets = useEditor((s) => s.design?.sheets);
  const sorted = [...link.comments].sort((a, b) => Number(a.done) - Number(b.done));
  if (!sorted.length) return <Box sx={{ color: 'text.secondary' }}>No comments yet.</Box>;
  return (
    <Box component="ul" aria-label="Comments of clients" sx={{ m: 0, p: 0 }}>
      {sorted.map((c) => (
        <Comment
          key={c.id}
          comment={c}
          title={shownTitle(link.versions, c.of)}
          onSeeTo={onSeeTo}
          onRemove={() => onRemove(c.id)}
          onGo={c.x !== null && sheets?.some((s) => c.of === `sheet:${s.id}`) ? () => onGo(c) : null}
        />
      ))}
    </Box>
  );
}
