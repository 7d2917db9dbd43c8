'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useId, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { ancestorsOf } from '@/core/edit';
import { choose, leave } from '../state/actions';
import { set, useEditor } from '../state/store';
import { hasEngine, studioEngine } from '../state/studio';
import { SheetNote } from './SheetNote';

/** What lies outside of the part that is entered, faded a little. */
export function ScopeVeil() {
  const id = useId();
  const view = useEditor((s) => s.view);
  const scope = useEditor((s) => (s.tileWork ? null : s.scope));
  // While something is dragged the sheet comes first.
  const version = useEditor((s) => (s.readout === '' ? s.version : -1));
  const [outline, setOutline] = useState('');
  useEffect(() => {
    if (!scope || !hasEngine() || version < 0) return;
    let live = true;
    void studioEngine()
      .studio.outline(scope)
      .then((d) => live && setOutline(d));
    return () => {
      live = false;
    };
  }, [scope, version]);
  if (!scope || !outline) return null;
  return (
    <>
      <mask id={id} maskUnits="userSpaceOnUse" x="0" y="0" width="100%" height="100%">
        <rect width="100%" height="100%" fill="white" />
        <path
          d={outline}
          transform={`matrix(${view.zoom} 0 0 ${view.zoom} ${view.x} ${view.y})`}
          fill="black"
          stroke="black"
          strokeWidth={10}
          vectorEffect="non-scaling-stroke"
        />
      </mask>
      <rect
        width="100%"
        height="100%"
        fill="var(--sc-palette-paper-surround)"
        fillOpacity={0.45}
        mask={`url(#${id})`}
        data-testid="scope-veil"
      />
    </>
  );
}

/** Shows the inside of a part that holds the one at hand. */
function goTo(id: string, inside: string): void {
  set({ scope: id });
  choose([inside]);
}

/** Says which part is entered, and how it is left. */
export function ScopeBar() {
  const path = useEditor(
    useShallow((s) =>
      s.design && s.scope && !s.tileWork ? [s.scope, ...ancestorsOf(s.design, s.scope)] : [],
    ),
  );
  const names = useEditor(useShallow((s) => path.map((id) => s.design?.parts[id]?.name ?? '')));
  if (!path.length) return null;
  return (
    <SheetNote role="status" aria-label="Where you are" onPointerDown={(e) => e.stopPropagation()}>
      <Box component="span" sx={{ color: 'text.secondary' }}>
        Inside{' '}
      </Box>
      {path.toReversed().map((id, i) => {
        const at = path.length - 1 - i;
        return at > 0 ? (
          <Button key={id} size="small" onClick={() => goTo(id, path[at - 1])} sx={{ minWidth: 0 }}>
            {names[at]} ›
          </Button>
        ) : (
          <Box
            key={id}
            component="span"
            sx={{ fontWeight: 600, overflow: 'hidden', textOverflow: 'ellipsis' }}
          >
            {names[at]}
          </Box>
        );
      })}
      <Button variant="contained" size="small" onClick={leave} sx={{ ml: 1 }} aria-keyshortcuts="Escape">
        Leave (Esc)
      </Button>
    </SheetNote>
  );
}
