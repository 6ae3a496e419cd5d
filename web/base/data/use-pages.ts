import { keepPreviousData, type QueryKey, useInfiniteQuery, useQueryClient } from '@tanstack/react-query';
import type { Fault, Page } from '../../../core/wire/index.ts';
import { messageOf } from './client.ts';

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
  /** Fetches the list from its beginning, keeping what is shown until it comes; with it every list of its kind, however it is narrowed by then. */
  reload: () => void;
}

const NONE: readonly never[] = [];

/** A list fetched page by page under a key, its kind first; another key begins anew, and shows what there was until it comes. */
export function usePages<T>(key: QueryKey, load: (after: string | null) => Promise<Page<T>>): Pages<T> {
  const client = useQueryClient();
  const { data, error, hasNextPage, isFetching, fetchNextPage } = useInfiniteQuery({
    queryKey: key,
    queryFn: ({ pageParam }) => load(pageParam),
    initialPageParam: null as string | null,
    getNextPageParam: (last) => last.next,
    placeholderData: keepPreviousData,
  });
  const reload = async () => {
    const queryKey = key.slice(0, 1);
    // What is on its way may have been answered before the change: it is not waited for, not even the first time.
    await client.cancelQueries({ queryKey });
    // From its first page: what was fetched further down would be fetched again, page by page.
    client.setQueriesData({ queryKey }, (kept: typeof data) =>
      kept ? { pages: kept.pages.slice(0, 1), pageParams: kept.pageParams.slice(0, 1) } : kept,
    );
    await client.invalidateQueries({ queryKey });
  };
  const pages = data?.pages;
  return {
    state: pages ? 'ready' : error ? 'failed' : 'loading',
    message: error ? messageOf(error) : '',
    items: pages?.flatMap((p) => p.items) ?? NONE,
    faults: pages?.flatMap((p) => p.faults) ?? NONE,
    total: pages?.findLast((p) => p.total !== undefined)?.total ?? null,
    hasMore: hasNextPage,
    more: () => {
      if (hasNextPage && !isFetching) void fetchNextPage({ cancelRefetch: false });
    },
    reload: () => void reload(),
  };
}
