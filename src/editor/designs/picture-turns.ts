import { type RefObject, useEffect, useState } from 'react';

/** Pictures asked for at once: a browser keeps few lines to a server, and what is pressed must find one free. */
const atOnce = 4;

const waiting: (() => void)[] = [];
let open = 0;

function next(): void {
  while (open < atOnce && waiting.length) {
    open++;
    waiting.shift()?.();
  }
}

/** Takes a turn; `begin` is called once it has come. Returns what gives it back, or gives up waiting. */
function takeTurn(begin: () => void): () => void {
  let state: 'waits' | 'has' | 'gone' = 'waits';
  const mine = () => {
    state = 'has';
    begin();
  };
  waiting.push(mine);
  next();
  return () => {
    if (state === 'has') open--;
    else if (state === 'waits') waiting.splice(waiting.indexOf(mine), 1);
    state = 'gone';
    next();
  };
}

/** Whether the picture of an element that has come near to sight may be asked for, and what says that it is there. */
export function usePictureTurn(element: RefObject<HTMLElement | null>): { due: boolean; done(): void } {
  const [turn, setTurn] = useState<{ due: boolean; done(): void }>({ due: false, done: () => {} });
  useEffect(() => {
    const el = element.current;
    if (!el) return;
    let back = () => {};
    const watch = new IntersectionObserver(
      ([seen]) => {
        if (!seen.isIntersecting) return;
        watch.disconnect();
        back = takeTurn(() => setTurn({ due: true, done: () => back() }));
      },
      { rootMargin: '400px' },
    );
    watch.observe(el);
    return () => {
      watch.disconnect();
      back();
    };
  }, [element]);
  return turn;
}
