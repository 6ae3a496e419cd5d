import { parentPort } from 'node:worker_threads';
import type { Plan } from '../../core/plan/index.ts';
import { mixTrack, placeSounds, toPcm16, wavHeader } from '../../core/sound/index.ts';

/** Samples a second of a cue track: twice the telephone's, enough for speech and tones up to 4 kHz with their octave. */
export const TRACK_RATE = 24_000;

/** Some words at the track's rate, in one voice or two in turn. */
export interface Spoken {
  ms: number;
  first: Float32Array;
  second: Float32Array | null;
}

export type TrackRequest =
  | { kind: 'begin'; plan: Plan; want: { voice: boolean; music: boolean }; clips: Map<string, Spoken> }
  | { kind: 'next' };
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
    ...(want.voice && clips.size > 0 ? { spokenMs } : {}),
    clip: (text, nth) => {
      const spoken = clips.get(text);
      return (second && nth % 2 === 1 ? spoken?.second : spoken?.first) ?? spoken?.first ?? null;
    },
  });
  coming = pieces(placed);
  return 44 + placed.lengthSamples * 2;
}

function* pieces(placed: ReturnType<typeof placeSounds>): Generator<Uint8Array> {
  yield wavHeader(placed.lengthSamples, TRACK_RATE);
  for (const stretch of mixTrack(placed, TRACK_RATE)) yield toPcm16(stretch);
}
