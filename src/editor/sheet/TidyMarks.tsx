'use client';

import { useEditor } from '../state/store';
import { madder } from './colours';
import { toView } from './view';

/** Where the faults of the tidy check are; the one pointed at stands out. */
export function TidyMarks() {
  const view = useEditor((s) => s.view);
  const { faults, over } = useEditor((s) => s.tidy);
  return faults.map((f) => {
    const p = toView(view, f.at);
    const on = over === f.id;
    const r = Math.max(on ? 16 : 7, (f.size * view.zoom) / 2 + 4);
    return (
      <circle
        key={f.id}
        data-testid="tidy-mark"
        cx={p.x}
        cy={p.y}
        r={r}
        fill={madder}
        fillOpacity={on ? 0.25 : 0.1}
        stroke={madder}
        strokeWidth={on ? 2.5 : 1.25}
      />
    );
  });
}
