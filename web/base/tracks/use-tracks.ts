import { useEffect } from 'react';
import { create } from 'zustand';
import { MOST_TRACK_BYTES, music, type TrackInfo } from '../../../core/wire/index.ts';
import { ask, fetchFrom } from '../data/index.ts';
import { changeTrack, dropTrack, fileOf, keptTracks, LOOP_TRACKS, type OwnTrack } from './kept-tracks.ts';
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
  const [here, there] = await Promise.allSettled([keptTracks(), ask(music.listTracks, {})]);
  const kept = here.status === 'fulfilled' ? here.value : [];
  const served = there.status === 'fulfilled' ? there.value : [];
  useStore.setState({ own: together(kept, served), failed: here.status === 'rejected' });
}

/** The tracks of this browser and of the server as one list, each once; what this browser knows of one comes first. */
export function together(here: readonly TrackInfo[], there: readonly TrackInfo[]): OwnTrack[] {
  const all = new Map<string, OwnTrack>();
  for (const t of there) all.set(t.id, { ...t, from: 'file', isHere: false, onServer: true });
  for (const t of here) all.set(t.id, { ...t, from: 'file', isHere: true, onServer: all.has(t.id) });
  return [...all.values()].sort((a, b) => a.title.localeCompare(b.title));
}

/** The tracks that can be had on this device: none until its own are read, so that no other is taken for the first. */
export function useTracks(): Tracks & { all: readonly OwnTrack[] } {
  const state = useStore();
  useEffect(() => {
    if (useStore.getState().own === null) void read();
  }, []);
  return { ...state, all: state.own === null ? [] : [...state.own, ...LOOP_TRACKS] };
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

const infoOf = ({ from: _, isHere: __, onServer: ___, ...info }: OwnTrack): TrackInfo => info;

/** Keeps what was corrected of a track, wherever it is kept. */
export async function correctTrack(track: OwnTrack): Promise<void> {
  if (track.isHere) await changeTrack(infoOf(track));
  if (track.onServer) await ask(music.saveTrack, { path: { id: track.id }, body: infoOf(track) });
  await read();
}

/** Takes a track away from this browser, and from the server where it is kept there. */
export async function removeTrack(track: OwnTrack): Promise<void> {
  if (track.onServer) await ask(music.dropTrack, { path: { id: track.id } });
  await dropTrack(track.id);
  await read();
}

const PATIENCE_MS = 300_000;

/** Puts a track's file on the server too, for the club's other devices. Throws what is wrong. */
export async function putOnServer(track: OwnTrack): Promise<void> {
  const file = await fileOf(track.id);
  if (!file) throw new Error('Its file is not in this browser');
  if (file.size > MOST_TRACK_BYTES)
    throw new Error(`The server keeps files of ${MOST_TRACK_BYTES / 1_000_000} MB at most`);
  await fetchFrom(music.saveTrackFile, {
    path: { id: track.id },
    query: { info: JSON.stringify(infoOf(track)) },
    file,
    patienceMs: PATIENCE_MS,
  });
  await read();
}
