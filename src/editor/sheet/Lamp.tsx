'use client';

import type { Lamp, Point, Sheet } from '@/core';
import { lampPlace } from '@/core/edit';
import { depthStage, useEditor } from '../state/store';
import { brass, panel } from './colours';
import { pressLamp } from './lamp-press';
import { toView } from './view';

/** How far from the edge of the view the lamp is kept, CSS pixels. */
const inset = 16;

/** The lamp in the view; where it stands outside, at its edge. */
function placeInView(lamp: Lamp, sheet: Sheet): Point {
  const { view, viewSize } = useEditor.getState();
  const p = toView(view, lampPlace(lamp, sheet));
  return {
    x: Math.min(viewSize.width - inset, Math.max(inset, p.x)),
    y: Math.min(viewSize.height - inset, Math.max(inset, p.y)),
  };
}

/** How far from a part its ray ends, and how long it is, CSS pixels. */
const ray = { near: 12, long: 46 };

/** A thin ray from the lamp onto each part that follows it. */
function Rays({ to }: { to: Point }) {
  const lit = useEditor((s) => s.lit);
  const view = useEditor((s) => s.view);
  const d = lit.map((place) => {
    const p = toView(view, place);
    const [dx, dy] = [to.x - p.x, to.y - p.y];
    const l = Math.hypot(dx, dy) || 1;
    const at = (far: number) => `${p.x + (dx / l) * far} ${p.y + (dy / l) * far}`;
    return l > ray.long ? `M${at(ray.near)}L${at(Math.min(l - ray.near, ray.long))}` : '';
  });
  const line = {
    d: d.join(''),
    strokeLinecap: 'round',
    fill: 'none',
    style: { pointerEvents: 'none' },
  } as const;
  // On a light line, so that it is seen on whatever it lies.
  return (
    <>
      <path {...line} stroke={panel} strokeWidth={4} />
      <path {...line} data-testid="rays" stroke={brass} strokeWidth={1.5} />
    </>
  );
}

/** The light of the sheet while depth is worked on: a disc where it stands, and a beam toward the middle. */
export function LampMark() {
  const shown = useEditor((s) => s.stage === depthStage && s.tool.grips);
  const sheet = useEditor((s) => s.design?.sheets.find((h) => h.id === s.sheetId));
  const view = useEditor((s) => s.view);
  useEditor((s) => s.viewSize);
  if (!shown || !sheet) return null;
  const p = placeInView(sheet.lamp, sheet);
  const middle = toView(view, { x: sheet.width / 2, y: sheet.height / 2 });
  const [dx, dy] = [middle.x - p.x, middle.y - p.y];
  const l = Math.hypot(dx, dy) || 1;
  const beam = (from: number, to: number, lean: number) => {
    const [ux, uy] = [dx / l, dy / l];
    const [vx, vy] = [ux - uy * lean, uy + ux * lean];
    return `M${p.x + vx * from} ${p.y + vy * from}L${p.x + vx * to} ${p.y + vy * to}`;
  };
  return (
    <g
      data-testid="lamp"
      style={{ cursor: 'move', pointerEvents: 'all' }}
      onPointerDown={(e) => pressLamp(e, sheet)}
    >
      <Rays to={p} />
      <circle cx={p.x} cy={p.y} r={14} fill="transparent" />
      {l > 40 && (
        <path
          d={[-0.45, 0, 0.45].map((lean) => beam(11, lean ? 19 : 26, lean)).join('')}
          stroke={brass}
          strokeWidth={1.75}
          strokeLinecap="round"
          fill="none"
        />
      )}
      <circle cx={p.x} cy={p.y} r={7} fill={brass} stroke={panel} strokeWidth={2} />
    </g>
  );
}
