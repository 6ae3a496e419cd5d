import { toPcm16, wavHeader } from '../../../core/voice/index.ts';

/** The commands of headset, keyboard and clicker keys. */
export type MediaKey = 'play' | 'pause' | 'nexttrack' | 'previoustrack';
export const MEDIA_KEYS: readonly MediaKey[] = ['play', 'pause', 'nexttrack', 'previoustrack'];

const RATE = 8000;
const SECONDS = 2;

/** A second of nothing: browsers give media keys only to what plays a medium. */
function silence(): Blob {
  const samples = new Float32Array(RATE * SECONDS);
  return new Blob([wavHeader(samples.length, RATE), toPcm16(samples)], { type: 'audio/wav' });
}

/** Hears media keys until the function it gives is called; does nothing where the browser has none of it. */
export function hearMediaKeys(title: string, on: (key: MediaKey) => void): () => void {
  const { mediaSession } = navigator;
  if (!mediaSession) return () => {};
  const url = URL.createObjectURL(silence());
  const audio = new Audio(url);
  audio.loop = true;
  void audio.play().catch(() => {});
  mediaSession.metadata = new MediaMetadata({ title, artist: 'Odd Round' });
  for (const key of MEDIA_KEYS) mediaSession.setActionHandler(key, () => on(key));
  return () => {
    for (const key of MEDIA_KEYS) mediaSession.setActionHandler(key, null);
    audio.pause();
    URL.revokeObjectURL(url);
  };
}
