'use client';

import { type PointerEvent, useState } from 'react';
import type { FaceOnSheet } from '@/core/edit';
import { run } from '../state/actions';
import { get, useEditor } from '../state/store';

const brass = 'var(--sc-palette-primary-main)';
const ink = 'var(--sc-palette-text-primary)';
const madder = 'var(--sc-palette-madder-main)';

/** What pressing one face, or sweeping across several, does. */
function apply(id: string, faces: readonly FaceOnSheet[], keys: readonly string[]): void {
  const { facePress } = get();
  const change = (label: string, change: Parameters<typeof run>[1] & { do: 'change-faces' }) =>
    void run(label, change);
  const command = { do: 'change-faces' as const, id, keys };
  if (facePress.do === 'colour')
    change('Colour face', { ...command, change: { do: 'colour', colour: facePress.colour } });
  else if (keys.length > 1) change('Join faces', { ...command, change: { do: 'join' } });
  else if (faces.find((f) => f.key === keys[0])?.dropped)
    change('Keep face', { ...command, change: { do: 'keep' } });
  else change('Drop face', { ...command, change: { do: 'drop' } });
}

/** The faces of the chosen part while they are at hand: pointed at, pressed, swept across. */
export function FaceAreas() {
  const view = useEditor((s) => s.view);
  const tool = useEditor((s) => s.tool);
  const faces = useEditor((s) => s.report?.faces);
  const id = useEditor((s) => s.chosen[0]);
  const [over, setOver] = useState<string | null>(null);
  const [swept, setSwept] = useState<readonly string[] | null>(null);
  if (tool !== 'faces' || !faces?.length) return null;

  const press = (e: PointerEvent, key: string) => {
    if (e.button !== 0) return;
    e.stopPropagation();
    // Without capture the pointer enters the faces it sweeps across.
    (e.target as Element).releasePointerCapture?.(e.pointerId);
    setSwept([key]);
    const end = () => {
      window.removeEventListener('pointerup', end);
      setSwept((keys) => {
        if (keys) queueMicrotask(() => apply(id, faces, keys));
        return null;
      });
    };
    window.addEventListener('pointerup', end);
  };
  const enter = (key: string) => {
    setOver(key);
    setSwept((keys) => (keys && !keys.includes(key) ? [...keys, key] : keys));
  };

  return (
    <g transform={`matrix(${view.zoom} 0 0 ${view.zoom} ${view.x} ${view.y})`} data-testid="faces">
      <defs>
        <pattern
          id="sc-dropped"
          width={8 / view.zoom}
          height={8 / view.zoom}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line y2={8 / view.zoom} stroke={madder} strokeWidth={2 / view.zoom} strokeOpacity={0.45} />
        </pattern>
      </defs>
      {faces.map((f) => {
        const lit = over === f.key || swept?.includes(f.key);
        return (
          <path
            key={f.key}
            d={f.d}
            data-testid={`face-${f.key}`}
            data-dropped={f.dropped}
            fill={lit ? ink : f.dropped ? 'url(#sc-dropped)' : 'transparent'}
            fillOpacity={lit ? 0.35 : 1}
            stroke={lit ? madder : brass}
            strokeOpacity={lit ? 1 : 0.6}
            strokeWidth={lit ? 2 : 1}
            vectorEffect="non-scaling-stroke"
            style={{ pointerEvents: 'all', cursor: 'pointer' }}
            onPointerEnter={() => enter(f.key)}
            onPointerLeave={() => setOver((k) => (k === f.key ? null : k))}
            onPointerDown={(e) => press(e, f.key)}
          />
        );
      })}
    </g>
  );
}
