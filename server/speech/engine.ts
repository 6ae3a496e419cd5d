import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { ROOT } from '../shared/root.ts';
import type { SpeakAnswer, SpeakRequest } from './voice-worker.ts';

/** Turns words into a WAV; one request at a time. */
export interface SpeechEngine {
  speak(voice: string, rate: number, text: string): Promise<Uint8Array>;
  close(): Promise<void>;
}

const PATIENCE_MS = 20_000;

/**
 * Starts the bundled speech engine in a thread of its own with the first request, and again after it has failed.
 * @param idleMs with nothing to say for so long, the thread ends and gives its memory back
 */
export function bundledSpeech(idleMs = 60_000): SpeechEngine {
  let worker: Worker | null = null;
  let last = 0;
  let queue: Promise<unknown> = Promise.resolve();
  let idle: NodeJS.Timeout | undefined;
  const start = () => {
    // The built worker also when the source runs: a thread loads plain JavaScript only.
    const made = new Worker(path.join(ROOT, 'dist/server/speech/voice-worker.js'));
    made.unref();
    made.once('exit', () => {
      if (worker === made) worker = null;
    });
    return made;
  };
  const stop = async () => {
    clearTimeout(idle);
    const gone = worker;
    worker = null;
    await gone?.terminate();
  };
  const ask = (request: SpeakRequest) =>
    new Promise<Uint8Array>((resolve, reject) => {
      clearTimeout(idle);
      worker ??= start();
      const asked = worker;
      const timer = setTimeout(() => {
        void asked.terminate();
        finish(() => reject(new Error('The speech engine does not answer')));
      }, PATIENCE_MS);
      const onMessage = (answer: SpeakAnswer) => {
        if (answer.id !== request.id) return;
        finish(() => ('wav' in answer ? resolve(answer.wav) : reject(new Error(answer.error))));
      };
      const onError = (error: Error) => finish(() => reject(error));
      const onExit = () => finish(() => reject(new Error('The speech engine ended')));
      const finish = (settle: () => void) => {
        clearTimeout(timer);
        idle = setTimeout(stop, idleMs).unref();
        asked.off('message', onMessage);
        asked.off('error', onError);
        asked.off('exit', onExit);
        settle();
      };
      asked.on('message', onMessage);
      asked.once('error', onError);
      asked.once('exit', onExit);
      asked.postMessage(request);
    });
  return {
    speak: (voice, rate, text) => {
      const turn = queue.then(() => ask({ id: ++last, voice, rate, text }));
      queue = turn.catch(() => {});
      return turn;
    },
    close: stop,
  };
}
