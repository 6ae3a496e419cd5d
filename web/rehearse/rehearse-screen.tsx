import { ChevronLeft, ChevronRight, Pause, Play } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { type Cue, planCues, wordsOf } from '../../core/cues/index.ts';
import { formatDuration, type Plan } from '../../core/plan/index.ts';
import { runIntervals, viewOf } from '../../core/run/index.ts';
import { beatsOf } from '../../core/sound/index.ts';
import { compile, totals } from '../../core/timeline/index.ts';
import { fetchVoice, measured, SoundEngine } from '../audio/index.ts';
import { useResolved } from '../data/index.ts';
import { useRunLock } from '../device/index.ts';
import { ClassStrip } from '../drawings/index.ts';
import { useOpenedPlan } from '../editing/index.ts';
import { CueRuler, fieldStyle, phaseOf, Stage, Target } from '../stage/index.ts';

import { useFrames } from '../ui/index.ts';
import { neighbourCue, type Place, positionAt, rehearsalSource, SPEEDS, stateOf } from './rehearsal.ts';

/** The class played through with its real cues from anywhere and at any speed; no run is made. */
export function RehearseScreen() {
  const { plan, failed } = useOpenedPlan();
  useRunLock();
  if (failed) return <main className="p-8 text-xl">{failed}.</main>;
  if (!plan) return <main className="p-8 text-xl">Opening…</main>;
  return <Rehearsal plan={plan} />;
}

function Rehearsal({ plan: written }: { plan: Plan }) {
  const plan = useResolved(written);
  const { engine, cues, loading } = useVoicedCues(plan);
  const timeline = useMemo(() => compile(plan), [plan]);
  const sums = useMemo(() => totals(plan, timeline), [plan, timeline]);
  const intervals = useMemo(() => runIntervals(plan), [plan]);
  const beats = useMemo(() => beatsOf(plan, intervals), [plan, intervals]);
  const last = intervals.at(-1);
  const endMs = last ? last.startMs + last.durationMs : 0;
  const leadMs = endMs - timeline.totalMs;
  const [place, setPlace] = useState<Place>({ positionMs: 0, fromMs: 0, speed: 1, playing: false });
  const now = useFrames(() => engine.now(), place.playing);
  const positionMs = positionAt(place, now, endMs);
  const state = stateOf(plan, Math.min(positionMs, Math.max(0, endMs - 1)));
  const view = viewOf(state);
  const phase = phaseOf(view.interval);

  const go = async (change: Partial<Place>) => {
    if (change.playing) await engine.unlock();
    setPlace((p) => {
      const at = engine.now();
      return { ...p, positionMs: positionAt(p, at, endMs), ...change, fromMs: at + 60 };
    });
  };
  useEffect(() => {
    engine.play(rehearsalSource(place, cues, beats), place.fromMs, true);
  }, [engine, place, cues, beats]);
  const to = (ms: number | null) => ms !== null && void go({ positionMs: Math.max(0, Math.min(endMs, ms)) });
  useKeys((key) => {
    if (key === ' ') void go({ playing: !place.playing });
    else if (key === 'ArrowRight') to(neighbourCue(cues, positionMs, 1));
    else if (key === 'ArrowLeft') to(neighbourCue(cues, positionMs, -1));
    else return false;
    return true;
  });
  return (
    <main
      className={`flex h-dvh flex-col overflow-hidden ${phase === 'break' ? 'field-break' : ''}`}
      style={fieldStyle(phase)}
    >
      <header className="px-6 pt-3">
        <div className="flex items-baseline gap-6 text-[17px]">
          <span className="digits text-xl">{plan.title}</span>
          <span>rehearsal</span>
          {loading && <span role="status">{loading}</span>}
          <span className="flex-1" />
          <span className="digits" data-testid="position" data-ms={Math.round(positionMs)}>
            {formatDuration(Math.floor(Math.max(0, positionMs - leadMs) / 1000) * 1000)} of{' '}
            {formatDuration(timeline.totalMs)}
          </span>
          <Link to={`/classes/${plan.id}`} className="underline">
            Back to the sheet
          </Link>
        </div>
        <div className="relative mt-1 rounded-md bg-paper px-1 text-ink">
          <ClassStrip
            plan={plan}
            timeline={timeline}
            totals={sums}
            compact
            positionMs={Math.max(0, positionMs - leadMs)}
            onSeek={(ms) => to(leadMs + ms)}
          />
        </div>
        <input
          type="range"
          aria-label="Place in the class"
          aria-valuetext={formatDuration(Math.floor(positionMs / 1000) * 1000)}
          className="h-9 w-full accent-live"
          min={0}
          max={endMs}
          step={1000}
          value={positionMs}
          onChange={(e) => to(Number(e.target.value))}
        />
      </header>
      <Stage plan={plan} state={state} view={view} cues={cues} />
      <div className="px-6">
        <CueRuler cues={cues} intervals={state.intervals} positionMs={view.positionMs} />
      </div>
      <footer className="flex gap-3 px-6 pt-3 pb-4">
        <Target small name="Cue before" hint="←" onClick={() => to(neighbourCue(cues, positionMs, -1))}>
          <ChevronLeft size={28} />
        </Target>
        <Target
          name={place.playing ? 'Pause' : 'Play'}
          hint="Space"
          wide
          onClick={() => void go({ playing: !place.playing })}
        >
          {place.playing ? <Pause size={30} /> : <Play size={30} />}
        </Target>
        <Target small name="Next cue" hint="→" onClick={() => to(neighbourCue(cues, positionMs, 1))}>
          <ChevronRight size={28} />
        </Target>
        {SPEEDS.map((speed) => (
          <Target
            key={speed}
            small
            name={`${speed}×`}
            hint=""
            pressed={place.speed === speed}
            onClick={() => void go({ speed })}
          />
        ))}
      </footer>
    </main>
  );
}

/** The engine of this rehearsal, and the cues by their measured lengths once the voice is there. */
function useVoicedCues(plan: Plan): { engine: SoundEngine; cues: readonly Cue[]; loading: string | null } {
  const [engine] = useState(() => new SoundEngine());
  const [lengths, setLengths] = useState<ReadonlyMap<string, number>>(new Map());
  const [loading, setLoading] = useState<string | null>(null);
  useEffect(() => () => void engine.close(), [engine]);
  useEffect(() => {
    const load = new AbortController();
    const words = wordsOf(plan, runIntervals(plan));
    void (async () => {
      try {
        const say = (done: number) => setLoading(`voice ${done} of ${words.length}`);
        const found = await fetchVoice(plan, words, engine, say, load.signal);
        setLengths(found);
        setLoading(null);
      } catch {
        if (!load.signal.aborted) setLoading('no voice: tones only');
      }
    })();
    return () => load.abort();
  }, [plan, engine]);
  const cues = useMemo(() => planCues(plan, runIntervals(plan), measured(lengths)), [plan, lengths]);
  return { engine, cues, loading };
}

/** Keys of the window; `onKey` says whether it knew the key. */
function useKeys(act: (key: string) => boolean): void {
  const latest = useRef(act);
  latest.current = act;
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.target instanceof HTMLInputElement || e.ctrlKey || e.metaKey || e.altKey) return;
      if (latest.current(e.key)) e.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
