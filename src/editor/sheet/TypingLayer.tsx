'use client';

import { type KeyboardEvent, useEffect, useRef } from 'react';
import { withLetters, withPair } from '@/core/edit';
import { redo, undo } from '../state/history';
import { get, useEditor } from '../state/store';
import {
  changeLettering,
  endTyping,
  holdLetters,
  keepTyped,
  lettersWithin,
  select,
  typeText,
} from '../state/typing';
import { caretOnNextLine, lineByCaret } from './caret-lines';
import { brass, madder } from './colours';
import { LetterGrips } from './LetterGrips';
import { surface } from './surface';
import { toView } from './view';

/** Share of the size that a key moves two letters apart or together. */
const kernStep = 0.01;

const directions: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** An arrow while letters are in hand: they are nudged; at a caret its two letters come nearer or part. */
function nudge(e: KeyboardEvent, id: string): void {
  const { typing, report } = get();
  if (!typing) return;
  const [dx, dy] = directions[e.key];
  const by = e.shiftKey ? 10 : 1;
  const starts = lettersWithin(report?.lettering?.letters, typing).map((c) => c.from);
  if (starts.length)
    changeLettering('Nudge letters', id, (l) =>
      withLetters(l, starts, (c) => ({ ...c, dx: c.dx + (dx * by) / l.size, dy: c.dy + (dy * by) / l.size })),
    );
  else if (dx && typing.from > 0)
    changeLettering('Kern', id, (l) => {
      const now = l.pairs.find((pair) => pair.at === typing.from)?.by ?? 0;
      return withPair(l, typing.from, Math.round((now + dx * by * kernStep) * 1e4) / 1e4);
    });
}

/** Where a key goes that follows lines by sight, wrapped ones too; null for any other key. */
function byLines(e: KeyboardEvent, at: number): number | null {
  const lines = get().report?.lettering;
  if (!lines || e.ctrlKey || e.metaKey || e.altKey) return null;
  if (e.key === 'ArrowUp') return caretOnNextLine(lines, at, 'up') ?? 0;
  if (e.key === 'ArrowDown') return caretOnNextLine(lines, at, 'down') ?? lines.carets.length - 1;
  if (e.key === 'Home') return lineByCaret(lines, at).from;
  if (e.key === 'End') return lineByCaret(lines, at).to;
  return null;
}

/** Moves the caret by lines, or with Shift the end of what is selected. Says whether it did. */
function moveByLines(e: KeyboardEvent<HTMLTextAreaElement>): boolean {
  const box = e.currentTarget;
  const back = box.selectionDirection === 'backward';
  const [anchor, at] = back ? [box.selectionEnd, box.selectionStart] : [box.selectionStart, box.selectionEnd];
  const to = byLines(e, at);
  if (to === null) return false;
  const start = e.shiftKey ? anchor : to;
  box.setSelectionRange(Math.min(start, to), Math.max(start, to), to < start ? 'backward' : 'forward');
  select(box.selectionStart, box.selectionEnd);
  return true;
}

function onKey(e: KeyboardEvent<HTMLTextAreaElement>, id: string): void {
  e.stopPropagation();
  // Digits during a drag are its numbers.
  if (surface.active && surface.type(e.key)) {
    e.preventDefault();
    return;
  }
  if (surface.active && e.key === 'Escape') {
    e.preventDefault();
    surface.cancel();
    return;
  }
  const held = get().typing?.held ?? false;
  if (e.key === 'Escape') {
    e.preventDefault();
    if (held) holdLetters(false);
    else void endTyping();
  } else if (e.key === 'Tab') {
    e.preventDefault();
    holdLetters(!held);
  } else if (held && directions[e.key]) {
    e.preventDefault();
    nudge(e, id);
  } else if (!held && moveByLines(e)) {
    e.preventDefault();
  } else if ((e.ctrlKey || e.metaKey) && (e.key === 'z' || e.key === 'y' || e.key === 'Z')) {
    e.preventDefault();
    const again = e.key === 'y' || e.shiftKey;
    void keepTyped().then(again ? redo : undo);
  } else if (!['Shift', 'Control', 'Meta', 'Alt'].includes(e.key)) holdLetters(false);
}

/** Takes keys, pasted text and input methods for the words at hand; it stands where the caret is, unseen. */
export function TypingBox() {
  const typing = useEditor((s) => s.typing);
  const text = useEditor((s) => {
    const source = typing ? s.design?.parts[typing.id]?.source : undefined;
    return source?.kind === 'lettering' ? source.text : null;
  });
  const elsewhere = useEditor((s) => s.chosen.length !== 1 || s.chosen[0] !== typing?.id);
  // Words that were typed just now are told of a moment later: until then the box stays at the last place known.
  const caret = useEditor((s) => {
    const carets = s.report?.lettering?.carets;
    return carets?.[Math.min(typing?.to ?? 0, carets.length - 1)];
  });
  const view = useEditor((s) => s.view);
  const box = useRef<HTMLTextAreaElement>(null);
  const id = typing?.id;
  useEffect(() => {
    if (id) box.current?.focus({ preventScroll: true });
  }, [id]);
  useEffect(() => {
    if (typing && elsewhere) void endTyping();
  }, [typing, elsewhere]);
  const [from, to] = [typing?.from, typing?.to];
  useEffect(() => {
    const el = box.current;
    if (!el || from === undefined || to === undefined) return;
    if (el.selectionStart !== from || el.selectionEnd !== to) el.setSelectionRange(from, to);
  }, [from, to]);
  if (!id || text === null) return null;
  const at = caret ? toView(view, caret[1]) : { x: 0, y: 0 };
  return (
    <textarea
      ref={box}
      aria-label="Words on the sheet"
      value={text}
      wrap="off"
      spellCheck={false}
      onChange={(e) => typeText(id, e.target.value, e.target.selectionEnd)}
      onSelect={(e) => select(e.currentTarget.selectionStart, e.currentTarget.selectionEnd)}
      onKeyDown={(e) => onKey(e, id)}
      style={{
        position: 'absolute',
        left: at.x,
        top: at.y,
        width: 2,
        height: 24,
        padding: 0,
        border: 0,
        opacity: 0,
        resize: 'none',
        overflow: 'hidden',
        pointerEvents: 'none',
      }}
    />
  );
}

/** The caret and what is selected, over the words. */
export function TypingMarks() {
  const typing = useEditor((s) => s.typing);
  const lettering = useEditor((s) => (typing ? s.report?.lettering : null));
  const view = useEditor((s) => s.view);
  if (!typing || !lettering) return null;
  const chosen = lettersWithin(lettering.letters, typing);
  const colour = typing.held ? madder : brass;
  const caret = lettering.carets[Math.min(typing.to, lettering.carets.length - 1)];
  const [foot, head] = caret ? [toView(view, caret[0]), toView(view, caret[1])] : [];
  return (
    <g data-testid="typing">
      {chosen.map((c) => (
        <polygon
          key={c.from}
          data-testid="selected-letter"
          points={c.corners
            .map((p) => toView(view, p))
            .map((p) => `${p.x},${p.y}`)
            .join(' ')}
          fill={colour}
          // In hand, letters are seen as they are painted.
          fillOpacity={typing.held ? 0.1 : 0.28}
          stroke={typing.held ? madder : 'none'}
          strokeDasharray="3 3"
        />
      ))}
      {foot && head && typing.from === typing.to && (
        <line
          data-testid="caret"
          x1={foot.x}
          y1={foot.y}
          x2={head.x}
          y2={head.y}
          stroke={madder}
          strokeWidth={typing.held ? 5 : 2}
          strokeOpacity={typing.held ? 0.6 : 1}
          className={typing.held ? undefined : 'sc-caret'}
        />
      )}
      <LetterGrips />
    </g>
  );
}
