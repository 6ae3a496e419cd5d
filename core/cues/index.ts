export { levelOf, PHRASE_DEFAULTS, phrase } from './phrases.ts';
export { estimateSpokenMs, measured, planCueSheet, planCues } from './plan-cues.ts';
export type { Cue, CueKind, CueNote, CuePlan, SpokenMs, Tone } from './types.ts';
export { wordsOf } from './words.ts';
