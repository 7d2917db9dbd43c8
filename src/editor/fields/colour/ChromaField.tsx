'use client';

import Box from '@mui/material/Box';
import { type PointerEvent, useEffect, useRef } from 'react';
import { fitted, huePicture, mostChroma, type Oklch } from '@/core';

const wide = 100;
const high = 75;
/** Lightness and chroma of a hue as a field to drag in; places outside sRGB fall onto its border. */
export function ChromaField({ value, onChange }: { value: Oklch; onChange(colour: Oklch): void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const hue = Math.round(value.h);
  useEffect(() => {
    const c = canvas.current?.getContext('2d');
    c?.putImageData(new ImageData(huePicture(hue, wide, high), wide, high), 0, 0);
  }, [hue]);
  const take = (e: PointerEvent<HTMLDivElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    const share = (v: number) => Math.min(1, Math.max(0, v));
    onChange(
      fitted({
        l: 1 - share((e.clientY - box.top) / box.height),
        c: mostChroma * share((e.clientX - box.left) / box.width),
        h: value.h,
      }),
    );
  };
  return (
    <Box
      role="slider"
      aria-label="Lightness and chroma"
      aria-valuetext={`Lightness ${Math.round(value.l * 100)} %, chroma ${value.c.toFixed(3)}`}
      aria-valuenow={Math.round(value.l * 100)}
      tabIndex={0}
      data-testid="chroma-field"
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        take(e);
      }}
      onPointerMove={(e) => e.buttons === 1 && take(e)}
      onKeyDown={(e) => {
        const step = e.shiftKey ? 0.05 : 0.01;
        const by = {
          ArrowUp: [step, 0],
          ArrowDown: [-step, 0],
          ArrowLeft: [0, -step],
          ArrowRight: [0, step],
        }[e.key];
        if (!by) return;
        e.preventDefault();
        e.stopPropagation();
        onChange(fitted({ l: value.l + by[0], c: Math.max(0, value.c + by[1] * mostChroma), h: value.h }));
      }}
      sx={{
        position: 'relative',
        height: 150,
        borderRadius: 1,
        border: 1,
        borderColor: 'divider',
        bgcolor: 'paper.sunk',
        cursor: 'crosshair',
        touchAction: 'none',
        overflow: 'hidden',
      }}
    >
      <canvas
        ref={canvas}
        width={wide}
        height={high}
        style={{ width: '100%', height: '100%', display: 'block' }}
      />
      <Box
        aria-hidden
        sx={{
          position: 'absolute',
          left: `calc(${(value.c / mostChroma) * 100}% - 7px)`,
          top: `calc(${(1 - value.l) * 100}% - 7px)`,
          width: 14,
          height: 14,
          borderRadius: '50%',
          border: '2px solid #fff',
          boxShadow: '0 0 0 1.5px #1f2b38',
          pointerEvents: 'none',
        }}
      />
    </Box>
  );
}
