export { type Beat, beatsOf, DRUM_NAMES, renderDrum } from './beats.ts';
export { levelLoudness, resample, trimSilence } from './clip.ts';
export { DUCK, limit } from './limit.ts';
export { fromMulaw, toMulaw } from './mulaw.ts';
export { renderTone } from './tones.ts';
export { mixTrack, placeSounds } from './track.ts';
export { readWav, toPcm16, wavHeader } from './wav.ts';
