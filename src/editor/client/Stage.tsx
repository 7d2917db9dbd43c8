'use client';

import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import { Maximize, ZoomIn, ZoomOut } from 'lucide-react';
import { type MouseEvent, type PointerEvent, useRef, useState } from 'react';
import { TransformComponent, TransformWrapper } from 'react-zoom-pan-pinch';
import type { LinkComment } from '@/core';
import { Pin } from './Pin';
import { pictureSources } from './shared-api';

export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** How far a pointer may move between press and release for a press of one place, pixels. */
const still = 6;

/** A picture that is zoomed and moved about, with the places of comments on it; a press on it chooses a place. */
export function Stage({
  token,
  version,
  of,
  title,
  comments,
  at,
  draft,
  onSpot,
  onComment,
}: {
  token: string;
  version: number;
  of: string;
  title: string;
  /** Those with a place, each with the number that it has in the list. */
  comments: readonly (LinkComment & { readonly number: number })[];
  at: string | null;
  draft: Spot | null;
  onSpot(spot: Spot): void;
  onComment(id: string): void;
}) {
  const [scale, setScale] = useState(1);
  const [fault, setFault] = useState(false);
  const [ready, setReady] = useState(false);
  const frame = useRef<HTMLDivElement>(null);
  const pressed = useRef<{ x: number; y: number } | null>(null);
  const sources = pictureSources(token, version, of);
  const spot = (e: MouseEvent<HTMLElement>) => {
    const p = pressed.current;
    if (!p || Math.hypot(e.clientX - p.x, e.clientY - p.y) > still) return;
    const b = e.currentTarget.getBoundingClientRect();
    const share = (v: number) => Math.min(1, Math.max(0, v));
    onSpot({ x: share((e.clientX - b.left) / b.width), y: share((e.clientY - b.top) / b.height) });
  };
  const placed = ({ x, y }: Spot) => ({
    position: 'absolute' as const,
    left: `${100 * x}%`,
    top: `${100 * y}%`,
    // Its point stands on the place, and it is as large at every zoom.
    transform: `translateY(-100%) scale(${1 / scale})`,
    transformOrigin: '0 100%',
  });
  return (
    <Box ref={frame} sx={{ position: 'relative', flex: 1, minHeight: 0, overflow: 'hidden' }}>
      <TransformWrapper
        minScale={1}
        maxScale={12}
        doubleClick={{ disabled: true }}
        wheel={{ step: 0.15 }}
        onTransformed={(_, s) => setScale(s.scale)}
      >
        {({ zoomIn, zoomOut, resetTransform }) => (
          <>
            <TransformComponent
              wrapperStyle={{ width: '100%', height: '100%' }}
              contentStyle={{ width: '100%', height: '100%', display: 'grid', placeItems: 'center' }}
            >
              <Box
                data-testid="client-picture"
                onPointerDown={(e: PointerEvent) => {
                  pressed.current = { x: e.clientX, y: e.clientY };
                }}
                onClick={spot}
                sx={{ position: 'relative', lineHeight: 0, cursor: 'crosshair', bgcolor: '#fff' }}
              >
                <img
                  key={`${version} ${of}`}
                  {...sources}
                  sizes={`${Math.ceil((frame.current?.clientWidth ?? 600) * scale)}px`}
                  alt={title}
                  draggable={false}
                  onLoad={() => {
                    setReady(true);
                    setFault(false);
                  }}
                  onError={() => setFault(true)}
                  style={{
                    display: 'block',
                    maxWidth: '100%',
                    maxHeight: 'var(--stage-height)',
                    userSelect: 'none',
                  }}
                />
                {ready &&
                  comments.map((c) => (
                    <Pin
                      key={c.id}
                      type="button"
                      aria-label={`Comment ${c.number}`}
                      at={c.id === at}
                      done={c.done}
                      style={placed({ x: c.x ?? 0, y: c.y ?? 0 })}
                      onClick={(e) => {
                        e.stopPropagation();
                        onComment(c.id);
                      }}
                    >
                      {c.number}
                    </Pin>
                  ))}
                {draft && <Pin as="span" draft aria-hidden style={{ ...placed(draft), display: 'block' }} />}
              </Box>
            </TransformComponent>
            <Box
              sx={{
                position: 'absolute',
                right: 8,
                bottom: 8,
                display: 'flex',
                bgcolor: 'background.paper',
                border: 1,
                borderColor: 'divider',
                borderRadius: 1,
              }}
            >
              <IconButton aria-label="Smaller" onClick={() => zoomOut()} sx={{ p: 2 }}>
                <ZoomOut size={18} />
              </IconButton>
              <IconButton aria-label="All of it" onClick={() => resetTransform()} sx={{ p: 2 }}>
                <Maximize size={18} />
              </IconButton>
              <IconButton aria-label="Larger" onClick={() => zoomIn()} sx={{ p: 2 }}>
                <ZoomIn size={18} />
              </IconButton>
            </Box>
          </>
        )}
      </TransformWrapper>
      {fault && (
        <Box
          role="alert"
          sx={{ position: 'absolute', inset: 0, display: 'grid', placeItems: 'center', p: 4 }}
        >
          This picture cannot be shown just now. Load the page again in a moment.
        </Box>
      )}
    </Box>
  );
}
