import { expose } from 'comlink';
import { type FitRequest, type FitResult, fitSlot } from '../../../core/judge/index.ts';

/** The result of the fitter, and how long it took, ms. */
export interface Fitted {
  result: FitResult;
  tookMs: number;
}

export const work = {
  /** @param onProgress told how many ways have been tried */
  run: (request: FitRequest, onProgress: (tried: number) => void): Fitted | null => {
    const from = performance.now();
    const result = fitSlot(request, (tried) => {
      onProgress(tried);
      return true;
    });
    return result ? { result, tookMs: performance.now() - from } : null;
  },
};
export type FitterWork = typeof work;
expose(work);
