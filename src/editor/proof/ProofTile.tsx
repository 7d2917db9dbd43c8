'use client';

import Box from '@mui/material/Box';
import { memo, type PointerEvent, type RefObject, useEffect, useRef, useState } from 'react';
import type { Card } from '@/core';
import { proofs, sizeWithin } from '@/core';
import type { ProofWish } from '@/worker/messages';
import { madder } from '../sheet/colours';
import { useEditor } from '../state/store';
import { hasEngine, studioEngine } from '../state/studio';
import { magnify, magnifyAnew } from './loupe';
import { chooseProof, titleOfProof } from './wall';

/** CSS pixels of the longer side of a proof that has no size of its own. */
export const tileSide = 208;

/** Whether an element is in sight or near it. */
function useInSight(element: RefObject<HTMLElement | null>): boolean {
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    const el = element.current;
    if (!el) return;
    const watch = new IntersectionObserver(([e]) => setSeen(e.isIntersecting), { rootMargin: '120px' });
    watch.observe(el);
    return () => watch.disconnect();
  }, [element]);
  return seen;
}

/** Draws what hangs under an id into a canvas, whenever the sheet changes while it is in sight. */
function useProof(wish: ProofWish, onSize?: (w: number, h: number) => void) {
  const { id, card, longest } = wish;
  const canvas = useRef<HTMLCanvasElement>(null);
  const seen = useInSight(canvas);
  const engines = useEditor((s) => s.engines);
  const told = useRef(onSize);
  told.current = onSize;
  const key = JSON.stringify([card.kind, card.params]);
  // A switch or another object with the same parameters draws nothing anew.
  const wanted = useRef(wish);
  wanted.current = wish;
  useEffect(() => {
    if (!engines || !hasEngine() || !id || !key || !seen) return;
    return studioEngine().wall.hang(wanted.current, ({ width, height, data }) => {
      const c = canvas.current;
      if (!c) return;
      if (c.width !== width || c.height !== height) {
        c.width = width;
        c.height = height;
        // It takes the room of its fine picture, however coarse this one is.
        const k = longest / Math.max(width, height);
        told.current?.(Math.max(1, Math.round(k * width)), Math.max(1, Math.round(k * height)));
      }
      c.getContext('2d', { willReadFrequently: true })?.putImageData(
        new ImageData(data, width, height),
        0,
        0,
      );
      magnifyAnew(c);
    });
  }, [id, key, longest, engines, seen]);
  return canvas;
}

/** Where a finding is, over a picture of the whole sheet. */
function Marks() {
  const finding = useEditor((s) => s.findings?.findings.find((f) => f.id === s.wall.finding));
  const sheet = useEditor((s) => s.design?.sheets.find((h) => h.id === s.sheetId));
  if (!finding || !sheet || !finding.at.length) return null;
  const r = Math.max(sheet.width, sheet.height) / 28;
  const [a, b = a] = finding.at;
  return (
    <svg
      viewBox={`0 0 ${sheet.width} ${sheet.height}`}
      aria-hidden="true"
      style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', overflow: 'visible' }}
    >
      <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke={madder} strokeWidth={r / 6} />
      <circle
        data-testid="finding-mark"
        cx={(a.x + b.x) / 2}
        cy={(a.y + b.y) / 2}
        r={r + Math.hypot(a.x - b.x, a.y - b.y) / 2}
        fill="none"
        stroke={madder}
        strokeWidth={r / 5}
      />
    </svg>
  );
}

/** Another picture over the left part of one, up to where the pointer is. */
function Wiper({ card, longest }: { card: Card; longest: number }) {
  const canvas = useProof({ id: `${card.id} held`, card, longest, held: true });
  const [at, setAt] = useState(0.5);
  const move = (e: PointerEvent<HTMLElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    setAt(Math.min(1, Math.max(0, (e.clientX - box.left) / box.width)));
  };
  return (
    <Box onPointerMove={move} sx={{ position: 'absolute', inset: 0, cursor: 'ew-resize' }}>
      <canvas
        ref={canvas}
        style={{ width: '100%', height: '100%', clipPath: `inset(0 ${100 * (1 - at)}% 0 0)` }}
      />
      <Box
        sx={{
          position: 'absolute',
          top: 0,
          bottom: 0,
          left: `${100 * at}%`,
          width: 2,
          ml: '-1px',
          bgcolor: 'madder.main',
        }}
      />
    </Box>
  );
}

/** One proof as it hangs: its picture in true pixels and its title; under the pointer it is magnified. */
export const ProofTile = memo(function Tile({ card, dpr }: { card: Card; dpr: number }) {
  const chosen = useEditor((s) => s.wall.proof === card.id);
  const own = proofs[card.kind].pixels?.(card.params);
  const longest = own ?? Math.round(tileSide * dpr);
  const sheet = useEditor((s) => s.design?.sheets.find((h) => h.id === s.sheetId));
  // Until there is a picture it keeps the room of one in the sheet's shape.
  const [drawn, setSize] = useState<{ width: number; height: number } | null>(null);
  const size = drawn ?? (sheet ? sizeWithin(sheet, longest) : { width: longest, height: longest });
  const canvas = useProof({ id: card.id, card, longest }, (width, height) => setSize({ width, height }));
  const frame = useRef<HTMLElement>(null);
  useEffect(() => {
    if (chosen) frame.current?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  const title = titleOfProof(card);
  const plain = card.kind === 'size' && longest >= 128;
  const wiper = card.kind === 'beside' && card.params.how === 'wiper';
  return (
    <Box
      component="li"
      ref={frame}
      sx={{ listStyle: 'none', display: 'grid', gap: 1, justifyItems: 'center' }}
    >
      <Box
        component="button"
        type="button"
        aria-pressed={chosen}
        aria-label={`Proof ${title}`}
        onClick={() => chooseProof(card.id)}
        onPointerMove={(e: PointerEvent) => canvas.current && !wiper && magnify(canvas.current, e)}
        onPointerLeave={() => magnify(null)}
        sx={{
          position: 'relative',
          p: 0,
          border: 0,
          bgcolor: 'transparent',
          display: 'block',
          cursor: 'pointer',
          outline: chosen ? 2 : 0,
          outlineStyle: 'solid',
          outlineColor: 'primary.main',
          outlineOffset: 4,
          '&:focus-visible': { outline: '2px solid', outlineColor: 'primary.main' },
        }}
      >
        <canvas
          ref={canvas}
          data-testid={`proof-${card.id}`}
          style={{
            display: 'block',
            width: size.width / dpr,
            height: size.height / dpr,
            imageRendering: 'pixelated',
            boxShadow: '0 0 0 1px var(--sc-palette-divider)',
          }}
        />
        {wiper && <Wiper card={card} longest={longest} />}
        {plain && <Marks />}
      </Box>
      <Box
        sx={{
          fontSize: 12,
          color: 'text.secondary',
          maxWidth: Math.max(64, size.width / dpr),
          textAlign: 'center',
        }}
      >
        {title}
      </Box>
    </Box>
  );
});
