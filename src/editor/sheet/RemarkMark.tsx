'use client';

import { useEffect } from 'react';
import { set, useEditor } from '../state/store';
import { Called } from './Called';
import { toView } from './view';

/** Where a client’s comment is that was followed to the sheet; it goes once the design is changed. */
export function RemarkMark() {
  const view = useEditor((s) => s.view);
  const remark = useEditor((s) => (s.remark?.sheet === s.sheetId ? s.remark : null));
  const design = useEditor((s) => s.design);
  useEffect(() => {
    if (!design) return;
    return () => set({ remark: null });
  }, [design]);
  if (!remark) return null;
  return (
    <g data-testid="remark-mark" pointerEvents="none">
      <Called at={toView(view, remark.at)} r={14} words={remark.words} />
    </g>
  );
}
