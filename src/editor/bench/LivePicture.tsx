'use client';

import Box from '@mui/material/Box';
import { useEffect, useRef } from 'react';
import type { CardRef } from '@/core/edit';
import { useEditor } from '../state/store';
import { hasEngine, studioEngine } from '../state/studio';

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
    const { studio } = studioEngine();
    const wanted = ref ? studio.cardPicture(part, ref, pixels) : studio.partPicture(part, pixels);
    void wanted.then((bitmap) => {
      const el = canvas.current;
      const context = el?.getContext('2d');
      if (!live || !el || !context) {
        bitmap?.close();
        return;
      }
      el.width = pixels;
      el.height = pixels;
      if (bitmap) context.drawImage(bitmap, 0, 0);
      bitmap?.close();
    });
    return () => {
      live = false;
    };
  }, [part, key, size, version, dragging]);

  return (
    <Box sx={{ width: size, height: size, flexShrink: 0, borderRadius: '2px', bgcolor: '#b4ae9f' }}>
      <canvas ref={canvas} style={{ width: size, height: size, display: 'block' }} />
    </Box>
  );
}
