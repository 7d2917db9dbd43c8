'use client';

import { useEffect, useState } from 'react';
import type { Point } from '@/core';
import type { SnapHit } from '@/core/edit';
import { useEditor } from '../state/store';
import { hasEngine, studioEngine } from '../state/studio';
import { handTool } from '../tools';
import { CardHandles } from './CardGrips';
import { brass, madder, panel } from './colours';
import { FindingMark } from './FindingMark';
import { Grid, Guides } from './Grid';
import { pressScale, pressTurn } from './grip-press';
import { LampMark } from './Lamp';
import { usePointerState } from './pointer-state';
import { RemarkMark } from './RemarkMark';
import { ScopeVeil } from './Scope';
import { TileCell } from './TileBar';
import { TypingMarks } from './TypingLayer';
import { toView } from './view';

/** Sides of the box that scale it: corners, then the middles. */
export const grips: readonly (readonly [number, number])[] = [
  [-1, -1],
  [1, -1],
  [1, 1],
  [-1, 1],
  [0, -1],
  [1, 0],
  [0, 1],
  [-1, 0],
];

const middle = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });

function gripPlaces(box: readonly Point[]): Point[] {
  const [a, b, c, d] = box;
  return [a, b, c, d, middle(a, b), middle(b, c), middle(c, d), middle(d, a)];
}

/** Where the turning grip stands: out from the middle of the top side. */
function turnPlace(box: readonly Point[]): { foot: Point; at: Point } {
  const foot = middle(box[0], box[1]);
  const centre = middle(box[0], box[2]);
  const l = Math.hypot(foot.x - centre.x, foot.y - centre.y) || 1;
  return {
    foot,
    at: { x: foot.x + ((foot.x - centre.x) / l) * 24, y: foot.y + ((foot.y - centre.y) / l) * 24 },
  };
}

function Outlines() {
  const view = useEditor((s) => s.view);
  const outlines = useEditor((s) => s.report?.outlines);
  const outlineView = useEditor((s) => s.outlineView);
  // While words are typed they are seen as they are painted.
  const typing = useEditor((s) => s.typing !== null);
  const version = useEditor((s) => s.version);
  const [all, setAll] = useState<readonly string[]>([]);
  useEffect(() => {
    if (!outlineView || !hasEngine() || version < 0) return;
    let live = true;
    void studioEngine()
      .studio.allOutlines()
      .then((list) => live && setAll(list));
    return () => {
      live = false;
    };
  }, [outlineView, version]);
  const matrix = `matrix(${view.zoom} 0 0 ${view.zoom} ${view.x} ${view.y})`;
  return (
    <g transform={matrix} fill="none">
      {outlineView &&
        all.map((d) => (
          <path key={d} d={d} stroke="var(--sc-palette-text-primary)" vectorEffect="non-scaling-stroke" />
        ))}
      {!typing &&
        outlines?.map((o) => (
          <path
            key={o.id}
            data-testid="chosen-outline"
            d={o.d}
            stroke={madder}
            strokeWidth={1.25}
            vectorEffect="non-scaling-stroke"
          />
        ))}
    </g>
  );
}

/** Construction lines, which are neither painted nor exported. */
function Construction() {
  const view = useEditor((s) => s.view);
  const lines = useEditor((s) => s.report?.construction);
  if (!lines?.length) return null;
  return (
    <g transform={`matrix(${view.zoom} 0 0 ${view.zoom} ${view.x} ${view.y})`} fill="none">
      {lines.map((d, i) => (
        <path
          key={i}
          d={d}
          stroke={madder}
          strokeOpacity={0.55}
          strokeDasharray="7 3 1.5 3"
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </g>
  );
}

/** What a bend is given, faintly under what it makes, while one of its grips is held. */
function Unbent() {
  const view = useEditor((s) => s.view);
  const d = useEditor((s) => s.unbent);
  if (!d) return null;
  return (
    <path
      d={d}
      transform={`matrix(${view.zoom} 0 0 ${view.zoom} ${view.x} ${view.y})`}
      fill={madder}
      fillOpacity={0.07}
      fillRule="evenodd"
      stroke={madder}
      strokeOpacity={0.35}
      vectorEffect="non-scaling-stroke"
      data-testid="unbent"
    />
  );
}

function ChosenBox() {
  const view = useEditor((s) => s.view);
  const box = useEditor((s) => s.report?.box);
  const tool = useEditor((s) => s.tool);
  const typing = useEditor((s) => s.typing !== null);
  if (!box || typing || !tool.box) return null;
  const corners = box.map((p) => toView(view, p));
  const small = Math.hypot(corners[0].x - corners[2].x, corners[0].y - corners[2].y) < 30;
  const places = gripPlaces(corners);
  const { foot, at } = turnPlace(corners);
  return (
    <>
      <polygon
        points={corners.map((p) => `${p.x},${p.y}`).join(' ')}
        fill="none"
        stroke={madder}
        strokeOpacity={0.7}
        strokeDasharray="3 3"
      />
      <line x1={foot.x} y1={foot.y} x2={at.x} y2={at.y} stroke={madder} strokeOpacity={0.7} />
      <circle
        cx={at.x}
        cy={at.y}
        r={5}
        fill={panel}
        stroke={madder}
        strokeWidth={1.5}
        style={{ cursor: 'grab', pointerEvents: 'all' }}
        data-testid="grip-turn"
        onPointerDown={(e) => pressTurn(e)}
      />
      {places.map((p, i) => {
        if (small && i > 3) return null;
        const [sx, sy] = grips[i];
        const cursor =
          sx === 0 ? 'ns-resize' : sy === 0 ? 'ew-resize' : sx === sy ? 'nwse-resize' : 'nesw-resize';
        return (
          <rect
            key={`${sx} ${sy}`}
            data-testid={`grip-${sx}-${sy}`}
            x={p.x - 4}
            y={p.y - 4}
            width={8}
            height={8}
            rx={i > 3 ? 4 : 1}
            fill={panel}
            stroke={madder}
            strokeWidth={1.5}
            style={{ cursor, pointerEvents: 'all' }}
            onPointerDown={(e) => pressScale(e, grips[i])}
          />
        );
      })}
    </>
  );
}

/** The lines that prove a snap: its own, or one straight across. */
const proofOf = (h: SnapHit): NonNullable<SnapHit['proof']> =>
  h.proof ?? [h.axis === 'x' ? [h.at, h.from, h.at, h.to] : [h.from, h.at, h.to, h.at]];

function SnapLines() {
  const view = useEditor((s) => s.view);
  const hits = useEditor((s) => s.hits);
  const readout = useEditor((s) => s.readout);
  const typed = usePointerState((s) => s.typed);
  const words = [typed ? `${typed} ⏎` : '', readout, ...new Set(hits.map((h) => h.what))].filter(Boolean);
  const at = usePointerState((s) => (s.typed || readout || hits.length ? s.place : null));
  const wide = Math.max(0, ...words.map((w) => w.length)) * 6.6 + 14;
  return (
    <>
      {hits.flatMap(proofOf).map(([x1, y1, x2, y2]) => {
        const [a, b] = [toView(view, { x: x1, y: y1 }), toView(view, { x: x2, y: y2 })];
        return (
          <line
            key={`${x1} ${y1} ${x2} ${y2}`}
            x1={a.x}
            y1={a.y}
            x2={b.x}
            y2={b.y}
            stroke={madder}
            strokeWidth={1}
          />
        );
      })}
      {words.length > 0 && at && (
        <g transform={`translate(${at.x + 16} ${at.y + 18})`}>
          <rect width={wide} height={words.length * 16 + 6} rx={3} fill="#1f2b38" fillOpacity={0.92} />
          {words.map((w, i) => (
            <text
              key={w}
              x={7}
              y={15 + i * 16}
              fontSize={12}
              fill="#fbf9f4"
              data-testid={w === readout ? 'readout' : undefined}
            >
              {w}
            </text>
          ))}
        </g>
      )}
    </>
  );
}

function Drafts() {
  const view = useEditor((s) => s.view);
  const m = usePointerState((s) => s.marquee);
  const nodes = usePointerState((s) => s.draft);
  return (
    <>
      {m && (
        <rect
          x={Math.min(m.a.x, m.b.x)}
          y={Math.min(m.a.y, m.b.y)}
          width={Math.abs(m.b.x - m.a.x)}
          height={Math.abs(m.b.y - m.a.y)}
          fill={brass}
          fillOpacity={0.1}
          stroke={brass}
          strokeDasharray="4 3"
        />
      )}
      {nodes?.d && (
        <path
          d={nodes.d}
          transform={`matrix(${view.zoom} 0 0 ${view.zoom} ${view.x} ${view.y})`}
          fill="none"
          stroke={madder}
          strokeWidth={1.5}
          vectorEffect="non-scaling-stroke"
        />
      )}
      {nodes?.points.map((p, i) => {
        const q = toView(view, p);
        return (
          <circle
            key={i}
            cx={q.x}
            cy={q.y}
            r={4}
            fill={i === 0 ? brass : panel}
            stroke={madder}
            strokeWidth={1.5}
          />
        );
      })}
    </>
  );
}

/** What the tool in hand shows. */
function ToolMarks() {
  const Marks = useEditor((s) => handTool(s.tool).marks);
  return Marks ? <Marks /> : null;
}

/** Everything drawn over the tiles. */
export function Overlay() {
  const view = useEditor((s) => s.view);
  const sheet = useEditor((s) => s.design?.sheets.find((h) => h.id === s.sheetId));
  return (
    <svg
      width="100%"
      height="100%"
      style={{ position: 'absolute', inset: 0, pointerEvents: 'none' }}
      aria-hidden="true"
    >
      {sheet && (
        <rect
          x={Math.round(view.x) - 0.5}
          y={Math.round(view.y) - 0.5}
          width={sheet.width * view.zoom + 1}
          height={sheet.height * view.zoom + 1}
          fill="none"
          stroke="var(--sc-palette-text-secondary)"
          strokeOpacity={0.5}
        />
      )}
      <ScopeVeil />
      <Grid />
      <Guides />
      <Unbent />
      <Construction />
      <TileCell />
      <Outlines />
      <ToolMarks />
      <ChosenBox />
      <LampMark />
      <FindingMark />
      <RemarkMark />
      <CardHandles />
      <TypingMarks />
      <Drafts />
      <SnapLines />
    </svg>
  );
}
