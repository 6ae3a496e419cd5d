import { DRUM_NAMES, renderDrum } from './beats.ts';

/** The rhythms that loops are made in: four on the floor, a broken beat, a rolling one. */
export const RHYTHMS = ['straight', 'broken', 'rolling'] as const;
export type Rhythm = (typeof RHYTHMS)[number];

/** Music made by the application: as good as a file where there is none. */
export interface Loop {
  id: string;
  title: string;
  bpm: number;
  rhythm: Rhythm;
  bars: number;
  /** Of its bass line, Hz. */
  rootHz: number;
}

/** The loops that ship: from a slow warm-up to a fast finish. */
export const LOOPS: readonly Loop[] = [
  { id: 'loop-slack', title: 'Slack', bpm: 96, rhythm: 'rolling', bars: 48, rootHz: 55 },
  { id: 'loop-flood', title: 'Flood', bpm: 112, rhythm: 'straight', bars: 56, rootHz: 49 },
  { id: 'loop-rip', title: 'Rip', bpm: 128, rhythm: 'straight', bars: 64, rootHz: 58.27 },
  { id: 'loop-chop', title: 'Chop', bpm: 136, rhythm: 'broken', bars: 68, rootHz: 61.74 },
  { id: 'loop-surge', title: 'Surge', bpm: 150, rhythm: 'broken', bars: 76, rootHz: 65.41 },
  { id: 'loop-ebb', title: 'Ebb', bpm: 84, rhythm: 'rolling', bars: 40, rootHz: 43.65 },
];

/** The length of a loop of four beats a bar, ms. */
export const loopMs = ({ bars, bpm }: Pick<Loop, 'bars' | 'bpm'>) => Math.round((bars * 4 * 60_000) / bpm);

type Hit = readonly [beat: number, drum: 'kick' | 'snare' | 'hat'];

const offBeats: readonly Hit[] = [0.5, 1.5, 2.5, 3.5].map((b) => [b, 'hat'] as const);
/** What is struck in a bar, by beats from its start. */
const BARS: Record<Rhythm, readonly Hit[]> = {
  straight: [[0, 'kick'], [1, 'kick'], [1, 'snare'], [2, 'kick'], [3, 'kick'], [3, 'snare'], ...offBeats],
  broken: [[0, 'kick'], [1, 'snare'], [1.75, 'kick'], [2.5, 'kick'], [3, 'snare'], [0, 'hat'], [2, 'hat'], ...offBeats],
  rolling: [[0, 'kick'], [0.75, 'kick'], [1, 'snare'], [2, 'kick'], [2.75, 'kick'], [3, 'snare'], ...offBeats],
};

/** The bass of a bar, by beats: how far above the root, in semitones. */
const BASS: readonly (readonly [beat: number, semitones: number])[] = [
  [0, 0],
  [1, 0],
  [2, 3],
  [3, 7],
];

/** Renders a loop as mono samples in −1…1; its first beat is its first sample. */
export function renderLoop(
  { bpm, rhythm, bars, rootHz }: Pick<Loop, 'bpm' | 'rhythm' | 'bars' | 'rootHz'>,
  sampleRate: number,
): Float32Array<ArrayBuffer> {
  const beat = (60 / bpm) * sampleRate;
  const out = new Float32Array(Math.round(bars * 4 * beat));
  const drums = new Map(DRUM_NAMES.map((d) => [d, renderDrum(d, sampleRate)]));
  for (let bar = 0; bar < bars; bar++) {
    for (const [at, drum] of BARS[rhythm])
      mix(out, drums.get(drum) ?? new Float32Array(), Math.round((bar * 4 + at) * beat), 0.7);
    // Every second four bars lie a fourth higher.
    const lift = Math.floor(bar / 4) % 2 === 1 ? 5 : 0;
    for (const [at, up] of BASS)
      bass(out, rootHz * 2 ** ((up + lift) / 12), Math.round((bar * 4 + at) * beat), beat * 0.45, sampleRate);
  }
  return out;
}

function mix(out: Float32Array, sound: Float32Array, at: number, level: number): void {
  for (let k = 0; k < sound.length && at + k < out.length; k++)
    out[at + k] = (out[at + k] ?? 0) + level * (sound[k] ?? 0);
}

/** A soft tone with its octave. */
function bass(out: Float32Array, hz: number, at: number, length: number, sampleRate: number): void {
  for (let k = 0; k < length && at + k < out.length; k++) {
    const phase = (2 * Math.PI * hz * k) / sampleRate;
    const edge = Math.min(1, k / (0.01 * sampleRate), (length - k) / (0.03 * sampleRate));
    out[at + k] = (out[at + k] ?? 0) + 0.18 * edge * (Math.sin(phase) + 0.4 * Math.sin(2 * phase));
  }
}
