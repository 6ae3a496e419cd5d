import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { endFakeAudio, FakeAudio } from '../../test/fake-audio.test.support.ts';
import { SteadyClock } from '../live/index.ts';
import { SoundEngine } from './sound-engine.ts';

const T0 = 1_790_000_000_000;

let audio: FakeAudio;
beforeEach(() => {
  audio = new FakeAudio(T0);
});
afterEach(endFakeAudio);

const pass = (ms: number) => audio.pass(ms);
const tick = () => audio.tick();

const everySecond = (fromMs: number, toMs: number) => {
  const tones = [];
  for (let at = Math.ceil((fromMs - T0) / 1000) * 1000; T0 + at < toMs; at += 1000)
    tones.push({ atMs: T0 + at, bus: 'tones' as const, name: 'tick' });
  return tones;
};
const live = () => audio.started.filter((s) => s.stoppedAt === null).map((s) => Math.round(s.when * 1000));

async function engine() {
  const sound = new SoundEngine(new SteadyClock(() => audio.steadyMs), audio.ticker);
  await sound.unlock();
  return sound;
}

describe('the sound engine', () => {
  it('goes by the system clock until sound is unlocked, then by the audio clock', async () => {
    const sound = await engine();
    expect(sound.isOn).toBe(true);
    audio.currentTime += 0.25;
    expect(sound.now()).toBe(T0 + 250);
  });

  it('hands tones to the audio clock ahead of time, each once', async () => {
    const sound = await engine();
    sound.play(everySecond, T0);
    expect(live()).toEqual([0, 1000, 2000]);
    pass(600);
    tick();
    expect(live()).toEqual([0, 1000, 2000, 3000]);
    tick();
    expect(live()).toHaveLength(4);
  });

  it('misses nothing while the page is busy for two seconds', async () => {
    const sound = await engine();
    sound.play(everySecond, T0);
    pass(2000);
    tick();
    expect(live()).toEqual([0, 1000, 2000, 3000, 4000]);
  });

  it('takes back what was planned after a change, and only that', async () => {
    const sound = await engine();
    sound.play(everySecond, T0);
    pass(500);
    sound.play(() => [], T0 + 1500);
    expect(live()).toEqual([0, 1000]);
    sound.play(
      (from, to) =>
        [{ atMs: T0 + 1700, bus: 'tones' as const, name: 'work' }].filter((t) => t.atMs >= from && t.atMs < to),
      T0 + 1600,
    );
    expect(live()).toEqual([0, 1000, 1700]);
  });

  it('ties itself to the run’s time again after a sleep, without playing what was missed', async () => {
    const sound = await engine();
    sound.play(everySecond, T0);
    audio.shiftSystem(T0 + 61_000 - Date.now());
    tick();
    await vi.waitFor(() => {
      tick();
      expect(sound.now()).toBe(T0 + 61_000);
    });
    const after = audio.started
      .filter((s) => s.stoppedAt === null)
      .slice(-3)
      .map((s) => Math.round(s.when * 1000));
    expect(after).toEqual([0, 1000, 2000]);
  });

  it('plays on as though nothing were when the device’s clock is set by an hour', async () => {
    const sound = await engine();
    sound.play(everySecond, T0);
    pass(500);
    audio.shiftSystem(T0 + 3_600_500 - Date.now());
    tick();
    await new Promise((done) => setImmediate(done));
    pass(1000);
    tick();
    expect(sound.now()).toBe(T0 + 1500);
    expect(live()).toEqual([0, 1000, 2000, 3000]);
  });

  it('moves with another desk’s time and plans anew', async () => {
    const sound = await engine();
    sound.play(everySecond, T0);
    sound.shiftBy(400);
    expect(sound.now()).toBe(T0 + 400);
    expect(live()).toEqual([0, 600, 1600]);
  });

  it('stops words under way when it is told to cut, and lets them end when not', async () => {
    const sound = await engine();
    sound.addClip('Half way', new Float32Array(48_000), 48_000);
    const words = (from: number, to: number) =>
      [{ atMs: T0 + 100, bus: 'voice' as const, name: 'Half way' }].filter((t) => t.atMs >= from && t.atMs < to);
    sound.play(words, T0);
    pass(500);
    sound.play(() => [], T0 + 600);
    expect(live()).toEqual([100]);
    sound.play(() => [], T0 + 650, true);
    expect(live()).toEqual([]);
  });

  it('plays the clip that came last for its words, until its class is over; tones stay', async () => {
    const sound = new SoundEngine(new SteadyClock(() => audio.steadyMs), audio.ticker);
    sound.addClip('Half way', new Float32Array(48_000), 48_000);
    await sound.unlock();
    sound.addClip('Half way', new Float32Array(24_000), 48_000);
    const both = (from: number, to: number) =>
      [
        { atMs: T0 + 100, bus: 'tones' as const, name: 'work' },
        { atMs: T0 + 100, bus: 'voice' as const, name: 'Half way' },
      ].filter((t) => t.atMs >= from && t.atMs < to);
    sound.play(both, T0);
    expect(live()).toEqual([100, 100]);
    expect(audio.started.at(-1)?.seconds).toBe(0.5);
    sound.dropClips();
    sound.play(both, T0, true);
    expect(live()).toEqual([100]);
  });

  it('lowers the music under words and lets it up at their end, also when all is planned anew meanwhile', async () => {
    const sound = await engine();
    sound.addClip('Half way', new Float32Array(48_000), 48_000);
    const words = (from: number, to: number) =>
      [{ atMs: T0 + 1000, bus: 'voice' as const, name: 'Half way' }].filter((t) => t.atMs >= from && t.atMs < to);
    sound.play(words, T0);
    audio.levels = [];
    sound.play(words, T0);
    const during = [
      { to: 0.3, at: 0.92 },
      { to: 1, at: 2 },
    ];
    expect(audio.levels.slice(-2)).toEqual(during);
    pass(1500);
    sound.play(() => [], T0 + 1550);
    expect(audio.levels.slice(-2)).toEqual(during);
    sound.play(() => [], T0 + 1600, true);
    expect(audio.levels.at(-1)).toEqual({ to: 1, at: 1.6 });
  });

  it('plays nothing for a clip it does not have', async () => {
    const sound = await engine();
    sound.play(() => [{ atMs: T0 + 100, bus: 'voice' as const, name: 'Not there' }], T0);
    expect(live()).toEqual([]);
  });

  it('remembers volume and mute of each bus', async () => {
    const sound = await engine();
    sound.setVolume('voice', { level: 1.7 });
    sound.setVolume('music', { muted: true });
    expect(sound.volume('voice')).toEqual({ level: 1, muted: false });
    const next = new SoundEngine(new SteadyClock(), audio.ticker);
    expect([next.volume('voice').level, next.volume('music').muted, next.volume('tones').level]).toEqual([
      1,
      true,
      0.8,
    ]);
  });
});
