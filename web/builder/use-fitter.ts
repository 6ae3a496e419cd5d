import { useCallback, useEffect, useRef, useState } from 'react';
import type { FitRequest, FitResult } from '../../core/fit/index.ts';
import type { FitterMessage } from '../workers/fitter.ts';

export type FitterState =
  | { kind: 'idle' }
  | { kind: 'running'; tried: number }
  | { kind: 'done'; result: FitResult; tookMs: number };

/** Runs the slot fitter in a worker; a new request or `cancel` ends the one under way. */
export function useFitter(): { state: FitterState; fit: (request: FitRequest) => void; cancel: () => void } {
  const worker = useRef<Worker | null>(null);
  const [state, setState] = useState<FitterState>({ kind: 'idle' });
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  useEffect(() => end, [end]);
  return {
    state,
    cancel: () => {
      end();
      setState({ kind: 'idle' });
    },
    fit: (request) => {
      end();
      setState({ kind: 'running', tried: 0 });
      const started = new Worker(new URL('../workers/fitter.ts', import.meta.url), { type: 'module' });
      started.onmessage = (e: MessageEvent<FitterMessage>) => {
        if (e.data.kind === 'progress') setState({ kind: 'running', tried: e.data.tried });
        else setState({ kind: 'done', result: e.data.result, tookMs: e.data.tookMs });
      };
      started.postMessage(request);
      worker.current = started;
    },
  };
}
