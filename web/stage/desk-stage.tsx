import { cautionsBefore, DEFERS } from '../../core/care/index.ts';
import type { Cue } from '../../core/cues/index.ts';
import { resolveStation } from '../../core/moves/index.ts';
import { formatDuration, type Plan, type Station } from '../../core/plan/index.ts';
import type { RepsRecord, RunState, RunView } from '../../core/run/index.ts';
import { type Here, linesAt, phaseWord, sceneOf } from '../../core/stage/index.ts';
import { useLibrary } from '../data/index.ts';
import { LevelBar } from './level-bar.tsx';
import { Amount, Chain, Changes, Complex, Next, SetName } from './set-shown.tsx';
import { useSizes } from './use-sizes.ts';
import { Ways } from './ways.tsx';
import { countdown } from './words.ts';

/** What now, how long, what next: the middle of the desk. */
export function Stage({
  plan,
  state,
  view,
  cues,
  reached = null,
}: {
  plan: Plan;
  state: RunState;
  view: RunView;
  cues: readonly Cue[];
  /** Where the complex of a window goes on; null at its beginning. */
  reached?: RepsRecord | null;
}) {
  const scene = sceneOf(state, reached);
  const { isNow, shown, next, place, chain, complex, spread } = scene;
  const { namePx, nextPx } = useSizes();
  const ready = state.status === 'ready';
  const lines = linesAt(cues, view.positionMs);
  return (
    <section className="flex min-h-0 flex-1 flex-col overflow-hidden px-4 pt-2 md:px-6" aria-live="off">
      <div className="flex flex-wrap items-baseline gap-x-5">
        <span
          className="digits shrink-0 border-2 border-current px-3 text-title md:text-head uppercase tracking-wide"
          data-testid="phase-word"
        >
          {phaseWord(state)}
        </span>
        <span className="text-lead md:text-head" data-testid="place">
          {place}
        </span>
      </div>
      {shown && (
        <div className="mt-1">
          <SetName shown={shown} isNow={isNow || spread !== null} maxPx={ready ? namePx * 0.75 : namePx} />
          {!isNow && next && <Changes next={next} className="mt-1 text-title" />}
        </div>
      )}
      {chain && <Chain chain={chain} className="mt-1 text-title max-md:text-plain" />}
      <div
        className={`flex min-h-0 items-stretch gap-x-[3%] overflow-hidden [container-type:size] max-md:flex-col ${ready ? 'h-[110px] shrink-0' : 'flex-1'}`}
      >
        <time
          className={`digits min-w-[2.15ch] self-center whitespace-nowrap leading-[0.86] ${ready ? 'text-[min(100cqh,20cqw)]' : 'text-[min(112cqh,33cqw)] max-md:text-[min(46cqh,46cqw)]'}`}
          data-testid="remaining"
          data-ms={view.remainingMs}
        >
          {view.waiting ? 'tap' : countdown(view.remainingMs)}
        </time>
        <div className="min-w-0 flex-1 self-center overflow-hidden text-title leading-snug max-h-full max-md:self-stretch max-md:text-plain">
          {shown && (
            <Amount
              shown={shown}
              more={isNow ? (shown.station?.kit ?? []) : []}
              className="mb-1 text-head leading-tight"
            />
          )}
          {isNow && next && <Next next={next} maxPx={nextPx} />}
          <Totals view={view} />
          {shown?.station && <Options station={shown.station} />}
          {!ready && <BlockNotes plan={plan} state={state} />}
        </div>
      </div>
      {complex && <Complex parts={complex} className="mb-2 text-title" />}
      {spread && <Spread spread={spread} />}
      {lines.length > 0 && <Lines lines={lines} />}
      {ready && <Before plan={plan} />}
      <LevelBar view={view} cues={cues} />
    </section>
  );
}

/** To the break and to the end. */
function Totals({ view }: { view: RunView }) {
  const figure = (label: string, ms: number) => (
    <div>
      <span className="opacity-90">{label}</span>{' '}
      <b className="digits text-head max-md:text-title">{formatDuration(ms)}</b>
    </div>
  );
  return (
    <div className="mb-1 flex flex-wrap gap-x-6 max-md:gap-x-4">
      {view.toBreakMs !== null && figure('to the break', view.toBreakMs)}
      {figure('to the end', view.toEndMs)}
    </div>
  );
}

/** Who is at which station, on which side. */
function Spread({ spread }: { spread: readonly Here[] }) {
  return (
    <ol className="mb-2 flex flex-wrap gap-x-5 gap-y-0.5 text-plain" aria-label="Who is where">
      {spread.map(({ index, station, group, side }) => (
        <li key={station.id}>
          <span className="digits mr-1">{index + 1}</span>
          <b>{station.move}</b>
          {side && <span className="ml-1 border border-current px-1 uppercase text-small">{side}</span>}
          {group && <span className="ml-1 opacity-90">{group.name}</span>}
        </li>
      ))}
    </ol>
  );
}

/** What the instructor means to say now. */
function Lines({ lines }: { lines: readonly string[] }) {
  return (
    <ul className="mb-2" aria-label="Your own lines">
      {lines.map((line) => (
        <li key={line} className="border-l-8 border-live pl-3 text-title leading-snug">
          {line}
        </li>
      ))}
    </ul>
  );
}

/** What the instructor wrote down for the block at hand. */
function BlockNotes({ plan, state }: { plan: Plan; state: RunState }) {
  const notes = plan.blocks[state.intervals[state.index]?.blockIndex ?? -1]?.notes;
  if (!notes) return null;
  return (
    <p className="mb-1 line-clamp-2 text-plain opacity-90 max-md:hidden" title={notes}>
      {notes}
    </p>
  );
}

/** The ways to do it, the weights, and what to say. */
function Options({ station: written }: { station: Station }) {
  const library = useLibrary((s) => s.library);
  const station = resolveStation(written, library);
  return (
    <>
      <Ways station={station} on="desk" />
      {station.formCues && (
        <div className="mb-2 text-lead opacity-90 max-md:hidden">{station.formCues.join(' \u00b7 ')}</div>
      )}
    </>
  );
}

/** Before the first start: what to see to, briefly. */
function Before({ plan }: { plan: Plan }) {
  const library = useLibrary((s) => s.library);
  return (
    <section aria-label="Before you start" className="mb-2 max-w-3xl text-plain leading-snug">
      {plan.notes !== '' && <p className="mb-1 whitespace-pre-line text-lead">{plan.notes}</p>}
      <ul className="grid gap-x-6 md:grid-cols-2">
        {cautionsBefore(plan, library).map((c) => (
          <li key={c.key} className="border-l-2 border-current pl-2 mb-1">
            {c.text}
          </li>
        ))}
      </ul>
      <p className="mt-1 text-small opacity-90">{DEFERS}</p>
    </section>
  );
}
