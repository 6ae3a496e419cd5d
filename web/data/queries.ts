import { QueryClient } from '@tanstack/react-query';

/** What has been fetched, one for the whole window. What is shown again is shown at once, and fetched anew meanwhile. */
export const queries = new QueryClient({
  defaultOptions: { queries: { retry: false, refetchOnWindowFocus: false, networkMode: 'always' } },
});
