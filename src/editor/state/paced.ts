import { create } from 'zustand';
import { turns } from './phase';
import { type EditorState, useEditor } from './store';

/** Milliseconds after which panels and lists follow a change while the sheet is dragged. */
const pace = 250;

/**
 * The editor's state as panels and lists show it. While the sheet is dragged or a number scrubbed they follow a few times a second:
 * what is under the hand comes first, and its numbers stand beside the pointer or in their field.
 */
export const usePaced = create<EditorState>(() => useEditor.getState());

/** How many numbers are scrubbed: each shows itself what it is at. */
let held = 0;

/** Has panels and lists follow a few times a second until what is returned is called. */
export function slowDown(): () => void {
  let over = false;
  held++;
  return () => {
    if (over) return;
    over = true;
    held--;
    if (!isSlow()) catchUp();
  };
}

const isSlow = (): boolean => held > 0 || turns.dragging;

let due: ReturnType<typeof setTimeout> | undefined;

function catchUp(): void {
  clearTimeout(due);
  due = undefined;
  const now = useEditor.getState();
  if (now !== usePaced.getState()) usePaced.setState(now, true);
}

useEditor.subscribe(() => {
  if (!isSlow()) catchUp();
  else due ??= setTimeout(catchUp, pace);
});

turns.onChange((phase) => {
  if (!held && phase.at !== 'drag') catchUp();
});

/** The one chosen part, or null where none or several are. */
export const useChosenPart = () =>
  usePaced((s) => (s.chosen.length === 1 ? (s.design?.parts[s.chosen[0]] ?? null) : null));
