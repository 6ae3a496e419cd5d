export { CueRuler } from './cue-ruler.tsx';
export { Stage } from './desk-stage.tsx';
export { fieldStyle } from './field.ts';
export { FitText } from './fit-text.tsx';
export { Amount, Chain, Changes, Complex, Next, SetName, SideBox } from './set-shown.tsx';
export { Target } from './target.tsx';
export { useWallSizes } from './use-sizes.ts';
export { Ways } from './ways.tsx';
export { countdown, timeOfDay, timeOfDayExact } from './words.ts';
