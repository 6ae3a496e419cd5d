import { useCallback, useEffect, useState } from 'react';

export type Loaded<T> = { state: 'loading' } | { state: 'failed'; message: string } | { state: 'ready'; value: T };

/** Loads something when the screen opens; `reload` fetches it again, keeping what is shown until it comes. */
export function useLoaded<T>(load: () => Promise<T>): [Loaded<T>, () => void] {
  const [loaded, setLoaded] = useState<Loaded<T>>({ state: 'loading' });
  const [turn, setTurn] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new turn is a wish to load again
  useEffect(() => {
    let current = true;
    load().then(
      (value) => current && setLoaded({ state: 'ready', value }),
      (error: unknown) =>
        current && setLoaded({ state: 'failed', message: error instanceof Error ? error.message : 'Something failed' }),
    );
    return () => {
      current = false;
    };
  }, [load, turn]);
  return [loaded, useCallback(() => setTurn((t) => t + 1), [])];
}
