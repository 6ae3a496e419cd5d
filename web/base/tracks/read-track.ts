import { clipText } from '../../../core/class/index.ts';
import type { TrackInfo } from '../../../core/wire/index.ts';
import { readAside, startTempo } from '../workers/index.ts';
import { idOf, keepTrack } from './kept-tracks.ts';

/** So much of a track is listened to, from its start. */
const HEARD_S = 90;
const HEARD_RATE = 44_100;
const MOST_BYTES = 200_000_000;

/** The result of reading a file: a track, or the reason why it is none. */
export type TrackRead = { ok: true; track: TrackInfo } | { ok: false; file: string; problem: string };

/**
 * Takes a file of the instructor's: what it says of itself, its length, its tempo by ear, and keeps it in this browser. What cannot be played here is told.
 */
export async function takeFile(file: File): Promise<TrackRead> {
  const refuse = (problem: string): TrackRead => ({ ok: false, file: file.name, problem });
  if (file.size > MOST_BYTES) return refuse('larger than 200 MB');
  const bytes = await file.arrayBuffer();
  let sound: AudioBuffer;
  try {
    sound = await new OfflineAudioContext(1, 1, HEARD_RATE).decodeAudioData(bytes.slice(0));
  } catch {
    return refuse('this browser cannot play it: it is no sound file, or of a kind it does not know');
  }
  if (sound.duration < 1) return refuse('shorter than a second');
  // What it says of itself is no must.
  const said = await readAside('tags', file).catch(() => null);
  const heard = await tempoHeard(sound);
  const tagged = said?.bpm && said.bpm >= 40 && said.bpm <= 260 ? said.bpm : null;
  const track: TrackInfo = {
    id: await idOf(file),
    title: clipText(said?.title ?? file.name.replace(/\.[^.]+$/, ''), 120) || 'Untitled',
    artist: clipText(said?.artist ?? '', 120),
    lengthMs: Math.round(sound.duration * 1000),
    bpm: heard?.bpm ?? tagged ?? 120,
    beatMs: heard ? Math.round(heard.beatMs) : 0,
    file: clipText(file.name, 255),
    bytes: file.size,
    tempoBy: heard ? 'heard' : tagged ? 'tag' : 'unknown',
  };
  try {
    await keepTrack(track, file);
  } catch {
    return refuse('this browser has no room for it');
  }
  return { ok: true, track };
}

async function tempoHeard(sound: AudioBuffer) {
  const samples = monoOf(sound, Math.min(sound.length, HEARD_S * sound.sampleRate));
  const { does, end } = startTempo();
  try {
    const heard = await does.hear(samples, sound.sampleRate);
    return heard && heard.bpm >= 40 && heard.bpm <= 260 ? heard : null;
  } catch {
    return null;
  } finally {
    end();
  }
}

/** The mean of all channels. */
function monoOf(sound: AudioBuffer, length: number): Float32Array {
  const out = new Float32Array(length);
  for (let c = 0; c < sound.numberOfChannels; c++) {
    const channel = sound.getChannelData(c);
    for (let k = 0; k < length; k++) out[k] = (out[k] ?? 0) + (channel[k] ?? 0) / sound.numberOfChannels;
  }
  return out;
}
