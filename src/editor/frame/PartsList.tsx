'use client';

import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import InputBase from '@mui/material/InputBase';
import Tooltip from '@mui/material/Tooltip';
import { ChevronDown, ChevronRight, Eye, EyeOff, Lock, LockOpen, Search } from 'lucide-react';
import { type MouseEvent, memo, useMemo, useRef, useState } from 'react';
import type { Design, Part } from '@/core';
import { childrenOf, parentOf } from '@/core/edit';
import { LivePicture } from '../bench/LivePicture';
import { changePart, chooseInside, run } from '../state/actions';
import { get, useEditor } from '../state/store';
import { SheetTabs } from './SheetTabs';

/** Options of one identity: new ones would draw every card again. */
const afterSixPixels = { activationConstraint: { distance: 6 } };

interface RowData {
  readonly part: Part;
  readonly depth: number;
}

function rowsOf(design: Design, sheetId: string, open: ReadonlySet<string>, search: string): RowData[] {
  const out: RowData[] = [];
  const wanted = search.trim().toLowerCase();
  const visit = (ids: readonly string[], depth: number) => {
    // The topmost part stands first, as it lies on the sheet.
    for (let i = ids.length - 1; i >= 0; i--) {
      const part = design.parts[ids[i]];
      if (!part) continue;
      const hit = !wanted || part.name.toLowerCase().includes(wanted);
      if (hit) out.push({ part, depth: wanted ? 0 : depth });
      if (part.children.length && (wanted || open.has(part.id))) visit(part.children, depth + 1);
    }
  };
  visit(childrenOf(design, sheetId, null), 0);
  return out;
}

function Name({ part }: { part: Part }) {
  const [text, setText] = useState<string | null>(null);
  if (text === null)
    return (
      <Box
        component="span"
        onDoubleClick={() => setText(part.name)}
        sx={{ flex: 1, minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}
      >
        {part.name}
      </Box>
    );
  const take = () => {
    if (text.trim() && text.trim() !== part.name)
      changePart('Rename', part.id, (p) => ({ ...p, name: text.trim().slice(0, 200) }));
    setText(null);
  };
  return (
    <InputBase
      autoFocus
      value={text}
      inputProps={{ 'aria-label': 'Name of the part' }}
      onChange={(e) => setText(e.target.value)}
      onFocus={(e) => e.target.select()}
      onBlur={take}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === 'Enter') take();
        if (e.key === 'Escape') setText(null);
      }}
      sx={{ flex: 1, '& input': { p: 0 } }}
    />
  );
}

interface RowProps {
  row: RowData;
  open: boolean;
  onToggle(): void;
  onPick(e: MouseEvent): void;
}

function PartRow({ row, open, onToggle, onPick }: RowProps) {
  const { part, depth } = row;
  const chosen = useEditor((s) => s.chosen.includes(part.id));
  const drag = useDraggable({ id: part.id });
  const drop = useDroppable({ id: part.id });
  return (
    <Box
      ref={(el: HTMLDivElement | null) => {
        drag.setNodeRef(el);
        drop.setNodeRef(el);
      }}
      {...drag.listeners}
      role="treeitem"
      aria-level={depth + 1}
      aria-selected={chosen}
      aria-expanded={part.children.length ? open : undefined}
      aria-label={part.name}
      tabIndex={chosen ? 0 : -1}
      onClick={onPick}
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1,
        height: 32,
        pl: `${4 + depth * 14}px`,
        pr: 1,
        cursor: 'default',
        opacity: part.hidden ? 0.5 : 1,
        bgcolor: chosen
          ? 'color-mix(in srgb, var(--sc-palette-primary-main) 16%, transparent)'
          : 'transparent',
        boxShadow: drop.isOver && !drag.isDragging ? 'inset 0 2px 0 var(--sc-palette-primary-main)' : 'none',
        '& .row-button': { visibility: 'hidden' },
        '&:hover .row-button, & .row-button.set, & .row-button:focus-visible': { visibility: 'visible' },
      }}
    >
      {part.children.length ? (
        <IconButton
          aria-label={`${open ? 'Close' : 'Open'} ${part.name}`}
          onClick={(e) => {
            e.stopPropagation();
            onToggle();
          }}
          sx={{ p: 0 }}
        >
          {open ? <ChevronDown size={14} /> : <ChevronRight size={14} />}
        </IconButton>
      ) : (
        <Box sx={{ width: 14, flexShrink: 0 }} />
      )}
      <LivePicture part={part.id} size={24} />
      <Name part={part} />
      <Tooltip title={part.locked ? 'Unlock' : 'Lock'}>
        <IconButton
          className={`row-button${part.locked ? ' set' : ''}`}
          aria-label={`${part.locked ? 'Unlock' : 'Lock'} ${part.name}`}
          onClick={(e) => {
            e.stopPropagation();
            changePart(part.locked ? 'Unlock' : 'Lock', part.id, (p) => ({ ...p, locked: !p.locked }));
          }}
          sx={{ p: '2px' }}
        >
          {part.locked ? <Lock size={13} /> : <LockOpen size={13} />}
        </IconButton>
      </Tooltip>
      <Tooltip title={part.hidden ? 'Show' : 'Hide'}>
        <IconButton
          className={`row-button${part.hidden ? ' set' : ''}`}
          aria-label={`${part.hidden ? 'Show' : 'Hide'} ${part.name}`}
          onClick={(e) => {
            e.stopPropagation();
            changePart(part.hidden ? 'Show' : 'Hide', part.id, (p) => ({ ...p, hidden: !p.hidden }));
          }}
          sx={{ p: '2px' }}
        >
          {part.hidden ? <EyeOff size={13} /> : <Eye size={13} />}
        </IconButton>
      </Tooltip>
    </Box>
  );
}

/** While one part is dragged, the rows of the others stay as they are. */
const Row = memo(
  PartRow,
  (a, b) => a.row.part === b.row.part && a.row.depth === b.row.depth && a.open === b.open,
);

/** The parts of the sheet as a tree with live pictures; dragging reorders and nests. */
export function PartsList() {
  const design = useEditor((s) => s.design);
  const sheetId = useEditor((s) => s.sheetId);
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  const [search, setSearch] = useState('');
  const sensors = useSensors(useSensor(PointerSensor, afterSixPixels));
  const rows = useMemo(
    () => (design ? rowsOf(design, sheetId, open, search) : []),
    [design, sheetId, open, search],
  );

  const latest = useRef(rows);
  latest.current = rows;

  const pick = (e: MouseEvent, id: string) => {
    const rows = latest.current;
    const { chosen } = get();
    if (e.shiftKey && chosen.length) {
      const a = rows.findIndex((r) => r.part.id === chosen[chosen.length - 1]);
      const b = rows.findIndex((r) => r.part.id === id);
      const range = rows.slice(Math.min(a, b), Math.max(a, b) + 1).map((r) => r.part.id);
      chooseInside(a < 0 ? [id] : range);
    } else if (e.ctrlKey || e.metaKey)
      chooseInside(chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id]);
    else chooseInside([id]);
  };

  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || !design || active.id === over.id) return;
    const target = String(over.id);
    const ids = get().chosen.includes(String(active.id)) ? get().chosen : [String(active.id)];
    const inside = design.parts[target]?.children.length > 0 && open.has(target);
    const parent = inside ? target : parentOf(design, target);
    const level = childrenOf(design, sheetId, parent);
    const index = inside ? level.length : level.indexOf(target) + 1;
    void run('Move in the list', { do: 'reparent', ids, parent, index });
  };

  return (
    <Box
      component="nav"
      aria-label="Parts"
      data-testid="parts"
      sx={{
        width: 220,
        flexShrink: 0,
        display: 'flex',
        flexDirection: 'column',
        borderRight: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
        minHeight: 0,
      }}
    >
      <SheetTabs />
      <Box
        sx={{
          display: 'flex',
          alignItems: 'center',
          gap: 1,
          px: 2,
          height: 34,
          borderBottom: 1,
          borderColor: 'divider',
          color: 'text.secondary',
        }}
      >
        <Search size={14} aria-hidden />
        <InputBase
          placeholder="Find a part"
          value={search}
          onChange={(e) => setSearch(e.target.value)}
          onKeyDown={(e) => e.stopPropagation()}
          inputProps={{ 'aria-label': 'Find a part' }}
          sx={{ flex: 1 }}
        />
      </Box>
      <DndContext id="parts" sensors={sensors} onDragEnd={onDragEnd}>
        <Box
          role={rows.length ? 'tree' : undefined}
          aria-label={rows.length ? 'Parts of the sheet' : undefined}
          aria-multiselectable={rows.length ? true : undefined}
          sx={{ flex: 1, overflowY: 'auto', py: 1 }}
        >
          {rows.map((row) => (
            <Row
              key={row.part.id}
              row={row}
              open={open.has(row.part.id)}
              onToggle={() =>
                setOpen((o) => {
                  const next = new Set(o);
                  if (!next.delete(row.part.id)) next.add(row.part.id);
                  return next;
                })
              }
              onPick={(e) => pick(e, row.part.id)}
            />
          ))}
          {!rows.length && (
            <Box sx={{ color: 'text.secondary', px: 3, py: 2 }}>
              {search
                ? 'No part has this in its name.'
                : 'Nothing drawn yet. Take a tool from the tray and drag on the sheet.'}
            </Box>
          )}
        </Box>
      </DndContext>
    </Box>
  );
}
