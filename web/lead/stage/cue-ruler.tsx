import { memo, useMemo } from 'react';
import { type Interval, isBreak, isWork } from '../../../core/time/index.ts';
import type { Cue } from '../../../core/voice/index.ts';

const AHEAD_MS = 60_000;
const BEHIND_MS = 6_000;

interface Props {
  cues: readonly Cue[];
  intervals: readonly Interval[];
  positionMs: number;
}

const SPAN = AHEAD_MS + BEHIND_MS;
const left = (ms: number) => `${((ms + BEHIND_MS) / SPAN) * 100}%`;
const width = (ms: number) => `${(ms / SPAN) * 100}%`;

/** The track is drawn anew this often and moved in between. */
const STEP_MS = 250;

/** The next minute running past a fixed "now" mark: intervals as bands, tones as pins, words as bars of their length. */
export function CueRuler({ cues, intervals, positionMs }: Props) {
  const drawnMs = Math.floor(positionMs / STEP_MS) * STEP_MS;
  return (
    <div
      className="relative h-[100px] select-none overflow-hidden border-y border-current/30"
      role="img"
      aria-label="The next minute of cues"
    >
      <div
        className="absolute inset-0 will-change-transform"
        style={{ transform: `translateX(-${width(positionMs - drawnMs)})` }}
      >
        <Track cues={cues} intervals={intervals} positionMs={drawnMs} />
      </div>
      {[10, 20, 30, 40, 50].map((s) => (
        <span key={s} className="digits absolute top-0 text-fine" style={{ left: left(s * 1000) }}>
          {s}
        </span>
      ))}
      <div className="absolute inset-y-0 w-[4px] bg-live" style={{ left: left(0) }} />
    </div>
  );
}

const Track = memo(function Track({ cues, intervals, positionMs }: Props) {
  const shown = <T extends { from: number; to: number }>(x: T) =>
    x.to > positionMs - BEHIND_MS && x.from < positionMs + AHEAD_MS + STEP_MS;
  const bands = intervals.map((i) => ({ i, from: i.startMs, to: i.startMs + i.durationMs })).filter(shown);
  const lanes = useMemo(() => lanesOf(cues), [cues]);
  const flags = cues.map((cue) => ({ cue, from: cue.atMs, to: cue.atMs + cue.spokenMs })).filter(shown);
  return (
    <>
      <div className="absolute inset-x-0 top-0 h-[74px]">
        {flags.map(({ cue, from }) => (
          <Flag
            key={`${cue.intervalIndex}:${cue.kind}:${cue.atMs}`}
            cue={cue}
            atMs={from - positionMs}
            lane={lanes.get(cue) ?? 0}
          />
        ))}
      </div>
      {roomToTalk(cues, positionMs).map(([from, to]) => (
        <div
          key={from}
          className="absolute top-[64px] h-[10px] overflow-hidden border-x-2 border-b-2 border-dotted border-current/70 text-center text-fine leading-[8px]"
          style={{ left: left(from - positionMs), width: width(to - from) }}
        />
      ))}
      <div className="absolute inset-x-0 bottom-0 h-[24px]">
        {bands.map(({ i, from, to }) => (
          <div
            key={i.index}
            className={`absolute inset-y-0 overflow-hidden whitespace-nowrap border-l border-current/60 pl-1 text-fine leading-[24px] ${
              isWork(i) ? 'bg-current/25 font-semibold' : isBreak(i) ? 'field-break' : 'hatch'
            }`}
            style={{ left: left(from - positionMs), width: width(to - from) }}
          >
            {(i.startMs >= positionMs || to - from > 12_000) && (
              <span className={isWork(i) ? '' : 'bg-[var(--field)] px-1'}>{word(i)}</span>
            )}
          </div>
        ))}
      </div>
    </>
  );
});

const TALK_FROM_MS = 5000;

/** Stretches of the shown minute in which the machine says nothing and counts nothing: room for one's own words. */
function roomToTalk(cues: readonly Cue[], positionMs: number): [number, number][] {
  const found: [number, number][] = [];
  let free = positionMs - BEHIND_MS;
  for (const c of cues) {
    if (c.kind === 'script') continue;
    const to = c.atMs + Math.max(c.spokenMs, 500);
    if (to < free) continue;
    if (c.atMs > positionMs + AHEAD_MS + STEP_MS) break;
    if (c.atMs - free >= TALK_FROM_MS) found.push([free, c.atMs]);
    free = Math.max(free, to);
  }
  return found;
}

const LANES = 3;
/** How long a letter is on the ruler, as time: about 7 px of the 1,232 that a minute and six seconds take. */
const LETTER_MS = 380;

/** Puts each flag into the first lane in which its words begin after those before; none changes lanes while it runs by. */
function lanesOf(cues: readonly Cue[]): ReadonlyMap<Cue, number> {
  const free = Array.from({ length: LANES }, () => Number.NEGATIVE_INFINITY);
  const lanes = new Map<Cue, number>();
  for (const cue of cues) {
    if (cue.text === null) continue;
    const clear = free.findIndex((ms) => ms <= cue.atMs);
    const lane = clear >= 0 ? clear : free.indexOf(Math.min(...free));
    free[lane] = cue.atMs + Math.max(cue.spokenMs, cue.text.length * LETTER_MS);
    lanes.set(cue, lane);
  }
  return lanes;
}

const TONE_MARK: Record<string, string> = { work: '↗', rest: '↘', break: '↘↘', talk: '→→', tick: '·', end: '↘↘↘' };

function Flag({ cue, atMs, lane }: { cue: Cue; atMs: number; lane: number }) {
  const passed = atMs < 0 ? 'opacity-85' : '';
  if (cue.tone !== null)
    return (
      <div className={`absolute bottom-0 flex flex-col items-start ${passed}`} style={{ left: left(atMs) }}>
        {cue.tone !== 'tick' && (
          <span className="digits -translate-x-1/2 text-fine leading-none">{TONE_MARK[cue.tone]}</span>
        )}
        <span className={`w-[2px] bg-current ${cue.tone === 'tick' ? 'h-2.5' : 'h-1.5'}`} />
      </div>
    );
  return (
    <div
      className={`absolute h-[17px] whitespace-nowrap border-l-2 border-current pl-1 text-small leading-[17px] ${cue.kind === 'script' ? 'border-dotted italic' : 'bg-current/15'} ${passed}`}
      style={{ top: 11 + lane * 18, left: left(atMs), width: width(cue.spokenMs) }}
    >
      {cue.text}
    </div>
  );
}

function word(i: Interval): string {
  if (i.kind === 'countIn') return 'get ready';
  if (isWork(i)) return i.side ? `work ${i.side}` : 'work';
  return isBreak(i) ? 'break' : i.kind === 'rest' ? 'rest' : i.kind;
}
