import { useState } from 'react';
import { BUSES, type Bus, clipKey } from '../../base/index.ts';
import { sound, useDesk } from '../session/index.ts';

const BUS_WORDS: Record<Bus, string> = { tones: 'Tones', voice: 'Voice', music: 'Music' };
const TEST_SOUND: Record<Bus, string> = { tones: 'work', voice: '', music: 'kick' };

/** Each bus with its level, mute and test. */
export function Volumes() {
  const [, redraw] = useState(0);
  const voice = useDesk((s) => s.voice);
  const set = (bus: Bus, change: { level?: number; muted?: boolean }) => {
    sound.setVolume(bus, change);
    redraw((n) => n + 1);
  };
  const test = async (bus: Bus) => {
    await sound.unlock();
    const [words] = voice.lengths.keys();
    sound.test(bus, bus === 'voice' ? clipKey(words ?? '', false) : TEST_SOUND[bus]);
  };
  return (
    <div className="mt-4 grid gap-2 md:grid-cols-3">
      {BUSES.map((bus) => {
        const { level, muted } = sound.volume(bus);
        return (
          <div key={bus} className="flex items-center gap-2 rounded-md border-2 border-line-strong px-3 py-1">
            <label className="flex flex-1 items-center gap-3 text-lead">
              <span className="w-14">{BUS_WORDS[bus]}</span>
              <input
                type="range"
                min={0}
                max={1}
                step={0.05}
                className="h-14 w-full accent-ink"
                value={level}
                onChange={(e) => set(bus, { level: Number(e.target.value), muted: false })}
              />
            </label>
            <button
              type="button"
              aria-pressed={muted}
              className={`min-h-14 rounded-md border px-3 ${muted ? 'border-ink bg-ink text-paper' : 'border-line-strong'}`}
              onClick={() => set(bus, { muted: !muted })}
            >
              Mute
            </button>
            <button
              type="button"
              className="min-h-14 rounded-md border border-line-strong px-3 disabled:opacity-40"
              disabled={bus === 'voice' && voice.kind !== 'ready'}
              onClick={() => void test(bus)}
            >
              Test
            </button>
          </div>
        );
      })}
    </div>
  );
}
