'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Notice } from './Notice';
import { sharedApi } from './shared-api';

/** Asks for the password of a link. */
export function PasswordForm({ token, onOpen }: { token: string; onOpen(): void }) {
  const [password, setPassword] = useState('');
  const unlock = useMutation({ mutationFn: () => sharedApi.unlock(token, password), onSuccess: onOpen });
  return (
    <Notice title="This link has a password">
      <Box
        component="form"
        onSubmit={(e) => {
          e.preventDefault();
          if (password) unlock.mutate();
        }}
        sx={{ display: 'grid', gap: 3 }}
      >
        <TextField
          label="Password"
          type="password"
          autoFocus
          autoComplete="current-password"
          value={password}
          error={unlock.isError}
          helperText={unlock.error?.message ?? 'Whoever sent you the link knows it.'}
          onChange={(e) => setPassword(e.target.value)}
        />
        <Button type="submit" size="large" variant="contained" disabled={!password || unlock.isPending}>
          Open
        </Button>
      </Box>
    </Notice>
  );
}
