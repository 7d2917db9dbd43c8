'use client';

import { styled } from '@mui/material/styles';
import { useEffect, useRef, useState } from 'react';
import { commandById } from './commands';
import { closeDial, dialPlace, useDial } from './dial-state';

const radius = 92;

const Back = styled('div')({ position: 'fixed', inset: 0, zIndex: 1200, cursor: 'default' });

const Word = styled('button')<{ chosen: boolean }>(({ theme, chosen }) => ({
  position: 'absolute',
  transform: 'translate(-50%, -50%)',
  padding: '3px 9px',
  borderRadius: 3,
  border: `1px solid ${chosen ? theme.vars?.palette.primary.main : theme.vars?.palette.divider}`,
  backgroundColor: chosen ? theme.vars?.palette.primary.main : theme.vars?.palette.background.paper,
  color: chosen ? theme.vars?.palette.primary.contrastText : theme.vars?.palette.text.primary,
  font: 'inherit',
  fontSize: 13,
  whiteSpace: 'nowrap',
  cursor: 'pointer',
}));

/** The likely next commands round the pointer; a stroke towards one and a release gives it. */
export function Dial() {
  const at = useDial((s) => s.at);
  const commands = useDial((s) => s.commands);
  const [place, setPlace] = useState(-1);
  const pressed = useRef(true);
  const first = useRef<HTMLButtonElement>(null);

  useEffect(() => {
    if (!at) return;
    setPlace(-1);
    pressed.current = true;
    const before = document.activeElement as HTMLElement | null;
    first.current?.focus({ preventScroll: true });
    return () => before?.focus?.({ preventScroll: true });
  }, [at]);

  if (!at) return null;
  // The whole dial stays in the window.
  const x = Math.min(window.innerWidth - radius - 70, Math.max(radius + 70, at.x));
  const y = Math.min(window.innerHeight - radius - 20, Math.max(radius + 20, at.y));
  const act = (i: number) => {
    closeDial();
    commandById.get(commands[i])?.act();
  };
  const towards = (e: { clientX: number; clientY: number }) => dialPlace(e.clientX - x, e.clientY - y);
  return (
    <Back
      data-testid="dial"
      role="menu"
      aria-label="Dial"
      onContextMenu={(e) => e.preventDefault()}
      onPointerDown={() => {
        pressed.current = true;
      }}
      onPointerMove={(e) => setPlace(towards(e))}
      onPointerUp={(e) => {
        const i = towards(e);
        if (i >= 0) act(i);
        // The release of the press that opened it leaves it open, to be read.
        else if (!pressed.current || e.button === 0) closeDial();
        pressed.current = false;
      }}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === 'Escape' || e.key === 'q') closeDial();
        else if (/^[1-8]$/.test(e.key)) act(Number(e.key) - 1);
        else if (e.key === 'ArrowRight' || e.key === 'ArrowDown') setPlace((i) => (i + 1) % 8);
        else if (e.key === 'ArrowLeft' || e.key === 'ArrowUp') setPlace((i) => (i + 7) % 8);
        else if (e.key === 'Enter' && place >= 0) act(place);
        else return;
        e.preventDefault();
      }}
    >
      <svg
        width={2 * radius}
        height={2 * radius}
        style={{ position: 'absolute', left: x - radius, top: y - radius }}
        aria-hidden="true"
      >
        <circle
          cx={radius}
          cy={radius}
          r={radius - 24}
          fill="none"
          stroke="var(--sc-palette-primary-main)"
          strokeOpacity={0.5}
        />
        <circle
          cx={radius}
          cy={radius}
          r={5}
          fill="var(--sc-palette-background-paper)"
          stroke="var(--sc-palette-primary-main)"
          strokeWidth={1.5}
        />
      </svg>
      {commands.map((id, i) => {
        const a = (i / 8) * 2 * Math.PI;
        return (
          <Word
            key={id}
            ref={i === 0 ? first : undefined}
            type="button"
            role="menuitem"
            chosen={place === i}
            onClick={() => act(i)}
            style={{ left: x + 1.25 * radius * Math.sin(a), top: y - (radius - 18) * Math.cos(a) }}
          >
            {commandById.get(id)?.word ?? id}
          </Word>
        );
      })}
    </Back>
  );
}
