import type { Tone } from '../cues/index.ts';

/** One note of a tone: when it starts, how long it sounds (seconds), and its pitch at either end (Hz). */
interface Note {
  at: number;
  length: number;
  from: number;
  to: number;
}

const NOTES: Record<Tone, Note[]> = {
  work: [
    { at: 0, length: 0.11, from: 1320, to: 1320 },
    { at: 0.1, length: 0.26, from: 1760, to: 2350 },
  ],
  rest: [
    { at: 0, length: 0.11, from: 2093, to: 2093 },
    { at: 0.1, length: 0.26, from: 1568, to: 1175 },
  ],
  break: [
    { at: 0, length: 0.2, from: 2093, to: 1400 },
    { at: 0.24, length: 0.3, from: 1760, to: 1047 },
  ],
  talk: [
    { at: 0, length: 0.14, from: 1175, to: 1175 },
    { at: 0.18, length: 0.14, from: 1175, to: 1175 },
  ],
  tick: [{ at: 0, length: 0.07, from: 1500, to: 1500 }],
  chime: [{ at: 0, length: 0.16, from: 2637, to: 2637 }],
  switch: [
    { at: 0, length: 0.12, from: 1568, to: 2093 },
    { at: 0.13, length: 0.14, from: 2093, to: 1568 },
  ],
  end: [
    { at: 0, length: 0.18, from: 2093, to: 1400 },
    { at: 0.2, length: 0.18, from: 1760, to: 1175 },
    { at: 0.4, length: 0.5, from: 1400, to: 1047 },
  ],
};

const ATTACK_S = 0.001;
const LEVEL = 0.8;

/**
 * Renders a tone as mono samples in −1…1. Tones lie between 1 and 4 kHz with their octave and are told apart by
 * direction: work rises, rest falls, a break falls twice, talk and demo are two level notes, a tick is one. The first sample that sounds is the first.
 */
export function renderTone(tone: Tone, sampleRate: number): Float32Array<ArrayBuffer> {
  const notes = NOTES[tone];
  const seconds = Math.max(...notes.map((n) => n.at + n.length));
  const samples = new Float32Array(Math.ceil(seconds * sampleRate));
  for (const note of notes) addNote(samples, note, sampleRate);
  return samples;
}

function addNote(samples: Float32Array, note: Note, sampleRate: number): void {
  const start = Math.round(note.at * sampleRate);
  const count = Math.round(note.length * sampleRate);
  // Beginning at a quarter turn puts the first sample at full height under the attack: the onset is sharp.
  let phase = Math.PI / 2;
  for (let i = 0; i < count && start + i < samples.length; i++) {
    const t = i / sampleRate;
    const f = note.from + ((note.to - note.from) * i) / count;
    const envelope = Math.min(1, (t + 1 / sampleRate) / ATTACK_S) * Math.min(1, (count - i) / (0.03 * sampleRate));
    const value = 0.75 * Math.sin(phase) + 0.25 * Math.sin(2 * phase + 0.5);
    samples[start + i] = (samples[start + i] ?? 0) + LEVEL * envelope * value;
    phase += (2 * Math.PI * f) / sampleRate;
  }
}
