import { expose } from 'comlink';
import MusicTempo from 'music-tempo';
import { type Tempo, tempoOf } from '../../../core/voice/index.ts';

/** The work of this worker. */
export const work = {
  /** The tempo of samples, by the beats that are heard in them; null where none are. */
  hear(samples: Float32Array, sampleRate: number): Tempo | null {
    try {
      const { beats } = new MusicTempo(samples, {
        hopSize: Math.round(sampleRate / 100),
        timeStep: Math.round(sampleRate / 100) / sampleRate,
      });
      return tempoOf(samples, sampleRate, beats);
    } catch {
      // Nothing that beats: it says so by an error.
      return null;
    }
  },
};
export type TempoWork = typeof work;

expose(work);
