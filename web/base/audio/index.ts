export { dropRecording, type Recording, saveRecording, startRecording, wavOf } from './recorder.ts';
export { runSounds, runTracks, tracksFrom } from './run-sounds.ts';
export { BUSES, type Bus, SoundEngine, type SoundSource, type TimedSound } from './sound-engine.ts';
export type { TimedTrack, TrackLoader } from './track-player.ts';
export { useVoicedCues } from './use-voiced-cues.ts';
export {
  clipKey,
  listRecordings,
  measuring,
  NO_VOICE,
  type RecordingInfo,
  type Speaker,
  speakingByCode,
  speakingTo,
  type VoiceState,
} from './voice.ts';
export { VoicedCues } from './voiced-cues.ts';
