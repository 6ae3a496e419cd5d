import { nanoid } from 'nanoid';
import { useState } from 'react';
import { Link } from 'react-router';
import { type Closing, closingOf, endedIdle, type RunCommand, type RunState } from '../../../core/time/index.ts';
import { runs, type StoredRun } from '../../../core/wire/index.ts';
import { api, ask, Button, fetchAnew, messageOf, toast } from '../../base/index.ts';
import { ClosingFields } from './closing-fields.tsx';
import { FeltBy } from './felt-by.tsx';
import { WaitingEntries } from './waiting-entries.tsx';

/** Said of a run that ended since nobody touched it. */
export const ENDED_IDLE = 'It ended by itself: nobody had touched it for six hours.';

interface Props {
  run: StoredRun;
  state: RunState;
  onChanged: () => void;
}

/** Adds events to a run from its record, one after the other. */
export async function writeAll(run: StoredRun, all: readonly RunCommand[], atMs = Date.now()): Promise<void> {
  const seq = Math.max(0, ...run.events.map((e) => e.seq)) + 1;
  const { refused } = await api.appendEvents(
    run.id,
    all.map((what, k) => ({ ...what, id: nanoid(16), seq: seq + k, atMs: Math.round(atMs) })),
  );
  void fetchAnew(['records']);
  if (refused[0]) throw new Error(refused[0].problem);
}

const write = (run: StoredRun, what: RunCommand, atMs: number) => writeAll(run, [what], atMs);

const fail = (what: string) => (e: unknown) => toast.error(`${what}: ${messageOf(e)}. Nothing was changed.`);

/** What was written down at the close, to be changed at any time. */
export function RunClose({ run, state, onChanged }: Props) {
  // What is said is shown at once, and taken back when the server has not taken it.
  const [said, setSaid] = useState<Partial<Closing>>({});
  const tell = (change: Partial<Closing>) => {
    setSaid((before) => ({ ...before, ...change }));
    void write(run, { type: 'close', ...change }, Date.now()).then(onChanged, (e: unknown) => {
      setSaid({});
      fail('It was not written down')(e);
    });
  };
  return (
    <section aria-label="At the close" className="mt-8">
      <h2 className="mb-3 text-title font-semibold">At the close</h2>
      <div className="flex max-w-2xl flex-col gap-5">
        <WaitingEntries runId={run.id} plan={run.plan} onWritten={onChanged} />
        <ClosingFields
          key={run.id}
          closing={{ ...closingOf(run.events), ...said }}
          heads={state.plan.heads}
          onTell={tell}
        />
        <FeltBy
          closing={closingOf(run.events)}
          squads={state.plan.squads ?? []}
          onTell={(what) => void write(run, what, Date.now()).then(onChanged, fail('It was not written down'))}
        />
      </div>
    </section>
  );
}

/** What can be done with a run: back to its desk while it goes on, its end written down where none was, into the bin and out. */
export function RunControls({ run, state, hasEnd, onChanged }: Props & { hasEnd: boolean }) {
  const goesOn = state.status === 'running' || state.status === 'paused';
  const lastMs = Math.max(...run.events.map((e) => e.atMs));
  const bin = (away: boolean) =>
    void ask(away ? runs.deleteRun : runs.undeleteRun, { path: { id: run.id } }).then(
      () => {
        onChanged();
        if (away) toast.undoable(`The run of “${run.title}” is in the bin.`, () => bin(false), { duration: 12_000 });
      },
      fail(away ? 'It was not put away' : 'It was not brought back'),
    );
  return (
    <>
      {run.deletedAt !== null && (
        <p role="status" className="mt-3 border-l-[3px] border-live pl-3">
          This run is in the bin and counts in no sum.
        </p>
      )}
      {endedIdle(run.events) && <p className="mt-3">{ENDED_IDLE} Take it up again at its desk.</p>}
      <div className="mt-3 flex flex-wrap gap-2">
        {(goesOn || endedIdle(run.events)) && (
          <Link to={`/desk/${run.id}`} className="inline-flex min-h-11 items-center rounded-md bg-ink px-4 text-paper">
            Back to the desk
          </Link>
        )}
        {!hasEnd && (
          <Button
            onClick={() =>
              void write(run, { type: 'finish' }, lastMs).then(onChanged, fail('The end was not written down'))
            }
          >
            It ended with its last entry
          </Button>
        )}
        {run.deletedAt === null ? (
          <Button onClick={() => bin(true)}>Put it into the bin</Button>
        ) : (
          <Button look="strong" onClick={() => bin(false)}>
            Bring it back
          </Button>
        )}
      </div>
    </>
  );
}
