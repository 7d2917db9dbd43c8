import { ApiError } from './api';
import { get, say, set } from './store';

/** What the studio’s end leaves of what was asked of it; it is started again, so nothing is wrong. */
export class StudioGone extends Error {
  constructor() {
    super('The studio was started again.');
  }
}

/** What a person who mends the program needs to know. */
function reportOf(e: unknown): string {
  const error = e instanceof Error ? e : new Error(String(e));
  const { designId, tool, stage } = get();
  return [
    `Silent Compass: ${error.name}: ${error.message}`,
    `at ${new Date().toISOString()}, design ${designId || 'none'}, stage ${stage}, tool ${tool}`,
    typeof navigator === 'undefined' ? '' : navigator.userAgent,
    error.stack ?? '',
  ]
    .filter(Boolean)
    .join('\n');
}

/**
 * Tells of something that went wrong where nobody expected it: what the server said is said; anything else is a fault
 * of this program, with a report to copy. It is never taken for the server’s absence.
 */
export function reportDefect(e: unknown): void {
  if (e instanceof StudioGone) return;
  if (e instanceof ApiError) {
    say(e.message);
    return;
  }
  console.error(e);
  set({ defect: reportOf(e) });
}
