import type { HomeClass } from '../../../core/out/index.ts';
import { fromMulaw } from '../../../core/voice/index.ts';
import { clipKey, type SoundEngine, type Speaker } from '../../base/index.ts';

const bytesOf = (base64: string) => Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));

/** Says the words that came along in the file; others are shown only. Throws when none came. */
export const carriedVoice =
  ({ clips, rate }: Pick<HomeClass, 'clips' | 'rate'>, engine: Pick<SoundEngine, 'addClip'>): Speaker =>
  async (_plan, words, onProgress) => {
    const lengths = new Map<string, number>();
    for (const [k, text] of words.entries()) {
      const clip = Object.hasOwn(clips, text) ? clips[text] : undefined;
      if (clip === undefined) continue;
      const samples = fromMulaw(bytesOf(clip));
      engine.addClip(clipKey(text, false), samples, rate);
      lengths.set(text, Math.ceil((samples.length / rate) * 1000));
      onProgress(k + 1, lengths);
    }
    if (words.length > 0 && lengths.size === 0) throw new Error('No voice came along');
    return lengths;
  };
