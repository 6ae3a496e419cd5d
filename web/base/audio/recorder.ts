import { toPcm16, wavHeader } from '../../../core/voice/index.ts';
import { speech } from '../../../core/wire/index.ts';
import { ask } from '../data/index.ts';

/** A recording under way; `stop` gives what was recorded as mono samples. */
export interface Recording {
  stop: () => Promise<{ samples: Float32Array<ArrayBuffer>; sampleRate: number }>;
}

const DECODE_RATE = 24_000;

/** Starts recording with the microphone. Throws when there is none or the browser may not use it. */
export async function startRecording(): Promise<Recording> {
  const stream = await navigator.mediaDevices.getUserMedia({ audio: true });
  const recorder = new MediaRecorder(stream);
  const parts: Blob[] = [];
  recorder.ondataavailable = (e) => parts.push(e.data);
  recorder.start();
  return {
    stop: async () => {
      const ended = new Promise((done) => {
        recorder.onstop = done;
      });
      recorder.stop();
      await ended;
      for (const track of stream.getTracks()) track.stop();
      const bytes = await new Blob(parts, { type: recorder.mimeType }).arrayBuffer();
      // An offline context decodes to one channel at one rate, whatever the microphone gives.
      const decoded = await new OfflineAudioContext(1, 1, DECODE_RATE).decodeAudioData(bytes);
      return { samples: mono(decoded), sampleRate: decoded.sampleRate };
    },
  };
}

function mono(buffer: AudioBuffer): Float32Array<ArrayBuffer> {
  const out = new Float32Array(buffer.length);
  for (let c = 0; c < buffer.numberOfChannels; c++) {
    const channel = buffer.getChannelData(c);
    for (let i = 0; i < out.length; i++) out[i] = (out[i] ?? 0) + (channel[i] ?? 0) / buffer.numberOfChannels;
  }
  return out;
}

/** Mono samples as a WAV file. */
export function wavOf(samples: Float32Array, sampleRate: number): Blob {
  return new Blob([wavHeader(samples.length, sampleRate), toPcm16(samples)], { type: 'audio/wav' });
}

/** Puts a recording in the place of the synthetic voice for some words: in one class, or in all (empty id). */
export async function saveRecording(words: string, planId: string, wav: Blob): Promise<void> {
  await ask(speech.saveRecording, { query: { plan: planId, text: words }, file: wav });
}

export async function dropRecording(words: string, planId: string): Promise<void> {
  await ask(speech.dropRecording, { query: { plan: planId, text: words } });
}
