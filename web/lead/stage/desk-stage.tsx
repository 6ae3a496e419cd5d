import { formatDuration, type Plan, type Station } from '../../../core/class/index.ts';
import { cautionsBefore, DEFERS } from '../../../core/judge/index.ts';
import { resolveStation } from '../../../core/moves/index.ts';
import type { RepsRecord, RunState, RunView } from '../../../core/time/index.ts';
import type { Cue } from '../../../core/voice/index.ts';
import { type Here, linesAt, phaseWord, sceneOf } from '../../../core/voice/index.ts';
import { useLibrary, useWindow } from '../../base/index.ts';
import { Announce, announced } from './announce.tsx';
import { BigTime } from './big-time.tsx';
import { LevelBar } from './level-bar.tsx';
import { SceneFigure } from './scene-figure.tsx';
import { Amount, Chain, Changes, Complex, Next, SetName } from './set-shown.tsx';
import { useSizes } from './use-sizes.ts';
import { useWhole } from './use-whole.ts';
import { Ways } from './ways.tsx';
import { countdown } from './words.ts';

interface Props {
  plan: Plan;
  state: RunState;
  view: RunView;
  cues: readonly Cue[];
  /** Where the complex of a window goes on; null at its beginning. */
  reached?: RepsRecord | null;
  /** What was done in this set the last time, in words. */
  lastTime?: string;
}

/** What now, how long, what next: the middle of the desk, whole at any size; see `useWhole`. */
export function Stage({ plan, state, view, cues, reached = null, lastTime = '' }: Props) {
  const scene = sceneOf(state, reached);
  const { isNow, shown, next, place, chain, complex, spread } = scene;
  const { namePx, basePx } = useSizes();
  const ready = state.status === 'ready';
  const lines = linesAt(cues, view.positionMs);
  const words = phaseWord(state);
  const box = useWhole<HTMLElement>(
    [words, place, shown?.name, shown?.side, next?.name, lines.length, lastTime].join('|'),
  );
  return (
    <section
      ref={box}
      className="flex min-h-0 flex-1 flex-col overflow-hidden px-[1.1em] pt-[0.35em]"
      style={{ fontSize: `calc(${basePx}px * var(--fit, 1))` }}
      aria-label="Now"
    >
      <Announce words={announced(words, shown, isNow)} />
      <div className="flex shrink-0 flex-wrap items-baseline gap-x-[1em]">
        <span
          className="digits shrink-0 border-2 border-current px-[0.5em] text-[1.2em] uppercase leading-[1.35] tracking-wide"
          data-testid="phase-word"
        >
          {words}
        </span>
        <span className="text-[1.15em]" data-testid="place" data-yield="3">
          {place}
        </span>
      </div>
      {shown && (
        <div className="mt-[0.15em] shrink-0">
          <SetName shown={shown} isNow={isNow || spread !== null} maxPx={ready ? namePx * 0.75 : namePx} />
        </div>
      )}
      {chain && (
        <div data-yield="5" className="shrink-0">
          <Chain chain={chain} className="mt-[0.2em] text-[1.05em]" />
        </div>
      )}
      <Middle {...{ plan, state, view, scene, lastTime }} />
      {complex && (
        <div className="shrink-0">
          <Complex parts={complex} className="mb-[0.4em]" />
        </div>
      )}
      {spread && <Spread spread={spread} />}
      {lines.length > 0 && <Lines lines={lines} />}
      {ready && <Before plan={plan} />}
      <div data-yield="2" className="shrink-0">
        <LevelBar view={view} cues={cues} />
      </div>
    </section>
  );
}

interface MiddleProps extends Pick<Props, 'plan' | 'state' | 'view'> {
  scene: ReturnType<typeof sceneOf>;
  lastTime: string;
}

/** The time, and beside it how much, what next and what else there is to know. */
function Middle({ plan, state, view, scene, lastTime }: MiddleProps) {
  const { isNow, shown, next, spread } = scene;
  const { nextPx } = useSizes();
  const { width, height } = useWindow();
  const wide = width > height * 1.05;
  return (
    <div data-holds className={`flex min-h-[24%] flex-1 items-stretch gap-x-[3%] ${wide ? '' : 'flex-col'}`}>
      <BigTime
        words={view.waiting ? 'tap' : countdown(view.remainingMs)}
        ms={view.remainingMs}
        className={wide ? 'shrink-0 basis-[43%]' : 'min-h-[4.2em] flex-1'}
      />
      <div
        data-holds
        className={`min-w-0 overflow-hidden leading-snug ${wide ? 'max-h-full flex-1 self-center' : 'shrink-0'}`}
      >
        {shown && (
          <Amount
            shown={shown}
            more={isNow ? (shown.station?.kit ?? []) : []}
            className="mb-[0.15em] text-[1.25em] leading-tight"
          />
        )}
        {lastTime !== '' && (
          <p data-yield="5" className="mb-[0.15em] text-[1.1em] leading-tight" data-testid="last-time">
            {lastTime}
          </p>
        )}
        {isNow && next && <Next next={next} maxPx={nextPx} />}
        {!isNow && next && (
          <div data-yield="6">
            <Changes next={next} className="mb-[0.3em] text-[1.05em]" />
          </div>
        )}
        <Totals view={view} />
        {shown?.station && <Options station={shown.station} />}
        {state.status !== 'ready' && <BlockNotes plan={plan} state={state} />}
      </div>
      {spread === null && (
        <SceneFigure
          shown={shown}
          state={state}
          view={view}
          yields={9}
          className={wide ? 'basis-[17%]' : 'mx-auto h-[9em]'}
        />
      )}
    </div>
  );
}

/** To the break and to the end. */
function Totals({ view }: { view: RunView }) {
  const figure = (label: string, ms: number) => (
    <div>
      <span className="opacity-90">{label}</span> <b className="digits text-[1.2em]">{formatDuration(ms)}</b>
    </div>
  );
  return (
    <div data-yield="4" className="mb-[0.2em] flex flex-wrap gap-x-[1.2em]">
      {view.toBreakMs !== null && figure('to the break', view.toBreakMs)}
      {figure('to the end', view.toEndMs)}
    </div>
  );
}

/** Who is at which station, on which side. */
function Spread({ spread }: { spread: readonly Here[] }) {
  return (
    <ol
      data-yield="3"
      className="mb-[0.4em] flex shrink-0 flex-wrap gap-x-[1em] gap-y-[0.1em] text-[0.85em]"
      aria-label="Who is where"
    >
      {spread.map(({ index, station, group, side }) => (
        <li key={station.id}>
          <span className="digits mr-1">{index + 1}</span>
          <b>{station.move}</b>
          {side && <span className="ml-1 border border-current px-1 text-[0.9em] uppercase">{side}</span>}
          {group && <span className="ml-1 opacity-90">{group.name}</span>}
        </li>
      ))}
    </ol>
  );
}

/** What the instructor means to say now. */
function Lines({ lines }: { lines: readonly string[] }) {
  return (
    <ul data-yield="4" className="mb-[0.4em] shrink-0" aria-label="Your own lines">
      {lines.map((line) => (
        <li key={line} className="border-l-8 border-live pl-[0.5em] text-[1.05em] leading-snug">
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
    <p data-yield="7" className="mb-[0.2em] whitespace-pre-line text-[0.85em] opacity-90">
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
      <div data-yield="8">
        <Ways station={station} on="desk" />
      </div>
      {station.formCues && (
        <div data-yield="9" className="mb-[0.3em] text-[0.9em] opacity-90">
          {station.formCues.join(' \u00b7 ')}
        </div>
      )}
    </>
  );
}

/** Before the first start: what to see to, briefly. */
function Before({ plan }: { plan: Plan }) {
  const library = useLibrary((s) => s.library);
  return (
    <section
      aria-label="Before you start"
      data-yield="8"
      className="mb-2 max-w-[56em] shrink-0 text-[0.8em] leading-snug"
    >
      {plan.notes !== '' && <p className="mb-1 whitespace-pre-line text-[1.1em]">{plan.notes}</p>}
      <ul data-yield="9" className="grid gap-x-6 md:grid-cols-2">
        {cautionsBefore(plan, library).map((c) => (
          <li key={c.key} className="mb-1 border-l-2 border-current pl-2">
            {c.text}
          </li>
        ))}
      </ul>
      <p className="mt-1 text-[0.9em] opacity-90">{DEFERS}</p>
    </section>
  );
}
