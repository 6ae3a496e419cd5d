// @vitest-environment jsdom
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { useTalking } from './use-talking.ts';

/** What was asked for, and the sounds that were begun. */
let asked: (string | null)[];
let played: FakeAudio[];
class FakeAudio {
  onended = () => {};
  onerror = () => {};
  paused = false;
  constructor() {
    played.push(this);
  }
  play = async () => {};
  pause() {
    this.paused = true;
  }
}

beforeEach(() => {
  asked = [];
  played = [];
  vi.stubGlobal('Audio', FakeAudio);
  vi.stubGlobal(
    'URL',
    class extends URL {
      static override createObjectURL = () => 'blob:sound';
      static override revokeObjectURL() {}
    },
  );
  vi.stubGlobal('fetch', async (address: string) => {
    const words = new URLSearchParams(address.split('?')[1]).get('text');
    asked.push(words);
    return words?.startsWith('Unsayable') ? new Response(null, { status: 500 }) : new Response('sound');
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const THREE = 'Swing the bell. Breathe out. Rest.';
const talking = () => renderHook(useTalking).result;

it('speaks sentence by sentence, the next one fetched while one is heard', async () => {
  const talk = talking();
  act(() => void talk.current.speak(THREE, 'slt', 1));
  await waitFor(() => expect(talk.current.at).toBe('Swing the bell.'));
  expect(asked).toEqual(['Swing the bell.', 'Breathe out.']);
  act(() => played[0]?.onended());
  await waitFor(() => expect(talk.current.at).toBe('Breathe out.'));
  expect(asked).toEqual(['Swing the bell.', 'Breathe out.', 'Rest.']);
  act(() => played[1]?.onended());
  await waitFor(() => expect(talk.current.at).toBe('Rest.'));
  act(() => played[2]?.onended());
  await waitFor(() => expect(talk.current.at).toBeNull());
  expect([asked.length, played.length, talk.current.failed]).toEqual([3, 3, false]);
});

it('stopped, it is silent at once and goes no further', async () => {
  const talk = talking();
  act(() => void talk.current.speak(THREE, 'slt', 1));
  await waitFor(() => expect(played).toHaveLength(1));
  act(() => talk.current.stop());
  expect([played[0]?.paused, talk.current.at]).toEqual([true, null]);
  await act(() => new Promise((done) => setTimeout(done, 20)));
  expect([played.length, talk.current.failed]).toEqual([1, false]);
});

it('another text takes the place of what is being said', async () => {
  const talk = talking();
  act(() => void talk.current.speak(THREE, 'slt', 1));
  await waitFor(() => expect(played).toHaveLength(1));
  act(() => void talk.current.speak('Well done.', 'slt', 1));
  await waitFor(() => expect(talk.current.at).toBe('Well done.'));
  expect(played.map((sound) => sound.paused)).toEqual([true, false]);
});

it('says that it failed, and no more once it speaks again', async () => {
  const talk = talking();
  act(() => void talk.current.speak('Unsayable.', 'slt', 1));
  await waitFor(() => expect(talk.current.failed).toBe(true));
  expect([talk.current.at, played.length]).toEqual([null, 0]);
  act(() => void talk.current.speak('Rest.', 'slt', 1));
  await waitFor(() => expect(talk.current.at).toBe('Rest.'));
  expect(talk.current.failed).toBe(false);
});
