'use client';

import { memo } from 'react';
import type { SheetHandle } from '@/core/edit';
import { sameCard } from '../state/actions';
import { colourStage, useEditor } from '../state/store';
import { brass, madder, panel } from './colours';
import { pressHandle } from './grip-press';
import { pressGradientLine } from './stops';
import { toView } from './view';

/** How far grips stand off that would hide others, CSS pixels. */
const aside = 15;

const sameHandle = (a: SheetHandle, b: SheetHandle): boolean =>
  a.x === b.x &&
  a.y === b.y &&
  a.id === b.id &&
  a.part === b.part &&
  a.colour === b.colour &&
  a.ring === b.ring &&
  a.from?.x === b.from?.x &&
  a.from?.y === b.from?.y &&
  a.aside?.x === b.aside?.x &&
  a.aside?.y === b.aside?.y &&
  sameCard(a.card, b.card);

function Grip({ h, chosen }: { h: SheetHandle; chosen: boolean }) {
  const view = useEditor((s) => s.view);
  const foot = toView(view, h);
  const p = h.aside ? { x: foot.x + aside * h.aside.x, y: foot.y + aside * h.aside.y } : foot;
  const from = h.from && toView(view, h.from);
  const matrix = `matrix(${view.zoom} 0 0 ${view.zoom} ${view.x} ${view.y})`;
  return (
    <g>
      {h.ring && (
        <path
          d={h.ring}
          transform={matrix}
          fill="none"
          stroke={brass}
          strokeDasharray="5 4"
          vectorEffect="non-scaling-stroke"
        />
      )}
      {h.aside && <line x1={foot.x} y1={foot.y} x2={p.x} y2={p.y} stroke={brass} strokeWidth={1.25} />}
      {from && <line x1={from.x} y1={from.y} x2={p.x} y2={p.y} stroke={brass} strokeWidth={1.25} />}
      {from && h.id === 'end' && h.card.list === 'coats' && (
        <line
          x1={from.x}
          y1={from.y}
          x2={p.x}
          y2={p.y}
          stroke="transparent"
          strokeWidth={10}
          style={{ cursor: 'copy', pointerEvents: 'stroke' }}
          data-testid="gradient-line"
          onPointerDown={(e) => pressGradientLine(e)}
        />
      )}
      <g
        data-testid={`handle-${h.id}`}
        style={{ cursor: 'move', pointerEvents: 'all' }}
        onPointerDown={(e) => pressHandle(e, h)}
      >
        <circle cx={p.x} cy={p.y} r={9} fill="transparent" />
        {h.colour ? (
          <circle
            cx={p.x}
            cy={p.y}
            r={h.small ? 3 : 5}
            fill={h.colour}
            stroke={panel}
            strokeWidth={3}
            style={{ paintOrder: 'stroke' }}
          />
        ) : (
          <path
            d={h.small ? `M${p.x} ${p.y - 4}l4 4l-4 4l-4-4z` : `M${p.x} ${p.y - 6}l6 6l-6 6l-6-6z`}
            fill={h.small ? panel : brass}
            stroke={h.small ? brass : panel}
            strokeWidth={1.5}
          />
        )}
        {h.colour && (
          <circle
            cx={p.x}
            cy={p.y}
            r={h.small ? 4.5 : 7}
            fill="none"
            stroke={chosen ? madder : brass}
            strokeWidth={chosen ? 2.5 : 1.5}
          />
        )}
      </g>
    </g>
  );
}

/** A grip; one that stays is not drawn again, though the report names it anew. */
const CardHandle = memo(Grip, (a, b) => a.chosen === b.chosen && sameHandle(a.h, b.h));

/** The rows and columns of a mesh, as far as such lines go with the card at hand. */
function PaintLines() {
  const view = useEditor((s) => s.view);
  const d = useEditor((s) => s.report?.paintLines);
  if (!d) return null;
  return (
    <path
      d={d}
      transform={`matrix(${view.zoom} 0 0 ${view.zoom} ${view.x} ${view.y})`}
      fill="none"
      stroke={brass}
      strokeWidth={1.25}
      vectorEffect="non-scaling-stroke"
      data-testid="paint-lines"
    />
  );
}

/** The grips of the card at hand, and what shows how its paint lies. */
export function CardHandles() {
  const handles = useEditor((s) => s.report?.handles);
  const grips = useEditor((s) => s.grips);
  const tool = useEditor((s) => s.tool);
  // Several parts share their gradients' grips where colour is worked on.
  const shared = useEditor((s) => s.chosen.length > 1 && s.stage !== colourStage);
  if (!handles || shared || !tool.grips) return null;
  const shown = handles.map((h) => <CardHandle key={h.id} h={h} chosen={grips.includes(h.id)} />);
  return (
    <>
      <PaintLines />
      {shown}
    </>
  );
}
