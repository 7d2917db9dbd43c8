'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import type { LetterChange, Lettering, Part } from '@/core';
import { type LetterAtHand, letterChangeAt, withLetters, withPair, withRun } from '@/core/edit';
import { ColourField } from '../../fields/colour/ColourField';
import { NumberField } from '../../fields/NumberField';
import { SwitchField } from '../../fields/SwitchField';
import { run } from '../../state/actions';
import { usePaced } from '../../state/paced';
import { set } from '../../state/store';
import { hasEngine, studioEngine } from '../../state/studio';
import { changeLettering, lettersWithin } from '../../state/typing';
import { Section } from '../Section';
import { FormFields } from './FormFields';
import { PieceFields } from './PieceFields';

/** The colour that the letters of a part are filled with, of a gradient its first. */
function fillOf({ coats }: Part): string {
  const paint = coats.findLast((c) => c.on && c.kind === 'fill')?.paint;
  if (paint?.kind === 'solid') return paint.colour;
  return paint && 'stops' in paint ? paint.stops[0].colour : '#1f2b38';
}

const none: readonly LetterAtHand[] = [];

/** What can be done to the selected letters one by one, as the studio last said it. */
function useLettersAtHand(
  id: string,
  typing: { readonly from: number; readonly to: number } | null,
): readonly LetterAtHand[] {
  const version = usePaced((s) => s.version);
  const [letters, setLetters] = useState<readonly LetterAtHand[]>(none);
  const [from, to] = [typing?.from ?? 0, typing?.to ?? 0];
  useEffect(() => {
    if (from === to || version < 0 || !hasEngine()) {
      setLetters(none);
      return;
    }
    let live = true;
    void studioEngine()
      .studio.letters(id, from, to)
      .then((list) => live && setLetters(list));
    return () => {
      live = false;
    };
  }, [id, from, to, version]);
  return letters;
}

/** What is done to the letters that are selected on the sheet, or between two of them. */
export function LetterFields({ part, l }: { part: Part; l: Lettering }) {
  const typing = usePaced((s) => (s.typing?.id === part.id ? s.typing : null));
  const letters = usePaced((s) => s.report?.lettering?.letters);
  const atHand = useLettersAtHand(part.id, typing);
  if (!typing) return null;
  const { from, to } = typing;
  if (from === to) {
    if (from === 0 || from >= l.text.length) return null;
    const by = l.pairs.find((p) => p.at === from)?.by ?? 0;
    return (
      <Section title={`Between “${l.text[from - 1]}” and “${l.text[from]}”`}>
        <NumberField
          label="Distance"
          suffix="%"
          value={by * 100}
          min={-500}
          max={500}
          onChange={(v) => changeLettering('Kern', part.id, (own) => withPair(own, from, v / 100))}
        />
      </Section>
    );
  }
  const starts = lettersWithin(letters, typing).map((c) => c.from);
  if (!starts.length) return null;
  const first = letterChangeAt(l, starts[0]);
  const stretch = l.runs.find((r) => r.from <= from && r.to > from);
  const put = (label: string, change: (c: LetterChange) => Partial<LetterChange>) =>
    changeLettering(label, part.id, (own) => withLetters(own, starts, (c) => ({ ...c, ...change(c) })));
  const takeOut = (piecewise: boolean) =>
    void run('Take letters out', { do: 'letters-out', id: part.id, starts, piecewise });
  return (
    <Section title={starts.length === 1 ? 'Letter' : `${starts.length} letters`}>
      <Box role="note" sx={{ color: 'text.secondary' }}>
        {typing.held ? 'In hand: arrows move them. Tab types on.' : 'Tab takes them in hand for the arrows.'}
      </Box>
      <NumberField
        label="Shift x"
        value={first.dx * l.size}
        onChange={(v) => put('Shift letters', () => ({ dx: v / l.size }))}
      />
      <NumberField
        label="Shift y"
        value={first.dy * l.size}
        onChange={(v) => put('Shift letters', () => ({ dy: v / l.size }))}
      />
      <NumberField
        label="Turn"
        suffix="°"
        value={first.turn}
        min={-36000}
        max={36000}
        onChange={(turn) => put('Turn letters', () => ({ turn }))}
      />
      <NumberField
        label="Scale"
        suffix="%"
        value={first.scale * 100}
        min={1}
        max={10000}
        onChange={(v) => put('Scale letters', () => ({ scale: v / 100 }))}
      />
      <ColourField
        label="Colour"
        value={first.colour ?? stretch?.colour ?? fillOf(part)}
        onChange={(colour) => put('Colour letters', () => ({ colour }))}
      />
      <NumberField
        label="Size"
        suffix="%"
        value={(stretch?.scale ?? 1) * 100}
        min={1}
        max={10000}
        onChange={(v) =>
          changeLettering('Size of letters', part.id, (o) => withRun(o, from, to, { scale: v / 100 }))
        }
      />
      <SwitchField
        label="Mirror left to right"
        value={first.mirrorX ?? false}
        onChange={(mirrorX) => put('Mirror letters', () => ({ mirrorX }))}
      />
      <SwitchField
        label="Mirror top to bottom"
        value={first.mirrorY ?? false}
        onChange={(mirrorY) => put('Mirror letters', () => ({ mirrorY }))}
      />
      <FormFields
        text={l.text.slice(from, to)}
        face={stretch?.face ?? l.face}
        letters={atHand}
        features={first.features ?? {}}
        onChange={(tag, value) =>
          put('Form of letters', (c) => {
            const { [tag]: _, ...rest } = c.features ?? {};
            return { features: value ? { ...rest, [tag]: value } : rest };
          })
        }
      />
      <SwitchField
        label="Pieces apart"
        value={first.apart ?? false}
        onChange={(apart) => put('Pieces apart', () => ({ apart }))}
      />
      {atHand.length === 1 && <PieceFields part={part} l={l} letter={atHand[0]} />}
      <Button variant="outlined" onClick={() => takeOut(false)}>
        {starts.length === 1 ? 'Take out as a path' : 'Take out as paths'}
      </Button>
      <Button variant="outlined" onClick={() => takeOut(true)}>
        Take out piece by piece
      </Button>
      <Button variant="outlined" onClick={() => set({ dialog: 'face' })}>
        Face of these letters
      </Button>
      <Button
        variant="outlined"
        onClick={() =>
          changeLettering('Letters as they were', part.id, (o) => ({
            ...o,
            letters: o.letters.filter((c) => !starts.includes(c.at)),
            runs: o.runs.filter((r) => r.to <= from || r.from >= to),
          }))
        }
      >
        As the face has them
      </Button>
    </Section>
  );
}
