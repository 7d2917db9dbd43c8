'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import Typography from '@mui/material/Typography';
import { X } from 'lucide-react';
import { type KeyboardEvent, useId, useRef, useState } from 'react';
import {
  type Design,
  ExpressionError,
  type Measure,
  makeId,
  measuresOf,
  measureValues,
  removeMeasure,
  renameMeasure,
  withMeasures,
} from '@/core';
import { enterWith, FieldBox, FieldFault } from '../fields/row';
import { commit, openedDesign } from '../state/history';
import { usePaced } from '../state/paced';
import { Section } from './Section';

/** Puts a change to the measures, or says why it cannot be. */
function put(label: string, change: (design: Design) => Design): string {
  try {
    commit(label, change(openedDesign()));
    return '';
  } catch (e) {
    if (!(e instanceof ExpressionError)) throw e;
    return e.message;
  }
}

const shown = (v: number): string => String(Number(v.toFixed(3)));

/** A line of text that stays in the field, with the reason, where it cannot be taken. */
function Line({
  label,
  value,
  whenLeft,
  take,
  say,
}: {
  label: string;
  /** What is edited. */
  value: string;
  /** What stands there otherwise. */
  whenLeft?: string;
  take(text: string): string;
  say(fault: string): void;
}) {
  const [text, setText] = useState<string | null>(null);
  const givenUp = useRef(false);
  const leave = () => {
    if (text === null || givenUp.current) {
      givenUp.current = false;
      return;
    }
    const fault = text.trim() === value ? '' : take(text.trim());
    say(fault);
    if (!fault) setText(null);
  };
  return (
    <FieldBox>
      <input
        aria-label={label}
        value={text ?? whenLeft ?? value}
        spellCheck={false}
        autoComplete="off"
        onFocus={(e) => {
          enterWith(e.target, () => setText((t) => t ?? value));
        }}
        onChange={(e) => setText(e.target.value)}
        onBlur={leave}
        onKeyDown={(e: KeyboardEvent<HTMLInputElement>) => {
          e.stopPropagation();
          if (e.key === 'Enter') e.currentTarget.blur();
          if (e.key === 'Escape') {
            setText(null);
            say('');
            givenUp.current = true;
            e.currentTarget.blur();
          }
        }}
      />
    </FieldBox>
  );
}

function MeasureRow({ measure, value }: { measure: Measure; value: number | undefined }) {
  const [fault, setFault] = useState('');
  const id = useId();
  const setValue = (text: string) =>
    put('Measure', (d) =>
      withMeasures(
        d,
        measuresOf(d).map((m) => (m.id === measure.id ? { ...m, text } : m)),
      ),
    );
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr) 20px',
        gap: '4px',
        alignItems: 'center',
        py: '2px',
      }}
    >
      <Line
        label={`Name of ${measure.name}`}
        value={measure.name}
        take={(name) => put('Rename measure', (d) => renameMeasure(d, measure.id, name))}
        say={setFault}
      />
      <Line
        label={`Value of ${measure.name}`}
        value={measure.text}
        whenLeft={value === undefined ? measure.text : shown(value)}
        take={setValue}
        say={setFault}
      />
      <IconButton
        aria-label={`Remove measure ${measure.name}`}
        onClick={() => put('Remove measure', (d) => removeMeasure(d, measure.id))}
        sx={{ p: '2px' }}
      >
        <X size={13} />
      </IconButton>
      <FieldFault id={id}>{fault}</FieldFault>
    </Box>
  );
}

function addMeasure(): void {
  put('Add measure', (d) => {
    const all = measuresOf(d);
    const taken = new Set(all.map((m) => m.name));
    const free = ['edge', 'gap', 'radius', 'stem'].find((n) => !taken.has(n));
    let n = all.length + 1;
    while (taken.has(`measure${n}`)) n++;
    return withMeasures(d, [...all, { id: makeId(), name: free ?? `measure${n}`, text: '100' }]);
  });
}

/** The named numbers of the design: any field takes them, alone or in sums, and follows. */
export function MeasureFields() {
  const measures = usePaced((s) => s.design?.measures);
  const values = measures ? measureValues(measures) : null;
  return (
    <Section title="Measures">
      {measures ? (
        <Box component="ul" aria-label="Measures" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {measures.map((m) => (
            <MeasureRow key={m.id} measure={m} value={values?.get(m.name)} />
          ))}
        </Box>
      ) : (
        <Typography variant="body2" color="text.secondary">
          A named number. Type its name into any field, alone or in a sum such as 3*edge: the field follows
          it.
        </Typography>
      )}
      <Button size="small" onClick={addMeasure}>
        Add measure
      </Button>
    </Section>
  );
}
