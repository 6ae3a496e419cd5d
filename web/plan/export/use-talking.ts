import { useCallback, useEffect, useRef, useState } from 'react';
import type { VoiceName } from '../../../core/class/index.ts';
import { sentencesOf } from '../../../core/out/index.ts';
import { speech } from '../../../core/wire/index.ts';
import { fetchFrom } from '../../base/index.ts';

/** A sentence is spoken while it waits. */
const PATIENCE_MS = 60_000;

/** Speaks a text sentence by sentence, the next fetched while one is heard; `at` is the one being said. */
export function useTalking() {
  const [at, setAt] = useState<string | null>(null);
  const [failed, setFailed] = useState(false);
  const under = useRef<AbortController | null>(null);
  const stop = useCallback(() => {
    under.current?.abort();
    under.current = null;
    setAt(null);
  }, []);
  useEffect(() => () => under.current?.abort(), []);
  const speak = async (text: string, voice: VoiceName, rate: number) => {
    stop();
    setFailed(false);
    const mine = new AbortController();
    under.current = mine;
    const clip = (words: string) =>
      fetchFrom(speech.getClip, {
        query: { voice, rate: String(rate), text: words },
        signal: mine.signal,
        patienceMs: PATIENCE_MS,
      }).then((res) => res.blob());
    const sentences = sentencesOf(text);
    try {
      let next: Promise<Blob> | null = sentences[0] === undefined ? null : clip(sentences[0]);
      for (const [k, sentence] of sentences.entries()) {
        const sound: Blob | null = await next;
        const after = sentences[k + 1];
        next = after === undefined ? null : clip(after);
        next?.catch(() => {});
        if (mine.signal.aborted || !sound) return;
        setAt(sentence);
        await heard(sound, mine.signal);
      }
    } catch {
      if (!mine.signal.aborted) setFailed(true);
    }
    if (!mine.signal.aborted) setAt(null);
  };
  return { at, failed, speak, stop };
}

/** Plays a sound to its end, or until it is stopped. */
function heard(sound: Blob, signal: AbortSignal): Promise<void> {
  const url = URL.createObjectURL(sound);
  const audio = new Audio(url);
  return new Promise<void>((done, fail) => {
    audio.onended = () => done();
    audio.onerror = () => fail(new Error('The sound cannot be played'));
    signal.addEventListener('abort', () => {
      audio.pause();
      done();
    });
    audio.play().catch(fail);
  }).finally(() => URL.revokeObjectURL(url));
}
