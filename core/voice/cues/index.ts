export { groupWord, timeWord } from './counts.ts';
export { wordsBefore } from './hear.ts';
export { phrase } from './phrases.ts';
export { planCueSheet, planCues } from './plan-cues.ts';
export {
  amountWords,
  newKit,
  newLength,
  newWeight,
  partWords,
  positionChange,
  repsAt,
} from './said.ts';
export { estimateSpokenMs, measured } from './spoken.ts';
export { type Cue, type CueNote, type CuePlan, type SpokenMs, TONES, type Tone } from './types.ts';
export { wordsOf } from './words.ts';
