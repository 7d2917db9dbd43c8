import { type ComponentType, memo, useCallback, useLayoutEffect, useRef } from 'react';

/**
 * A component that is drawn again only when one of the things it shows changes. What it does when it is used
 * must hold for any of its props that show the same: it acts by ids, not on the objects it was drawn with.
 */
export const drawnFor = <P extends object>(
  Shown: ComponentType<P>,
  shows: (props: P) => readonly unknown[],
): ComponentType<P> =>
  memo(Shown, (a, b) => {
    const [was, is] = [shows(a), shows(b)];
    return was.length === is.length && was.every((v, i) => Object.is(v, is[i]));
  }) as unknown as ComponentType<P>;

/**
 * A field that is drawn again only when what it shows changes: its `onChange` may be a new function
 * every time, the latest is the one that is called.
 */
export function steady<V, P extends { onChange(value: V): void }>(Field: ComponentType<P>): ComponentType<P> {
  const Kept = memo(Field) as unknown as ComponentType<P>;
  return function Steady(props: P) {
    const latest = useRef(props.onChange);
    useLayoutEffect(() => {
      latest.current = props.onChange;
    });
    const onChange = useCallback((value: V) => latest.current(value), []);
    return <Kept {...props} onChange={onChange} />;
  };
}
