import { useEffect, useRef, useState } from 'react';
import type { Plan } from '../../core/plan/index.ts';
import { useLibrary } from '../app/library-store.ts';
import type { ChecksAnswer, ChecksRequest, PricedFinding } from '../workers/checks.ts';

const PAUSE_MS = 120;

/** The findings of a class, made in a worker a moment after the last change; those of the text before stay till then. */
export function useChecks(plan: Plan): readonly PricedFinding[] {
  const { library, kit, thresholds, state } = useLibrary();
  const worker = useRef<Worker | null>(null);
  const turn = useRef(0);
  const [findings, setFindings] = useState<readonly PricedFinding[]>([]);
  useEffect(() => {
    const made = new Worker(new URL('../workers/checks.ts', import.meta.url), { type: 'module' });
    made.onmessage = ({ data }: MessageEvent<ChecksAnswer>) => {
      if (data.turn === turn.current) setFindings(data.findings);
    };
    worker.current = made;
    return () => made.terminate();
  }, []);
  // What is known is sent once, not with every keystroke.
  useEffect(() => {
    if (state !== 'ready') return;
    const known: ChecksRequest = { kind: 'know', moves: library.moves, kit, thresholds };
    worker.current?.postMessage(known);
  }, [library, kit, thresholds, state]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is known anew changes the answer too
  useEffect(() => {
    if (state !== 'ready') return;
    const timer = setTimeout(() => {
      turn.current += 1;
      const asked: ChecksRequest = { kind: 'check', turn: turn.current, plan };
      worker.current?.postMessage(asked);
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [plan, library, kit, thresholds, state]);
  return findings;
}
