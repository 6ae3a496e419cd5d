export { PHRASE_DEFAULTS } from './phrases.ts';
export { estimateSpokenMs, measured, planCueSheet, planCues } from './plan-cues.ts';
export type { Cue, CueNote, CuePlan, SpokenMs, Tone } from './types.ts';
export { wordsOf } from './words.ts';
