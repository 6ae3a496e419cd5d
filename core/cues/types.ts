export type Tone = 'work' | 'rest' | 'break' | 'tick' | 'end';

export type CueKind =
  | 'tone'
  | 'countdown'
  | 'sideSwitch'
  | 'phase'
  | 'nextUp'
  | 'round'
  | 'half'
  | 'tenSeconds'
  | 'water';

/** Something said or sounded at a moment. */
export interface Cue {
  /** Milliseconds on the axis of the intervals it was made from. */
  atMs: number;
  kind: CueKind;
  /** The tone to sound; null for a spoken cue. */
  tone: Tone | null;
  /** The words to say; null for a tone. */
  text: string | null;
  /** Spoken length in ms (0 for a tone): words at 2.5 a second until the clip is measured. */
  spokenMs: number;
  /** The interval it falls in; a boundary tone belongs to the interval it opens. */
  intervalIndex: number;
}
