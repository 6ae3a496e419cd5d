import { music } from '../../../core/wire/index.ts';
import type { TrackLoader } from '../audio/index.ts';
import { fetchFrom } from '../data/index.ts';
import { fileOf } from './kept-tracks.ts';
import { loadLoop } from './loops.ts';

/** A file over a slow network. */
const PATIENCE_MS = 60_000;

/** A track to be played on this device: one of its files, a loop of the application's, or a file that the server keeps. */
export const loadTrack: TrackLoader = async (id, context) => {
  const file = await fileOf(id).catch(() => undefined);
  if (file) return context.decodeAudioData(await file.arrayBuffer());
  const loop = await loadLoop(id, context);
  if (loop) return loop;
  const res = await fetchFrom(music.getTrackFile, { path: { id }, patienceMs: PATIENCE_MS });
  return context.decodeAudioData(await res.arrayBuffer());
};
