'use client';

import Box from '@mui/material/Box';
import type { Lettering, Part, PieceChange } from '@/core';
import { type LetterAtHand, pieceChangeAt } from '@/core/edit';
import { ChoiceField } from '../../fields/ChoiceField';
import { NumberField } from '../../fields/NumberField';
import { SwitchField } from '../../fields/SwitchField';
import { useSiblings } from '../../fields/siblings';
import { changePiece } from '../../state/typing';

/** A letter with one of its pieces in full ink. */
function PiecePicture({ letter, nth }: { letter: LetterAtHand; nth: number }) {
  const { ink } = letter;
  if (!ink) return null;
  const box = [ink.x0, ink.y0, ink.x1 - ink.x0 || 1, ink.y1 - ink.y0 || 1];
  return (
    <Box component="svg" viewBox={box.join(' ')} aria-hidden sx={{ width: 34, height: 34, p: '2px' }}>
      {letter.pieces.map((d, i) => (
        <path key={i} d={d} fill="currentColor" fillOpacity={i === nth ? 1 : 0.18} />
      ))}
    </Box>
  );
}

const asItIs = 'as it is';
const nothing = 'nothing';

function PieceField({
  part,
  l,
  letter,
  nth,
}: {
  part: Part;
  l: Lettering;
  letter: LetterAtHand;
  nth: number;
}) {
  const { ids, words } = useSiblings();
  const at = letter.from;
  const now = pieceChangeAt(l, at, nth);
  const put = (label: string, change: Partial<PieceChange> | null) =>
    changePiece(label, part.id, at, nth, change);
  const value = !now ? asItIs : now.by ? (words[ids.indexOf(now.by)] ?? asItIs) : nothing;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '34px minmax(0, 1fr)', gap: 1, alignItems: 'start' }}>
      <PiecePicture letter={letter} nth={nth} />
      <Box sx={{ display: 'grid', gap: 1 }}>
        <ChoiceField
          label={`Piece ${nth + 1}`}
          value={value}
          options={[asItIs, nothing, ...words]}
          onChange={(word) =>
            word === asItIs
              ? put('Piece as it was', null)
              : put(word === nothing ? 'Drop a piece' : 'Replace a piece', {
                  by: ids[words.indexOf(word)] ?? '',
                })
          }
        />
        {now?.by && (
          <>
            <NumberField
              label="Height"
              suffix="%"
              value={now.scale * 100}
              min={1}
              max={10000}
              onChange={(v) => put('Scale a stand-in', { scale: v / 100 })}
            />
            <NumberField
              label="Shift x"
              value={now.dx * l.size}
              onChange={(v) => put('Shift a stand-in', { dx: v / l.size })}
            />
            <NumberField
              label="Shift y"
              value={now.dy * l.size}
              onChange={(v) => put('Shift a stand-in', { dy: v / l.size })}
            />
            <SwitchField
              label="Own look"
              value={now.own}
              onChange={(own) => put('Look of a stand-in', { own })}
            />
          </>
        )}
      </Box>
    </Box>
  );
}

/** What stands in the place of each piece of a letter. */
export function PieceFields({ part, l, letter }: { part: Part; l: Lettering; letter: LetterAtHand }) {
  return (
    <>
      {letter.pieces.map((_, nth) => (
        <PieceField key={nth} part={part} l={l} letter={letter} nth={nth} />
      ))}
    </>
  );
}
