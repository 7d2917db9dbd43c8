'use client';

import {
  DndContext,
  type DragEndEvent,
  type DragMoveEvent,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Search } from 'lucide-react';
import { type KeyboardEvent, type MouseEvent, memo, useEffect, useMemo, useRef, useState } from 'react';
import { ancestorsOf } from '@/core/edit';
import { chooseInside, run } from '../../state/actions';
import { usePaced } from '../../state/paced';
import { get } from '../../state/store';
import { SheetTabs } from '../SheetTabs';
import { SidePanel, scrolls } from '../SidePanel';
import { Row, rowHeight } from './PartRow';
import { type DropPlace, dropPlace, dropTarget, rowsOf } from './rows';
import { isTreeKey, treeMove } from './tree-keys';

/** Options of one identity: new ones would draw every card again. */
const afterSixPixels = { activationConstraint: { distance: 6 } };

/** The line that a drag is over, and where in it. */
function placeOver({ active, over }: DragMoveEvent): DropPlace | null {
  const part = over && get().design?.parts[String(over.id)];
  const at = active.rect.current.translated;
  if (!over || !part || !at || active.id === over.id) return null;
  return dropPlace(part, (at.top + at.height / 2 - over.rect.top) / over.rect.height);
}

/** Groups that are open in the list; what is chosen inside of one opens it. */
function useOpenGroups() {
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  const first = usePaced((s) => s.chosen[0]);
  useEffect(() => {
    const { design } = get();
    if (!first || !design?.parts[first]) return;
    const above = ancestorsOf(design, first);
    setOpen((o) => (above.every((id) => o.has(id)) ? o : new Set([...o, ...above])));
  }, [first]);
  const toggle = (id: string) =>
    setOpen((o) => {
      const next = new Set(o);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  return { open, toggle };
}

/** Where parts are looked for by name. */
const SearchLine = memo(function Line({ value, onChange }: { value: string; onChange(v: string): void }) {
  return (
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
        value={value}
        onChange={(e) => onChange(e.target.value)}
        onKeyDown={(e) => e.stopPropagation()}
        inputProps={{ 'aria-label': 'Find a part' }}
        sx={{ flex: 1 }}
      />
    </Box>
  );
});

/** The parts of the sheet as a tree with live pictures; dragging reorders and nests. */
export function PartsList() {
  const design = usePaced((s) => s.design);
  const sheetId = usePaced((s) => s.sheetId);
  const lead = usePaced((s) => s.chosen[0]);
  const { open, toggle } = useOpenGroups();
  const [search, setSearch] = useState('');
  const [drop, setDrop] = useState<DropPlace | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, afterSixPixels));
  const rows = useMemo(
    () => (design ? rowsOf(design, sheetId, open, search) : []),
    [design, sheetId, open, search],
  );
  const latest = useRef(rows);
  latest.current = rows;
  const scroller = useRef<HTMLDivElement>(null);
  const lines = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    getItemKey: (i) => latest.current[i]?.part.id ?? i,
    overscan: 6,
  });
  // What is chosen on the sheet comes into sight in the list.
  const scrollTo = useRef(lines.scrollToIndex);
  scrollTo.current = lines.scrollToIndex;
  useEffect(() => {
    const at = lead ? latest.current.findIndex((r) => r.part.id === lead) : -1;
    if (at >= 0) scrollTo.current(at, { align: 'auto' });
  }, [lead]);

  const [focus, setFocus] = useState<string | null>(null);
  const first = [focus, lead].find((id) => rows.some((r) => r.part.id === id)) ?? rows[0]?.part.id;
  /** Puts the focus on a line, once it is in sight. */
  const goTo = (id: string) => {
    setFocus(id);
    scrollTo.current(
      latest.current.findIndex((r) => r.part.id === id),
      { align: 'auto' },
    );
    requestAnimationFrame(() =>
      scroller.current?.querySelector<HTMLElement>(`[data-part="${CSS.escape(id)}"]`)?.focus(),
    );
  };
  const onKey = (e: KeyboardEvent) => {
    const id = (e.target as HTMLElement).dataset.part;
    if (!id || !isTreeKey(e.key) || e.altKey || e.metaKey) return;
    e.preventDefault();
    e.stopPropagation();
    const move = treeMove(rows, open, id, e.key);
    if (move?.do === 'toggle') toggle(move.id);
    if (move?.do === 'choose') chooseInside([move.id]);
    if (move?.do !== 'focus') return;
    goTo(move.id);
    // The choice goes along, with Shift it grows, with Ctrl it stays.
    const { chosen } = get();
    if (e.shiftKey) chooseInside([...new Set([...chosen, move.id])]);
    else if (!e.ctrlKey) chooseInside([move.id]);
  };

  const pick = (e: MouseEvent, id: string) => {
    setFocus(id);
    const { chosen } = get();
    if (e.shiftKey && chosen.length) {
      const a = latest.current.findIndex((r) => r.part.id === chosen[chosen.length - 1]);
      const b = latest.current.findIndex((r) => r.part.id === id);
      const range = latest.current.slice(Math.min(a, b), Math.max(a, b) + 1).map((r) => r.part.id);
      chooseInside(a < 0 ? [id] : range);
    } else if (e.ctrlKey || e.metaKey)
      chooseInside(chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id]);
    else chooseInside([id]);
  };

  const onDragMove = (e: DragMoveEvent) => {
    const next = placeOver(e);
    setDrop((now) => (now?.id === next?.id && now?.where === next?.where ? now : next));
  };
  const onDragEnd = (e: DragEndEvent) => {
    setDrop(null);
    const place = placeOver(e);
    const { design: now, chosen } = get();
    if (!place || !now) return;
    const id = String(e.active.id);
    const ids = chosen.includes(id) ? chosen : [id];
    void run('Move in the list', { do: 'reparent', ids, ...dropTarget(now, sheetId, place) });
  };

  return (
    <SidePanel side="left" width={220} label="Parts" testId="parts" component="nav">
      <SheetTabs />
      <SearchLine value={search} onChange={setSearch} />
      <DndContext
        id="parts"
        sensors={sensors}
        onDragMove={onDragMove}
        onDragEnd={onDragEnd}
        onDragCancel={() => setDrop(null)}
      >
        <Box ref={scroller} sx={{ ...scrolls, py: 1 }}>
          {rows.length > 0 && (
            <Box
              role="tree"
              aria-label="Parts of the sheet"
              aria-multiselectable
              onKeyDown={onKey}
              sx={{ position: 'relative' }}
              style={{ height: lines.getTotalSize() }}
            >
              {lines.getVirtualItems().map((line) => {
                const row = rows[line.index];
                return (
                  <Box
                    key={line.key}
                    role="presentation"
                    sx={{ position: 'absolute', left: 0, right: 0, top: 0 }}
                    style={{ transform: `translateY(${line.start}px)` }}
                  >
                    <Row
                      row={row}
                      open={open.has(row.part.id)}
                      first={row.part.id === first}
                      drop={drop?.id === row.part.id ? drop.where : null}
                      onToggle={() => toggle(row.part.id)}
                      onPick={(e) => pick(e, row.part.id)}
                    />
                  </Box>
                );
              })}
            </Box>
          )}
          {design && !rows.length && (
            <Box sx={{ color: 'text.secondary', px: 3, py: 2 }}>
              {search
                ? 'No part has this in its name.'
                : 'Nothing drawn yet. Take a tool from the tray and drag on the sheet.'}
            </Box>
          )}
        </Box>
      </DndContext>
    </SidePanel>
  );
}
