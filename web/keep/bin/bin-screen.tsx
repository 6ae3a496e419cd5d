import { format, formatDistanceToNow } from 'date-fns';
import { Link } from 'react-router';
import { formatDuration } from '../../../core/class/index.ts';
import { totals } from '../../../core/time/index.ts';
import { runs as wire } from '../../../core/wire/index.ts';
import { api, ask, Button, FaultList, LongList, messageOf, toast, usePages } from '../../base/index.ts';

const since = (at: string | null) =>
  at === null ? '' : `in the bin for ${formatDistanceToNow(new Date(at)).replace('about ', '')}`;

/** What was put away: classes and runs, each to be brought back. */
export function BinScreen() {
  const classes = usePages(['binned plans'], (after) => api.plans({ bin: '1', after }));
  const runs = usePages(['binned runs'], (after) => api.runs({ bin: '1', after }));
  const back = (work: Promise<unknown>, title: string, reload: () => void) =>
    work.then(
      () => {
        reload();
        toast(`“${title}” is back.`);
      },
      (e: unknown) => toast.error(`It could not be brought back: ${messageOf(e)}.`),
    );
  return (
    <main id="content" className="mx-auto w-full max-w-[1240px] px-5 py-6">
      <title>Bin · Odd Round</title>
      <h1 className="digits text-big">Bin</h1>
      <p className="mt-1 mb-5 max-w-prose text-muted">
        What is put away stays here until it is brought back. A run in the bin counts in no sum.
      </p>
      <h2 className="mb-2 text-title font-semibold">Classes</h2>
      <FaultList faults={classes.faults} />
      {classes.state === 'failed' && <p>{classes.message}.</p>}
      {classes.state === 'ready' && classes.items.length === 0 && <p className="text-muted">No class is in the bin.</p>}
      {classes.items.length > 0 && (
        <LongList name="Classes in the bin" pages={classes} rowHeight={61} keyOf={(s) => s.plan.id}>
          {({ plan, deletedAt }) => (
            <Row
              title={plan.title}
              to={`/classes/${plan.id}`}
              more={`${formatDuration(totals(plan).totalMs)}, ${since(deletedAt)}`}
              onBack={() => void back(api.undeletePlan(plan.id), plan.title, classes.reload)}
            />
          )}
        </LongList>
      )}
      <h2 className="mt-8 mb-2 text-title font-semibold">Runs</h2>
      <FaultList faults={runs.faults} />
      {runs.state === 'failed' && <p>{runs.message}.</p>}
      {runs.state === 'ready' && runs.items.length === 0 && <p className="text-muted">No run is in the bin.</p>}
      {runs.items.length > 0 && (
        <LongList name="Runs in the bin" pages={runs} rowHeight={61} keyOf={(r) => r.id}>
          {(run) => (
            <Row
              title={run.title}
              to={`/log/${run.id}`}
              more={`${run.startedAt ? format(new Date(run.startedAt), 'd MMM yyyy, HH:mm, ') : ''}${since(run.deletedAt)}`}
              onBack={() => void back(ask(wire.undeleteRun, { path: { id: run.id } }), run.title, runs.reload)}
            />
          )}
        </LongList>
      )}
    </main>
  );
}

function Row({ title, to, more, onBack }: { title: string; to: string; more: string; onBack: () => void }) {
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b px-2 py-2">
      <Link to={to} className="min-w-0 flex-1 basis-60 break-words text-lead font-semibold">
        {title}
      </Link>
      <span className="text-small text-muted">{more}</span>
      <Button aria-label={`Bring ${title} back`} onClick={onBack}>
        Bring back
      </Button>
    </div>
  );
}
