import { describe, expect, it } from 'vitest';
import { block, circuit, format, planOf, s, stations } from '../../../core/test/build.ts';
import { type RunEvent, stateAt } from '../../../core/time/index.ts';
import { planCues } from '../../../core/voice/index.ts';
import { runSounds } from './run-sounds.ts';
import type { VoiceState } from './voice.ts';

const T0 = 1_790_000_000_000;
const SILENT: VoiceState = { kind: 'none', done: 0, total: 0, lengths: new Map() };
/** Every word is had. */
const ALL = { has: () => true } as unknown as ReadonlyMap<string, number>;
const SPOKEN: VoiceState = { kind: 'ready', done: 1, total: 1, lengths: ALL };
const event = (seq: number, atMs: number, what: object) =>
  ({ id: `event-${seq}`, seq, atMs: T0 + atMs, ...what }) as RunEvent;
const start = event(1, 0, { type: 'start' });

function soundsOf(plan: ReturnType<typeof planOf>, events: RunEvent[], voice = SILENT, atMs = 0) {
  const folded = stateAt(plan, events, T0 + atMs);
  const source = runSounds(folded, planCues(folded.plan, folded.intervals), voice);
  return (fromS: number, toS: number) =>
    source(T0 + s(fromS), T0 + s(toS)).map((x) => [x.bus, x.name, (x.atMs - T0) / 1000]);
}

describe('the sounds of a run', () => {
  // 10 s count-in, 20 s work, 10 s rest, 20 s work.
  const plan = planOf(circuit(stations(2), 20, 10, 1));

  it('are its tones where its cues are, in order, each in one stretch only', () => {
    const sounds = soundsOf(plan, [start]);
    expect(sounds(26, 31)).toEqual([
      ['tones', 'tick', 27],
      ['tones', 'tick', 28],
      ['tones', 'tick', 29],
      ['tones', 'rest', 30],
    ]);
    expect([...sounds(26, 28), ...sounds(28, 31)]).toEqual(sounds(26, 31));
  });

  it('are later by what a pause took, and none while it lasts', () => {
    const pause = event(2, 15_000, { type: 'pause' });
    expect(soundsOf(plan, [start, pause])(0, 600)).toEqual([]);
    const resume = event(3, 22_000, { type: 'resume' });
    expect(soundsOf(plan, [start, pause, resume])(30, 38).at(-1)).toEqual(['tones', 'rest', 37]);
  });

  it('end where an interval waits for a tap', () => {
    const held = { ...circuit(stations(2), 20, 10, 1), breakAfter: { ms: s(30), untilTap: true } };
    const sounds = soundsOf(planOf(held, circuit(stations(2), 20, 10, 1)), [start])(0, 600);
    // Work, rest, work and the break of 30 s after them end at 90 s; what comes after is for the tap to begin.
    expect(Math.max(...sounds.map(([, , at]) => Number(at)))).toBeLessThanOrEqual(90);
    expect(sounds.some(([, name]) => name === 'break')).toBe(true);
    expect(sounds.some(([, name]) => name === 'end')).toBe(false);
  });

  it('have words only once the voice is there, by two voices in turn where there are two', () => {
    expect(soundsOf(plan, [start])(0, 80).filter(([bus]) => bus === 'voice')).toEqual([]);
    const one = soundsOf(plan, [start], SPOKEN)(0, 80).filter(([bus]) => bus === 'voice');
    expect(one.length).toBeGreaterThan(1);
    expect(one.every(([, name]) => String(name).startsWith('1|'))).toBe(true);
    const two = { ...plan, voice: { name: 'slt' as const, rate: 1, second: 'rms' as const } };
    const turns = soundsOf(
      two,
      [start],
      SPOKEN,
    )(0, 80)
      .filter(([bus]) => bus === 'voice')
      .map(([, name]) => String(name)[0]);
    expect(turns.slice(0, 4)).toEqual(['1', '2', '1', '2'].slice(0, turns.length));
  });

  it('have a beat for a dance', () => {
    const dance = planOf(block(format('beats', { bpm: 120, counts: 16 }), stations(1)));
    const beats = soundsOf(dance, [start])(10, 12).filter(([bus, drum]) => bus === 'music' && drum !== 'hat');
    // 120 a minute: one every half second, and a hat between them.
    expect(new Set(beats.map(([, , at]) => at))).toEqual(new Set([10, 10.5, 11, 11.5]));
  });

  it('are none before the start and after the end', () => {
    expect(soundsOf(plan, [])(0, 600)).toEqual([]);
    expect(soundsOf(plan, [start], SILENT, 700_000)(0, 600)).toEqual([]);
  });
});
