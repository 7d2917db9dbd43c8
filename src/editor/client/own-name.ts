import { useState } from 'react';

const key = 'silent-compass-client-name';

function stored(): string {
  try {
    return localStorage.getItem(key) ?? '';
  } catch {
    // A browser that keeps nothing asks again.
    return '';
  }
}

/** What the client is called, as it was said last in this browser. */
export function useOwnName(): readonly [name: string, put: (name: string) => void] {
  const [name, setName] = useState(stored);
  const put = (next: string) => {
    setName(next);
    try {
      localStorage.setItem(key, next);
    } catch {
      // Likewise.
    }
  };
  return [name, put];
}
