import { createStore, del, entries, get, set } from 'idb-keyval';
import * as v from 'valibot';
import type { Track } from '../../../core/class/index.ts';
import { LOOPS, loopMs } from '../../../core/voice/index.ts';
import { type TrackInfo, TrackInfoSchema } from '../../../core/wire/index.ts';

/** A track of this device: what a class names of it, and where it comes from. */
export interface OwnTrack extends TrackInfo {
  from: 'file' | 'loop';
  /** Where its file is kept. */
  isHere: boolean;
  onServer: boolean;
}

// Two databases: a store of idb-keyval is the only one of its own.
const infos = createStore('odd-round-tracks', 'infos');
const sounds = createStore('odd-round-sounds', 'files');

/** The application's own loops, as tracks. */
export const LOOP_TRACKS: readonly OwnTrack[] = LOOPS.map((loop) => ({
  id: loop.id,
  title: loop.title,
  lengthMs: loopMs(loop),
  bpm: loop.bpm,
  beatMs: 0,
  artist: 'Odd Round',
  file: '',
  bytes: 0,
  from: 'loop',
  isHere: true,
  onServer: false,
  tempoBy: 'hand',
}));

/** The instructor's own tracks in this browser, by title; what cannot be read is passed over. */
export async function keptTracks(): Promise<TrackInfo[]> {
  const all = await entries<string, unknown>(infos);
  return all
    .flatMap(([, info]) => {
      const read = v.safeParse(TrackInfoSchema, info);
      return read.success ? [read.output] : [];
    })
    .sort((a, b) => a.title.localeCompare(b.title));
}

/** Keeps a track with its file; throws where the browser has no room. */
export async function keepTrack(track: TrackInfo, file: Blob): Promise<void> {
  await set(track.id, file, sounds);
  await set(track.id, track, infos);
}

export const changeTrack = (track: TrackInfo): Promise<void> => set(track.id, track, infos);

export async function dropTrack(id: string): Promise<void> {
  await del(id, infos);
  await del(id, sounds);
}

/** The file of a track; undefined where this browser has none. */
export const fileOf = (id: string): Promise<Blob | undefined> => get<Blob>(id, sounds);

/** The id of a file by its sound: the start of its SHA-256. */
export async function idOf(file: Blob): Promise<string> {
  const bytes = await file.arrayBuffer();
  // Over plain http on another machine the browser has no digest: then its length and a sum of it serve.
  const hash = globalThis.crypto?.subtle
    ? new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))
    : sumOf(new Uint8Array(bytes));
  return `t-${[...hash.slice(0, 12)].map((b) => b.toString(16).padStart(2, '0')).join('')}`;
}

/** FNV-1a with the length beside it. */
function sumOf(bytes: Uint8Array): Uint8Array {
  let h = 0x811c9dc5;
  for (const b of bytes) h = Math.imul(h ^ b, 0x01000193) >>> 0;
  const out = new Uint8Array(12);
  new DataView(out.buffer).setUint32(0, h);
  new DataView(out.buffer).setFloat64(4, bytes.length);
  return out;
}

/** A track as a class stores it. */
export const namedTrack = ({ id, title, lengthMs, bpm, beatMs }: TrackInfo): Track => ({
  id,
  title,
  lengthMs,
  bpm,
  beatMs,
});
