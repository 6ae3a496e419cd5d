import { useCallback, useMemo } from 'react';
import { Link, useNavigate } from 'react-router';
import { formatDuration } from '../../../core/class/index.ts';
import { changesOf, recordOf } from '../../../core/record/index.ts';
import {
  type Closing,
  closingOf,
  endedByHand,
  endedIdle,
  type RunEvent,
  type RunState,
  recordsOf,
  setKey,
  setsNotCounted,
  summarise,
} from '../../../core/time/index.ts';
import { clockAt } from '../../base/index.ts';
import {
  AsRan,
  ClosingFields,
  deviationWords,
  ENDED_IDLE,
  FeltBy,
  RecordGrid,
  WaitingEntries,
} from '../closing/index.ts';
import { command, takeOver, useDesk } from '../session/index.ts';
import { Target } from '../stage/index.ts';

const NO_EVENTS: readonly RunEvent[] = [];
const NO_SQUADS: readonly string[] = [];

/** The class is over: what there is to write down while it is fresh. Nothing of it must be, and each is kept as it is entered. */
export function CloseScreen({ state, runId }: { state: RunState; runId: string }) {
  const navigate = useNavigate();
  const events = useDesk((s) => s.run?.events) ?? NO_EVENTS;
  const leads = useDesk((s) => s.leads);
  const closing = useMemo(() => closingOf(events), [events]);
  const tell = (change: Partial<Closing>) => void command({ type: 'close', ...change });
  const { startedAtMs, endedAtMs } = state;
  const took = startedAtMs !== null && endedAtMs !== null ? endedAtMs - startedAtMs : 0;
  const goOn = async () => {
    if (!leads) await takeOver();
    await command({ type: 'reopen' });
  };
  return (
    <section aria-label="Close" className="flex min-h-0 flex-1 flex-col">
      {/* What is written down may grow: the ways out keep their place. */}
      <div className="min-h-0 flex-1 overflow-y-auto px-4 pt-3 pb-6 md:px-6">
        <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
          <h1 className="digits text-big md:text-[52px] leading-tight">
            {state.status === 'finished' ? 'Finished' : 'Abandoned'}
          </h1>
          <p className="text-lead">
            {formatDuration(took)} from the count-in to the end
            {endedAtMs !== null && `, at ${clockAt(endedAtMs)}`}
          </p>
          {endedIdle(events) && <p className="text-lead">{ENDED_IDLE}</p>}
          <span className="flex-1" />
          {endedByHand(state) && (
            <span className="flex min-w-64 md:max-w-96">
              <Target small name="It is not over: back to the class, paused" hint="" onClick={() => void goOn()} />
            </span>
          )}
        </div>
        <div className="mt-5 grid gap-x-10 gap-y-6 md:grid-cols-2">
          <div className="flex flex-col gap-6">
            <WaitingEntries runId={runId} plan={state.plan} />
            <ClosingFields closing={closing} heads={state.plan.heads} onTell={tell} />
          </div>
          <div className="flex flex-col gap-6">
            <FeltBy closing={closing} squads={state.plan.squads ?? []} onTell={(what) => void command(what)} />
            <Otherwise state={state} />
          </div>
          <Counts state={state} />
          <IntoThePlan />
        </div>
        <p className="mt-5 text-small opacity-90">
          All of this can be changed later from <Link to={`/log/${runId}`}>the record</Link>.
        </p>
      </div>
      <div className="flex shrink-0 gap-3 border-t border-line-strong px-4 py-2 md:px-6">
        <Target name="Done: see the record" hint="" wide focused onClick={() => navigate(`/log/${runId}`)} />
        <Target name="Classes" hint="" onClick={() => navigate('/')} />
      </div>
    </section>
  );
}

function Otherwise({ state }: { state: RunState }) {
  const run = useDesk((s) => s.run);
  const found = useMemo(
    () => (run ? summarise(run.plan, state).deviations.filter((d) => d.ms >= 500) : []),
    [run, state],
  );
  return (
    <section aria-label="What went otherwise">
      <h2 className="mb-1 text-title font-semibold">What went otherwise</h2>
      {found.length === 0 ? (
        <p className="text-lead">No change of the times was recorded.</p>
      ) : (
        <ul
          // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, also by the keyboard
          tabIndex={0}
          className="max-h-80 overflow-y-auto text-lead"
        >
          {found.map((d, k) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the record never changes order
            <li key={k} className="border-b border-current/40 py-1">
              {deviationWords(state.plan, d)}.
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** What was counted or was to be counted, set by set and squad by squad, to be completed. */
function Counts({ state }: { state: RunState }) {
  const run = useDesk((s) => s.run);
  // The desk is drawn many times a second, also when all is over.
  const found = useMemo(() => {
    if (!run) return null;
    const { reps } = recordsOf(run.events);
    // Counted squad by squad, a set is whole when each squad has it.
    const squads = (state.plan.squads ?? NO_SQUADS).filter(() => reps.some((r) => r.squad !== null));
    const whose = squads.length > 0 ? squads.map((squad) => ({ squad })) : [null];
    const missing = new Map(
      whose.flatMap((who) => setsNotCounted(state, reps, who)).map((m) => [setKey(m), m.stationId]),
    );
    return { reps, sets: recordOf(run.plan, run.events).sets, toCount: [...missing.values()] };
  }, [run, state]);
  const blocks = state.plan.blocks;
  const blockNamed = useCallback((id: string | null) => blocks.find((b) => b.id === id)?.title ?? '', [blocks]);
  if (!found) return null;
  const { reps, sets, toCount } = found;
  return (
    <section aria-label="Reps and weights" className="min-w-0 md:col-span-2">
      <h2 className="mb-1 text-title font-semibold">Reps and weights</h2>
      {toCount.length > 0 && (
        <p className="mb-1">
          Of {toCount.length} {toCount.length === 1 ? 'set' : 'sets'} reps are still missing.
        </p>
      )}
      <RecordGrid
        sets={sets}
        reps={reps}
        squads={state.plan.squads ?? NO_SQUADS}
        toCount={toCount}
        blockNamed={blockNamed}
        onKeep={(entries) => {
          for (const entry of entries) void command(entry);
        }}
      />
    </section>
  );
}

/** What went otherwise, into the class itself. */
function IntoThePlan() {
  const run = useDesk((s) => s.run);
  const changes = useMemo(() => (run ? changesOf(run.plan, run.events) : []), [run]);
  if (!run || changes.length === 0) return null;
  return (
    <section aria-label="Make the plan as it ran" className="min-w-0 md:col-span-2">
      <h2 className="mb-1 text-title font-semibold">Make the plan as it ran</h2>
      <AsRan led={run.plan} changes={changes} />
    </section>
  );
}
