'use client';

import { useDraggable, useDroppable } from '@dnd-kit/core';
import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import InputBase from '@mui/material/InputBase';
import Tooltip from '@mui/material/Tooltip';
import { ChevronDown, ChevronRight, Eye, EyeOff, Lock, LockOpen } from 'lucide-react';
import { type MouseEvent, useState } from 'react';
import type { Part } from '@/core';
import { clipText } from '@/core';
import { LivePicture } from '../../bench/LivePicture';
import { drawnFor } from '../../fields/steady';
import { changePart, changeParts } from '../../state/actions';
import { usePaced } from '../../state/paced';
import { get } from '../../state/store';
import type { DropPlace, RowData } from './rows';

/** Height of a line, CSS pixels. */
export const rowHeight = 32;

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
      changePart('Rename', part.id, (p) => ({ ...p, name: clipText(text.trim(), 200) }));
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

/** A lock or an eye; on one of several chosen parts it stands for all of them. */
function Mark({
  part,
  set,
  words,
  icon,
  change,
}: {
  part: Part;
  set: boolean;
  words: readonly [on: string, off: string];
  icon: React.ReactNode;
  change: (p: Part, on: boolean) => Part;
}) {
  const word = words[set ? 1 : 0];
  return (
    <Tooltip title={word}>
      <IconButton
        className={`row-button${set ? ' set' : ''}`}
        aria-label={`${word} ${part.name}`}
        onClick={(e) => {
          e.stopPropagation();
          const { chosen } = get();
          changeParts(word, chosen.includes(part.id) ? chosen : [part.id], (p) => change(p, !set));
        }}
        sx={{ p: '2px' }}
      >
        {icon}
      </IconButton>
    </Tooltip>
  );
}

const dropLines = {
  above: 'inset 0 2px 0 var(--sc-palette-primary-main)',
  below: 'inset 0 -2px 0 var(--sc-palette-primary-main)',
  inside: 'inset 0 0 0 2px var(--sc-palette-primary-main)',
} as const;

interface RowProps {
  row: RowData;
  open: boolean;
  /** Whether the tree is entered here by the Tab key. */
  first: boolean;
  /** Where a dragged part would go by this line. */
  drop: DropPlace['where'] | null;
  onToggle(): void;
  onPick(e: MouseEvent): void;
}

function PartRow({ row, open, first, drop, onToggle, onPick }: RowProps) {
  const { part, depth } = row;
  const chosen = usePaced((s) => s.chosen.includes(part.id));
  const drag = useDraggable({ id: part.id });
  const target = useDroppable({ id: part.id });
  return (
    <Box
      ref={(el: HTMLDivElement | null) => {
        drag.setNodeRef(el);
        target.setNodeRef(el);
      }}
      {...drag.listeners}
      role="treeitem"
      data-part={part.id}
      aria-level={depth + 1}
      aria-selected={chosen}
      aria-expanded={part.children.length ? open : undefined}
      aria-label={part.name}
      tabIndex={first ? 0 : -1}
      onClick={onPick}
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1,
        height: rowHeight,
        pl: `${4 + depth * 14}px`,
        pr: 1,
        cursor: 'default',
        opacity: part.hidden ? 0.5 : 1,
        bgcolor: chosen
          ? 'color-mix(in srgb, var(--sc-palette-primary-main) 16%, transparent)'
          : 'transparent',
        '& .row-button': { visibility: 'hidden' },
        '&:hover .row-button, & .row-button.set, & .row-button:focus-visible': { visibility: 'visible' },
      }}
      style={{ boxShadow: drop && !drag.isDragging ? dropLines[drop] : undefined }}
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
      <Mark
        part={part}
        set={part.locked}
        words={['Lock', 'Unlock']}
        icon={part.locked ? <Lock size={13} /> : <LockOpen size={13} />}
        change={(p, locked) => ({ ...p, locked })}
      />
      <Mark
        part={part}
        set={part.hidden}
        words={['Hide', 'Show']}
        icon={part.hidden ? <EyeOff size={13} /> : <Eye size={13} />}
        change={(p, hidden) => ({ ...p, hidden })}
      />
    </Box>
  );
}

/** While parts are dragged or words typed on the sheet, rows stay as they are; their pictures look after themselves. */
export const Row = drawnFor(PartRow, ({ row: { part, depth }, open, first, drop }) => [
  part.id,
  part.name,
  part.locked,
  part.hidden,
  part.children.length > 0,
  depth,
  open,
  first,
  drop,
]);
