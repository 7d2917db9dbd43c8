'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import CircularProgress from '@mui/material/CircularProgress';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { type ClientSaid, type SharedView, withSaid } from '@/core';
import { ApiError } from '../state/api';
import { Notice } from './Notice';
import { PasswordForm } from './PasswordForm';
import { Review } from './Review';
import { sharedApi } from './shared-api';

/** Milliseconds between looks at what was answered meanwhile. */
const lookEvery = 20_000;

const headings: Readonly<Record<number, string>> = {
  404: 'Nothing here',
  410: 'Not open any more',
  429: 'One moment',
};

/** What a client sees who follows a link: no account is needed. */
export function ClientPage({ token }: { token: string }) {
  const client = useQueryClient();
  const queryKey = ['shared', token];
  const { data, error, refetch } = useQuery({
    queryKey,
    queryFn: () => sharedApi.view(token),
    retry: (count, e) => count < 2 && e instanceof ApiError && (e.status === 0 || e.status >= 500),
    refetchInterval: ({ state }) => (state.data && !state.error ? lookEvery : false),
  });
  useEffect(() => {
    if (data) document.title = data.title;
  }, [data]);
  const status = error instanceof ApiError ? error.status : 0;
  if (status === 401) return <PasswordForm token={token} onOpen={() => void refetch()} />;
  // A server that is away for a while takes nothing away that is shown already.
  if (error && (!data || status === 404 || status === 410))
    return (
      <Notice title={headings[status] ?? 'It cannot be shown just now'}>
        <Box role="alert">{error.message}</Box>
        {status !== 404 && status !== 410 && (
          <Button variant="outlined" onClick={() => void refetch()}>
            Try again
          </Button>
        )}
      </Notice>
    );
  if (!data)
    return (
      <Box sx={{ minHeight: '100dvh', display: 'grid', placeItems: 'center' }}>
        <CircularProgress aria-label="Opening" />
      </Box>
    );
  if (!data.versions.length)
    return (
      <Notice title={data.title}>
        <Box role="status">What this link showed was taken off it. Something new may be shown here soon.</Box>
      </Notice>
    );
  const add = async (said: ClientSaid) => {
    // A look that began before this was said would take it away again.
    await client.cancelQueries({ queryKey });
    client.setQueryData<SharedView>(queryKey, (view) => view && withSaid(view, said));
  };
  return <Review token={token} view={data} onSaid={(said) => void add(said)} />;
}
