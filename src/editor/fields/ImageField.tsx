'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { imageSize, levelCount } from '@/core';
import { bringPicture, chooseFiles } from '../state/pictures';
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
  // Its smallest block says whether it is there.
  const there = useQuery({
    queryKey: ['image', value],
    enabled: size !== null,
    queryFn: async () =>
      (await fetch(`/api/images/${value}/${size ? levelCount(size) - 1 : 0}/0/0`)).status !== 404,
  });
  const bring = async () => {
    const [file] = await chooseFiles(false);
    const id = file && (await bringPicture(file));
    if (id) onChange(id);
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
      <Button variant="outlined" onClick={() => void bring()}>
        {size ? 'Choose another picture' : 'Choose a picture'}
      </Button>
    </>
  );
}
