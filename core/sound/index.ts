export { type Beat, beatsOf, DRUM_NAMES, type Drum, renderDrum } from './beats.ts';
export { levelLoudness, resample, trimSilence } from './clip.ts';
export { DUCK, limit } from './limit.ts';
export { renderTone } from './tones.ts';
export { mixTrack, type PlacedSound, placeSounds, type TrackOptions } from './track.ts';
export { readWav, toPcm16, wavHeader } from './wav.ts';
