import { QueryClient, type QueryKey } from '@tanstack/react-query';

/** The query client of the window. Cached data is shown at once and fetched anew meanwhile. */
export const queries = new QueryClient({
  defaultOptions: { queries: { retry: false, refetchOnWindowFocus: false, networkMode: 'always' } },
});

/**
 * Fetches anew what is shown under a key, or all of its kind; what is not shown, when it is shown again. What is on its way is not
 * waited for, not even the first time: it may have been answered before the change.
 */
export async function fetchAnew(queryKey: QueryKey = []): Promise<void> {
  await queries.cancelQueries({ queryKey });
  await queries.invalidateQueries({ queryKey });
}
