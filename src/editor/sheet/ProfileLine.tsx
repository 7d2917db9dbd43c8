'use client';

import { useEditor } from '../state/store';
import { madder, panel } from './colours';
import { toView } from './view';

/** The line whose colours are charted. */
export function ProfileLine() {
  const view = useEditor((s) => s.view);
  const line = useEditor((s) => s.profile);
  if (!line) return null;
  const [a, b] = [toView(view, line.from), toView(view, line.to)];
  return (
    <g data-testid="profile-line">
      <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke={panel} strokeWidth={4} strokeOpacity={0.8} />
      <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke={madder} strokeWidth={1.5} />
      {[a, b].map((p, i) => (
        <circle key={i} cx={p.x} cy={p.y} r={4} fill={panel} stroke={madder} strokeWidth={1.5} />
      ))}
    </g>
  );
}
