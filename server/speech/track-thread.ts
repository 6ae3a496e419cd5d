import { parentPort } from 'node:worker_threads';
import type { Plan } from '../../core/class/index.ts';
import { runIntervals } from '../../core/time/index.ts';
import { LOOPS, mixTrack, placeSounds, renderLoop, toPcm16, wavHeader } from '../../core/voice/index.ts';

/** Samples a second of a cue track: twice the telephone's, enough for speech and tones up to 4 kHz with their octave. */
export const TRACK_RATE = 24_000;

/** Some words at the track's rate, in one voice or two in turn. */
export interface Spoken {
  ms: number;
  first: Float32Array;
  second: Float32Array | null;
}

/** The request of a cue track. */
export interface Wanted {
  voice: boolean;
  music: boolean;
  tones: boolean;
  /** The id of a block, for that alone; null for the whole class. */
  block: string | null;
}

export type TrackRequest = { kind: 'begin'; plan: Plan; want: Wanted; clips: Map<string, Spoken> } | { kind: 'next' };
export type TrackAnswer = { bytes: number } | { piece: Uint8Array | null };

let coming: Iterator<Uint8Array> | null = null;

parentPort?.on('message', (request: TrackRequest) => {
  const answer: TrackAnswer =
    request.kind === 'begin' ? { bytes: begin(request) } : { piece: coming?.next().value ?? null };
  parentPort?.postMessage(answer);
});

/** Places every sound of the class and gives the length of its WAV in bytes. */
function begin({ plan, want, clips }: TrackRequest & { kind: 'begin' }): number {
  const second = plan.voice?.second;
  const spokenMs = (text: string) => clips.get(text)?.ms ?? 0;
  const placed = placeSounds(plan, {
    sampleRate: TRACK_RATE,
    withMusic: want.music,
    withTones: want.tones,
    track: loopOf,
    ...(want.voice && clips.size > 0 ? { spokenMs } : {}),
    clip: (text, nth) => {
      const spoken = clips.get(text);
      return (second && nth % 2 === 1 ? spoken?.second : spoken?.first) ?? spoken?.first ?? null;
    },
  });
  const range = rangeOf(plan, want.block, placed.lengthSamples);
  coming = pieces(placed, range);
  return 44 + (range[1] - range[0]) * 2;
}

/** The samples of a block, from its start to that of the next; all of them for none. */
function rangeOf(plan: Plan, block: string | null, lengthSamples: number): readonly [number, number] {
  const blockIndex = plan.blocks.findIndex((b) => b.id === block);
  const sampleAt = (ms: number | undefined) => (ms === undefined ? undefined : Math.round((ms * TRACK_RATE) / 1000));
  const intervals = runIntervals(plan);
  const from = sampleAt(intervals.find((i) => i.blockIndex === blockIndex)?.startMs);
  if (from === undefined) return [0, block === null ? lengthSamples : 0];
  return [from, sampleAt(intervals.find((i) => i.blockIndex > blockIndex)?.startMs) ?? lengthSamples];
}

/** The loops that ship, at the track's rate; an instructor's own files are in their browser alone. */
const loops = new Map<string, Float32Array>();
function loopOf(id: string): Float32Array | null {
  const loop = LOOPS.find((l) => l.id === id);
  if (!loop) return null;
  const made = loops.get(id) ?? renderLoop(loop, TRACK_RATE);
  loops.set(id, made);
  return made;
}

function* pieces(placed: ReturnType<typeof placeSounds>, range: readonly [number, number]): Generator<Uint8Array> {
  yield wavHeader(range[1] - range[0], TRACK_RATE);
  for (const stretch of mixTrack(placed, TRACK_RATE, TRACK_RATE * 10, range)) yield toPcm16(stretch);
}
