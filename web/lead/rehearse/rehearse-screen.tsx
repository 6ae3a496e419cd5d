import { ChevronLeft, ChevronRight, Pause, Play } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { formatDuration, type Plan } from '../../../core/class/index.ts';
import { compile, runIntervals, totals, viewOf } from '../../../core/time/index.ts';
import type { Cue } from '../../../core/voice/index.ts';
import { beatsOf, fieldOf } from '../../../core/voice/index.ts';
import {
  ClassStrip,
  loadTrack,
  SoundEngine,
  SteadyClock,
  speakingTo,
  startTicker,
  useFrames,
  useResolved,
  useRunLock,
  useVoicedCues,
  useWindow,
  useWindowKeys,
  type VoiceState,
} from '../../base/index.ts';
import { useOpenedPlan } from '../../plan/index.ts';
import { CueRuler, fieldStyle, Stage, Target, useWhole } from '../stage/index.ts';
import {
  neighbourCue,
  type Playhead,
  positionAt,
  rehearsalSource,
  rehearsalTracks,
  SPEEDS,
  stateOf,
} from './rehearsal.ts';

/** The class played through with its real cues from anywhere and at any speed; no run is made. */
export function RehearseScreen() {
  const { plan, failed } = useOpenedPlan();
  useRunLock();
  if (failed) return <main className="p-8 text-title">{failed}.</main>;
  if (!plan) return <main className="p-8 text-title">Opening…</main>;
  return <Rehearsal plan={plan} />;
}

const NO_CUES: readonly Cue[] = [];

/** The class with its cues, and where in it one is: played from there, or still. */
function useRehearsal(plan: Plan) {
  const [engine] = useState(() => new SoundEngine(new SteadyClock(), startTicker, loadTrack));
  const [speaker] = useState(() => speakingTo(engine));
  useEffect(() => () => void engine.close(), [engine]);
  const intervals = useMemo(() => runIntervals(plan), [plan]);
  const { sheet, voice } = useVoicedCues(speaker, plan, intervals);
  const cues = sheet?.cues ?? NO_CUES;
  const beats = useMemo(() => beatsOf(plan, intervals), [plan, intervals]);
  const last = intervals.at(-1);
  const endMs = last ? last.startMs + last.durationMs : 0;
  const [place, setPlace] = useState<Playhead>({ positionMs: 0, fromMs: 0, speed: 1, playing: false });
  const now = useFrames(() => engine.now(), place.playing);
  const positionMs = positionAt(place, now, endMs);
  useEffect(() => {
    engine.play(rehearsalSource(place, cues, beats), place.fromMs, true, rehearsalTracks(place, plan, intervals));
  }, [engine, place, cues, beats, plan, intervals]);
  const go = async (change: Partial<Playhead>) => {
    if (change.playing) await engine.unlock();
    setPlace((p) => {
      const at = engine.now();
      return { ...p, positionMs: positionAt(p, at, endMs), ...change, fromMs: at + 60 };
    });
  };
  const to = (ms: number | null) => ms !== null && void go({ positionMs: Math.max(0, Math.min(endMs, ms)) });
  return {
    ...{ cues, voice, endMs, positionMs, speed: place.speed, playing: place.playing, to },
    toCue: (by: 1 | -1) => to(neighbourCue(cues, positionMs, by)),
    play: () => void go({ playing: !place.playing }),
    setSpeed: (speed: Playhead['speed']) => void go({ speed }),
  };
}

function Rehearsal({ plan: written }: { plan: Plan }) {
  const plan = useResolved(written);
  const timeline = useMemo(() => compile(plan), [plan]);
  const sums = useMemo(() => totals(plan, timeline), [plan, timeline]);
  const rehearsal = useRehearsal(plan);
  const { cues, endMs, positionMs, to, toCue, play } = rehearsal;
  const loading = loadingWords(rehearsal.voice);
  const state = stateOf(plan, Math.min(positionMs, Math.max(0, endMs - 1)));
  const view = viewOf(state);
  const phase = fieldOf(view.interval);
  const size = useWindow();
  const line = useWhole<HTMLDivElement>(`${plan.title}|${loading === null}`);
  const leadMs = endMs - timeline.totalMs;
  const inClassMs = Math.max(0, positionMs - leadMs);
  useWindowKeys((key) => {
    if (key === ' ') play();
    else if (key === 'ArrowRight') toCue(1);
    else if (key === 'ArrowLeft') toCue(-1);
    else return false;
    return true;
  });
  return (
    <main
      className={`flex h-dvh flex-col overflow-hidden ${phase === 'break' ? 'field-break' : ''}`}
      style={fieldStyle(phase)}
    >
      <title>{`${plan.title}, rehearsal · Odd Round`}</title>
      <header className="shrink-0 px-3 pt-2 md:px-6">
        <div ref={line} className="flex items-baseline gap-x-5 overflow-hidden whitespace-nowrap text-lead">
          <span data-yield="3" className="digits text-title">
            {plan.title}
          </span>
          <span data-yield="2">rehearsal</span>
          {loading && (
            <span role="status" data-yield="4">
              {loading}
            </span>
          )}
          <span className="flex-1" />
          <span className="digits" data-testid="position" data-ms={Math.round(positionMs)}>
            {formatDuration(Math.floor(inClassMs / 1000) * 1000)} of {formatDuration(timeline.totalMs)}
          </span>
          <Link to={`/classes/${plan.id}`} className="underline">
            Back to the sheet
          </Link>
        </div>
        {size.height >= 560 && (
          <div className="relative mt-1 rounded-md bg-paper px-1 text-ink">
            <ClassStrip
              plan={plan}
              timeline={timeline}
              totals={sums}
              compact
              positionMs={inClassMs}
              onSeek={(ms) => to(leadMs + ms)}
            />
          </div>
        )}
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
      {size.height >= 640 && (
        <div className="shrink-0 px-3 md:px-6">
          <CueRuler cues={cues} intervals={state.intervals} positionMs={view.positionMs} />
        </div>
      )}
      <Controls {...rehearsal} narrow={size.width < 700} />
    </main>
  );
}

type ControlsProps = Pick<ReturnType<typeof useRehearsal>, 'toCue' | 'play' | 'playing' | 'speed' | 'setSpeed'>;

function Controls({ toCue, play, playing, speed, setSpeed, narrow }: ControlsProps & { narrow: boolean }) {
  return (
    <footer className={`flex shrink-0 gap-2 px-3 pt-2 pb-3 md:gap-3 md:px-6 ${narrow ? 'flex-col' : ''}`}>
      <div className="flex flex-[3] gap-2 md:gap-3">
        <Target small compact={narrow} name="Cue before" hint="←" onClick={() => toCue(-1)}>
          <ChevronLeft size={28} />
        </Target>
        <Target name={playing ? 'Pause' : 'Play'} hint="Space" wide small={narrow} onClick={play}>
          {playing ? <Pause size={30} /> : <Play size={30} />}
        </Target>
        <Target small compact={narrow} name="Next cue" hint="→" onClick={() => toCue(1)}>
          <ChevronRight size={28} />
        </Target>
      </div>
      <div className="flex flex-[4] gap-2 md:gap-3">
        {SPEEDS.map((s) => (
          <Target
            key={s}
            small
            compact={narrow}
            name={`${s}×`}
            hint=""
            pressed={speed === s}
            onClick={() => setSpeed(s)}
          />
        ))}
      </div>
    </footer>
  );
}

/** Words of how far the voice is; null when there is nothing to say of it. */
function loadingWords(voice: VoiceState): string | null {
  if (voice.kind === 'loading') return `voice ${voice.done} of ${voice.total}`;
  return voice.kind === 'none' ? 'no voice: tones only' : null;
}
