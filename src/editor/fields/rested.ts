import { useEffect, useState } from 'react';

/** Milliseconds without a change after which what only goes along is drawn again. */
const rest = 250;

/** A value as it was when it last stayed the same for a while: for what need not follow every key. */
export function useRested<T>(value: T): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const wait = setTimeout(() => setRested(value), rest);
    return () => clearTimeout(wait);
  }, [value]);
  return rested;
}
