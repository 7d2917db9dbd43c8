'use client';

import Box from '@mui/material/Box';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { type ClientSaid, type LinkDecision, type SharedView, shownTitle } from '@/core';
import { taken } from '../state/taken';
import { CommentForm, CommentList, type Numbered } from './Comments';
import { Compare } from './Compare';
import { Decision, decisionWords } from './Decision';
import { useOwnName } from './own-name';
import { ReviewHeader } from './ReviewHeader';
import { type Spot, Stage } from './Stage';
import { sharedApi } from './shared-api';

/** What is shown behind a link: a picture at a time, what was said of it, and what is decided. */
export function Review({
  token,
  view,
  onSaid,
}: {
  token: string;
  view: SharedView;
  /** Is told what the client said, as it was kept. */
  onSaid(said: ClientSaid): void;
}) {
  const latest = view.versions[0];
  const [number, setNumber] = useState(latest.number);
  const [against, setAgainst] = useState(0);
  const [chosen, setChosen] = useState<string | null>(null);
  const [draft, setDraft] = useState<Spot | null>(null);
  const [at, setAt] = useState<string | null>(null);
  const [name, setName] = useOwnName();
  const version = view.versions.find((v) => v.number === number) ?? latest;
  const subject = version.subjects.find((s) => s.of === chosen) ?? version.subjects[0];
  const { of, title } = subject;
  const numbered: readonly Numbered[] = view.comments
    .filter((c) => c.of === of && c.version === version.number)
    .map((c, i) => ({ ...c, number: i + 1 }));
  const others = view.versions.filter(
    (v) => v.number !== version.number && v.subjects.some((s) => s.of === of),
  );
  const held = others.find((v) => v.number === against)?.number ?? 0;
  const comment = useMutation({
    mutationFn: (text: string) =>
      sharedApi.comment(token, {
        version: version.number,
        of,
        x: draft?.x ?? null,
        y: draft?.y ?? null,
        name: name.trim(),
        text,
      }),
    onSuccess: (kept) => {
      setDraft(null);
      setAt(kept.id);
      onSaid({ comment: kept });
    },
  });
  const decide = useMutation({
    mutationFn: ({ kind, text }: { kind: LinkDecision['kind']; text: string }) =>
      sharedApi.decide(token, {
        kind,
        version: version.number,
        of: kind === 'chosen' ? of : '',
        name: name.trim(),
        text,
      }),
    onSuccess: (kept) => onSaid({ decision: kept }),
  });
  const { decision } = view;
  const go = (next: string) => {
    setChosen(next);
    setDraft(null);
    setAt(null);
  };
  return (
    <Box
      component="main"
      sx={{
        '--stage-height': { xs: '66vh', md: 'calc(100dvh - 116px)' },
        minHeight: '100dvh',
        bgcolor: 'paper.surround',
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 340px' },
        gridTemplateRows: { xs: 'auto auto auto', md: 'auto minmax(0, 1fr)' },
        height: { md: '100dvh' },
        fontSize: 14,
      }}
    >
      <ReviewHeader
        view={view}
        version={version.number}
        held={held}
        others={others.map((v) => v.number)}
        onVersion={(v) => {
          setNumber(v);
          setDraft(null);
        }}
        onHeld={setAgainst}
      />
      <Box sx={{ display: 'flex', flexDirection: 'column', minHeight: 0, minWidth: 0 }}>
        {version.subjects.length > 1 && (
          <Box
            component="nav"
            aria-label="What is shown"
            sx={{ display: 'flex', gap: 1, overflowX: 'auto', px: 3, pt: 2 }}
          >
            {version.subjects.map((s) => (
              <Box
                key={s.of}
                component="button"
                type="button"
                aria-current={s.of === of}
                onClick={() => go(s.of)}
                sx={{
                  flexShrink: 0,
                  font: 'inherit',
                  px: 3,
                  height: 34,
                  cursor: 'pointer',
                  border: 1,
                  borderRadius: 1,
                  borderColor: s.of === of ? 'primary.main' : 'divider',
                  bgcolor: 'background.paper',
                  color: s.of === of ? 'text.primary' : 'text.secondary',
                  fontWeight: s.of === of ? 600 : 400,
                }}
              >
                {s.title}
              </Box>
            ))}
          </Box>
        )}
        <Box
          sx={{
            flex: 1,
            minHeight: { xs: 'var(--stage-height)', md: 0 },
            display: 'flex',
            p: { xs: 2, md: 3 },
          }}
        >
          {held ? (
            <Compare
              token={token}
              of={of}
              versions={[Math.min(held, version.number), Math.max(held, version.number)]}
            />
          ) : (
            <Stage
              key={`${version.number} ${of}`}
              token={token}
              version={version.number}
              of={of}
              title={title}
              comments={numbered.filter((c) => c.x !== null)}
              at={at}
              draft={draft}
              onSpot={(spot) => {
                setDraft(spot);
                setAt(null);
              }}
              onComment={setAt}
            />
          )}
        </Box>
      </Box>
      <Box
        component="aside"
        aria-label="Words and decision"
        sx={{
          bgcolor: 'background.paper',
          borderStyle: 'solid',
          borderWidth: { xs: '1px 0 0', md: '0 0 0 1px' },
          borderColor: 'divider',
          p: 4,
          display: 'flex',
          flexDirection: 'column',
          gap: 4,
          overflowY: { md: 'auto' },
        }}
      >
        {(view.note || version.note) && (
          <Box sx={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' }}>{version.note || view.note}</Box>
        )}
        <Decision
          decided={decision ? decisionWords(decision, shownTitle(view.versions, decision.of)) : ''}
          name={name}
          busy={decide.isPending}
          fault={decide.error?.message ?? ''}
          onName={setName}
          onDecide={(kind, text) => taken(decide.mutateAsync({ kind, text }))}
        />
        <CommentList comments={numbered} at={at} onChoose={setAt} />
        <CommentForm
          name={name}
          placed={draft !== null}
          busy={comment.isPending}
          fault={comment.error?.message ?? ''}
          onName={setName}
          onSend={(text) => taken(comment.mutateAsync(text))}
          onNoPlace={() => setDraft(null)}
        />
      </Box>
    </Box>
  );
}
