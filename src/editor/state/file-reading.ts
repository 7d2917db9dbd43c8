import { get, set } from './store';

/** Milliseconds by the clock that reading one file may take here, once what is in it has been brought: a window is told of no other time. */
export const readingLimit = 120_000;

/** What is said where a file took too long, or was stopped. */
export const readingEnd = {
  tooLong: `It takes longer than ${readingLimit / 60_000} minutes to read and was given up.`,
  stopped: 'Reading it was stopped.',
} as const;

/**
 * Reads a file, which the designer sees and can stop meanwhile.
 * @param work Does it, and is told where it is to stop.
 * @throws Error in words where it was stopped, or as `work` does.
 */
export async function readFile<T>(name: string, work: (signal: AbortSignal) => Promise<T>): Promise<T> {
  const stopper = new AbortController();
  const reading = { name, stop: () => stopper.abort() };
  set({ reading });
  const { signal } = stopper;
  const stopped = new Promise<never>((_, reject) =>
    signal.addEventListener('abort', () => reject(new Error(readingEnd.stopped))),
  );
  try {
    return await Promise.race([work(signal), stopped]);
  } finally {
    // Another file may have been begun meanwhile.
    if (get().reading === reading) set({ reading: null });
  }
}
