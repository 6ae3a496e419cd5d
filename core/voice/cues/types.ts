import type { CueKind } from '../../class/index.ts';

export const TONES = ['work', 'rest', 'break', 'talk', 'tick', 'end', 'chime', 'switch'] as const;
export type Tone = (typeof TONES)[number];

/** Something said or sounded at a moment. */
export interface Cue {
  /** Milliseconds on the axis of the intervals it was made from. */
  atMs: number;
  kind: CueKind;
  /** The tone to sound; null for a spoken cue or a line only shown. */
  tone: Tone | null;
  /** The words to say or show; null for a tone. */
  text: string | null;
  /** Spoken length in ms; 0 for a tone and for a line only shown. */
  spokenMs: number;
  /** The interval it falls in; a boundary tone belongs to the interval it opens. */
  intervalIndex: number;
}

/** A cue that was moved, shortened or dropped, and why. */
export interface CueNote {
  intervalIndex: number;
  kind: CueKind;
  /** The words as they should have been. */
  text: string;
  what: 'moved' | 'shortened' | 'dropped';
  /** For one moved: by how much, in ms; later is positive. */
  byMs: number;
  /** Why, in words of the trade. */
  reason: string;
  /** What would make room for it; null where nothing simple would. */
  room: string | null;
}

/** The cues of a list of intervals, by time, and what had to give way. */
export interface CuePlan {
  cues: Cue[];
  notes: CueNote[];
}

/** Gives the spoken length of some words in ms. */
export type SpokenMs = (text: string) => number;
