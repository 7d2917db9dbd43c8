'use client';

import Box from '@mui/material/Box';
import { useEffect, useRef } from 'react';
import type { CardRef } from '@/core/edit';
import { useEditor } from '../state/store';
import { hasEngine, studioEngine } from '../state/studio';

const grounds = { pale: '#f3eee3', dark: '#2a3541' } as const;

/** Draws a picture; art of thin lines is laid on more strongly. Returns a ground it stands out from. */
function drawClearly(context: CanvasRenderingContext2D, bitmap: ImageBitmap): string {
  context.drawImage(bitmap, 0, 0);
  const { data } = context.getImageData(0, 0, bitmap.width, bitmap.height);
  let [light, weight, seen] = [0, 0, 0];
  for (let i = 0; i < data.length; i += 4) {
    const a = data[i + 3];
    if (a < 6) continue;
    seen++;
    weight += a;
    light += a * (0.299 * data[i] + 0.587 * data[i + 1] + 0.114 * data[i + 2]);
  }
  if (seen && weight / seen < 110) for (let k = 0; k < 3; k++) context.drawImage(bitmap, 0, 0);
  return weight && light / weight > 140 ? grounds.dark : grounds.pale;
}

/** A small picture of a part, or of it after one card, drawn by the studio whenever the part changes. */
export function LivePicture({ part, card, size }: { part: string; card?: CardRef; size: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const version = useEditor((s) => s.version);
  const dragging = useEditor((s) => s.readout !== '');
  const key = card ? JSON.stringify(card) : '';

  useEffect(() => {
    // While something is dragged the sheet comes first.
    if (!hasEngine() || dragging || version < 0) return;
    let live = true;
    const pixels = size * Math.min(2, window.devicePixelRatio || 1);
    const ref = key ? (JSON.parse(key) as CardRef) : null;
    const { studio, board } = studioEngine();
    const draw = async () => {
      // The sheet comes first.
      await board.settled();
      if (!live) return;
      const bitmap = await (ref ? studio.cardPicture(part, ref, pixels) : studio.partPicture(part, pixels));
      const el = canvas.current;
      const context = el?.getContext('2d', { willReadFrequently: true });
      if (!live || !el || !context) {
        bitmap?.close();
        return;
      }
      el.width = pixels;
      el.height = pixels;
      if (bitmap) el.style.background = drawClearly(context, bitmap);
      bitmap?.close();
    };
    void draw();
    return () => {
      live = false;
    };
  }, [part, key, size, version, dragging]);

  return (
    <Box
      sx={{
        width: size,
        height: size,
        flexShrink: 0,
        borderRadius: '2px',
        bgcolor: 'paper.sunk',
        overflow: 'hidden',
      }}
    >
      <canvas ref={canvas} style={{ width: size, height: size, display: 'block' }} />
    </Box>
  );
}
