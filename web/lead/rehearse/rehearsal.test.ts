import { describe, expect, it } from 'vitest';
import { circuit, planOf, s, stations } from '../../../core/test/build.ts';
import { compile, runIntervals } from '../../../core/time/index.ts';
import { planCues } from '../../../core/voice/index.ts';
import { fitting, neighbourCue, positionAt, rehearsalSource, rehearsalTracks, stateOf } from './rehearsal.ts';

const plan = planOf(circuit(stations(2), 30, 10, 1));
const cues = planCues(plan, runIntervals(plan));
const T0 = 1_000_000;
const place = (speed: 1 | 4 | 16) => ({ positionMs: s(10), fromMs: T0, speed, playing: true }) as const;

describe('a rehearsal', () => {
  it('moves on at its speed, stands still when it does not play, and ends with the class', () => {
    expect(positionAt(place(4), T0 + 1000, s(90))).toBe(s(14));
    expect(positionAt({ ...place(4), playing: false }, T0 + 1000, s(90))).toBe(s(10));
    expect(positionAt(place(16), T0 + 60_000, s(90))).toBe(s(90));
  });

  it('shows what a run would show, and makes none', () => {
    const state = stateOf(plan, s(45));
    // 10 s count-in, work to 40, rest from 40 on
    expect([state.intervals[state.index]?.kind, state.elapsedMs]).toEqual(['rest', s(5)]);
  });

  it('plays the real cues, closer together at speed', () => {
    const heard = rehearsalSource(place(4), cues, [])(T0, T0 + 10_000).filter((x) => x.bus === 'tones');
    // work at 10; ticks at 37, 38, 39; rest at 40; ticks at 47, 48, 49; work at 50
    expect(heard.map((x) => (x.atMs - T0) / 1000)).toEqual([0, 6.75, 7, 7.25, 7.5, 9.25, 9.5, 9.75]);
  });

  it('leaves out words that would run into the next sound', () => {
    const texts = (speed: 1 | 4 | 16) => fitting(cues, speed).flatMap((c) => c.text ?? []);
    expect(texts(1)).toContain('Ten seconds');
    // "Ten seconds" is 0.8 s, at 16 × 12.8 s of class: the countdown is 7 s away
    expect(texts(16)).not.toContain('Ten seconds');
    expect(texts(4)).toContain('Ten seconds');
  });

  it('jumps from cue to cue', () => {
    expect(neighbourCue(cues, s(10), 1)).toBe(s(25));
    expect(neighbourCue(cues, s(26), -1)).toBe(s(25));
    expect(neighbourCue(cues, s(1_000), 1)).toBeNull();
  });
});

it('tracks play at the class’s own speed, from where the rehearsal stands, and at no other', () => {
  const track = { id: 'a', title: 'A', lengthMs: 60_000, bpm: 120, beatMs: 0 };
  const plan = planOf({
    ...circuit(stations(1), 20, 0, 1),
    music: { work: { from: 'tracks' as const, tracks: [track] } },
  });
  const place = { positionMs: 5000, fromMs: 100_000, speed: 1 as const, playing: true };
  const { intervals } = compile(plan);
  expect(rehearsalTracks(place, plan, intervals)).toMatchObject([
    { id: 'a', atMs: 95_000, endMs: 115_000, offsetMs: 0 },
  ]);
  expect(rehearsalTracks({ ...place, speed: 2 }, plan, intervals)).toEqual([]);
  expect(rehearsalTracks({ ...place, playing: false }, plan, intervals)).toEqual([]);
});
