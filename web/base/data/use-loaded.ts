import { type QueryKey, useQuery } from '@tanstack/react-query';
import { messageOf } from './client.ts';

export type Loaded<T> = { state: 'loading' } | { state: 'failed'; message: string } | { state: 'ready'; value: T };

/**
 * Loads something under a key when the screen opens; `reload` fetches it again, keeping what is shown until it comes. Every
 * screen that asks for the same key has the same value.
 */
export function useLoaded<T>(key: QueryKey, load: () => Promise<T>): [Loaded<T>, () => void] {
  const { data, error, refetch } = useQuery({ queryKey: key, queryFn: load });
  const reload = () => void refetch();
  if (data !== undefined) return [{ state: 'ready', value: data }, reload];
  return [error ? { state: 'failed', message: messageOf(error) } : { state: 'loading' }, reload];
}
