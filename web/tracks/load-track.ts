import type { TrackLoader } from '../audio/index.ts';
import { fileOf } from './kept-tracks.ts';
import { loadLoop } from './loops.ts';

/** A track to be played on this device: one of its files, or a loop of the application's. */
export const loadTrack: TrackLoader = async (id, context) => {
  const file = await fileOf(id).catch(() => undefined);
  return file ? context.decodeAudioData(await file.arrayBuffer()) : loadLoop(id, context);
};
