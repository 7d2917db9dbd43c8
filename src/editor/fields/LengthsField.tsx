'use client';

import { useId, useState } from 'react';
import { ExpressionError, evaluateExpression, namesIn } from '@/core';
import { meaning, useFollowing } from './follow';
import { enterWith, FieldBox, FieldFault, FieldLabel, FieldRow, Follows } from './row';
import { steady } from './steady';

export interface LengthsFieldProps {
  readonly label: string;
  readonly value: readonly number[];
  readonly min?: number;
  /** Why a list does not do, in words. */
  fault?(list: readonly number[]): string | null;
  /** Where the list stands in the part at hand: with it, it can follow measures. */
  readonly address?: string;
  onChange(v: readonly number[]): void;
}

function Lengths({ label, value, min = 0, fault: wrong, address, onChange }: LengthsFieldProps) {
  const [text, setText] = useState<string | null>(null);
  const [fault, setFault] = useState('');
  const id = useId();
  const following = useFollowing(label, address);
  const formula = following?.formula;
  const take = () => {
    if (text === null) return;
    try {
      const list = text
        .split(/[\s;]+/)
        .filter(Boolean)
        .map((t) => evaluateExpression(t, meaning()));
      if (list.some((v) => v < min)) throw new ExpressionError(`No number here may be below ${min}.`);
      const not = wrong?.(list);
      if (not) throw new ExpressionError(`It ${not}.`);
      if (text.trim() === formula?.text) {
        // It follows what it followed before.
      } else if (following && namesIn(text).length) following.follow({ text: text.trim() });
      else {
        if (formula) following?.follow(null);
        onChange(list);
      }
      setText(null);
      setFault('');
    } catch (e) {
      if (!(e instanceof ExpressionError)) throw e;
      setFault(e.message);
    }
  };
  return (
    <FieldRow>
      <FieldLabel htmlFor={id}>{label}</FieldLabel>
      <FieldBox>
        {formula && text === null && <Follows aria-hidden>=</Follows>}
        <input
          id={id}
          value={text ?? value.join(' ')}
          placeholder="none"
          aria-invalid={Boolean(fault)}
          aria-describedby={fault ? `${id}-fault` : undefined}
          onChange={(e) => setText(e.target.value)}
          onFocus={(e) => formula && enterWith(e.target, () => setText(formula.text))}
          onKeyDown={(e) => {
            e.stopPropagation();
            if (e.key === 'Enter') e.currentTarget.blur();
          }}
          onBlur={take}
        />
      </FieldBox>
      <FieldFault id={`${id}-fault`}>{fault}</FieldFault>
    </FieldRow>
  );
}

/** Several lengths with spaces between, such as dashes and gaps. */
export const LengthsField = steady<readonly number[], LengthsFieldProps>(Lengths);
