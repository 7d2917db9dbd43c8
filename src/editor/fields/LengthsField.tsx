'use client';

import { useId, useState } from 'react';
import { ExpressionError, evaluateExpression } from './expression';
import { FieldBox, FieldFault, FieldLabel, FieldRow } from './row';
import { steady } from './steady';

export interface LengthsFieldProps {
  readonly label: string;
  readonly value: readonly number[];
  onChange(v: readonly number[]): void;
}

function Lengths({ label, value, onChange }: LengthsFieldProps) {
  const [text, setText] = useState<string | null>(null);
  const [fault, setFault] = useState('');
  const id = useId();
  const take = () => {
    if (text === null) return;
    try {
      const list = text
        .split(/[\s;]+/)
        .filter(Boolean)
        .map(evaluateExpression);
      if (list.some((v) => v < 0)) throw new ExpressionError('No number here may be below 0.');
      setText(null);
      setFault('');
      onChange(list);
    } catch (e) {
      if (!(e instanceof ExpressionError)) throw e;
      setFault(e.message);
    }
  };
  return (
    <FieldRow>
      <FieldLabel htmlFor={id}>{label}</FieldLabel>
      <FieldBox>
        <input
          id={id}
          value={text ?? value.join(' ')}
          placeholder="none"
          aria-invalid={Boolean(fault)}
          aria-describedby={fault ? `${id}-fault` : undefined}
          onChange={(e) => setText(e.target.value)}
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
