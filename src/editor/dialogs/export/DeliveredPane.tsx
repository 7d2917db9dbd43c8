'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import LinearProgress from '@mui/material/LinearProgress';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { type DeliveredFile, type Delivery, hasEnded } from '@/core';
import { FieldFault } from '../../fields/row';
import { cutOff } from '../../frame/LineButton';
import { when } from '../../frame/when';
import { api } from '../../state/api';
import { useEditor } from '../../state/store';
import { saveFrom } from '../save-file';
import { ChoiceList } from './ChoiceList';
import { Body } from './layout';

/** Milliseconds between two looks at what is under way. */
const lookEvery = 500;

/** A number of bytes, in words. */
function bytesWords(bytes: number): string {
  const unit = bytes >= 1e6 ? 'MB' : 'kB';
  return `${(bytes / (unit === 'MB' ? 1e6 : 1e3)).toFixed(bytes >= 1e6 || bytes < 1e4 ? 1 : 0)} ${unit}`;
}

const stateWords: Readonly<Record<DeliveredFile['state'], string>> = {
  waiting: 'Waits',
  working: 'Being made',
  done: 'Done',
  failed: 'Not made',
  stopped: 'Stopped',
};

function FileLine({ delivery, file }: { delivery: string; file: DeliveredFile }) {
  const { state, name, size, message, notes, progress } = file;
  return (
    <Box
      component="li"
      sx={{
        listStyle: 'none',
        display: 'grid',
        gridTemplateColumns: 'minmax(0, 1fr) 90px 64px',
        gap: 1,
        alignItems: 'center',
        minHeight: 30,
        px: 1,
      }}
    >
      <Box sx={{ minWidth: 0 }}>
        <Box sx={cutOff}>{name}</Box>
        {(message || notes.length > 0) && (
          <Box sx={{ fontSize: 12, color: message ? 'error.main' : 'text.secondary' }}>
            {message ?? notes.join(' ')}
          </Box>
        )}
      </Box>
      {state === 'working' ? (
        <LinearProgress
          aria-label={`Making ${name}`}
          variant={progress > 0 ? 'determinate' : 'indeterminate'}
          value={100 * progress}
        />
      ) : (
        <Box sx={{ color: 'text.secondary', fontVariantNumeric: 'tabular-nums' }}>
          {size === null ? stateWords[state] : bytesWords(size)}
        </Box>
      )}
      {state === 'done' && (
        <Button
          size="small"
          color="inherit"
          aria-label={`Save ${name}`}
          onClick={() => saveFrom(api.deliveredFile(delivery, file.number), name)}
        >
          Save
        </Button>
      )}
    </Box>
  );
}

function Shown({ delivery }: { delivery: Delivery }) {
  const { files } = delivery;
  const ended = files.filter((f) => f.state !== 'waiting' && f.state !== 'working').length;
  const share =
    files.reduce((sum, f) => sum + (f.state === 'working' ? f.progress : 0), ended) / files.length;
  return (
    <>
      <Box sx={{ display: 'grid', gap: 0.5 }}>
        <Box role="status">
          {ended} of {files.length} {files.length === 1 ? 'file' : 'files'}
          {`; kept until ${when(delivery.until)}`}
        </Box>
        {!hasEnded(delivery) && (
          <LinearProgress aria-label="All files" variant="determinate" value={100 * share} />
        )}
      </Box>
      <Box
        component="ul"
        aria-label="Delivered files"
        sx={{ m: 0, p: 0, flex: 1, overflowY: 'auto', border: 1, borderColor: 'divider' }}
      >
        {files.map((f) => (
          <FileLine key={f.number} delivery={delivery.id} file={f} />
        ))}
      </Box>
    </>
  );
}

/** What was delivered of the design or is being made: to be saved as files or as one zip, stopped, or made again. */
export function DeliveredPane({ first, onClose }: { first: string | null; onClose(): void }) {
  const designId = useEditor((s) => s.designId);
  const [chosen, setChosen] = useState(first);
  const client = useQueryClient();
  const list = useQuery({
    queryKey: ['deliveries', designId],
    queryFn: () => api.deliveries(designId),
    staleTime: 0,
  });
  const entries = list.data?.deliveries ?? [];
  const at = chosen ?? entries[0]?.id;
  const shown = useQuery({
    queryKey: ['delivery', at],
    queryFn: () => api.delivery(at ?? ''),
    enabled: at !== undefined,
    staleTime: 0,
    refetchInterval: ({ state }) => (state.data && hasEnded(state.data) ? false : lookEvery),
  });
  const delivery = shown.data;
  const again = () => client.invalidateQueries({ queryKey: ['delivery', at] });
  const stop = useMutation({ mutationFn: () => api.stopDelivery(at ?? ''), onSettled: again });
  const retry = useMutation({ mutationFn: () => api.retryDelivery(at ?? ''), onSettled: again });
  const fault = list.error ?? shown.error ?? stop.error ?? retry.error;
  const done = delivery?.files.filter((f) => f.state === 'done') ?? [];
  const missed = delivery?.files.some((f) => f.state === 'failed' || f.state === 'stopped');
  const ended = !delivery || hasEnded(delivery);
  return (
    <>
      <Body sx={{ display: 'grid', gridTemplateColumns: '140px minmax(0, 1fr)', gap: 2, overflow: 'hidden' }}>
        <ChoiceList
          label="Deliveries"
          choices={entries.map((d) => ({ id: d.id, words: when(d.at) }))}
          at={at}
          onChoose={setChosen}
        />
        <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1, minHeight: 0 }}>
          {delivery ? (
            <Shown delivery={delivery} />
          ) : (
            <Box sx={{ color: 'text.secondary' }}>
              {list.isSuccess && !entries.length ? 'Nothing was delivered yet.' : ''}
            </Box>
          )}
          <FieldFault>{fault?.message ?? ''}</FieldFault>
        </Box>
      </Body>
      <DialogActions>
        <Button color="inherit" onClick={onClose}>
          Close
        </Button>
        {!ended && (
          <Button color="inherit" disabled={stop.isPending} onClick={() => stop.mutate()}>
            Stop
          </Button>
        )}
        {ended && missed && (
          <Button color="inherit" disabled={retry.isPending} onClick={() => retry.mutate()}>
            Make the others again
          </Button>
        )}
        <Button
          variant="contained"
          disabled={!done.length || !ended}
          onClick={() => at && saveFrom(api.deliveredZip(at), `${delivery?.name ?? 'files'}.zip`)}
        >
          Save all as a zip
        </Button>
      </DialogActions>
    </>
  );
}
