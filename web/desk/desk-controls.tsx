import { Flag, Minus, Pause, Play, Plus, SkipBack, SkipForward, Volume2, X } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { useNavigate } from 'react-router';
import type { RunState, RunView } from '../../core/run/index.ts';
import { back, mainCommand, onward } from './desk-screen.tsx';
import { command, sound } from './run-store.ts';

interface Props {
  state: RunState;
  view: RunView;
}

/** A row of targets wide enough for an elbow; each has its key. */
export function DeskControls({ state, view }: Props) {
  const [more, setMore] = useState(false);
  const running = state.status === 'running' || state.status === 'paused';
  const tap = (what: ReturnType<typeof mainCommand>) => () => {
    if (what) void command(what);
  };
  return (
    <footer className="px-3 pt-3 pb-4 md:px-6">
      {more ? (
        <MoreControls started={running} onClose={() => setMore(false)} />
      ) : (
        <div className="grid grid-cols-6 gap-2 md:flex md:h-[92px] md:gap-3">
          <Target
            name={view.elapsedMs < 3000 ? 'Back' : 'Again'}
            hint="←"
            phone="max-md:order-2 max-md:col-span-3"
            disabled={!running}
            onClick={tap(back(state, view))}
          >
            <SkipBack size={30} />
          </Target>
          <Target
            name="−10 s"
            hint="−"
            phone="max-md:order-4 max-md:col-span-2"
            disabled={!running}
            onClick={tap({ type: 'adjust', deltaMs: -10_000 })}
          >
            <Minus size={30} />
          </Target>
          <Target
            name={mainWord(state, view)}
            hint="Space"
            phone="max-md:order-1 max-md:col-span-6"
            wide
            onClick={tap(mainCommand(state, view))}
          >
            {state.status === 'running' && !view.waiting ? <Pause size={34} /> : <Play size={34} />}
          </Target>
          <Target
            name="+10 s"
            hint="+"
            phone="max-md:order-5 max-md:col-span-2"
            disabled={!running}
            onClick={tap({ type: 'adjust', deltaMs: 10_000 })}
          >
            <Plus size={30} />
          </Target>
          <Target
            name={view.waiting ? 'Go on' : 'Skip'}
            hint="→"
            phone="max-md:order-3 max-md:col-span-3"
            disabled={!running}
            onClick={tap(onward(state, view))}
          >
            <SkipForward size={30} />
          </Target>
          <Target name="More" hint="" narrow phone="max-md:order-6 max-md:col-span-2" onClick={() => setMore(true)}>
            <Flag size={24} />
          </Target>
        </div>
      )}
    </footer>
  );
}

function mainWord(state: RunState, view: RunView): string {
  if (state.status === 'ready') return 'Start';
  if (state.status === 'paused') return 'Resume';
  return view.waiting ? 'Go on' : 'Pause';
}

interface TargetProps {
  name: string;
  hint: string;
  wide?: boolean;
  /** Columns of six, and the place, on a phone. */
  phone?: string;
  narrow?: boolean;
  disabled?: boolean;
  onClick: () => void;
  children: ReactNode;
}

function Target({
  name,
  hint,
  wide = false,
  phone = 'max-md:col-span-3',
  narrow = false,
  disabled = false,
  onClick,
  children,
}: TargetProps) {
  return (
    <button
      type="button"
      disabled={disabled}
      onClick={onClick}
      className={`${phone} flex min-h-16 items-center justify-center gap-3 whitespace-nowrap rounded-md border-2 border-current text-[20px] md:text-[24px] active:bg-current/20 disabled:opacity-40 ${
        wide ? 'max-md:min-h-20 flex-[1.7] bg-current/10 font-bold' : narrow ? 'flex-[0.6]' : 'flex-1'
      }`}
    >
      {children}
      <span>{name}</span>
      {hint && <kbd className="hidden font-sans text-[14px] md:inline">{hint}</kbd>}
    </button>
  );
}

/** What ends or leaves a run, kept apart from the row that is tapped without looking. */
function MoreControls({ started, onClose }: { started: boolean; onClose: () => void }) {
  const navigate = useNavigate();
  const [volume, setVolume] = useState(sound.volume);
  return (
    <div className="grid grid-cols-6 gap-2 md:flex md:h-[92px] md:gap-3">
      <Target name="Close" hint="" narrow onClick={onClose}>
        <X size={26} />
      </Target>
      <Target name="Finish now" hint="" disabled={!started} onClick={() => void command({ type: 'finish' })}>
        <Flag size={26} />
      </Target>
      <Target name="Abandon" hint="" onClick={() => void command({ type: 'abandon' })}>
        <X size={26} />
      </Target>
      <Target
        name="Test sound"
        hint=""
        onClick={async () => {
          await sound.unlock();
          sound.test('work');
        }}
      >
        <Volume2 size={26} />
      </Target>
      <label className="flex flex-1 max-md:col-span-6 items-center gap-3 rounded-md border-2 border-current px-4 text-[20px]">
        Tones
        <input
          type="range"
          min={0}
          max={1}
          step={0.05}
          className="h-11 w-full accent-live"
          value={volume}
          onChange={(e) => {
            sound.volume = Number(e.target.value);
            setVolume(sound.volume);
          }}
        />
      </label>
      <Target name="Leave" hint="" onClick={() => navigate('/')}>
        <SkipBack size={26} />
      </Target>
    </div>
  );
}
