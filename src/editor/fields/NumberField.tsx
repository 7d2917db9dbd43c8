'use client';

import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import Tooltip from '@mui/material/Tooltip';
import { type KeyboardEvent, type PointerEvent, useId, useRef, useState } from 'react';
import { ExpressionError, evaluateExpression } from './expression';

export interface NumberFieldProps {
  readonly label: string;
  readonly value: number;
  readonly min?: number;
  readonly max?: number;
  readonly step?: number;
  readonly whole?: boolean;
  readonly suffix?: string;
  readonly disabled?: boolean;
  /** Takes a new value, in the unit shown. */
  onChange(value: number): void;
}

const shown = (v: number): string => String(Number(v.toFixed(3)));

/** A number that takes units and sums, steps by arrow keys and scrubs on its label. */
export function NumberField({
  label,
  value,
  min = Number.NEGATIVE_INFINITY,
  max = Number.POSITIVE_INFINITY,
  step = 1,
  whole,
  suffix,
  disabled,
  onChange,
}: NumberFieldProps) {
  const [text, setText] = useState<string | null>(null);
  const [fault, setFault] = useState('');
  const id = useId();
  const scrub = useRef<{ x: number; value: number } | null>(null);

  const limit = (v: number) => Math.min(max, Math.max(min, whole ? Math.round(v) : v));

  const take = (raw: string): boolean => {
    try {
      const v = evaluateExpression(raw);
      if (whole && !Number.isInteger(v)) throw new ExpressionError('This must be a whole number.');
      if (v < min) throw new ExpressionError(`This must not be below ${shown(min)}.`);
      if (v > max) throw new ExpressionError(`This must not be above ${shown(max)}.`);
      setFault('');
      setText(null);
      if (v !== value) onChange(v);
      return true;
    } catch (e) {
      if (!(e instanceof ExpressionError)) throw e;
      setFault(e.message);
      return false;
    }
  };

  const onKeyDown = (e: KeyboardEvent<HTMLInputElement | HTMLTextAreaElement>) => {
    e.stopPropagation();
    if (e.key === 'Enter') {
      if (take(e.currentTarget.value)) e.currentTarget.blur();
    } else if (e.key === 'Escape') {
      setText(null);
      setFault('');
      e.currentTarget.blur();
    } else if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
      e.preventDefault();
      const by = (e.key === 'ArrowUp' ? 1 : -1) * step * (e.shiftKey ? 10 : 1);
      setText(null);
      setFault('');
      onChange(limit(Number((value + by).toFixed(6))));
    }
  };

  const labelHandlers = {
    onPointerDown: (e: PointerEvent) => {
      if (disabled) return;
      e.preventDefault();
      e.currentTarget.setPointerCapture(e.pointerId);
      scrub.current = { x: e.clientX, value };
    },
    onPointerMove: (e: PointerEvent) => {
      if (!scrub.current) return;
      const by = Math.round((e.clientX - scrub.current.x) / 2) * step * (e.shiftKey ? 10 : 1);
      const next = limit(Number((scrub.current.value + by).toFixed(6)));
      if (next !== value) onChange(next);
    },
    onPointerUp: () => {
      scrub.current = null;
    },
  };

  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: 'minmax(0, 1fr) 92px',
        alignItems: 'center',
        gap: 1,
        minHeight: 28,
      }}
    >
      <Box
        component="label"
        htmlFor={id}
        {...labelHandlers}
        sx={{
          cursor: disabled ? 'default' : 'ew-resize',
          color: 'text.secondary',
          userSelect: 'none',
          touchAction: 'none',
          overflow: 'hidden',
          textOverflow: 'ellipsis',
          whiteSpace: 'nowrap',
        }}
      >
        {label}
      </Box>
      <Tooltip describeChild open={Boolean(fault)} title={fault} placement="left" arrow>
        <InputBase
          id={id}
          value={text ?? shown(value)}
          disabled={disabled}
          onChange={(e) => setText(e.target.value)}
          onFocus={(e) => e.target.select()}
          onBlur={(e) => {
            if (text === null || !take(e.target.value)) {
              setText(null);
              setFault('');
            }
          }}
          onKeyDown={onKeyDown}
          inputProps={{ 'aria-invalid': Boolean(fault), inputMode: 'decimal', spellCheck: false }}
          endAdornment={
            suffix ? (
              <Box component="span" sx={{ color: 'text.secondary', pl: 0.5 }}>
                {suffix}
              </Box>
            ) : undefined
          }
          sx={{
            border: 1,
            borderColor: fault ? 'error.main' : 'divider',
            borderRadius: 1,
            px: 1.5,
            height: 26,
            bgcolor: 'background.paper',
            '& input': { p: 0, textAlign: 'right' },
          }}
        />
      </Tooltip>
    </Box>
  );
}
