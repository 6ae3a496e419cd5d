import { useEffect, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { formatDuration } from '../../../core/class/index.ts';
import { useGoing } from '../../lead/index.ts';

const LOOK_EVERY_MS = 20_000;
/** More than these are told as a number: the page below must stay one. */
const SHOWN = 2;

/** The runs that go on, on every page, each with the way back to its desk. */
export function Running() {
  const { runs, look } = useGoing();
  const { pathname } = useLocation();
  const [nowMs, setNow] = useState(Date.now);
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked for anew on every page
  useEffect(() => {
    void look();
    const again = setInterval(() => void look(), LOOK_EVERY_MS);
    return () => clearInterval(again);
  }, [pathname, look]);
  useEffect(() => {
    if (runs.length === 0) return;
    setNow(Date.now());
    const second = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(second);
  }, [runs]);
  const going = runs.filter((r) => r.status === 'paused' || r.waiting || r.endsAtMs > nowMs);
  if (going.length === 0) return null;
  return (
    <section aria-label="Running now" className="border-b-2 border-live bg-ink text-paper">
      {going.slice(0, SHOWN).map((run) => (
        <p key={run.id} className="flex flex-wrap items-center gap-x-4 px-5">
          <span className="min-w-0 break-words">
            <b>{run.title}</b> is {run.status === 'paused' ? 'paused' : run.waiting ? 'waiting for a tap' : 'running'}
            {!run.waiting && (
              <>
                , <span className="digits">{leftOf(run.endsAtMs - nowMs, run)}</span> to go
              </>
            )}
          </span>
          <Link to={`/desk/${run.id}`} className="inline-flex min-h-11 items-center font-semibold underline">
            Back to the desk
          </Link>
        </p>
      ))}
      {going.length > SHOWN && (
        <p className="px-5 pb-1 text-small">
          and {going.length - SHOWN} more, in the{' '}
          <Link to="/log" className="underline">
            log
          </Link>
        </p>
      )}
    </section>
  );
}

/** Time left, whole seconds; a paused run has what it had. */
const leftOf = (ms: number, run: { status: string; toEndMs: number }) =>
  formatDuration(Math.ceil(Math.max(0, run.status === 'paused' ? run.toEndMs : ms) / 1000) * 1000);
