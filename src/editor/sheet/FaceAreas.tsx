'use client';

import { type PointerEvent, useRef, useState } from 'react';
import type { FaceChange, FaceOnSheet } from '@/core/edit';
import { run } from '../state/actions';
import { get, useEditor } from '../state/store';
import { brass, madder } from './colours';

const ink = 'var(--sc-palette-text-primary)';

/** What pressing one face, or sweeping across several, does. */
function apply(id: string, faces: readonly FaceOnSheet[], keys: readonly string[]): void {
  const { facePress } = get();
  const single = faces.find((f) => f.key === keys[0]);
  const [label, change]: [string, FaceChange] =
    facePress.do === 'colour'
      ? ['Colour face', { do: 'colour', colour: facePress.colour }]
      : keys.length > 1
        ? ['Join faces', { do: 'join' }]
        : single?.dropped
          ? ['Keep face', { do: 'keep' }]
          : ['Drop face', { do: 'drop' }];
  void run(label, { do: 'change-faces', id, keys, change });
}

/** The faces of the chosen part while they are at hand: pointed at, pressed, swept across. */
export function FaceAreas() {
  const view = useEditor((s) => s.view);
  const faces = useEditor((s) => s.report?.faces);
  const id = useEditor((s) => s.chosen[0]);
  const [over, setOver] = useState<string | null>(null);
  const [swept, setSwept] = useState<readonly string[]>([]);
  /** The faces of the sweep under way, for the listeners that outlive a drawing. */
  const sweep = useRef<readonly string[]>([]);
  if (!faces?.length) return null;

  const press = (e: PointerEvent, key: string) => {
    if (e.button !== 0) return;
    e.stopPropagation();
    // Without capture the pointer enters the faces it sweeps across.
    (e.target as Element).releasePointerCapture?.(e.pointerId);
    sweep.current = [key];
    setSwept(sweep.current);
    const end = (up: globalThis.PointerEvent) => {
      window.removeEventListener('pointerup', end);
      window.removeEventListener('pointercancel', end);
      const keys = sweep.current;
      sweep.current = [];
      setSwept([]);
      if (up.type === 'pointerup') apply(id, faces, keys);
    };
    window.addEventListener('pointerup', end);
    window.addEventListener('pointercancel', end);
  };
  const enter = (key: string) => {
    setOver(key);
    if (!sweep.current.length || sweep.current.includes(key)) return;
    sweep.current = [...sweep.current, key];
    setSwept(sweep.current);
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
        const lit = over === f.key || swept.includes(f.key);
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
