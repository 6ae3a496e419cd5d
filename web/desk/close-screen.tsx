import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { formatDuration } from '../../core/plan/index.ts';
import {
  type Closing,
  closingOf,
  endedByHand,
  type RunEvent,
  type RunState,
  recordsOf,
  setsNotCounted,
  summarise,
} from '../../core/run/index.ts';
import { clockAt } from '../data/index.ts';
import { ClosingFields, deviationWords } from '../log/index.ts';
import { command, takeOver, useDesk } from '../session/index.ts';
import { Target } from '../stage/index.ts';

/** Sets without a count that are asked for; more than that are told. */
const ASKED = 24;
const NO_EVENTS: readonly RunEvent[] = [];

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
    <section aria-label="Close" className="min-h-0 flex-1 overflow-y-auto px-4 pt-3 pb-6 md:px-6">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="digits text-big md:text-[52px] leading-tight">
          {state.status === 'finished' ? 'Finished' : 'Abandoned'}
        </h1>
        <p className="text-lead">
          {formatDuration(took)} from the count-in to the end
          {endedAtMs !== null && `, at ${clockAt(endedAtMs)}`}
        </p>
        <span className="flex-1" />
        {endedByHand(state) && (
          <span className="flex min-w-64 md:max-w-96">
            <Target small name="It is not over: back to the class, paused" hint="" onClick={() => void goOn()} />
          </span>
        )}
      </div>
      <div className="mt-5 grid gap-x-10 gap-y-6 md:grid-cols-2">
        <div className="flex flex-col gap-6">
          <ClosingFields closing={closing} heads={state.plan.heads} onTell={tell} />
        </div>
        <div className="flex flex-col gap-6">
          <Otherwise state={state} />
          <Missing state={state} />
        </div>
      </div>
      <div className="mt-7 flex max-w-3xl flex-wrap gap-3">
        <Target name="Done: see the record" hint="" wide focused onClick={() => navigate(`/log/${runId}`)} />
        <Target name="Classes" hint="" onClick={() => navigate('/')} />
      </div>
      <p className="mt-3 text-small opacity-90">
        All of this can be changed later from <Link to={`/log/${runId}`}>the record</Link>.
      </p>
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
        <ul className="text-lead">
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

/** Counts that were not entered during the class. */
function Missing({ state }: { state: RunState }) {
  const events = useDesk((s) => s.run?.events) ?? NO_EVENTS;
  // The desk is drawn many times a second, also when all is over.
  const missing = useMemo(() => setsNotCounted(state, recordsOf(events).reps), [state, events]);
  if (missing.length === 0) return null;
  const nameOf = (id: string | null) =>
    state.plan.blocks.flatMap((b) => b.stations).find((s) => s.id === id)?.move ?? '';
  return (
    <section aria-label="Reps still missing">
      <h2 className="mb-1 text-title font-semibold">Reps still missing</h2>
      <ul className="grid gap-2 sm:grid-cols-2">
        {missing.slice(0, ASKED).map(({ interval, ...set }) => {
          const words = [
            nameOf(set.stationId),
            set.round === null ? '' : `round ${set.round}`,
            set.side ?? '',
            set.again ? `time ${set.again}` : '',
          ].filter((w) => w !== '');
          return (
            <li key={interval.index} className="flex items-center gap-2 text-lead">
              <Reps
                label={`Reps: ${words.join(', ')}`}
                onKeep={(count) => void command({ type: 'reps', squad: null, ...set, count })}
              />
              <span>{words.join(', ')}</span>
            </li>
          );
        })}
      </ul>
      {missing.length > ASKED && <p className="mt-1">and {missing.length - ASKED} more sets after these.</p>}
    </section>
  );
}

function Reps({ label, onKeep }: { label: string; onKeep: (count: number) => void }) {
  const [typed, setTyped] = useState('');
  const bad = typed !== '' && !/^\d{1,4}$/.test(typed.trim());
  const keep = () => typed.trim() !== '' && !bad && onKeep(Number(typed));
  return (
    <input
      aria-label={label}
      aria-invalid={bad}
      inputMode="numeric"
      className={`digits h-12 w-16 shrink-0 rounded-md border-2 bg-transparent text-center text-title ${bad ? 'border-dashed border-live' : 'border-current'}`}
      value={typed}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={keep}
      onKeyDown={(e) => e.key === 'Enter' && keep()}
    />
  );
}
