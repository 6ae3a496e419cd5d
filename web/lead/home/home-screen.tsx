import { Pause, Play, SkipBack, SkipForward } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { formatDuration, type Plan } from '../../../core/class/index.ts';
import type { HomeClass } from '../../../core/out/index.ts';
import { advance, compile, outlineOf, totals, viewOf } from '../../../core/time/index.ts';
import type { Cue } from '../../../core/voice/index.ts';
import { fieldOf } from '../../../core/voice/index.ts';
import {
  BUSES,
  type Bus,
  Checkbox,
  ClassStrip,
  loadLoop,
  MiniSheet,
  runSounds,
  runTracks,
  SoundEngine,
  SteadyClock,
  useFrames,
  useVoicedCues,
  useWakeLock,
  useWindow,
  useWindowKeys,
} from '../../base/index.ts';
import { fieldStyle, Stage, Target } from '../stage/index.ts';
import { type Doing, notBegun, withDone } from './alone.ts';
import { carriedVoice } from './carried-voice.ts';
import { ClassAtHome } from './class-at-home.tsx';

const NO_CUES: readonly Cue[] = [];
const TICK_MS = 200;

/** Ticks without a worker: a file opened from a disk may have none. */
function tickHere(tick: () => void): () => void {
  const timer = setInterval(tick, TICK_MS);
  return () => clearInterval(timer);
}

const BUS_WORDS: Record<Bus, string> = { tones: 'Tones', voice: 'Voice', music: 'Beat' };

/** A class that somebody does alone: its state at every frame, its sound, and what is done with it. */
function useAlone(home: HomeClass) {
  const { plan } = home;
  const [engine] = useState(() => new SoundEngine(new SteadyClock(), tickHere, loadLoop));
  const [speaker] = useState(() => carriedVoice(home, engine));
  const [alone, setAlone] = useState(() => notBegun(plan));
  const { folded } = alone;
  const isBegun = folded.status !== 'ready';
  const { sheet, voice } = useVoicedCues(speaker, plan, folded.intervals);
  const cues = sheet?.cues ?? NO_CUES;
  const now = useFrames(() => engine.now(), isBegun);
  const state = isBegun ? advance(folded, now) : folded;
  const isOver = state.status === 'finished' || state.status === 'abandoned';
  useWakeLock(isBegun && !isOver);
  useEffect(() => {
    engine.play(runSounds(folded, cues, voice), engine.now(), folded.status !== 'running', runTracks(folded));
  }, [engine, folded, cues, voice]);
  const act = async (doing: Doing) => {
    if (doing === 'start') await engine.unlock();
    setAlone((a) => withDone(plan, a, doing, engine.now()));
  };
  const begin = () => {
    setAlone(notBegun(plan));
    void act('start');
  };
  return { engine, cues, state, view: viewOf(state), isBegun, isOver, act, begin };
}

/** A class at home: what it is, and a player that leads it alone with tones and voice. */
export function HomeScreen({ home }: { home: HomeClass }) {
  const { plan } = home;
  const timeline = useMemo(() => compile(plan), [plan]);
  const outline = useMemo(() => outlineOf(plan), [plan]);
  const sums = useMemo(() => totals(plan, timeline), [plan, timeline]);
  const alone = useAlone(home);
  const { view, isBegun, isOver } = alone;
  return (
    <main className="min-h-dvh bg-paper text-ink">
      <header className="px-4 pt-3 pb-2 md:px-6">
        <div className="flex flex-wrap items-center gap-x-6 gap-y-1">
          <h1 className="digits text-head">{plan.title}</h1>
          <MiniSheet outline={outline} width={200} height={56} />
        </div>
        <p className="text-muted">
          {formatDuration(timeline.totalMs)}
          {home.led === null ? '' : `, as led on ${home.led}`}. Move only as feels right to you, and stop when it does
          not.
        </p>
        <ClassStrip
          plan={plan}
          timeline={timeline}
          totals={sums}
          compact
          positionMs={Math.max(0, view.positionMs - plan.countInMs)}
        />
      </header>
      {isBegun && !isOver && <Player plan={plan} {...alone} />}
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2 px-4 py-2 md:px-6">
        {(!isBegun || isOver) && (
          <button type="button" className="min-h-16 bg-live px-8 text-title text-live-ink" onClick={alone.begin}>
            {isOver ? 'Once more' : 'Start'}
          </button>
        )}
        {isOver && <p className="text-title">Finished.</p>}
        <Volumes engine={alone.engine} hasVoice={Object.keys(home.clips).length > 0} />
      </div>
      <ClassAtHome home={home} timeline={timeline} />
    </main>
  );
}

type PlayerProps = { plan: Plan } & Pick<ReturnType<typeof useAlone>, 'state' | 'view' | 'cues' | 'act'>;

function Player({ plan, state, view, cues, act }: PlayerProps) {
  const { height } = useWindow();
  const field = fieldOf(view.interval);
  const main: { name: string; doing: Doing } = view.waiting
    ? { name: 'Go on', doing: 'release' }
    : state.status === 'paused'
      ? { name: 'Resume', doing: 'resume' }
      : { name: 'Pause', doing: 'pause' };
  useWindowKeys((key, target) => {
    if (target instanceof HTMLButtonElement) return false;
    if (key === ' ') void act(main.doing);
    else if (key === 'ArrowRight') void act('skip');
    else if (key === 'ArrowLeft') void act('back');
    else return false;
    return true;
  });
  return (
    <section
      aria-label="Player"
      data-phase={field}
      className={`flex flex-col overflow-hidden ${field === 'break' ? 'field-break' : ''}`}
      style={{ ...fieldStyle(field), height: Math.max(420, Math.min(height * 0.72, 900)) }}
    >
      <Stage plan={plan} state={state} view={view} cues={cues} />
      <div className="flex shrink-0 gap-2 p-3">
        <Target small name="Back" hint="←" onClick={() => void act('back')}>
          <SkipBack size={26} />
        </Target>
        <Target wide name={main.name} hint="Space" onClick={() => void act(main.doing)}>
          {main.name === 'Pause' ? <Pause size={30} /> : <Play size={30} />}
        </Target>
        <Target small name="Skip" hint="→" onClick={() => void act('skip')}>
          <SkipForward size={26} />
        </Target>
      </div>
    </section>
  );
}

function Volumes({ engine, hasVoice }: { engine: SoundEngine; hasVoice: boolean }) {
  const [, draw] = useState(0);
  return (
    <>
      {BUSES.filter((bus) => hasVoice || bus !== 'voice').map((bus) => (
        <Checkbox
          key={bus}
          checked={!engine.volume(bus).muted}
          onChange={(on) => {
            engine.setVolume(bus, { muted: !on });
            draw((n) => n + 1);
          }}
        >
          {BUS_WORDS[bus]}
        </Checkbox>
      ))}
      {!hasVoice && <span className="text-muted">No voice came along: tones, and words to read.</span>}
    </>
  );
}
