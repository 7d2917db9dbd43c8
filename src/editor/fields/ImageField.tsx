'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { imageSize } from '@/core';
import { api } from '../state/api';
import { choosePicture } from '../state/pictures';
import { FieldLabel, FieldRow } from './row';

/** A picture by its size, and another one in its place. */
export function ImageField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange(id: string): void;
}) {
  const size = imageSize(value);
  const there = useQuery({
    queryKey: ['image', value],
    enabled: size !== null,
    queryFn: () => api.hasImage(value),
  });
  const choose = async () => {
    const picture = await choosePicture();
    if (picture) onChange(picture.image);
  };
  return (
    <>
      <FieldRow wide>
        <FieldLabel>{label}</FieldLabel>
        <Box component="span" sx={{ fontSize: 13 }}>
          {size ? `${size.width} × ${size.height} pixels` : 'None yet'}
        </Box>
      </FieldRow>
      {there.data === false && (
        <Box role="note" sx={{ color: 'error.main', fontSize: 13 }}>
          This picture is not here any more: choose it again.
        </Box>
      )}
      <Button variant="outlined" onClick={() => void choose()}>
        {size ? 'Choose another picture' : 'Choose a picture'}
      </Button>
    </>
  );
}
