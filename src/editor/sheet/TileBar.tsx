'use client';

import Button from '@mui/material/Button';
import { useEditor } from '../state/store';
import { endTileWork } from '../state/tile';
import { brass } from './colours';
import { SheetNote } from './SheetNote';
import { toView } from './view';

/** The cell of the tile that is worked on, drawn over the sheet. */
export function TileCell() {
  const view = useEditor((s) => s.view);
  const cell = useEditor((s) => s.cell);
  if (!cell) return null;
  const points = cell.map((p) => toView(view, p));
  return (
    <polygon
      points={points.map((p) => `${p.x},${p.y}`).join(' ')}
      fill="none"
      stroke={brass}
      strokeWidth={1.5}
      strokeDasharray="6 4"
      data-testid="tile-cell"
    />
  );
}

/** Says that a tile is worked on, and ends that. */
export function TileBar() {
  const name = useEditor((s) => (s.tileWork ? (s.design?.parts[s.tileWork.id]?.name ?? '') : null));
  if (name === null) return null;
  return (
    <SheetNote role="status" onPointerDown={(e) => e.stopPropagation()}>
      Tile of {name}
      <Button variant="contained" onClick={() => void endTileWork()}>
        Done
      </Button>
    </SheetNote>
  );
}
