import { useEffect } from 'react';
import { create } from 'zustand';
import { changeTrack, dropTrack, keptTracks, LOOP_TRACKS, type OwnTrack } from './kept-tracks.ts';
import { type TrackRead, takeFile } from './read-track.ts';

interface Tracks {
  /** Null until they are read from the browser. */
  own: readonly OwnTrack[] | null;
  /** Files being taken in, and how far. */
  taking: { done: number; of: number } | null;
  failed: boolean;
}

const useStore = create<Tracks>(() => ({ own: null, taking: null, failed: false }));

async function read(): Promise<void> {
  try {
    useStore.setState({ own: await keptTracks(), failed: false });
  } catch {
    useStore.setState({ own: [], failed: true });
  }
}

/** The tracks of this device. */
export function useTracks(): Tracks & { all: readonly OwnTrack[] } {
  const state = useStore();
  useEffect(() => {
    if (useStore.getState().own === null) void read();
  }, []);
  return { ...state, all: [...(state.own ?? []), ...LOOP_TRACKS] };
}

/** Takes files in, one after the other; gives what became of each. */
export async function takeFiles(files: readonly File[]): Promise<TrackRead[]> {
  const reads: TrackRead[] = [];
  for (const [k, file] of files.entries()) {
    useStore.setState({ taking: { done: k, of: files.length } });
    reads.push(await takeFile(file));
  }
  useStore.setState({ taking: null });
  await read();
  return reads;
}

/** Keeps what was corrected of a track. */
export async function correctTrack(track: OwnTrack): Promise<void> {
  await changeTrack(track);
  await read();
}

export async function removeTrack(id: string): Promise<void> {
  await dropTrack(id);
  await read();
}
