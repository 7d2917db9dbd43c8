'use client';

import { useEditor } from '../state/store';
import { lettersWithin } from '../state/typing';
import { madder, panel } from './colours';
import { gripPlaces, pressLetters } from './letter-grips';

/** The grips of letters in hand: they are dragged themselves, one grip turns and one scales them. */
export function LetterGrips() {
  const typing = useEditor((s) => s.typing);
  const letters = useEditor((s) => s.report?.lettering?.letters);
  const view = useEditor((s) => s.view);
  const held = typing?.held ? lettersWithin(letters, typing) : [];
  if (!held.length) return null;
  const { turn, foot, scale } = gripPlaces(
    view,
    held.map((c) => c.corners),
  );
  return (
    <g style={{ pointerEvents: 'all' }}>
      <line x1={foot.x} y1={foot.y} x2={turn.x} y2={turn.y} stroke={madder} strokeWidth={1.25} />
      <g data-testid="letters-turn" style={{ cursor: 'grab' }} onPointerDown={(e) => pressLetters(e, 'turn')}>
        <circle cx={turn.x} cy={turn.y} r={10} fill="transparent" />
        <circle cx={turn.x} cy={turn.y} r={5} fill={panel} stroke={madder} strokeWidth={1.5} />
      </g>
      <g
        data-testid="letters-scale"
        style={{ cursor: 'nwse-resize' }}
        onPointerDown={(e) => pressLetters(e, 'scale')}
      >
        <circle cx={scale.x} cy={scale.y} r={10} fill="transparent" />
        <rect
          x={scale.x - 4.5}
          y={scale.y - 4.5}
          width={9}
          height={9}
          fill={panel}
          stroke={madder}
          strokeWidth={1.5}
        />
      </g>
    </g>
  );
}
