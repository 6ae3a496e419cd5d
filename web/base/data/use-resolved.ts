import { useMemo } from 'react';
import type { Plan } from '../../../core/class/index.ts';
import { resolvePlan } from '../../../core/moves/index.ts';
import { useLibrary } from './library-store.ts';

/** A class with what the library knows of its moves: as it is heard and led. */
export function useResolved(plan: Plan): Plan {
  const library = useLibrary((s) => s.library);
  return useMemo(() => resolvePlan(plan, library), [plan, library]);
}
