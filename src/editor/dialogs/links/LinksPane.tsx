'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { type ClientLink, clipText, type LinkComment } from '@/core';
import { FieldFault } from '../../fields/row';
import { openSheet } from '../../state/actions';
import { api } from '../../state/api';
import { get, proofStage, set, useEditor } from '../../state/store';
import { taken } from '../../state/taken';
import { ChoiceList } from '../export/ChoiceList';
import { Body } from '../export/layout';
import { whenStored } from '../export/one-file';
import { LinkDetail, stateWords } from './LinkDetail';
import { LinkForm } from './LinkForm';

/** Milliseconds between looks at what clients say meanwhile. */
const lookEvery = 10_000;

/** What there is to say of a link beside its title. */
function moreOf(link: ClientLink): string {
  const waiting = link.comments.filter((c) => !c.done).length;
  return stateWords(link) + (waiting ? ` · ${waiting} to see to` : '');
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
  const wish = (work: () => Promise<ClientLink>) => taken(act.mutateAsync(work));
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
          <ChoiceList
            label="Links"
            choices={links.map((l) => ({ id: l.id, words: l.title, more: moreOf(l) }))}
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
          <FieldFault>{fault?.message ?? ''}</FieldFault>
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
              onChange={(change) => wish(() => api.changeLink(link.id, change))}
              onShow={(note) => wish(() => api.showVersion(link.id, note))}
              onSeeTo={(comment, what) => wish(() => api.seeToComment(link.id, comment, what))}
              onGo={(comment) => void goTo(comment)}
              onRemoveSaid={(what) =>
                void wish(() =>
                  'comment' in what
                    ? api.removeComment(link.id, what.comment)
                    : api.removeDecision(link.id, what.decision),
                )
              }
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
