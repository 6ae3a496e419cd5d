import { useEffect } from 'react';
import { records } from '../../../core/wire/index.ts';
import { ask, fetchAnew, useLoaded } from '../data/index.ts';

const LOOK_EVERY_MS = 3000;

/** Said where sums or searches do not go by all runs yet: their records are being made, as after a restore. Nothing when they do. */
export function UnreadRuns() {
  const [loaded, reload] = useLoaded(['unread-runs'], () => ask(records.unreadRuns, {}));
  const runs = loaded.state === 'ready' ? loaded.value.runs : 0;
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked again after each answer
  useEffect(() => {
    if (runs === 0) return;
    const timer = setTimeout(reload, LOOK_EVERY_MS);
    return () => {
      clearTimeout(timer);
      // There are more records by now.
      void fetchAnew(['records']);
    };
  }, [loaded]);
  if (runs === 0) return null;
  return (
    <p role="status" className="my-2 border-l-[3px] border-live pl-3">
      The records of {runs} {runs === 1 ? 'run is' : 'runs are'} still being made: what is shown goes by the others.
    </p>
  );
}
