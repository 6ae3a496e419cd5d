import { useEffect, useRef, useState } from 'react';
import type { Plan } from '../../../core/class/index.ts';
import { type PricedFinding, startChecks, useLibrary } from '../../base/index.ts';

const PAUSE_MS = 120;

/** The findings of a class, made in a worker a moment after the last change; those of the text before stay till then. */
export function useChecks(plan: Plan): readonly PricedFinding[] {
  const { library, kit, thresholds, state } = useLibrary();
  const worker = useRef<ReturnType<typeof startChecks> | null>(null);
  const [findings, setFindings] = useState<readonly PricedFinding[]>([]);
  useEffect(() => {
    const made = startChecks();
    worker.current = made;
    return made.end;
  }, []);
  // What is known is sent once, not with every keystroke.
  useEffect(() => {
    if (state === 'ready') void worker.current?.does.know({ moves: library.moves, kit, thresholds });
  }, [library, kit, thresholds, state]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is known anew changes the answer too
  useEffect(() => {
    if (state !== 'ready') return;
    let current = true;
    const timer = setTimeout(() => {
      void worker.current?.does.check(plan).then((found) => current && setFindings(found));
    }, PAUSE_MS);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [plan, library, kit, thresholds, state]);
  return findings;
}
