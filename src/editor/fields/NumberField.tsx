'use client';

import { type KeyboardEvent, type PointerEvent, useEffect, useId, useRef, useState } from 'react';
import { ExpressionError, evaluateExpression, type Formula, namesIn, units } from '@/core';
import { beginLive, endLive, redo, undo } from '../state/history';
import { slowDown } from '../state/paced';
import { meaning, useFollowing } from './follow';
import { enterWith, FieldBox, FieldFault, FieldLabel, FieldRow, Follows } from './row';
import { steady } from './steady';

export interface NumberFieldProps {
  readonly label: string;
  readonly value: number;
  readonly min?: number;
  readonly max?: number;
  readonly step?: number;
  readonly whole?: boolean;
  readonly suffix?: string;
  /** Where the number stands in the part or sheet at hand: with it, it can follow measures. */
  readonly address?: string;
  /** Takes a new value, in the unit shown. */
  onChange(value: number): void;
}

const shown = (v: number): string => String(Number(v.toFixed(3)));

/** What plain numbers of a field count, by the suffix it shows. */
const unitOf = (suffix: string | undefined): Formula['in'] =>
  suffix === '%' || (suffix && suffix in units) ? (suffix as Formula['in']) : undefined;

/**
 * The number that text says, in the unit a field shows.
 * @throws ExpressionError in words where it says none that fits.
 */
export function readNumber(
  text: string,
  min: number,
  max: number,
  whole?: boolean,
  per?: Formula['in'],
): number {
  const v = evaluateExpression(text, meaning(per && per !== '%' ? units[per] : 1));
  if (whole && !Number.isInteger(v)) throw new ExpressionError('This must be a whole number.');
  if (v < min) throw new ExpressionError(`This must not be below ${shown(min)}.`);
  if (v > max) throw new ExpressionError(`This must not be above ${shown(max)}.`);
  return v;
}

function NumberLine({
  label,
  value,
  min = Number.NEGATIVE_INFINITY,
  max = Number.POSITIVE_INFINITY,
  step = 1,
  whole,
  suffix,
  address,
  onChange,
}: NumberFieldProps) {
  const [text, setText] = useState<string | null>(null);
  const [fault, setFault] = useState('');
  const id = useId();
  const scrub = useRef<{ x: number; value: number; at: number; end(): void } | null>(null);
  /** What it is scrubbed to: the panel around it follows later. */
  const [scrubbing, setScrubbing] = useState<number | null>(null);
  const scrubbed = useRef(false);
  // Whoever is taken away while it is scrubbed holds nothing up.
  useEffect(() => () => scrub.current?.end(), []);
  /** Whether Enter has taken the text or Escape given it up, so that leaving the field takes nothing. */
  const taken = useRef(false);

  const following = useFollowing(label, address);
  const formula = following?.formula;
  const per = unitOf(suffix);

  const limit = (v: number) => Math.min(max, Math.max(min, whole ? Math.round(v) : v));
  const show = (next: string | null, wrong = '') => {
    setText(next);
    setFault(wrong);
  };

  const take = (raw: string): boolean => {
    try {
      const v = readNumber(raw, min, max, whole, per);
      if (raw.trim() === formula?.text) {
        // It follows what it followed before.
      } else if (following && namesIn(raw).length)
        following.follow({ text: raw.trim(), ...(per && per !== 'px' ? { in: per } : {}) });
      else if (v !== value) onChange(v);
      else if (formula) following?.follow(null);
      show(null);
      return true;
    } catch (e) {
      if (!(e instanceof ExpressionError)) throw e;
      setFault(e.message);
      return false;
    }
  };

  const onKeyDown = (e: KeyboardEvent<HTMLInputElement>) => {
    e.stopPropagation();
    // With nothing being typed, undo means the design.
    if (text === null && (e.ctrlKey || e.metaKey) && (e.key === 'z' || e.key === 'Z')) {
      e.preventDefault();
      if (e.shiftKey) redo();
      else undo();
      return;
    }
    if (e.key === 'Enter') {
      if (take(e.currentTarget.value)) {
        taken.current = true;
        e.currentTarget.blur();
      }
    } else if (e.key === 'Escape') {
      show(null);
      taken.current = true;
      e.currentTarget.blur();
    } else if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
      e.preventDefault();
      const by = (e.key === 'ArrowUp' ? 1 : -1) * step * (e.shiftKey ? 10 : 1);
      show(null);
      onChange(limit(Number((value + by).toFixed(6))));
    }
  };

  const onLabel = {
    onPointerDown: (e: PointerEvent) => {
      e.preventDefault();
      e.currentTarget.setPointerCapture(e.pointerId);
      scrub.current = { x: e.clientX, value, at: value, end: slowDown() };
      scrubbed.current = false;
      beginLive();
    },
    onPointerMove: (e: PointerEvent) => {
      if (!scrub.current) return;
      if (Math.abs(e.clientX - scrub.current.x) > 2) scrubbed.current = true;
      const by = Math.round((e.clientX - scrub.current.x) / 2) * step * (e.shiftKey ? 10 : 1);
      const next = limit(Number((scrub.current.value + by).toFixed(6)));
      if (next === scrub.current.at) return;
      scrub.current.at = next;
      setScrubbing(next);
      onChange(next);
    },
    onLostPointerCapture: () => {
      scrub.current?.end();
      scrub.current = null;
      setScrubbing(null);
      void endLive();
    },
    // A press that does not drag goes into the field, as on any label.
    onClick: (e: { preventDefault(): void }) => {
      if (scrubbed.current) e.preventDefault();
    },
  };

  return (
    <FieldRow>
      <FieldLabel
        htmlFor={id}
        {...onLabel}
        style={{ cursor: 'ew-resize', userSelect: 'none', touchAction: 'none' }}
      >
        {label}
      </FieldLabel>
      <FieldBox>
        {formula && text === null && <Follows aria-hidden>=</Follows>}
        <input
          id={id}
          value={text ?? shown(scrubbing ?? value)}
          inputMode="decimal"
          spellCheck={false}
          autoComplete="off"
          aria-invalid={Boolean(fault)}
          aria-describedby={fault ? `${id}-fault` : undefined}
          title={formula ? `Follows ${formula.text}` : undefined}
          data-follows={formula?.text}
          style={{ textAlign: 'right' }}
          onChange={(e) => setText(e.target.value)}
          onFocus={(e) => {
            if (formula) enterWith(e.target, () => setText(formula.text));
            else e.target.select();
          }}
          onBlur={(e) => {
            if (taken.current) taken.current = false;
            else if (text === null || !take(e.target.value)) show(null);
          }}
          onKeyDown={onKeyDown}
        />
        {suffix && <span>{suffix}</span>}
      </FieldBox>
      <FieldFault id={`${id}-fault`}>{fault}</FieldFault>
    </FieldRow>
  );
}

/** A number that takes units and sums, steps by arrow keys and scrubs on its label. */
export const NumberField = steady<number, NumberFieldProps>(NumberLine);
