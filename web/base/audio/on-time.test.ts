import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Plan } from '../../../core/class/index.ts';
import { mulberry32 } from '../../../core/judge/index.ts';
import { circuit, planOf, s, stations } from '../../../core/test/build.ts';
import { mixedClass } from '../../../core/test/mixed.ts';
import type { RunCommand } from '../../../core/time/index.ts';
import { runIntervals } from '../../../core/time/index.ts';
import { wordsOf } from '../../../core/voice/index.ts';
import { type ExpectedSound, expectedSounds } from '../../../e2e/support/expected-sounds.ts';
import { flushPromises, TestServer, testDesk } from '../../test/desks.test.support.ts';
import { endFakeAudio, FakeAudio } from '../../test/fake-audio.test.support.ts';
import { SteadyClock } from '../live/index.ts';
import { SoundEngine } from './sound-engine.ts';
import { clipKey, type Speaker } from './voice.ts';

/*
 * What the browser tests hear in real time, here on clocks set by hand: a whole desk, its real sound engine and a page that is
 * busy most of the time. It never has to be left out because a machine is slow.
 */

const T0 = 1_790_000_000_000;
const RATE = 16_000;

let audio: FakeAudio;
beforeEach(() => {
  audio = new FakeAudio(T0);
});
afterEach(endFakeAudio);

/** Every word takes 60 ms a letter. */
const lengthOf = (word: string) => word.length * 60;

async function desk(plan: Plan, said: boolean) {
  const sound = new SoundEngine(new SteadyClock(() => audio.steadyMs), audio.ticker);
  const speaker: Speaker = async (_, words) => {
    if (!said) throw new Error('tones alone');
    for (const w of words)
      sound.addClip(clipKey(w, false), new Float32Array((lengthOf(w) * RATE) / 1000).fill(0.3), RATE);
    return new Map(words.map((w) => [w, lengthOf(w)]));
  };
  const made = testDesk({ name: 'desk-of-day', server: new TestServer(), sound, speaker });
  const id = 'run-on-time';
  made.storage.storeHead({ id, plan, created: false, madeAtMs: T0 });
  await made.session.open(id);
  await flushPromises();
  return { session: made.session, sound };
}

/** Lets time pass on a page that is blocked up to 0.9 s at a time. */
function passBusily(ms: number, random: () => number): void {
  for (let left = ms; left > 0; ) {
    const step = Math.min(left, 20 + Math.floor(random() * 900));
    audio.pass(step);
    left -= step;
    audio.tick();
  }
}

/** The largest error of an onset, ms; what is not expected, or missing, fails. */
function worst(expected: readonly ExpectedSound[], offsetMs: number): number {
  const heard = audio.heard().map((ms) => ms + offsetMs);
  expect(heard).toHaveLength(expected.length);
  return Math.max(...expected.map((x, k) => Math.abs((heard[k] ?? 0) - x.atMs)));
}

const SILENT_FRAMES = 480;

/** The frames at which something begins after ten milliseconds of silence. */
function onsetsOf(samples: Float32Array): number[] {
  const onsets: number[] = [];
  let silent = SILENT_FRAMES;
  for (const [k, x] of samples.entries()) {
    if (Math.abs(x) < 1e-6) silent += 1;
    else {
      if (silent >= SILENT_FRAMES) onsets.push(k);
      silent = 0;
    }
  }
  return onsets;
}

describe('a desk on a busy page', () => {
  it('three minutes of a mixed class: every tone and word begins within 1 ms, and nothing else does', async () => {
    const plan = mixedClass('on-time');
    const { session, sound } = await desk(plan, true);
    const random = mulberry32(12);
    await session.command({ type: 'start' });
    // The beat block's music is not among the expected; the class before it takes 171 s.
    passBusily(s(170), random);
    await session.command({ type: 'pause' });
    const { run } = session.state;
    const words = wordsOf(run!.plan, runIntervals(run!.plan));
    const pausedAt = run!.events.at(-1)!.atMs;
    const lengths = new Map(words.map((w) => [w, lengthOf(w)]));
    const expected = expectedSounds(run!.plan, run!.events, pausedAt, lengths).filter((x) => x.atMs < pausedAt);
    expect(expected.length).toBeGreaterThan(45);
    expect(expected.some((x) => lengths.has(x.what))).toBe(true);
    const offsetMs = sound.now() - audio.currentTime * 1000;
    expect(worst(expected, offsetMs)).toBeLessThan(1);
    // The same list rendered without a clock: to the sample.
    const ends = expected.map((x) => x.atMs + x.lengthMs);
    const apart = expected.filter((x, k) => k === 0 || x.atMs > Math.max(...ends.slice(0, k)) + 20);
    const onsets = new Set(onsetsOf(audio.rendered(175)));
    expect(apart.length).toBeGreaterThan(40);
    expect(apart.filter((x) => !onsets.has(Math.round((x.atMs - offsetMs) * 48))).map((x) => x.what)).toEqual([]);
  });

  it('through pause, skip, back and +10 every tone is where the record says', async () => {
    const plan = planOf(circuit(stations(2), 10, 8, 2, { roundBreakMs: s(10) }));
    const { session, sound } = await desk(plan, false);
    const random = mulberry32(7);
    const steps: [number, RunCommand][] = [
      [13_300, { type: 'pause' }],
      [1700, { type: 'resume' }],
      [9100, { type: 'skip' }],
      [1250, { type: 'back' }],
      [23_000, { type: 'adjust', deltaMs: 10_000 }],
      [70_000, { type: 'pause' }],
    ];
    await session.command({ type: 'start' });
    for (const [ms, what] of steps) {
      passBusily(ms, random);
      await session.command(what);
    }
    const { run, folded } = session.state;
    expect(run!.events.map((e) => e.type)).toEqual(['start', ...steps.map(([, c]) => c.type)]);
    const now = run!.events.at(-1)!.atMs;
    const expected = expectedSounds(run!.plan, run!.events, now, new Map()).filter((x) => x.atMs < now);
    expect(folded!.adjustedMs + folded!.segments.reduce((sum, x) => sum + x.adjustedMs, 0)).toBe(10_000);
    expect(worst(expected, sound.now() - audio.currentTime * 1000)).toBeLessThan(1);
  });
});
