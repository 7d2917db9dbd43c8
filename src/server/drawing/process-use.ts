import { readFileSync } from 'node:fs';

const pageSize = 4096;
/** Milliseconds of one tick of the times that Linux tells (proc(5): USER_HZ is 100). */
const tick = 10;

/** A file about a process, as Linux tells it; null where it cannot be told. */
function told(pid: number, name: 'stat' | 'statm'): string | null {
  try {
    return readFileSync(`/proc/${pid}/${name}`, 'utf8');
  } catch {
    return null;
  }
}

/** Returns the bytes that a process holds in memory; 0 where that cannot be told. */
export const held = (pid: number): number => Number(told(pid, 'statm')?.split(' ')[1] ?? 0) * pageSize;

/** Returns the milliseconds of a processor that a process has taken; null where that cannot be told. */
export function spent(pid: number): number | null {
  const text = told(pid, 'stat');
  // Its name, in brackets, may hold anything.
  const [user, system] =
    text
      ?.slice(text.lastIndexOf(')') + 2)
      .split(' ')
      .slice(11, 13) ?? [];
  return user === undefined ? null : tick * (Number(user) + Number(system));
}
