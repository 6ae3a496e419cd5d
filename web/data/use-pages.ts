import { useCallback, useEffect, useRef, useState } from 'react';
import type { Fault, Page } from '../../core/wire/index.ts';

/** A long list as far as it has been fetched. */
export interface Pages<T> {
  state: 'loading' | 'failed' | 'ready';
  message: string;
  items: readonly T[];
  faults: readonly Fault[];
  total: number | null;
  /** There is more on the server. */
  hasMore: boolean;
  /** Fetches the next page; nothing while one is on its way. */
  more: () => void;
  /** Fetches the list from its beginning, keeping what is shown until it comes. */
  reload: () => void;
}

interface Held<T> {
  state: Pages<T>['state'];
  message: string;
  items: readonly T[];
  faults: readonly Fault[];
  total: number | null;
  next: string | null;
}

const EMPTY: Held<never> = { state: 'loading', message: '', items: [], faults: [], total: null, next: null };

/** A list fetched page by page; another `load` begins anew. An answer that comes after the list has begun anew is void. */
export function usePages<T>(load: (after: string | null) => Promise<Page<T>>): Pages<T> {
  const [held, setHeld] = useState<Held<T>>(EMPTY);
  const turn = useRef(0);
  const busy = useRef(false);

  const fetchPage = useCallback(
    async (after: string | null) => {
      const mine = turn.current;
      busy.current = true;
      try {
        const page = await load(after);
        if (turn.current !== mine) return;
        setHeld((h) => ({
          state: 'ready',
          message: '',
          items: after === null ? page.items : [...h.items, ...page.items],
          faults: after === null ? page.faults : [...h.faults, ...page.faults],
          total: page.total ?? h.total,
          next: page.next,
        }));
      } catch (error) {
        if (turn.current !== mine) return;
        const message = error instanceof Error ? error.message : 'Something failed';
        setHeld((h) => ({ ...h, state: h.items.length > 0 ? 'ready' : 'failed', message }));
      } finally {
        if (turn.current === mine) busy.current = false;
      }
    },
    [load],
  );
  const begin = useCallback(() => {
    turn.current += 1;
    void fetchPage(null);
  }, [fetchPage]);
  useEffect(() => {
    begin();
    return () => {
      turn.current += 1;
    };
  }, [begin]);
  const { next, ...rest } = held;
  const more = useCallback(() => {
    if (next !== null && !busy.current) void fetchPage(next);
  }, [next, fetchPage]);
  return { ...rest, hasMore: next !== null, more, reload: begin };
}
