'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { blendWords, type Part, type Place } from '@/core';
import { gradientsOf, parentOf } from '@/core/edit';
import { ChoiceField } from '../fields/ChoiceField';
import { NumberField } from '../fields/NumberField';
import { About } from '../fields/row';
import { SwitchField } from '../fields/SwitchField';
import { drawnFor } from '../fields/steady';
import { changeChosen, changePart, run } from '../state/actions';
import { usePaced } from '../state/paced';
import { get, set } from '../state/store';
import { FlipButtons } from './FlipButtons';
import { ReferencePoint, referenceWord } from './ReferencePoint';
import { Section } from './Section';

const sides = ['width', 'height'] as const;

/** Gives what is chosen a width or a height, and the other side with it where proportions are kept. */
function resize(label: string, ids: readonly string[], side: 'width' | 'height', v: number): void {
  const { report, reference, keepShape, scaleAlong } = get();
  const now = report?.size;
  const k = now && now[side] > 0 ? v / now[side] : 1;
  const wanted = keepShape && now ? { width: now.width * k, height: now.height * k } : { [side]: v };
  void run(label, { do: 'resize', ids, ...wanted, about: reference, along: scaleAlong });
}

/** How large what is chosen is, changed about the reference point. */
function SizeFields({ ids, words }: { ids: readonly string[]; words: readonly [string, string] }) {
  const size = usePaced((s) => s.report?.size);
  if (!size) return null;
  return sides.map((side, i) => (
    <NumberField
      key={side}
      label={words[i]}
      value={size[side]}
      min={0.001}
      max={1e6}
      onChange={(v) => resize(words[i], ids, side, v)}
    />
  ));
}

/** How parts are scaled: the designer's own habits. */
function ScaleHabits({ sized }: { sized: boolean }) {
  const along = usePaced((s) => s.scaleAlong);
  const keep = usePaced((s) => s.keepShape);
  return (
    <>
      {sized && (
        <SwitchField label="Keep proportions" value={keep} onChange={(keepShape) => set({ keepShape })} />
      )}
      <SwitchField label="Strokes scale along" value={along} onChange={(scaleAlong) => set({ scaleAlong })} />
    </>
  );
}

// A circle's or a rectangle's own numbers are its size until steps change the outline.
const sizedBySource = ({ source, steps }: Part): boolean => 'width' in source && !steps.length;

function PlaceAndSize({ part }: { part: Part }) {
  const anchor = usePaced((s) => s.report?.anchor);
  const place = (change: Partial<Place>) => void run('Place', { do: 'place', id: part.id, change });
  const limit = 1e6;
  const ruled = usePaced((s) => {
    const holder = s.design?.parts[(s.design && parentOf(s.design, part.id)) ?? ''];
    return holder?.source.kind === 'lock-up' ? holder.name : null;
  });
  const reference = usePaced((s) => s.reference);
  const bounds = usePaced((s) => s.report?.bounds);
  // The centre is the part's own point to turn about; the other eight lie on its bounds on the sheet.
  const onBounds = (axis: 'x' | 'y'): number | null => {
    if (!bounds || reference[axis] === 0.5) return null;
    const [lo, hi] = axis === 'x' ? [bounds.x0, bounds.x1] : [bounds.y0, bounds.y1];
    return lo + (hi - lo) * reference[axis];
  };
  const told = (axis: 'x' | 'y') => onBounds(axis) ?? anchor?.[axis] ?? part.place[axis];
  const put = (axis: 'x' | 'y', v: number) => {
    if (onBounds(axis) === null) place({ [axis]: v });
    else void run('Place', { do: 'put', ids: [part.id], about: reference, [axis]: v });
  };
  // Only a number that is stored as it is shown can follow a measure.
  const followable = (axis: 'x' | 'y') => onBounds(axis) === null && told(axis) === part.place[axis];
  const sized = !sizedBySource(part);
  return (
    <Section title="Place and size">
      {ruled && (
        <Box role="note" sx={{ color: 'text.secondary', fontSize: 13 }}>
          “{ruled}” places its members by rule.
        </Box>
      )}
      <ReferencePoint />
      <FlipButtons />
      {(['x', 'y'] as const).map((axis) => (
        <NumberField
          key={axis}
          label={`${referenceWord(reference[axis], axis)} ${axis}`}
          value={told(axis)}
          address={followable(axis) ? `place/${axis}` : undefined}
          min={-limit}
          max={limit}
          onChange={(v) => put(axis, v)}
        />
      ))}
      {sized && (
        <SizeFields
          ids={[part.id]}
          words={'width' in part.source ? ['Whole width', 'Whole height'] : ['Width', 'Height']}
        />
      )}
      <ScaleHabits sized={sized} />
      <NumberField
        label="Turn"
        suffix="°"
        value={part.place.turn}
        address="place/turn"
        min={-360}
        max={360}
        onChange={(turn) => place({ turn })}
      />
      <NumberField
        label="Skew"
        suffix="°"
        value={part.place.skew}
        address="place/skew"
        min={-85}
        max={85}
        onChange={(skew) => place({ skew })}
      />
    </Section>
  );
}

/** Where a part stands and how large it is. */
export const PlaceFields = drawnFor(PlaceAndSize, ({ part }) => [
  part.id,
  part.place,
  'width' in part.source,
  sizedBySource(part),
]);

function WholePart({ part }: { part: Part }) {
  const onSheet = usePaced((s) => s.design?.sheets.some((sheet) => sheet.parts.includes(part.id)));
  return (
    <Section title="Whole part">
      <NumberField
        label="Opacity"
        suffix="%"
        value={part.opacity * 100}
        address="opacity"
        min={0}
        max={100}
        onChange={(v) => changePart('Opacity', part.id, (p) => ({ ...p, opacity: v / 100 }))}
      />
      <ChoiceField
        label="Blend mode"
        value={part.blend}
        options={blendWords}
        onChange={(v) => changePart('Blend mode', part.id, (p) => ({ ...p, blend: v as Part['blend'] }))}
      />
      <SwitchField
        label="Construction line"
        value={part.construction ?? false}
        onChange={(on) =>
          changePart('Construction line', part.id, ({ construction: _, ...p }) =>
            on ? { ...p, construction: true } : p,
          )
        }
      />
      {onSheet && (
        <About value="To work by: it is shown dim, takes no press, and is never exported.">
          <SwitchField
            label="Reference"
            value={part.reference ?? false}
            onChange={(on) =>
              changePart('Reference', part.id, ({ reference: _, ...p }) =>
                on ? { ...p, reference: true, locked: true } : { ...p, locked: false },
              )
            }
          />
        </About>
      )}
    </Section>
  );
}

/** How a part lies on what is under it. */
export const LookFields = drawnFor(WholePart, ({ part }) => [
  part.id,
  part.opacity,
  part.blend,
  part.construction,
  part.reference,
]);

/** Gradients of several parts; their grips are on the sheet. */
function SharedGradients() {
  const chosen = usePaced((s) => s.chosen);
  const count = usePaced((s) => (s.design ? gradientsOf(s.design, s.chosen).length : 0));
  if (count < 2) return null;
  return (
    <Section title={`${count} gradients`}>
      <Button
        variant="outlined"
        onClick={() => void run('One gradient over all', { do: 'spread-gradient', ids: chosen })}
      >
        Run one over all
      </Button>
    </Section>
  );
}

/** What several parts have in common. */
export function ManyFields() {
  const chosen = usePaced((s) => s.chosen);
  const reference = usePaced((s) => s.reference);
  const first = usePaced((s) => s.design?.parts[s.chosen[0]]);
  if (!first) return null;
  return (
    <>
      <Section title={`${chosen.length} parts`}>
        <ReferencePoint />
        <FlipButtons />
        <SizeFields ids={chosen} words={['Width together', 'Height together']} />
        <ScaleHabits sized />
        <NumberField
          label="Turn by"
          suffix="°"
          value={0}
          min={-360}
          max={360}
          onChange={(angle) => void run('Turn', { do: 'turn', ids: chosen, angle, about: reference })}
        />
        <NumberField
          label="Opacity"
          suffix="%"
          value={first.opacity * 100}
          min={0}
          max={100}
          onChange={(v) => changeChosen('Opacity', (p) => ({ ...p, opacity: v / 100 }))}
        />
      </Section>
      <SharedGradients />
    </>
  );
}
