'use client';

import type { Point, Sheet } from '@/core';
import { gridAngles, guideAngle, guideFoot, uprightGap } from '@/core/edit';
import { useEditor, type View } from '../state/store';
import { brass } from './colours';
import { toView } from './view';

interface Frame {
  readonly view: View;
  readonly width: number;
  readonly height: number;
}

/** Lines nearer than this, CSS pixels, are thinned out to every fifth. */
const finest = 6;

/** Path text of parallel lines through `at` (view), `gap` pixels apart, as far as the view reaches. */
function family(at: Point, angle: number, spacing: number, { width, height }: Frame): string {
  let gap = spacing;
  while (gap < finest) gap *= 5;
  const [ux, uy] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
  const off = [
    [0, 0],
    [width, 0],
    [0, height],
    [width, height],
  ].map(([x, y]) => -uy * (x - at.x) + ux * (y - at.y));
  const far = width + height + Math.hypot(at.x, at.y);
  // Upright and level lines stand on whole pixels.
  const sharp = (v: number, flat: boolean) => (flat ? Math.round(v) + 0.5 : v);
  let d = '';
  for (let k = Math.ceil(Math.min(...off) / gap); k <= Math.max(...off) / gap; k++) {
    const x = at.x - uy * k * gap;
    const y = at.y + ux * k * gap;
    if (Math.abs(ux) < 1e-9) d += `M${sharp(x, true)} 0V${height}`;
    else if (Math.abs(uy) < 1e-9) d += `M0 ${sharp(y, true)}H${width}`;
    else d += `M${x - ux * far} ${y - uy * far}L${x + ux * far} ${y + uy * far}`;
  }
  return d;
}

function polar(sheet: Sheet, frame: Frame): string {
  const { view, width, height } = frame;
  const c = toView(view, { x: sheet.width / 2, y: sheet.height / 2 });
  let gap = sheet.grid.spacing * view.zoom;
  while (gap < finest) gap *= 5;
  const far = Math.max(...[0, width].flatMap((x) => [0, height].map((y) => Math.hypot(x - c.x, y - c.y))));
  let d = '';
  for (let r = gap; r <= far && r / gap < 400; r += gap)
    d += `M${c.x - r} ${c.y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;
  for (let i = 0; i < sheet.grid.spokes; i++) {
    const a = (2 * Math.PI * i) / sheet.grid.spokes;
    d += `M${c.x} ${c.y}L${c.x + far * Math.cos(a)} ${c.y + far * Math.sin(a)}`;
  }
  return d;
}

function gridText(sheet: Sheet, frame: Frame): string {
  const { view } = frame;
  const { kind, spacing } = sheet.grid;
  if (kind === 'polar') return polar(sheet, frame);
  const foot = kind === 'square' ? { x: 0, y: 0 } : { x: sheet.width / 2, y: sheet.height / 2 };
  const at = toView(view, foot);
  return gridAngles(sheet)
    .map((angle) => {
      const gap = kind === 'angled' && angle === 90 ? uprightGap(sheet.grid) : spacing;
      return family(at, angle, gap * view.zoom, frame);
    })
    .join('');
}

/** The sheet's grid, as far as it is in view. */
export function Grid() {
  const view = useEditor((s) => s.view);
  const size = useEditor((s) => s.viewSize);
  const sheet = useEditor((s) => s.design?.sheets.find((h) => h.id === s.sheetId));
  if (!sheet?.grid.on) return null;
  return (
    <path
      d={gridText(sheet, { view, ...size })}
      stroke={brass}
      strokeOpacity={0.22}
      fill="none"
      data-testid="grid"
    />
  );
}

/** The sheet's guides, upright, level or slanted. */
export function Guides() {
  const view = useEditor((s) => s.view);
  const size = useEditor((s) => s.viewSize);
  const sheet = useEditor((s) => s.design?.sheets.find((h) => h.id === s.sheetId));
  if (!sheet) return null;
  return sheet.guides.map((g) => {
    const at = toView(view, guideFoot(g, sheet));
    const a = (guideAngle(g) * Math.PI) / 180;
    const far = size.width + size.height + Math.hypot(at.x, at.y);
    const sharp = (v: number, along: number) => (Math.abs(along) < 1e-9 ? Math.round(v) + 0.5 : v);
    const [dx, dy] = [far * Math.cos(a), far * Math.sin(a)];
    return (
      <line
        key={g.id}
        data-testid="guide"
        x1={sharp(at.x - dx, Math.cos(a))}
        y1={sharp(at.y - dy, Math.sin(a))}
        x2={sharp(at.x + dx, Math.cos(a))}
        y2={sharp(at.y + dy, Math.sin(a))}
        stroke={brass}
        strokeOpacity={0.55}
        strokeDasharray="6 4"
      />
    );
  });
}
