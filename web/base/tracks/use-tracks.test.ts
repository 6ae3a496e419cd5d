// @vitest-environment jsdom
import { renderHook, waitFor } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import type { TrackInfo } from '../../../core/wire/index.ts';
import { useTracks } from './use-tracks.ts';

const keel: TrackInfo = {
  id: 'keel',
  title: 'Keel',
  lengthMs: 60_000,
  bpm: 126,
  beatMs: 0,
  artist: '',
  file: 'keel.mp3',
  bytes: 9,
  tempoBy: 'heard',
};
let read = (_: [string, TrackInfo][]) => {};
vi.mock('idb-keyval', () => ({
  createStore: () => ({}),
  entries: () =>
    new Promise((done) => {
      read = done;
    }),
}));
afterEach(() => vi.unstubAllGlobals());

it('before the tracks of this browser are read there is none to choose, not even a loop', async () => {
  vi.stubGlobal('fetch', () =>
    Promise.resolve(new Response('[]', { headers: { 'Content-Type': 'application/json' } })),
  );
  const { result } = renderHook(() => useTracks());
  expect(result.current.all).toEqual([]);
  read([['keel', keel]]);
  await waitFor(() => expect(result.current.all[0]?.id).toBe('keel'));
  expect(result.current.all.map((t) => t.from)).toContain('loop');
});
