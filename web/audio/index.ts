export { dropRecording, type Recording, saveRecording, startRecording, wavOf } from './recorder.ts';
export { runSounds } from './run-sounds.ts';
export { BUSES, type Bus, SoundEngine, type SoundSource, type TimedSound } from './sound-engine.ts';
export {
  clipKey,
  fetchVoice,
  fetchVoiceByCode,
  listRecordings,
  measured,
  measureWords,
  NO_VOICE,
  type RecordingInfo,
  type VoiceState,
} from './voice.ts';
