'use client';

import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { type Card, formats } from '@/core';
import { chequer } from '../../fields/colour/ColourPicker';
import { useEditor } from '../../state/store';
import { studioEngine } from '../../state/studio';

/** Pixels of its longer side on the screen. */
const side = 400;

/** What a file will show, on a chequered ground where it is clear. */
export function Preview({ row }: { row: Card }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const version = useEditor((s) => s.version);
  const { of, ground, colour, bleed } = row.params;
  const pixels = Math.round(side * (typeof window === 'undefined' ? 1 : window.devicePixelRatio));
  const shows = formats[row.kind].made !== 'list';
  const { data } = useQuery({
    queryKey: ['preview', version, row.kind, of, ground, colour, bleed, pixels],
    queryFn: () => studioEngine().studio.filePreview(row, pixels),
    enabled: shows,
    placeholderData: (before) => before,
    gcTime: 0,
  });
  useEffect(() => {
    if (!canvas.current || !data) return;
    canvas.current.width = data.width;
    canvas.current.height = data.height;
    canvas.current.getContext('2d')?.putImageData(new ImageData(data.data, data.width), 0, 0);
  }, [data]);
  if (!shows || data === null) return null;
  return (
    <Box sx={{ display: 'grid', placeItems: 'center', minHeight: 0, bgcolor: 'paper.sunk', p: 1.5 }}>
      <canvas
        ref={canvas}
        role="img"
        aria-label="What the file shows"
        style={{ maxWidth: '100%', maxHeight: side, background: chequer }}
      />
    </Box>
  );
}
