export { CueRuler } from './cue-ruler.tsx';
export { Stage } from './desk-stage.tsx';
export { fieldStyle, phaseOf } from './field.ts';
export { Target } from './target.tsx';
export { Ways } from './ways.tsx';
export { countdown, KIND_WORDS, sideWord, timeOfDay, timeOfDayExact } from './words.ts';
