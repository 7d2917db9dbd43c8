'use client';

import type { Point } from '@/core';
import { useEditor } from '../state/store';
import { brass, madder, panel } from './colours';
import { pressPoint, pressPointHandle, pressSegment, samePoint } from './points-press';
import { toView } from './view';

/** Nodes, handles and edges of the chosen drawn paths while points are at work. */
export function PointsAtWork() {
  const view = useEditor((s) => s.view);
  const points = useEditor((s) => s.report?.points);
  const segments = useEditor((s) => s.report?.segments);
  const chosen = useEditor((s) => s.points);
  if (!points) return null;
  const handle = (p: (typeof points)[number], side: 'in' | 'out', to: Point) => {
    const [a, b] = [toView(view, p), toView(view, to)];
    return (
      <g key={side}>
        <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke={brass} strokeWidth={1.25} />
        <circle
          cx={b.x}
          cy={b.y}
          r={4}
          fill={brass}
          stroke={panel}
          strokeWidth={1.5}
          style={{ cursor: 'move', pointerEvents: 'all' }}
          data-testid={`handle-${side}-${p.contour}-${p.node}`}
          onPointerDown={(e) => pressPointHandle(e, p, side)}
        />
      </g>
    );
  };
  return (
    <>
      <g transform={`matrix(${view.zoom} 0 0 ${view.zoom} ${view.x} ${view.y})`} fill="none">
        {segments?.map((s) => (
          <path
            key={`${s.part} ${s.contour} ${s.node}`}
            d={s.d}
            stroke="transparent"
            strokeWidth={10}
            vectorEffect="non-scaling-stroke"
            style={{ cursor: 'move', pointerEvents: 'stroke' }}
            data-testid={`segment-${s.contour}-${s.node}`}
            onPointerDown={(e) => pressSegment(e, s)}
          />
        ))}
      </g>
      {points.map((p) => {
        const on = chosen.some((q) => samePoint(p, q));
        const q = toView(view, p);
        return (
          <g key={`${p.part} ${p.contour} ${p.node}`}>
            {on && p.in && handle(p, 'in', p.in)}
            {on && p.out && handle(p, 'out', p.out)}
            <circle
              cx={q.x}
              cy={q.y}
              r={on ? 5 : 4}
              fill={on ? madder : panel}
              stroke={on ? panel : madder}
              strokeWidth={1.5}
              style={{ cursor: 'move', pointerEvents: 'all' }}
              data-testid={`point-${p.contour}-${p.node}`}
              data-chosen={on}
              onPointerDown={(e) => pressPoint(e, p)}
            />
          </g>
        );
      })}
    </>
  );
}
