'use client';

import IconButton from '@mui/material/IconButton';
import Tooltip from '@mui/material/Tooltip';
import { FlipHorizontal2, FlipVertical2 } from 'lucide-react';
import { FieldLabel, FieldRow } from '../fields/row';
import { run } from '../state/actions';
import { get } from '../state/store';

const ways = [
  { axis: 'x', word: 'Flip left to right', keys: '\\', Icon: FlipVertical2 },
  { axis: 'y', word: 'Flip top to bottom', keys: '-', Icon: FlipHorizontal2 },
] as const;

/** Turns what is chosen over about the reference point. */
export function FlipButtons() {
  return (
    <FieldRow>
      <FieldLabel as="span">Flip</FieldLabel>
      <span style={{ justifySelf: 'end' }}>
        {ways.map(({ axis, word, keys, Icon }) => (
          <Tooltip key={axis} title={`${word} (${keys})`}>
            <IconButton
              size="small"
              aria-label={word}
              aria-keyshortcuts={keys}
              onClick={() => {
                const { chosen: ids, reference: about } = get();
                void run(word, { do: 'flip', ids, axis, about });
              }}
            >
              <Icon size={16} strokeWidth={1.5} aria-hidden />
            </IconButton>
          </Tooltip>
        ))}
      </span>
    </FieldRow>
  );
}
