import { type ComponentType, memo, useCallback, useLayoutEffect, useRef } from 'react';

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
