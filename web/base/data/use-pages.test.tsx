// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import type { Page } from '../../../core/wire/index.ts';
import { ApiError } from './client.ts';
import { useLoaded } from './use-loaded.ts';
import { usePages } from './use-pages.ts';

afterEach(cleanup);

function around() {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
}

/** A list of five in pages of two; the first row tells how often it was asked from its beginning. */
function list() {
  const asked: (string | null)[] = [];
  const load = async (after: string | null): Promise<Page<string>> => {
    asked.push(after);
    const from = Number(after ?? 0);
    const rows = ['a', 'b', 'c', 'd', 'e'].slice(from, from + 2);
    const fault = { id: `f${from}`, title: 'Torn', problem: 'cannot be read' };
    return { items: rows, next: from + 2 < 5 ? String(from + 2) : null, faults: [fault], total: 5 };
  };
  return { asked, load };
}

describe('a list fetched page by page', () => {
  it('begins with its first page and goes on to its end', async () => {
    const { asked, load } = list();
    const { result } = renderHook(() => usePages(['list'], load), { wrapper: around() });
    expect(result.current.state).toBe('loading');
    await waitFor(() => expect(result.current.items).toEqual(['a', 'b']));
    expect([result.current.total, result.current.hasMore]).toEqual([5, true]);
    act(() => result.current.more());
    act(() => result.current.more());
    await waitFor(() => expect(result.current.items).toEqual(['a', 'b', 'c', 'd']));
    act(() => result.current.more());
    await waitFor(() => expect(result.current.hasMore).toBe(false));
    expect(result.current.items).toEqual(['a', 'b', 'c', 'd', 'e']);
    expect(result.current.faults.map((f) => f.id)).toEqual(['f0', 'f2', 'f4']);
    act(() => result.current.more());
    expect(asked).toEqual([null, '2', '4']);
  });

  it('is fetched from its beginning again, with what was shown till then', async () => {
    const { asked, load } = list();
    const { result } = renderHook(() => usePages(['list'], load), { wrapper: around() });
    await waitFor(() => expect(result.current.state).toBe('ready'));
    act(() => result.current.more());
    await waitFor(() => expect(result.current.items).toHaveLength(4));
    act(() => result.current.reload());
    await waitFor(() => expect(asked).toEqual([null, '2', null]));
    expect(result.current.items).toEqual(['a', 'b']);
  });

  it('another key is another list; what there was is shown until it comes', async () => {
    const { load } = list();
    const other = async (): Promise<Page<string>> => ({ items: ['z'], next: null, faults: [] });
    const { result, rerender } = renderHook(({ q }) => usePages(['list', q], q === '' ? load : other), {
      wrapper: around(),
      initialProps: { q: '' },
    });
    await waitFor(() => expect(result.current.items).toEqual(['a', 'b']));
    rerender({ q: 'z' });
    expect(result.current.items).toEqual(['a', 'b']);
    await waitFor(() => expect(result.current.items).toEqual(['z']));
  });

  it('is fetched again however it is narrowed by then: what is taken back late is seen', async () => {
    let isThere = false;
    const load = async (): Promise<Page<string>> => ({ items: isThere ? ['z'] : [], next: null, faults: [] });
    const { result, rerender } = renderHook(({ q }) => usePages(['list', q], load), {
      wrapper: around(),
      initialProps: { q: '' },
    });
    await waitFor(() => expect(result.current.state).toBe('ready'));
    const reloadOfThen = result.current.reload;
    rerender({ q: 'z' });
    await waitFor(() => expect(result.current.state).toBe('ready'));
    isThere = true;
    act(() => reloadOfThen());
    await waitFor(() => expect(result.current.items).toEqual(['z']));
  });

  it('after a change does not take the answer that was on its way, not even the first', async () => {
    const answers: ((rows: string[]) => void)[] = [];
    const load = () =>
      new Promise<Page<string>>((done) => {
        answers.push((items) => done({ items, next: null, faults: [] }));
      });
    const { result } = renderHook(() => usePages(['list'], load), { wrapper: around() });
    await waitFor(() => expect(answers).toHaveLength(1));
    act(() => result.current.reload());
    await waitFor(() => expect(answers).toHaveLength(2));
    answers[0]?.(['deleted', 'kept']);
    answers[1]?.(['kept']);
    await waitFor(() => expect(result.current.items).toEqual(['kept']));
  });

  it('says why it failed', async () => {
    const load = async (): Promise<Page<string>> => {
      throw new ApiError(0, 'The server cannot be reached');
    };
    const { result } = renderHook(() => usePages(['list'], load), { wrapper: around() });
    await waitFor(() => expect(result.current.state).toBe('failed'));
    expect(result.current.message).toBe('The server cannot be reached');
  });
});

describe('something that is loaded', () => {
  it('comes, is fetched again, and stays when that fails', async () => {
    let answer = async () => 'first';
    const { result } = renderHook(() => useLoaded(['thing'], () => answer()), { wrapper: around() });
    await waitFor(() => expect(result.current[0]).toEqual({ state: 'ready', value: 'first' }));
    answer = async () => 'second';
    act(() => result.current[1]());
    await waitFor(() => expect(result.current[0]).toEqual({ state: 'ready', value: 'second' }));
    answer = async () => {
      throw new Error('gone');
    };
    act(() => result.current[1]());
    await new Promise((done) => setTimeout(done, 20));
    expect(result.current[0]).toEqual({ state: 'ready', value: 'second' });
  });
});
