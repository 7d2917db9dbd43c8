'use client';

import Button from '@mui/material/Button';
import { linkLimits } from '@/core';
import { LimitedText } from '../fields/LimitedText';
import { FieldFault } from '../fields/row';

/** What a client says and who says it, on the way to be sent. */
export function Said({
  label,
  text,
  name,
  fault,
  send,
  ready,
  onText,
  onName,
}: {
  label: string;
  text: string;
  name: string;
  fault: string;
  /** What sending it is called. */
  send: string;
  ready: boolean;
  onText(text: string): void;
  onName(name: string): void;
}) {
  return (
    <>
      <LimitedText
        label={label}
        multiline
        minRows={2}
        maxRows={8}
        value={text}
        limit={linkLimits.text}
        onText={onText}
      />
      <LimitedText
        label="Your name"
        autoComplete="name"
        value={name}
        limit={linkLimits.name}
        onText={onName}
      />
      <FieldFault>{fault}</FieldFault>
      <Button type="submit" variant="contained" size="large" disabled={!ready}>
        {send}
      </Button>
    </>
  );
}
