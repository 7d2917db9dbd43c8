'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { type ClientLink, clipText, type LinkComment } from '@/core';
import { cutOff } from '../../frame/LineButton';
import { openSheet } from '../../state/actions';
import { api } from '../../state/api';
import { get, proofStage, set, useEditor } from '../../state/store';
import { Body } from '../export/layout';
import { whenStored } from '../export/one-file';
import { LinkDetail, stateWords } from './LinkDetail';
import { LinkForm } from './LinkForm';

/** Milliseconds between looks at what clients say meanwhile. */
const lookEvery = 10_000;

const waiting = ({ comments }: ClientLink): number => comments.filter((c) => !c.done).length;

function Links({
  list,
  at,
  onChoose,
}: {
  list: readonly ClientLink[];
  at: string | undefined;
  onChoose(id: string): void;
}) {
  return (
    <Box component="ul" aria-label="Links" sx={{ m: 0, p: 0, overflowY: 'auto', flex: 1 }}>
      {list.map((l) => (
        <Box component="li" key={l.id} sx={{ listStyle: 'none' }}>
          <Button
            size="small"
            color="inherit"
            fullWidth
            aria-pressed={l.id === at}
            onClick={() => onChoose(l.id)}
            sx={{
              display: 'block',
              textAlign: 'left',
              bgcolor: l.id === at ? 'paper.rule' : 'transparent',
            }}
          >
            <Box sx={cutOff}>{l.title}</Box>
            <Box sx={{ ...cutOff, fontSize: 12, color: 'text.secondary' }}>
              {stateWords(l)}
              {waiting(l) > 0 && ` · ${waiting(l)} to see to`}
            </Box>
          </Button>
        </Box>
      ))}
    </Box>
  );
}

/** The links by which clients see the design: made, changed, withdrawn, and what was said there. */
export function LinksPane({ onClose }: { onClose(): void }) {
  const designId = useEditor((s) => s.designId);
  const [at, setAt] = useState<string | null>(null);
  const [making, setMaking] = useState(false);
  const client = useQueryClient();
  const key = ['links', designId];
  const list = useQuery({
    queryKey: key,
    queryFn: () => api.links(designId),
    staleTime: 0,
    refetchInterval: lookEvery,
  });
  const links = list.data?.links ?? [];
  const link = links.find((l) => l.id === at) ?? links[0];
  const again = () => client.invalidateQueries({ queryKey: key });
  const act = useMutation({
    mutationFn: async (work: () => Promise<ClientLink | undefined>) => {
      await whenStored();
      return work();
    },
    onSuccess: (made) => {
      if (made) setAt(made.id);
      setMaking(false);
    },
    onSettled: again,
  });
  const fault = list.error ?? act.error;
  const goTo = async ({ of, x, y, text }: LinkComment) => {
    const sheet = get().design?.sheets.find((s) => of === `sheet:${s.id}`);
    if (!sheet || x === null || y === null) return;
    onClose();
    set((s) => ({ stage: s.stage === proofStage ? 1 : s.stage }));
    if (sheet.id !== get().sheetId) await openSheet(sheet.id);
    set({
      remark: { sheet: sheet.id, at: { x: x * sheet.width, y: y * sheet.height }, words: clipText(text, 80) },
    });
  };
  const empty = list.isSuccess && !links.length;
  return (
    <>
      <Body sx={{ display: 'grid', gridTemplateColumns: '190px minmax(0, 1fr)', gap: 3, overflow: 'hidden' }}>
        <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1, minHeight: 0 }}>
          <Links
            list={links}
            at={making ? undefined : link?.id}
            onChoose={(id) => {
              setAt(id);
              setMaking(false);
            }}
          />
          <Button variant="outlined" color="inherit" onClick={() => setMaking(true)}>
            New link
          </Button>
        </Box>
        <Box sx={{ overflowY: 'auto', minHeight: 0, pr: 1, display: 'grid', gap: 2, alignContent: 'start' }}>
          {fault && (
            <Box role="alert" sx={{ color: 'error.main' }}>
              {fault.message}
            </Box>
          )}
          {empty && !making && (
            <Box sx={{ color: 'text.secondary' }}>
              A link shows a client chosen sheets and proofs in pictures, without an account. They pin
              comments on places, choose or decline; you answer here.
            </Box>
          )}
          {(making || empty) && (
            <LinkForm
              busy={act.isPending}
              onMake={(wish) => act.mutate(() => api.makeLink(designId, wish))}
              onCancel={empty ? undefined : () => setMaking(false)}
            />
          )}
          {!making && link && (
            <LinkDetail
              key={link.id}
              link={link}
              busy={act.isPending}
              onChange={(change) => act.mutate(() => api.changeLink(link.id, change))}
              onShow={(note) => act.mutate(() => api.showVersion(link.id, note))}
              onSeeTo={(comment, what) => act.mutate(() => api.seeToComment(link.id, comment, what))}
              onGo={(comment) => void goTo(comment)}
              onRemove={() => act.mutate(() => api.removeLink(link.id))}
            />
          )}
        </Box>
      </Body>
      <DialogActions>
        <Button color="inherit" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </>
  );
}
