import { LOOPS, renderLoop } from '../../../core/voice/index.ts';
import type { TrackLoader } from '../audio/index.ts';

/** Samples a second of the loops: their highest drum is noise all the same. */
const RATE = 22_050;

/** One of the loops that the application makes itself: what stands in where there are no files. */
export const loadLoop: TrackLoader = async (id) => {
  const loop = LOOPS.find((l) => l.id === id);
  if (!loop) return null;
  const samples = renderLoop(loop, RATE);
  const buffer = new AudioBuffer({ length: samples.length, sampleRate: RATE, numberOfChannels: 1 });
  buffer.copyToChannel(samples, 0);
  return buffer;
};
