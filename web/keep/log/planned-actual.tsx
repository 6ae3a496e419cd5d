import { useMemo } from 'react';
import { formatDuration, type IntervalKind } from '../../../core/class/index.ts';
import { doneStretches } from '../../../core/record/index.ts';
import {
  compile,
  isBreak,
  isCountInOfRun,
  type RunState,
  type Segment,
  type SegmentEnd,
} from '../../../core/time/index.ts';
import type { StoredRun } from '../../../core/wire/index.ts';
import { Tabled } from '../../base/index.ts';
import { intervalWords } from '../../lead/index.ts';

interface Bar {
  key: string;
  kind: IntervalKind | 'paused';
  startMs: number;
  ms: number;
  changed: boolean;
}

/** Two strips on one time axis: the plan above, what was done below, pauses and changes marked. */
export function PlannedActual({ run, state, name }: { run: StoredRun; state: RunState; name: string }) {
  const planned: Bar[] = compile(run.plan).intervals.map((i) => ({
    key: String(i.index),
    kind: i.kind,
    startMs: i.startMs,
    ms: i.durationMs,
    changed: false,
  }));
  const actual = actualBars(state);
  const end = (bars: Bar[]) => Math.max(0, ...bars.map((b) => b.startMs + b.ms));
  const axisMs = Math.max(end(planned), end(actual), 1000);
  return (
    <figure className="border-y py-4" aria-label="Planned against actual">
      <Row name="planned" bars={planned} axisMs={axisMs} />
      <Row name={name} bars={actual} axisMs={axisMs} />
      <div className="relative ml-20 h-5 text-fine text-muted">
        {ticks(axisMs).map((ms) => (
          <span key={ms} className="digits absolute -translate-x-1/2" style={{ left: `${(100 * ms) / axisMs}%` }}>
            {formatDuration(ms)}
          </span>
        ))}
      </div>
      <figcaption className="mt-2 flex flex-wrap gap-x-5 text-small text-muted">
        <Key look="bg-ink" word="work" />
        <Key look="hatch border" word="rest" />
        <Key look="border border-line-strong" word="break" />
        <Key look="bg-live" word="paused" />
        <Key look="border-b-4 border-live" word="changed live" />
      </figcaption>
    </figure>
  );
}

function actualBars(state: RunState): Bar[] {
  const segments = state.segments.filter((s) => !isCountInOfRun(state, s.intervalIndex));
  const zeroMs = segments[0]?.startedAtMs ?? 0;
  return segments.flatMap((s, k) => barsOf(state, s, k, zeroMs));
}

function barsOf(state: RunState, s: Segment, k: number, zeroMs: number): Bar[] {
  const kind = state.intervals[s.intervalIndex]?.kind ?? 'rest';
  const startMs = s.startedAtMs - zeroMs;
  const changed = s.adjustedMs !== 0 || s.end !== 'done';
  const run: Bar = { key: `${k}`, kind, startMs, ms: s.ranMs, changed };
  if (s.pausedMs === 0) return [run];
  return [run, { key: `${k}p`, kind: 'paused', startMs: startMs + s.ranMs, ms: s.pausedMs, changed: false }];
}

function look(kind: Bar['kind']): string {
  if (kind === 'paused') return 'bg-live';
  if (kind === 'rest') return 'hatch';
  if (isBreak({ kind })) return 'border-y border-line-strong';
  return kind === 'work' ? 'bg-ink' : 'border border-ink bg-card';
}

function Row({ name, bars, axisMs }: { name: string; bars: Bar[]; axisMs: number }) {
  return (
    <div className="flex items-center">
      <span className="w-20 shrink-0 text-small">{name}</span>
      <div className="relative my-1 h-12 flex-1">
        {bars.map((b) => (
          <div
            key={b.key}
            className={`absolute inset-y-0 ${look(b.kind)} ${b.changed ? 'border-b-[5px] border-b-live' : ''}`}
            style={{ left: `${(100 * b.startMs) / axisMs}%`, width: `calc(${(100 * b.ms) / axisMs}% - 0.5px)` }}
          />
        ))}
      </div>
    </div>
  );
}

function ticks(axisMs: number): number[] {
  const step = axisMs > 40 * 60_000 ? 600_000 : axisMs > 12 * 60_000 ? 300_000 : 60_000;
  return Array.from({ length: Math.floor(axisMs / step) + 1 }, (_, i) => i * step);
}

function Key({ look: swatch, word }: { look: string; word: string }) {
  return (
    <span className="flex items-center gap-1.5">
      <span className={`inline-block h-3.5 w-6 ${swatch}`} />
      {word}
    </span>
  );
}

const seconds = (ms: number) => Math.round(ms / 100) / 10;

/** Every set and every gap: as planned, as it ran, and what it was paused. */
export function EverySetAndGap({ run }: { run: StoredRun }) {
  const rows = useMemo(
    () =>
      doneStretches(run.plan, run.events).map(({ interval, plan, plannedMs, ranMs, pausedMs, end }) => [
        intervalWords(plan, interval),
        seconds(plannedMs),
        seconds(ranMs),
        seconds(ranMs - plannedMs),
        seconds(pausedMs),
        END_WORDS[end],
      ]),
    [run],
  );
  if (rows.length === 0) return null;
  return (
    <Tabled
      name="Every set and gap"
      header={['what', 'planned s', 'ran s', 'more s', 'paused s', 'how it ended']}
      rows={rows}
      file={`${run.title}, sets and gaps`}
    />
  );
}

const END_WORDS: Record<SegmentEnd, string> = {
  done: 'done',
  cut: 'skipped',
  back: 'gone back from',
  restarted: 'begun again',
  stopped: 'stopped',
};
