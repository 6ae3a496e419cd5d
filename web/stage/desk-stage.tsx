import { cautionsBefore, DEFERS } from '../../core/care/index.ts';
import type { Cue } from '../../core/cues/index.ts';
import { resolveStation } from '../../core/moves/index.ts';
import { type Block, formatDuration, moduleOf, type Plan, type Station } from '../../core/plan/index.ts';
import type { RepsRecord, RunState, RunView } from '../../core/run/index.ts';
import { type Interval, isWork, roundsOf, stationAt } from '../../core/timeline/index.ts';
import { useLibrary } from '../data/index.ts';
import { LevelBar } from './level-bar.tsx';
import { Ways } from './ways.tsx';
import { countdown, KIND_WORDS, sideWord } from './words.ts';

function placeWords(plan: Plan, interval: Interval | null): string {
  if (!interval) return '';
  const block = plan.blocks[interval.blockIndex];
  if (!block || interval.kind === 'countIn' || interval.kind === 'blockBreak') return '';
  const rounds = roundsOf(block.format);
  const parts: string[] = [];
  if (interval.round !== null && rounds !== null && rounds > 1) parts.push(`Round ${interval.round} of ${rounds}`);
  if (interval.stationIndex !== null && block.stations.length > 1)
    parts.push(`station ${interval.stationIndex + 1} of ${block.stations.length}`);
  return parts.join(', ');
}

function nameOf(plan: Plan, interval: Interval | null): string {
  if (!interval) return '';
  const station = stationAt(plan, interval);
  return station?.move ?? plan.blocks[interval.blockIndex]?.title ?? '';
}

/** What now, how long, what next: the middle of the desk. */
export function Stage({
  plan,
  state,
  view,
  cues,
  reached,
}: {
  plan: Plan;
  state: RunState;
  view: RunView;
  cues: readonly Cue[];
  /** Where the complex of a window goes on; null at its beginning. */
  reached?: RepsRecord | null;
}) {
  const { interval, nextWork } = view;
  const working = interval !== null && (isWork(interval) || interval.kind === 'demo' || interval.kind === 'open');
  const shown = working ? interval : nextWork;
  const upcoming = working ? view.nextWork : null;
  return (
    <section
      className="flex min-h-0 flex-1 flex-col overflow-hidden px-4 max-md:pt-2 md:justify-center-safe md:px-6"
      aria-live="off"
    >
      <div className="flex items-baseline gap-5">
        <span
          className="digits shrink-0 border-2 border-current px-3 text-title md:text-head uppercase tracking-wide"
          data-testid="phase-word"
        >
          {state.status === 'ready'
            ? 'Ready'
            : state.status === 'paused'
              ? 'Paused'
              : interval
                ? KIND_WORDS[interval.kind]
                : ''}
        </span>
        <span className="text-lead md:text-head">{placeWords(plan, shown)}</span>
      </div>
      <h1 className="digits mt-1 shrink-0 text-[clamp(40px,7vw,90px)] md:truncate leading-[1.08]" data-testid="move">
        {!working && <span className="mr-4 text-[0.5em] font-normal">next</span>}
        {nameOf(plan, shown)}
        {shown?.side && (
          <span className="ml-5 border-4 border-current px-3 text-[0.6em] uppercase">{sideWord(shown.side)}</span>
        )}
      </h1>
      <div className="flex flex-wrap items-end gap-x-10 max-md:gap-x-4">
        <time
          className={`digits min-w-[2.15ch] leading-[0.92] ${state.status === 'ready' ? 'text-[clamp(64px,9vw,116px)]' : 'text-[clamp(120px,20vw,270px)]'}`}
          data-testid="remaining"
          data-ms={view.remainingMs}
        >
          {view.waiting ? 'tap' : countdown(view.remainingMs)}
        </time>
        <Aside plan={plan} view={view} upcoming={upcoming} station={shown ? stationAt(plan, shown) : null} />
      </div>
      {shown && <Complex block={plan.blocks[shown.blockIndex]} reached={reached ?? null} />}
      {state.status === 'ready' && <Before plan={plan} />}
      <LevelBar view={view} cues={cues} />
    </section>
  );
}

interface AsideProps {
  plan: Plan;
  view: RunView;
  upcoming: Interval | null;
  station: Station | null;
}

function Aside({ plan, view, upcoming, station }: AsideProps) {
  const next = upcoming && stationAt(plan, upcoming);
  return (
    <div className="mb-3 flex-1 text-title leading-snug max-md:text-plain md:min-w-64">
      {upcoming && (
        <div className="mb-2">
          <div className="truncate text-big max-md:text-head font-semibold leading-tight">
            <span className="mr-2 text-title font-normal opacity-90">next</span>
            {nameOf(plan, upcoming)}{' '}
            {upcoming.side && (
              <span className="border-2 border-current px-1.5 text-[0.7em] uppercase">{sideWord(upcoming.side)}</span>
            )}
          </div>
          {next?.kit && <div className="opacity-90">{next.kit.join(', ')}</div>}
        </div>
      )}
      {!upcoming && station?.kit && <div className="mb-2 text-head">{station.kit.join(', ')}</div>}
      {station && <Options station={station} />}
      <div className="flex gap-8 max-md:gap-4">
        {view.toBreakMs !== null && (
          <div>
            <div className="opacity-90">to the break</div>
            <div className="digits text-big max-md:text-title leading-tight">{formatDuration(view.toBreakMs)}</div>
          </div>
        )}
        <div>
          <div className="opacity-90">to the end</div>
          <div className="digits text-big max-md:text-title leading-tight">{formatDuration(view.toEndMs)}</div>
        </div>
      </div>
    </div>
  );
}

/** The moves of a complex, done over and over, and where the next window goes on. */
function Complex({ block, reached }: { block: Block | undefined; reached: RepsRecord | null }) {
  if (!block || !moduleOf(block.format).traits.complex) return null;
  return (
    <ol className="mb-2 flex flex-wrap gap-x-6 gap-y-1 text-title" aria-label="The complex">
      {block.stations.map((s) => (
        <li key={s.id} className={s.id === reached?.stationId ? 'border-2 border-current px-2 font-bold' : ''}>
          {s.reps && <b className="digits mr-1.5">{s.reps.count}</b>}
          {s.move}
          {s.id === reached?.stationId && <span className="ml-2 font-normal">go on after {reached.count}</span>}
        </li>
      ))}
    </ol>
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
