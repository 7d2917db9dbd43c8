'use client';

import Box from '@mui/material/Box';
import { useEffect, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { type Card, proofRows, proofs, usualWall } from '@/core';
import { reportDefect } from '../state/defects';
import { say, useEditor } from '../state/store';
import { hasEngine, studioEngine } from '../state/studio';
import { magnify } from './loupe';
import { ProofTile } from './ProofTile';
import { rowOf } from './wall';

/** Device pixels a CSS pixel has; a window may move to another screen. */
function usePixelRatio(): number {
  const [ratio, setRatio] = useState(() => window.devicePixelRatio || 1);
  useEffect(() => {
    const query = window.matchMedia(`(resolution: ${ratio}dppx)`);
    const change = () => setRatio(window.devicePixelRatio || 1);
    query.addEventListener('change', change);
    return () => query.removeEventListener('change', change);
  }, [ratio]);
  return ratio;
}

/** Has what proofs are held against brought to the workers. */
function useHeldAgainst(hung: readonly Card[]): void {
  const designId = useEditor((s) => s.designId);
  const engines = useEditor((s) => s.engines);
  const addresses = hung.map((c) => proofs[c.kind].against?.(c.params) ?? '').filter((a) => a !== '');
  const key = [...new Set(addresses)].sort().join(' ');
  useEffect(() => {
    if (!engines || !hasEngine()) return;
    const { studio, wall } = studioEngine();
    studio
      .holdAgainst(key ? key.split(' ') : [], designId)
      .then((words) => {
        for (const w of words) say(w);
        wall.anewAgainst();
      })
      .catch(reportDefect);
  }, [key, designId, engines]);
}

/** The sheet in all the ways that have been chosen, in rows by what they are for; it follows the design. */
export function ProofWall() {
  const hung = useEditor(useShallow((s) => (s.design?.wall ?? usualWall).proofs.filter((c) => c.on)));
  const dpr = usePixelRatio();
  useHeldAgainst(hung);
  useEffect(
    () => () => {
      magnify(null);
      if (hasEngine()) studioEngine().measurer.rest();
    },
    [],
  );
  const rows = Object.entries(proofRows).flatMap(([row, word]) => {
    const own = hung.filter((c) => rowOf(c) === row);
    return own.length ? [{ row, word, own }] : [];
  });
  return (
    <Box
      data-testid="proof-wall"
      sx={{ flex: 1, minWidth: 0, minHeight: 0, overflow: 'auto', bgcolor: 'paper.surround', px: 6, py: 4 }}
    >
      {!rows.length && (
        <Box sx={{ color: 'text.secondary', pt: 6, textAlign: 'center' }}>
          Nothing hangs here. Switch a proof on in the list, or add one from the tray.
        </Box>
      )}
      {rows.map(({ row, word, own }) => (
        <Box key={row} component="section" aria-label={word} sx={{ pb: 5 }}>
          <Box component="h2" sx={{ m: 0, mb: 3, fontSize: 12, fontWeight: 600, color: 'text.secondary' }}>
            {word}
          </Box>
          <Box
            component="ul"
            sx={{ m: 0, p: 0, display: 'flex', flexWrap: 'wrap', gap: 5, alignItems: 'flex-end' }}
          >
            {own.map((c) => (
              <ProofTile key={c.id} card={c} dpr={dpr} />
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
