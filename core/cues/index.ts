export { estimateSpokenMs, planCues } from './plan-cues.ts';
export type { Cue, CueKind, Tone } from './types.ts';
