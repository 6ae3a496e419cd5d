import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import type { Plan } from '../../../core/class/index.ts';
import { useLibrary } from '../../base/index.ts';
import { useBuilder } from './store.ts';
import { autosave } from './this-window.ts';

/**
 * The class that the address names, opened for editing, and the library beside it. The plan is null until it is there;
 * `failed` says why it cannot be opened.
 * @param anew opens it also when it is open already, and may be older than the server's
 */
export function useOpenedPlan(anew = false): { plan: Plan | null; failed: string | null } {
  const { id = '' } = useParams();
  const plan = useBuilder((s) => s.plan);
  const loadLibrary = useLibrary((s) => s.load);
  const [failed, setFailed] = useState<string | null>(null);
  useEffect(() => {
    setFailed(null);
    if (anew || useBuilder.getState().plan?.id !== id)
      autosave.open(id).catch((e: unknown) => setFailed(e instanceof Error ? e.message : 'The class cannot be opened'));
    void loadLibrary();
  }, [id, anew, loadLibrary]);
  return { plan: plan?.id === id ? plan : null, failed };
}
