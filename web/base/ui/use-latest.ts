import { useCallback, useLayoutEffect, useRef } from 'react';

/** A function of unchanging identity that always calls the newest one given: for event handlers of memoised parts. */
export function useLatest<A extends unknown[], R>(handler: (...args: A) => R): (...args: A) => R {
  const latest = useRef(handler);
  useLayoutEffect(() => {
    latest.current = handler;
  });
  return useCallback((...args: A) => latest.current(...args), []);
}
