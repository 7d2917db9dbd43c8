'use client';

import { useEffect } from 'react';
import { set, useEditor } from '../state/store';
import { Called } from './Called';
import { madder } from './colours';
import { toView } from './view';

/** Where the finding is that was followed from the wall of proofs; it goes once something else is chosen or changed. */
export function FindingMark() {
  const view = useEditor((s) => s.view);
  const finding = useEditor((s) => s.findings?.findings.find((f) => f.id === s.wall.finding));
  const design = useEditor((s) => s.design);
  const chosen = useEditor((s) => s.chosen);
  useEffect(() => {
    if (!design || !chosen) return;
    return () => set((s) => ({ wall: { ...s.wall, finding: null } }));
  }, [design, chosen]);
  if (!finding?.at.length) return null;
  const [a, b = a] = finding.at.map((p) => toView(view, p));
  const r = 14 + Math.hypot(a.x - b.x, a.y - b.y) / 2;
  const [x, y] = [(a.x + b.x) / 2, (a.y + b.y) / 2];
  return (
    <g data-testid="finding-mark" pointerEvents="none">
      <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke={madder} strokeWidth={2} />
      <Called at={{ x, y }} r={r} words={finding.message} />
    </g>
  );
}
