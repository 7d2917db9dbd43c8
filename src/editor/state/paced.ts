import { create } from 'zustand';
import { turns } from './phase';
import { type EditorState, useEditor } from './store';

/** Milliseconds after which panels and lists follow a change while the sheet is dragged. */
const pace = 250;

/**
 * The editor's state as panels and lists show it. While the sheet is dragged they follow a few times a second: what is under the
 * hand comes first, and its numbers stand beside the pointer.
 */
export const usePaced = create<EditorState>(() => useEditor.getState());

let due: ReturnType<typeof setTimeout> | undefined;

function catchUp(): void {
  clearTimeout(due);
  due = undefined;
  const now = useEditor.getState();
  if (now !== usePaced.getState()) usePaced.setState(now, true);
}

useEditor.subscribe(() => {
  if (!turns.dragging) catchUp();
  else due ??= setTimeout(catchUp, pace);
});

turns.onChange((phase) => {
  if (phase.at !== 'drag') catchUp();
});

/** The one chosen part, or null where none or several are. */
export const useChosenPart = () =>
  usePaced((s) => (s.chosen.length === 1 ? (s.design?.parts[s.chosen[0]] ?? null) : null));
